/** The record of an acceptance: all that was agreed, in one piece that can be checked later. */
export interface AcceptanceRecord {
	version: 1;
	company: string;
	customer: string;
	site: string;
	quote: number;
	revision: number;
	/** The hash of the frozen revision: its header, scopes, lines, prices, tax. */
	revisionHash: string;
	/** Options that were chosen, as they were called. */
	chosen: { id: string; name: string }[];
	/** Cents. */
	net: number;
	tax: number;
	total: number;
	terms: string;
	name: string;
	/** The hash of the drawn signature; empty: typed, or on paper. */
	signatureHash: string;
	/** The instant, and the wall time with its zone. */
	at: number;
	wallTime: string;
	zone: string;
	/** Where it came from: address and agent of the client, or who entered it by hand. */
	address: string;
	agent: string;
	/** Of several who had to sign: each one, in the order in which they did. Absent: one alone. */
	signatures?: { name: string; signatureHash: string; at: number; address: string; agent: string }[];
	questions: { about: string; asked: string; askedBy: string; askedAt: number; answer: string; answeredBy: string }[];
}

/** A record as the text that is hashed: the same record always gives the same text, whatever the order of its keys. */
export function recordText(record: AcceptanceRecord): string {
	const sorted = (v: unknown): unknown =>
		Array.isArray(v)
			? v.map(sorted)
			: v !== null && typeof v === 'object'
				? Object.fromEntries(
						Object.entries(v)
							.sort(([a], [b]) => (a < b ? -1 : 1))
							.map(([k, x]) => [k, sorted(x)])
					)
				: v;
	return JSON.stringify(sorted(record));
}
