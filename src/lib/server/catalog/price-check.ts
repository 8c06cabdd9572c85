import { Type } from '@sinclair/typebox';
import { parsePercent, percent, type Percent } from '../../core/money';
import { checkPrices, packParts, type Checked } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { defineCommand } from '../commands';
import { strict, Typed } from '../commands/inputs';
import { company } from '../db/schema';
import { asChecked, bookOf, type BookEntry } from './book';

export interface BookRow extends Checked, Omit<BookEntry, 'id' | 'parts'> {}

/** The margin that prices are held against. */
export const targetOf = (app: App): Percent =>
	percent(app.db.orm.select({ settings: company.settings }).from(company).get()?.settings.targetMargin ?? 1000);

/** The whole book against today's costs, rates and overhead: open estimates, assemblies and flat-rate services, most money short first. */
export function checkBook(app: App, target = targetOf(app)): { target: number; rows: BookRow[] } {
	const book = bookOf(app);
	const named = new Map(book.map(({ parts: _, ...e }) => [e.id, e]));
	const checked = checkPrices(book.map(asChecked), target);
	return { target, rows: checked.flatMap((c) => (named.has(c.id) ? [{ ...(named.get(c.id) as Omit<BookEntry, 'parts'>), ...c }] : [])) };
}

/** The book on its way into a worker: what each thing is, and its parts as bare numbers. */
export const packedBook = (app: App) => bookOf(app).map(({ parts, ...e }) => ({ ...e, parts: packParts(parts) }));

/** Sets the margin that prices are held against from now on. */
export const setTarget = defineCommand({
	name: 'company.target-margin',
	access: 'rates.change',
	input: Type.Object({ margin: Typed }, strict),
	run(ctx, i) {
		const target = parsePercent(i.margin, 'The margin');
		if (target < 0 || target >= 10_000) throw new Refusal('A margin lies between 0 and below 100 %.', 'margin');
		const now = ctx.get(company, 'company', 'The company');
		ctx.update(company, now.id, { settings: { ...now.settings, targetMargin: target } });
		ctx.happened('company', `Prices are held against a margin of ${target / 100} %`, 'rates');
	}
});
