import { say } from './refusals';
import { readOwn, type OwnField } from '../sales';
import { Refusal, wordsOf } from '../refusal';
import { likely, type Party } from './duplicates';

/** A customer as a file brings it. */
export interface CustomerRow {
	name: string;
	kind: 'person' | 'organization';
	mail: string;
	phone: string;
	address: string;
	notes: string;
	contacts: { name: string; role: string; mail: string; phone: string }[];
	own: Record<string, string>;
}

/** What a row of a file would do. */
export interface CustomerPreview {
	/** Where it stands in the file, from 1; of a card its turn. */
	row: number;
	customer: CustomerRow;
	state: 'new' | 'known' | 'rejected';
	/** Why it is rejected, or why it is taken for a known one. */
	why: string;
	/** The customer it is taken for. */
	sameAs: { id: string; name: string } | null;
}

const HEADS: Record<'name' | 'kind' | 'mail' | 'phone' | 'address' | 'notes' | 'contacts', RegExp> = {
	name: /^(name|customer|company|organi[sz]ation|full name)$/i,
	kind: /^(kind|type)$/i,
	mail: /^(e-?mail|mail)( address)?$/i,
	phone: /^(phone|telephone|mobile|cell)( number)?$/i,
	address: /^(address|street|site)$/i,
	notes: /^(notes?|remarks?|comment)$/i,
	contacts: /^(contacts?|people)$/i
};

/** One contact as a cell shows it: “Mira Solheim (decides) <mira@…> 555 010 9090”. */
export const writeContact = (c: CustomerRow['contacts'][number]): string =>
	[c.name, c.role ? `(${c.role})` : '', c.mail ? `<${c.mail}>` : '', c.phone].filter(Boolean).join(' ');

/** Contacts of a cell, set apart by semicolons. */
export function readContacts(cell: string): CustomerRow['contacts'] {
	return cell
		.split(';')
		.map((c) => c.trim())
		.filter(Boolean)
		.map((c) => {
			const role = /\(([^)]*)\)/.exec(c)?.[1] ?? '';
			const mail = /<([^>]*)>/.exec(c)?.[1] ?? '';
			const rest = c.replace(/\([^)]*\)/, ' ').replace(/<[^>]*>/, ' ');
			const phone = /\+?[\d][\d\s().-]{5,}$/.exec(rest.trim())?.[0] ?? '';
			return {
				name: rest
					.trim()
					.slice(0, rest.trim().length - phone.length)
					.trim(),
				role: role.trim(),
				mail: mail.trim(),
				phone: phone.trim()
			};
		})
		.filter((c) => c.name !== '');
}

/** The heading row of an export, own fields last. */
export const customerHead = (fields: readonly OwnField[]): string[] => [
	'Name',
	'Kind',
	'Mail',
	'Phone',
	'Address',
	'Notes',
	'Contacts',
	...fields.filter((f) => f.of === 'customer').map((f) => f.label)
];
/** A customer as a row below that heading. */
export const customerCells = (c: CustomerRow, fields: readonly OwnField[]): string[] => [
	c.name,
	c.kind,
	c.mail,
	c.phone,
	c.address,
	c.notes,
	c.contacts.map(writeContact).join('; '),
	...fields.filter((f) => f.of === 'customer').map((f) => c.own[f.id] ?? '')
];

/**
 * Rows of a table as customers. Columns are known by their heading, in any order; what is not known is left out.
 * @throws Refusal when no column is a name
 */
