import { Type } from '@sinclair/typebox';
import { parsePercent, percent, type Percent } from '../../core/money';
import { packParts } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { defineCommand } from '../commands';
import { strict, Typed } from '../commands/inputs';
import { company } from '../db/schema';
import { bookOf } from './book';

/** The margin that prices are held against. */
export const targetOf = (app: App): Percent =>
	percent(app.db.orm.select({ settings: company.settings }).from(company).get()?.settings.targetMargin ?? 1000);

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
