import { say } from '../../contract/refusals/rates';
import * as contract from '../../contract/rates/budget';
import { eq } from 'drizzle-orm';
import { computeBudget, KINDS, nonBillableRate, OTHER_KINDS, sameMachine, type YearlyBudget } from '../../core/pricing';
import { unitPrice } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { company } from '../company/schema';
import { laborSheets } from '../people/schema';
import { budgets, budgetScenarios, equipmentSheets } from './schema';
import { newId } from '../ids';
import { putVersion } from './labor';
import { rateOn } from './load';

export const saveBudget = serve(contract.saveBudget, (ctx, { version, ...i }) => {
	const typed = i as unknown as YearlyBudget;
	const day = ctx.today.startsWith(String(i.year)) ? ctx.today : `${i.year}-01-01`;
	const budget: YearlyBudget = {
		...typed,
		crews: typed.crews.map((c) => {
			if (!c.sheetId) return c;
			const rate = rateOn(ctx.db, c.sheetId, day);
			if (!rate) throw new Refusal(say('rate-sheet-of-not-any-more', { name: c.name }), 'crews');
			return { ...c, loadedCost: unitPrice(rate.loadedCost), nonBillable: nonBillableRate(rate.sheet) };
		})
	};
	const result = computeBudget(budget);
	if (!result.chosen)
		throw new Refusal(
			budget.method === 'dollars' ? say('no-direct-cost-to-carry-overhead') : say('no-billable-hours-to-carry-overhead'),
			'method'
		);
	for (const e of ctx.db.select().from(equipmentSheets).where(eq(equipmentSheets.place, 'job cost')).all()) {
		const line = e.setAside ? undefined : budget.overhead.find((l) => l.amount > 0 && sameMachine(l.name, e.name));
		if (line) throw new Refusal(say('has-sheet-in-job-cost', { name: e.name }), 'overhead');
	}
	const known = ctx.db.select().from(budgets).where(eq(budgets.year, i.year)).get();
	const id = known ? ctx.update(budgets, known.id, { budget }, version).id : ctx.insert(budgets, { id: newId(), year: i.year, budget }).id;
	ctx.happened(`budget:${i.year}`, 'budget.save', { year: i.year }, 'rates');
	return { id };
});

export const saveScenario = serve(contract.saveScenario, (ctx, i) => {
	const same = ctx.db
		.select()
		.from(budgetScenarios)
		.where(eq(budgetScenarios.year, i.year))
		.all()
		.find((s) => s.name.toLowerCase() === i.name.toLowerCase());
	const row = { year: i.year, name: i.name, whatIf: i.whatIf, at: ctx.now, byName: ctx.who.name };
	const id = same ? ctx.update(budgetScenarios, same.id, row).id : ctx.insert(budgetScenarios, { id: newId(), ...row }).id;
	ctx.happened(`budget:${i.year}`, 'budget.save-scenario', { name: i.name }, 'rates');
	return { id };
});

export const dropScenario = serve(contract.dropScenario, (ctx, i) => {
	const s = ctx.get(budgetScenarios, i.scenarioId, 'This scenario');
	ctx.remove(budgetScenarios, s.id);
	ctx.happened(`budget:${s.year}`, 'budget.drop-scenario', { name: s.name }, 'rates');
});

export const takeOverhead = serve(contract.takeOverhead, (ctx, i) => {
	const row = ctx.db.select().from(budgets).where(eq(budgets.year, i.year)).get();
	const chosen = row ? computeBudget(row.budget).chosen : null;
	if (!row || !chosen) throw new Refusal(say('save-budget-first'));
	const sheets = ctx.db.select().from(laborSheets).where(eq(laborSheets.setAside, false)).all();
	for (const s of sheets) {
		const now = rateOn(ctx.db, s.id, i.from);
		if (!now) continue;
		putVersion(ctx, s.id, { name: s.name, branchId: s.branchId }, i.from, { ...now.sheet, overheadPerHour: chosen.perHour });
	}
	const own = ctx.get(company, 'company', 'The company');
	const kinds = row.budget.method === 'dollars' ? KINDS : OTHER_KINDS;
	const overheadPercent = chosen.perDollar > 0 ? Object.fromEntries(kinds.map((k) => [k, chosen.perDollar])) : {};
	ctx.update(company, own.id, { settings: { ...own.settings, overheadPercent } });
	ctx.happened(`budget:${i.year}`, 'budget.take-overhead', { year: i.year, sheets: sheets.length, from: i.from }, 'rates', 'catalog');
	return { sheets: sheets.length };
});
