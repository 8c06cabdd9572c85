import { say } from '../../contract/refusals/screens';
import { settingsOf, todayOf } from '../company';
import { eq } from 'drizzle-orm';
import { may, type Holder, type Right } from '../../core/access';
import { step, type Step } from '../../core/explain';
import { formatCents, percent } from '../../core/money';
import { explainCarried, explainChecked, explainEquipment, explainFlat, explainItem, explainLaborRate } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { asChecked, bookOf, type BookEntry } from '../estimates';
import { pricer } from '../catalog';
import { NotAllowed } from '../commands';
import { equipmentSheets, items } from '../db/schema';
import { serviceInEdition, pricedServices } from '../flat-rate';
import { budgetFor, rateOn } from '../rates';
import { actualOf, typicalJobs } from './budget';

/** What can be explained, by the word before the colon, with the right that seeing its figures needs. */
const ROOMS: Record<string, { right: Right; explain: (app: App, id: string) => Step | null }> = {
	item: { right: 'catalog.see', explain: itemPrice },
	service: { right: 'catalog.see', explain: service },
	edition: { right: 'catalog.see', explain: editionService },
	sheet: { right: 'rates.see', explain: sheet },
	machine: { right: 'rates.see', explain: machine },
	check: { right: 'rates.see', explain: checked },
	carried: { right: 'rates.see', explain: carried },
	'sales-to-date': { right: 'rates.see', explain: (app, id) => toDate(app, id, 'sales') },
	'cost-to-date': { right: 'rates.see', explain: (app, id) => toDate(app, id, 'cost') }
};
export const EXPLAINED = Object.keys(ROOMS);

/**
 * The steps behind a number, down to the records it came from. `of` is what it belongs to: “item:ID”, “check:1000:assembly:ID”.
 * @throws Refusal when there is nothing of that name, or this role may not see it
 */
export function explainRecord(app: App, of: string, who: Holder | null): Step {
	const [word = '', ...rest] = of.split(':');
	const room = Object.hasOwn(ROOMS, word) ? ROOMS[word] : undefined;
	if (!room) throw new Refusal(say('nothing-to-explain-here'));
	if (!who || !may(who, room.right)) throw new NotAllowed(say('you-may-not-see-how-came'));
	const found = room.explain(app, rest.join(':'));
	if (!found) throw new Refusal(say('not-any-more'));
	return found;
}

function itemPrice(app: App, id: string): Step | null {
	const db = app.db.orm;
	const item = db.select().from(items).where(eq(items.id, id)).get();
	if (!item) return null;
	const by = pricer(db);
	const { rule, price, breakEven } = by.of(item);
	const settings = settingsOf(db);
	return explainItem({
		...{ name: item.name, unit: item.unit, kind: item.kind, cost: item.cost, own: item.rule, rule, price, breakEven },
		overheadPercent: settings.overheadPercent[item.kind] ?? 0,
		categories: by.categoriesOf(item.categoryId).map((c) => ({ ...c, source: `/price/catalog?category=${c.id}` })),
		source: `/price/catalog/${item.id}`
	});
}

function sheet(app: App, id: string): Step | null {
	const rate = rateOn(app.db.orm, id, todayOf(app));
	return rate ? explainLaborRate(rate.sheet, `/price/rates/${id}`) : null;
}

function machine(app: App, id: string): Step | null {
	const m = app.db.orm.select().from(equipmentSheets).where(eq(equipmentSheets.id, id)).get();
	return m ? explainEquipment(m.sheet, m.hoursPerDay / 10_000, '/price/rates') : null;
}

function service(app: App, id: string): Step | null {
	const s = pricedServices(app.db.orm, [id], todayOf(app))[0];
	return s
		? explainFlat(s.title, { hours: s.service.hours as never, materials: s.service.materials }, s.terms, {
				catalog: `/price/flat-rate/${s.catalog.id}`,
				...(s.catalog.sheetId ? { rate: `/price/rates/${s.catalog.sheetId}` } : {})
			})
		: null;
}

/** “EDITION:KEY”: what a service would be sold at once the edition is taken. */
function editionService(app: App, id: string): Step | null {
	const [editionId = '', ...key] = id.split(':');
	const found = serviceInEdition(app, editionId, key.join(':'));
	return found ? explainFlat(found.title, found, found.terms, {}) : null;
}

/** “MARGIN:KIND:ID” of an entry of the price check, held against a margin in hundredths of a percent. */
function checked(app: App, of: string): Step | null {
	const [margin = '', kind, ...id] = of.split(':');
	const target = Number(margin);
	if (!Number.isInteger(target) || target < 0 || target >= 10_000) return null;
	const entry = bookOf(app, { kind: kind as BookEntry['kind'], ids: [id.join(':')] })[0];
	return entry ? explainChecked(entry.name, { ...asChecked(entry), parts: entry.parts }, percent(target)) : null;
}

/** “METHOD:NAME”: what a typical job would carry of the overhead by a method. */
function carried(app: App, of: string): Step | null {
	const [method, ...name] = of.split(':');
	const row = budgetFor(app.db.orm, Number(todayOf(app).slice(0, 4)));
	const job = typicalJobs(app).find((j) => j.name === name.join(':'));
	if (!row || !job || (method !== 'hours' && method !== 'dollars' && method !== 'split')) return null;
	return explainCarried(job, { ...row.budget, method }, '/price/budget');
}

/** “YEAR”: where the actuals beside the budget come from. */
function toDate(app: App, year: string, what: 'sales' | 'cost'): Step | null {
	if (!/^\d{4}$/.test(year)) return null;
	const actual = actualOf(app, Number(year));
	const rows = Object.entries(what === 'sales' ? actual.sales : actual.cost);
	const sum = rows.reduce((n, [, amount]) => n + amount, 0);
	return step(what === 'sales' ? `Billed in ${year}` : `Cost on jobs in ${year}`, formatCents(sum as never), {
		formula: what === 'sales' ? 'invoices issued and not voided, net, by kind of work' : 'cost entries of the year, by kind',
		source: what === 'sales' ? '/bill/invoices' : '/work/costs',
		steps: rows.map(([name, amount]) => step(name, formatCents(amount as never)))
	});
}
