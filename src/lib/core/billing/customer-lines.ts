import { cents, type Cents } from '../money';

/** A line of an invoice with where its customer reads it: its scope, and the line that was shown on the quote; null: it was hidden. */
export interface PlacedLine {
	scope: string;
	text: string | null;
	amount: Cents;
}

/**
 * The lines of a contract's invoice as its customer may read them: as their quote showed them. With amounts of lines, the shown lines, and
 * beside them what of a scope was not shown; with amounts of scopes, the scopes; with the total alone, one line.
 * The lines always add up to the invoice's net.
 * @example customerLines([{ scope: 'Roof', text: null, amount: 5167 }], 'lines', 'Deposit') // [{ text: 'Roof', amount: 5167 }]
 */
export function customerLines(
	lines: readonly PlacedLine[],
	amounts: 'lines' | 'scopes' | 'total',
	title: string
): { text: string; amount: Cents }[] {
	const shown = new Map<string, number>();
	for (const l of lines) {
		const text = amounts === 'total' ? title : amounts === 'scopes' || l.text === null ? l.scope : `${l.scope}: ${l.text}`;
		shown.set(text, (shown.get(text) ?? 0) + l.amount);
	}
	return [...shown].filter(([, amount]) => amount !== 0).map(([text, amount]) => ({ text, amount: cents(amount) }));
}
