import type { QuoteLayout } from '../documents';
import type { Cents, Rate } from '../money';
import type { Estimate } from './model';
import { quoteView, type Choosable, type QuoteView, type TaxSetting } from './quote';

/** A line as its customer may read it. Null: the layout keeps it back. */
export interface CustomerLine extends Choosable {
	id: string;
	text: string;
	heading: boolean;
	quantity: number | null;
	unit: string;
	amount: Cents | null;
}
export interface CustomerScope extends Choosable {
	id: string;
	name: string;
	wording: string;
	amount: Cents | null;
	pictures: { fileId: string; text: string }[];
	lines: CustomerLine[];
}
/** What leaves the house of a revision: page, page data, PDF and mails are made from this and nothing else. */
export interface CustomerView {
	scopes: CustomerScope[];
	groups: QuoteView['groups'];
	/** What a question can be about. */
	about: { id: string; text: string }[];
	totals: { net: Cents; tax: Cents; total: Cents; taxes: { name: string; rate: Rate; base: Cents | null; tax: Cents }[] };
	discount: Cents;
}

/**
 * The one view of a revision for its customer: it holds only what the layout shows. Lines of a layout that shows scopes alone are not in
 * it, nor amounts that it keeps back; what can be chosen always has its name and price.
 * @param pictures files of pictures by the line they belong to
 */
export function customerView(
	estimate: Estimate,
	chosen: ReadonlySet<string>,
	tax: TaxSetting,
	layout: QuoteLayout,
	pictures: Readonly<Record<string, string>> = {}
): CustomerView {
	const view = quoteView(estimate, chosen, tax);
	const scopes = view.scopes.map((s) => scopeFor(s, layout, pictures));
	return {
		scopes,
		groups: view.groups,
		about: scopes.flatMap((s) => [
			{ id: s.id, text: s.name },
			...s.lines.filter((l) => !l.heading).map((l) => ({ id: l.id, text: `${s.name}: ${l.text}` }))
		]),
		totals: {
			net: view.totals.net,
			tax: view.totals.tax,
			total: view.totals.total,
			// What is taxed would tell materials from labor where only the total is shown.
			taxes: view.totals.taxes.map(({ name, rate, base, tax: t }) => ({
				name,
				rate,
				base: layout.amounts === 'total' ? null : base,
				tax: t
			}))
		},
		discount: view.discount
	};
}

function scopeFor(s: QuoteView['scopes'][number], layout: QuoteLayout, pictures: Readonly<Record<string, string>>): CustomerScope {
	const lined = layout.detail === 'lines';
	// A reminder that nobody needed is nothing a customer is offered.
	const shown = s.lines.filter((l) => l.option || (lined && (l.heading || l.quantity !== 0 || l.amount !== 0)));
	const read = new Set(shown.map((l) => l.id));
	return {
		...pick(s),
		id: s.id,
		name: s.name,
		wording: s.wording,
		amount: layout.amounts === 'total' && !s.option ? null : s.amount,
		pictures: s.lines.flatMap((l) => {
			const fileId = pictures[l.id];
			return fileId ? [{ fileId, text: read.has(l.id) ? l.text : s.name }] : [];
		}),
		lines: shown.map((l) => ({
			...pick(l),
			id: l.id,
			text: l.text,
			heading: l.heading,
			quantity: lined ? l.quantity : null,
			unit: lined ? l.unit : '',
			amount: layout.amounts === 'lines' || l.option ? l.amount : null
		}))
	};
}

const pick = ({ option, chosen, groupId, difference }: Choosable): Choosable => ({ option, chosen, groupId, difference });
