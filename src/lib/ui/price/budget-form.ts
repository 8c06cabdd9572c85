import { parseCents, parsePercent, parseRate, parseUnitPrice, rate, toTyped, type Cents, type UnitPrice } from '$lib/core/money';
import type { OTHER_KINDS, RecoveryMethod, YearlyBudget } from '$lib/core/pricing';

type OtherKind = (typeof OTHER_KINDS)[number];
export interface TypedLine {
	name: string;
	lastYear: string;
	amount: string;
}
export interface TypedBudget {
	sales: TypedLine[];
	crews: { name: string; sheetId: string; heads: string; paidHours: string; nonBillable: string; loadedCost: string }[];
	direct: (TypedLine & { kind: OtherKind })[];
	overhead: TypedLine[];
	method: RecoveryMethod;
	onHours: string;
}

/** Whole dollars where there are no cents: a budget is read at a glance. */
export const showAmount = (cents: number): string =>
	cents === 0 ? '' : (cents / 100).toLocaleString('en-US', { minimumFractionDigits: cents % 100 ? 2 : 0, maximumFractionDigits: 2 });

/** What stands in the fields of a budget. */
export function typeBudget(b: YearlyBudget): TypedBudget {
	const line = (l: { name: string; lastYear: Cents; amount: Cents }) => ({
		name: l.name,
		lastYear: showAmount(l.lastYear),
		amount: showAmount(l.amount)
	});
	return {
		sales: b.sales.map(line),
		crews: b.crews.map((c) => ({
			name: c.name,
			sheetId: c.sheetId ?? '',
			heads: String(c.heads),
			paidHours: String(c.paidHours),
			nonBillable: `${toTyped(c.nonBillable, 4)}%`,
			loadedCost: toTyped(c.loadedCost, 4, 2)
		})),
		direct: b.direct.map((d) => ({ ...line(d), kind: d.kind })),
		overhead: b.overhead.map(line),
		method: b.method,
		onHours: `${toTyped(b.onHours, 2)}%`
	};
}

/** Reads the fields back. @throws Refusal in words, naming what was typed wrong */
export function readBudget(
	year: number,
	t: TypedBudget,
	sheets: readonly { id: string; loadedCost: number; nonBillable: number }[]
): YearlyBudget {
	const amount = (text: string, what: string): Cents => (text.trim() === '' ? (0 as Cents) : parseCents(text, what));
	const line = (l: TypedLine) => ({
		name: l.name.trim(),
		lastYear: amount(l.lastYear, `${l.name || 'A line'}, last year`),
		amount: amount(l.amount, l.name || 'A line')
	});
	const used = (l: TypedLine) => l.name.trim() !== '' || l.amount.trim() !== '';
	const whole = (text: string) => Math.max(0, Math.round(Number(text.replace(/,/g, '')) || 0));
	return {
		year,
		sales: t.sales.filter(used).map(line),
		crews: t.crews
			.filter((c) => c.name.trim() !== '' || c.sheetId !== '')
			.map((c) => {
				const sheet = sheets.find((s) => s.id === c.sheetId);
				return {
					name: c.name.trim(),
					sheetId: c.sheetId || null,
					heads: whole(c.heads),
					paidHours: whole(c.paidHours),
					nonBillable: sheet ? rate(sheet.nonBillable) : parseRate(c.nonBillable || '0', `${c.name}: non-billable`),
					loadedCost: sheet ? (sheet.loadedCost as UnitPrice) : parseUnitPrice(c.loadedCost || '0', `${c.name}: loaded cost`)
				};
			}),
		direct: t.direct.filter(used).map((d) => ({ ...line(d), kind: d.kind })),
		overhead: t.overhead.filter(used).map(line),
		method: t.method,
		onHours: parsePercent(t.onHours, 'The share on hours')
	};
}

/** Puts last year's figures of an export onto the lines of the same name; the rest become overhead lines of their own. */
export function takeLastYear(t: TypedBudget, figures: readonly { name: string; amount: Cents }[]): { known: number; added: number } {
	const all = [...t.sales, ...t.direct, ...t.overhead];
	let known = 0;
	let added = 0;
	for (const f of figures) {
		const line = all.find((l) => l.name.trim().toLowerCase() === f.name.toLowerCase());
		if (line) {
			line.lastYear = showAmount(f.amount);
			known += 1;
		} else {
			t.overhead.push({ name: f.name, lastYear: showAmount(f.amount), amount: '' });
			added += 1;
		}
	}
	return { known, added };
}
