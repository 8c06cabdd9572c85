/** What is known of an open quote's customer: what they did, and when. Times in milliseconds. */
export interface Activity {
	seen: number;
	lastSeen: number | null;
	/** Seconds the page was in front of them, all visits together. */
	seconds: number;
	/** Options they tried. */
	tried: number;
	/** Questions of theirs that nobody answered yet. */
	openQuestions: number;
	daysLeft: number;
	/** Of our sending it. */
	issuedAt: number;
}
export interface Hotness {
	/** 0 and more; higher: call first. For ordering only. */
	score: number;
	reasons: string[];
}
const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/**
 * How warm an open quote is: an unanswered question first, then who is looking now and often, tries options, reads long, or is
 * about to let it expire; one that was never opened after three days is worth a call too. Each point comes with its reason.
 */
export function hotness(a: Activity, now: number): Hotness {
	const reasons: string[] = [];
	let score = 0;
	const add = (points: number, reason: string) => {
		score += points;
		reasons.push(reason);
	};
	if (a.openQuestions > 0) add(100, a.openQuestions === 1 ? 'asked a question' : `asked ${a.openQuestions} questions`);
	if (a.lastSeen !== null) {
		const since = now - a.lastSeen;
		if (since < 2 * HOUR) add(50, 'looked at it just now');
		else if (since < DAY) add(30, 'looked at it today');
		else if (since < 3 * DAY) add(15, 'looked at it in the last days');
	}
	if (a.seen >= 3) add(Math.min(30, 5 * a.seen), `read it ${a.seen} times`);
	if (a.tried > 0) add(20, a.tried === 1 ? 'tried an option' : `tried ${a.tried} options`);
	if (a.seconds >= 180) add(10, `spent ${Math.round(a.seconds / 60)} minutes on it`);
	if (a.seen > 0 && a.daysLeft >= 0 && a.daysLeft <= 3)
		add(25, a.daysLeft === 0 ? 'it expires today' : `it expires in ${a.daysLeft} day${a.daysLeft === 1 ? '' : 's'}`);
	if (a.seen === 0 && now - a.issuedAt > 3 * DAY) add(12, 'has not opened it');
	return { score, reasons };
}
