import { say } from '../../contract/refusals/estimates';
import { settingsOf } from '../company';
import * as contract from '../../contract/estimates/price-check';
import { percent, type Percent } from '../../core/money';
import { packParts } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import { company } from '../company/schema';
import { bookOf } from './price-book';

/** The margin that prices are held against. */
export const targetOf = (app: App): Percent => percent(settingsOf(app.db.orm).targetMargin);

/** The book on its way into a worker: what each thing is, and its parts as bare numbers. */
export const packedBook = (app: App) => bookOf(app).map(({ parts, ...e }) => ({ ...e, parts: packParts(parts) }));

export const setTarget = serve(contract.setTarget, (ctx, i) => {
	const target = percent(i.margin);
	if (target < 0 || target >= 10_000) throw new Refusal(say('margin-lies-between-0-and-below'), 'margin');
	const now = ctx.get(company, 'company', 'The company');
	ctx.update(company, now.id, { settings: { ...now.settings, targetMargin: target } });
	ctx.happened('company', 'company.target-margin', { target: target / 100 }, 'rates');
});
