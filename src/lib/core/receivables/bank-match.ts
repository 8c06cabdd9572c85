import { similarity } from '../formats';
import type { Cents } from '../money';
import { daysBetween, type Day } from '../time';

export interface BankLine {
	day: Day;
	amount: Cents;
	text: string;
}
export interface OpenItem {
	id: string;
	number: string;
	party: string;
	open: Cents;
	due: Day;
}
export interface BankMatch {
	id: string;
	/** Whether its number stands in the line with exactly its amount: nothing else can be meant. */
	sure: boolean;
	reasons: string[];
	score: number;
}

const hasNumber = (text: string, number: string): boolean =>
	new RegExp(`(^|[^0-9a-z])${number.replace(/[^0-9a-z]/gi, '\\$&')}([^0-9a-z]|$)`, 'i').test(text);

/** How like a name is to what the bank wrote: the best of its words in a row of as many. */
function nameLike(text: string, name: string): number {
	const words = text.split(/\s+/).filter(Boolean);
	const length = name.split(/\s+/).length;
	let best = similarity(text, name);
	for (let n = 0; n + length <= words.length; n++) best = Math.max(best, similarity(words.slice(n, n + length).join(' '), name));
	return best;
}

/**
 * What a line of the bank may be for, best first: by the number in its text, by its amount, by the name. Proposed only: nothing is taken without a click.
 * @param items open invoices for money that came in, open bills of suppliers for money that went out; amounts above 0
 */
export function matchesOf(line: BankLine, items: readonly OpenItem[]): BankMatch[] {
	const amount = Math.abs(line.amount);
	return items
		.flatMap((i): (BankMatch & { near: number })[] => {
			const [number, exact, like] = [hasNumber(line.text, i.number), i.open === amount, nameLike(line.text, i.party)];
			const reasons = [...(number ? [`number ${i.number}`] : []), ...(exact ? ['the amount'] : []), ...(like >= 0.6 ? ['the name'] : [])];
			const score = (number ? 4 : 0) + (exact ? 2 : 0) + (like >= 0.6 ? 1 : 0);
			const near = Math.abs(daysBetween(i.due, line.day));
			return score >= 2 ? [{ id: i.id, sure: number && exact, reasons, score, near }] : [];
		})
		.sort((a, b) => b.score - a.score || a.near - b.near || a.id.localeCompare(b.id))
		.slice(0, 5)
		.map(({ near, ...m }) => (void near, m));
}
