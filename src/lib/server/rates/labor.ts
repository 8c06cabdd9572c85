import { say } from '../../contract/refusals/rates';
import * as contract from '../../contract/rates/labor';
import { and, desc, eq } from 'drizzle-orm';
import { mulDiv, type Percent, type Rate } from '../../core/money';
import { burdenOf, laborRate, nonBillableOf, type LaborSheet } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { serve, Stale, type Context } from '../commands';
import { parts } from '../catalog/schema';
import { laborSheets } from '../people/schema';
import { laborRates } from './schema';
import { newId } from '../ids';

export const saveLaborSheet = serve(contract.saveLaborSheet, (ctx, i) => {
	const head = i.sheetId ? ctx.find(laborSheets, i.sheetId) : undefined;
	const id = head?.id ?? i.sheetId ?? newId();
	if (head && i.version !== undefined && i.version !== head.version) throw new Stale(say('somebody-else-changed-sheet-meanwhile'));
	putVersion(ctx, id, { name: i.name, branchId: i.branchId }, i.from, i.sheet as unknown as LaborSheet);
	ctx.happened(`rates:${id}`, 'rates.save', { name: i.name, from: i.from }, 'rates');
	return { id };
});

/** A computed percentage as near as a typed one can say it: for showing where the parts are not. */
const asPercent = (r: Rate): Percent => mulDiv(r, 1, 100) as Percent;

/** Puts a version of a sheet from a day on: parts become percentages, rates are computed, the sheet shows its newest version. */
export function putVersion(
	ctx: Context,
	id: string,
	named: { name: string; branchId: string | null },
	from: string,
	typed: LaborSheet
): void {
	const sheet: LaborSheet = { ...typed };
	if (typed.parts?.length) sheet.nonBillable = asPercent(nonBillableOf(typed.parts, typed.dayMinutes ?? 480));
	if (typed.burdenParts?.length) {
		const { burden, notOnPremium } = burdenOf(typed.burdenParts);
		sheet.burden = burden;
		sheet.burdenNotOnPremium = notOnPremium;
	}
	const rate = laborRate(sheet);
	const figures = { sheet, loadedCost: rate.loadedCost, overheadPerHour: sheet.overheadPerHour, price: rate.price };
	if (!ctx.find(laborSheets, id)) ctx.insert(laborSheets, { id, ...named, from, ...figures });
	const of = eq(laborRates.sheetId, id);
	const same = ctx.db
		.select()
		.from(laborRates)
		.where(and(of, eq(laborRates.from, from)))
		.get();
	if (same) ctx.update(laborRates, same.id, figures);
	else ctx.insert(laborRates, { id: newId(), sheetId: id, from, ...figures });
	const newest = ctx.db.select().from(laborRates).where(of).orderBy(desc(laborRates.from)).limit(1).get();
	if (newest)
		ctx.update(laborSheets, id, {
			...named,
			from: newest.from,
			sheet: newest.sheet,
			loadedCost: newest.loadedCost,
			overheadPerHour: newest.overheadPerHour,
			price: newest.price
		});
}

export const setSheetAside = serve(contract.setSheetAside, (ctx, i) => {
	const sheet = ctx.get(laborSheets, i.sheetId, 'This rate sheet');
	const used = ctx.db.select({ id: parts.id }).from(parts).where(eq(parts.sheetId, sheet.id)).limit(1).get();
	if (used && !i.back) throw new Refusal(say('assemblies-price-their-labor-by-sheet'));
	ctx.update(laborSheets, sheet.id, { setAside: !i.back });
	ctx.happened(`rates:${sheet.id}`, 'rates.set-aside', { back: Boolean(i.back) }, 'rates');
});