export function readCustomerTable(
	rows: readonly (readonly string[])[],
	fields: readonly OwnField[]
): { row: number; customer: CustomerRow; wrong: string }[] {
	const at = rows.findIndex((r) => r.some((c) => HEADS.name.test(c.trim())));
	const head = rows[at];
	if (!head) throw new Refusal(say('no-column-called-name-give-columns'), 'file');
	const column = (test: (h: string) => boolean) => head.findIndex((h) => test(h.trim()));
	const cols = Object.fromEntries(Object.entries(HEADS).map(([k, re]) => [k, column((h) => re.test(h))])) as Record<
		keyof typeof HEADS,
		number
	>;
	const own = fields
		.filter((f) => f.of === 'customer')
		.map((f) => [f, column((h) => h.toLowerCase() === f.label.trim().toLowerCase())] as const)
		.filter(([, c]) => c >= 0);
	return rows.slice(at + 1).flatMap((r, n) => {
		if (r.every((c) => c.trim() === '')) return [];
		const cell = (k: keyof typeof HEADS) => (cols[k] < 0 ? '' : (r[cols[k]] ?? '').trim());
		let wrong = '';
		const values: Record<string, string> = {};
		for (const [f, c] of own)
			try {
				const v = readOwn(f, r[c] ?? '');
				if (v) values[f.id] = v;
			} catch (e) {
				wrong = wordsOf(e);
			}
		return [
			{
				row: at + 2 + n,
				customer: {
					name: cell('name'),
					kind: /^org|compan|firm|business/i.test(cell('kind')) ? ('organization' as const) : ('person' as const),
					mail: cell('mail'),
					phone: cell('phone'),
					address: cell('address'),
					notes: cell('notes'),
					contacts: readContacts(cell('contacts')),
					own: values
				},
				wrong
			}
		];
	});
}

const isMail = (m: string): boolean => /^[^\s@<>",;]+@[^\s@<>",;]+\.[^\s@<>",;]+$/.test(m);

/**
 * What each row would do: a name is needed, a mail has to be one; a row like a customer we have (score 80 or more), or like an
 * earlier row of the same file, is not added a second time.
 */
export function previewCustomers(
	rows: readonly { row: number; customer: CustomerRow; wrong?: string }[],
	known: readonly Party[]
): CustomerPreview[] {
	// By what tells two apart at once, so that a long file stays quick; near misses are looked for only in what is left.
	const seen = new Map<string, Party>();
	const keys = (p: Omit<Party, 'id'>) =>
		[
			p.mail.trim().toLowerCase() && `mail ${p.mail.trim().toLowerCase()}`,
			`name ${p.name.trim().toLowerCase()} ${p.address.trim().toLowerCase()}`
		].filter(Boolean);
	for (const p of known) for (const k of keys(p)) if (!seen.has(k)) seen.set(k, p);
	const near = rows.length <= 2000 ? known : [];
	return rows.map(({ row, customer, wrong }) => {
		const rejected = (why: string): CustomerPreview => ({ row, customer, state: 'rejected', why, sameAs: null });
		if (customer.name.trim() === '') return rejected('It has no name.');
		if (customer.name.length > 200) return rejected('Its name is longer than 200 characters.');
		if (wrong) return rejected(wrong);
		const bad = [customer, ...customer.contacts].find((c) => c.mail !== '' && !isMail(c.mail));
		if (bad) return rejected(`“${bad.mail}” is not a mail address.`);
		const own = { id: '', name: customer.name, mail: customer.mail, phone: customer.phone, address: customer.address };
		const same = keys(own)
			.map((k) => seen.get(k))
			.find(Boolean);
		if (same)
			return same.id
				? { row, customer, state: 'known', why: 'same mail, or same name and address', sameAs: { id: same.id, name: same.name } }
				: rejected('The same customer stands further up in this file.');
		const like = likely(own, near)[0];
		for (const k of keys(own)) seen.set(k, own);
		if (like && like.score >= 80) {
			const found = known.find((k) => k.id === like.id);
			return { row, customer, state: 'known', why: like.reasons.join(', '), sameAs: { id: like.id, name: found?.name ?? '' } };
		}
		return {
			row,
			customer,
			state: 'new',
			why: like ? `a little like ${known.find((k) => k.id === like.id)?.name ?? ''}: ${like.reasons.join(', ')}` : '',
			sameAs: null
		};
	});
}
