/** A quote of a job as its page shows it. */
export interface Issued {
	id: string;
	revision: number;
	number: number;
	quoteId: string;
	own: Record<string, string>;
	quiet: boolean;
	state: 'open' | 'accepted' | 'declined' | 'replaced' | 'withdrawn';
	total: number;
	issuedAt: number;
	seen: number;
	firstSeen: number | null;
	lastSeen: number | null;
	link: string | null;
	answer: { answer: string; name: string; reason: string; at: number; total: number; chosen: string[]; record: number } | null;
	questions: {
		id: string;
		askedBy: string;
		askedAt: number;
		about: string;
		asked: string;
		answer: string;
		answeredBy: string;
		answeredAt: number | null;
	}[];
	activity: { seconds: number; tried: number; devices: string };
	scans: { id: string; name: string }[];
	choices: { id: string; name: string; group: string | null; preset: boolean }[];
}
