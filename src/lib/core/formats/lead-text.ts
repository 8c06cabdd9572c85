/** What a mail tells of a request. */
export interface LeadMail {
	from: { name: string; address: string };
	subject: string;
	text: string;
	/** Header names in lower case. */
	headers: Readonly<Record<string, string>>;
	messageId: string;
}
export interface LeadFields {
	name: string;
	mail: string;
	phone: string;
	address: string;
	wanted: string;
}

const PHONE = /(?<!\d)(?:\+?1[ .-]?)?\(?\d{3}\)?[ .-]?\d{3}[ .-]?\d{4}(?!\d)/;
const STREET =
	/\b\d{1,6}[A-Za-z]? [A-Z][\w’'.-]{0,30}(?: [A-Z0-9][\w’'.-]{0,30}){0,4} (?:Street|St|Avenue|Ave|Road|Rd|Lane|Ln|Drive|Dr|Court|Ct|Place|Pl|Way|Row|Quay|Yard|Terrace|Close|Hill|Square|Sq|Boulevard|Blvd)\b\.?(?:, ?[A-Z][\w’'-]{0,30}(?: [A-Z][\w’'-]{0,30}){0,3})?/;
const FORWARDED = /^[> \t*]{0,20}From:[ \t*]{0,10}"?([^"<\n]{0,200}?)"?[ \t]{0,10}<([^>\s@]{1,100}@[^>\s@]{1,200})>/im;

/** Whether a program wrote it: an answer machine, a list, a bounce, or ourselves without passing on what somebody else wrote. Such a mail makes no lead and gets no answer. */
export function isAutomatic(mail: Pick<LeadMail, 'headers' | 'from' | 'text'>, own: readonly string[]): boolean {
	const h = mail.headers;
	const auto = (h['auto-submitted'] ?? 'no').toLowerCase();
	return (
		auto !== 'no' ||
		/^(bulk|list|junk|auto_reply)$/i.test(h.precedence ?? '') ||
		h['list-id'] !== undefined ||
		h['x-autoreply'] !== undefined ||
		h['return-path'] === '<>' ||
		/^(mailer-daemon|postmaster|no-?reply)@/i.test(mail.from.address) ||
		// What we pass on is the request of who wrote it first; what we only sent is none.
		(own.some((a) => a !== '' && a.toLowerCase() === mail.from.address.toLowerCase()) && !FORWARDED.test(mail.text))
	);
}

/**
 * The Message-IDs that a mail says it answers, the nearest first.
 * @example answeredBy({ 'in-reply-to': '<a@b>', references: '<c@d> <a@b>' }) // ['a@b', 'c@d']
 */
export function answeredBy(headers: Readonly<Record<string, string>>): string[] {
	const ids = (name: string) => [...(headers[name] ?? '').slice(0, 10_000).matchAll(/<([^<>\s]{1,200})>/g)].map((m) => m[1] ?? '');
	return [...new Set([...ids('in-reply-to'), ...ids('references').reverse()])];
}

/**
 * The numbers of jobs and quotes that a subject names.
 * @example numbersIn('Re: Quote 1042, your roof') // { jobs: [], quotes: [1042] }
 */
export function numbersIn(subject: string): { jobs: number[]; quotes: number[] } {
	const after = (word: string) => [...subject.matchAll(new RegExp(`\\b${word}\\s{0,3}#?(\\d{1,9})\\b`, 'gi'))].map((m) => Number(m[1]));
	return { jobs: after('job'), quotes: after('quote') };
}

/** What somebody wrote themselves, without the letter they answer. */
export const ownWords = (text: string): string =>
	(text.split(/^[ \t]*(?:On .{0,200} wrote:|-{2,}\s*Original Message.*|_{10,}|From: .*)$/m)[0] ?? '')
		.split('\n')
		.filter((l) => !l.startsWith('>'))
		.join('\n')
		.trim();

/**
 * Reads a request out of a mail: the sender (of a forwarded mail: who wrote it first), a phone number, a street address, the words
 * without quoted lines, signature marks and forwarding heads. What is not found stays empty; nothing is guessed.
 */
export function readLeadMail(mail: LeadMail): LeadFields {
	const forwarded = FORWARDED.exec(mail.text);
	const name = (forwarded?.[1] || (forwarded ? '' : mail.from.name)).trim();
	const address = forwarded?.[2] ?? mail.from.address;
	const body = mail.text
		.replace(/\r/g, '')
		.split('\n')
		.filter((l) => !/^[>\s*]*(From|To|Cc|Sent|Date|Subject|Reply-To):/i.test(l) && !/^-{2,}\s*(Forwarded|Original)/i.test(l))
		.map((l) => l.replace(/^(>\s?)+/, ''));
	const end = body.findIndex((l) => /^-- ?$/.test(l));
	const words = (end < 0 ? body : body.slice(0, end))
		.join('\n')
		.replace(/\n{3,}/g, '\n\n')
		.trim();
	const subject = mail.subject.replace(/^((re|fwd?|aw|wg):\s*)+/i, '').trim();
	return {
		name: (name || address.split('@')[0] || 'Unknown').slice(0, 200),
		mail: address.slice(0, 200),
		phone: PHONE.exec(mail.text)?.[0].trim() ?? '',
		address: STREET.exec(mail.text)?.[0].trim() ?? '',
		wanted: [subject, words].filter(Boolean).join('\n\n').slice(0, 4000)
	};
}
