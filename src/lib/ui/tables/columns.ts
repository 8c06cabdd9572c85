import { cents, formatCents, formatQuantity, quantity, sum, type Cents } from '$lib/core/money';
import type { Column } from './view';

interface How<Row> extends Partial<Column<Row>> {
	/** What stands where there is no amount. */
	none?: string;
	/** 0.00 is left blank. */
	blank?: boolean;
}

/** A column of amounts in cents: sorted and exported as numbers, shown as money, summed by the core. */
export function moneyColumn<Row>(key: string, label: string, of: (row: Row) => number | null, how: How<Row> = {}): Column<Row> {
	const { none = '', blank = false, ...rest } = how;
	const shown = (amount: number | null) => (amount === null ? none : amount === 0 && blank ? '' : formatCents(amount));
	const amounts = (rows: readonly Row[]): Cents[] => rows.flatMap((r) => of(r) ?? []).map(cents);
	return {
		key,
		label,
		num: true,
		value: (r) => {
			const amount = of(r);
			return amount === null || (amount === 0 && blank) ? null : amount / 100;
		},
		text: (r) => shown(of(r)),
		sum: (rows) => formatCents(sum(amounts(rows))),
		...rest
	};
}

/** A column of quantities in ten-thousandths, shown by `show`; the sum is of the whole ten-thousandths. */
export const quantityColumn = <Row>(
	key: string,
	label: string,
	of: (row: Row) => number,
	show: (n: number) => string = formatQuantity,
	rest: Partial<Column<Row>> = {}
): Column<Row> => ({
	key,
	label,
	num: true,
	value: (r) => of(r) / 10_000,
	text: (r) => show(of(r)),
	sum: (rows) => show(quantity(rows.reduce((all, r) => all + of(r), 0))),
	...rest
});
