import { parseCents, TypedNumberError, type Cents } from '../money';
import type { Rejected } from './price-list';

/**
 * Reads the yearly figures of a bookkeeping export: the first column with words names the account, the last column with a
 * number is its amount. Headings, subtotals without a name and blank rows are left out; costs may be negative and are
 * taken as amounts. Rows of the same name are added up.
 */
export function readYearFigures(rows: readonly (readonly string[])[]): {
	figures: { name: string; amount: Cents }[];
	rejected: Rejected[];
} {
	const found = new Map<string, { name: string; amount: number }>();
	const rejected: Rejected[] = [];
	rows.forEach((cells, n) => {
		const name = cells.find((c) => /\p{L}/u.test(c))?.trim() ?? '';
		const last = [...cells].reverse().find((c) => c.trim() !== '') ?? '';
		if (name === '' || !/\d/.test(last) || last.trim() === name) return;
		if (/^(grand |sub)?total\b/i.test(name)) return;
		try {
			const amount = Math.abs(parseCents(last));
			const key = name.toLowerCase();
			const known = found.get(key);
			found.set(key, { name: known?.name ?? name.slice(0, 120), amount: (known?.amount ?? 0) + amount });
		} catch (e) {
			if (!(e instanceof TypedNumberError || e instanceof RangeError)) throw e;
			rejected.push({ row: n + 1, text: cells.filter(Boolean).join(' · ').slice(0, 120), reason: e.message });
		}
	});
	return { figures: [...found.values()].map((f) => ({ name: f.name, amount: f.amount as Cents })), rejected };
}
