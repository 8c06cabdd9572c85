export interface Party {
	id: string;
	name: string;
	mail: string;
	phone: string;
	address: string;
}
export interface Likeness {
	id: string;
	score: number;
	reasons: string[];
}

/** The 3-letter pieces of a text: lower case, without accents and punctuation, two spaces before and one after each word. */
export function pieces(text: string): Set<string> {
	const words = text
		.normalize('NFD')
		.replace(/[\u0300-\u036f]/g, '')
		.toLowerCase()
		.replace(/[^a-z0-9\s]/g, '')
		.split(/\s+/)
		.filter(Boolean);
	const set = new Set<string>();
	for (const w of words) {
		const padded = `  ${w} `;
		for (let i = 0; i + 3 <= padded.length; i++) set.add(padded.slice(i, i + 3));
	}
	return set;
}

/** Similarity of two texts from 0 to 1: common pieces ÷ all pieces (Jaccard). */
export function similarity(a: string, b: string): number {
	const [x, y] = [pieces(a), pieces(b)];
	if (x.size === 0 || y.size === 0) return 0;
	let both = 0;
	for (const p of x) if (y.has(p)) both += 1;
	return both / (x.size + y.size - both);
}

const lastTen = (phone: string): string | null => {
	const digits = phone.replace(/\D/g, '');
	return digits.length >= 10 ? digits.slice(-10) : null;
};

/** The first number of an address: the house. Neighbors of one street are not one customer. */
const houseOf = (address: string): string => /\d+/.exec(address)?.[0] ?? '';

/**
 * Those who may be the same: mail equal 100, last ten digits of a phone 90, name and address similarity from 0.6 each on its
 * own with its value; an address only with the same house number. Most likely first; reasons always given. A suggestion only: nothing is merged by it.
 */
export function likely(of: Omit<Party, 'id'>, among: readonly Party[]): Likeness[] {
	const found: Likeness[] = [];
	const phone = lastTen(of.phone);
	for (const p of among) {
		const reasons: string[] = [];
		let score = 0;
		if (of.mail.trim() !== '' && of.mail.trim().toLowerCase() === p.mail.trim().toLowerCase()) {
			score = 100;
			reasons.push('same mail');
		}
		if (phone !== null && phone === lastTen(p.phone)) {
			score = Math.max(score, 90);
			reasons.push('same phone');
		}
		for (const [what, a, b] of [
			['name', of.name, p.name],
			['address', of.address, p.address]
		] as const) {
			const s = similarity(a, b);
			if (s >= 0.6 && (what === 'name' || houseOf(a) === houseOf(b))) {
				score = Math.max(score, Math.round(s * 80));
				reasons.push(`${what} alike (${s.toFixed(2)})`);
			}
		}
		if (reasons.length > 0) found.push({ id: p.id, score, reasons });
	}
	return found.sort((a, b) => b.score - a.score || a.id.localeCompare(b.id));
}

/**
 * What of mail and phone somebody gives now that is not what is kept of them: to be asked about, and kept either way. What is kept of
 * nobody yet is no difference: it is filled in.
 * @example differing({ mail: 'a@b.example', phone: '' }, { mail: 'old@b.example', phone: '555 0100' }) // ['mail']
 */
export function differing(now: Pick<Party, 'mail' | 'phone'>, kept: Pick<Party, 'mail' | 'phone'>): ('mail' | 'phone')[] {
	const same = {
		mail: (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase(),
		phone: (a: string, b: string) => a.replace(/\D/g, '').slice(-10) === b.replace(/\D/g, '').slice(-10)
	};
	return (['mail', 'phone'] as const).filter((f) => now[f].trim() !== '' && kept[f].trim() !== '' && !same[f](now[f], kept[f]));
}
