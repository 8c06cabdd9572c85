import { asc, eq } from 'drizzle-orm';
import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/commands';
import type { Input } from '../../contract';
import { cents, unitPrice, type Cents, type UnitPrice } from '../../core/money';
import { againstBreakEven, renewedPrice, seasonOf } from '../../core/rounds';
import { laborRate } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { Day } from '../../core/time';
import type { App } from '../app';
import { serve } from '../commands';
import { among } from '../db';
import type { Orm } from '../db';
import { rateOn, usualSheet } from '../rates';
import { sites } from '../sales/schema';
import { agreements, seasonServices } from './schema';
import { sell } from './services';

/** The break-even of an hour by the usual rate sheet as it will hold on a day; null: there is no sheet. */
export function breakEvenOn(db: Orm, day: Day): UnitPrice | null {
	const sheet = usualSheet(db, null);
	const rate = sheet === null ? null : rateOn(db, sheet, day);
	return rate === null ? null : unitPrice(laborRate(rate.sheet).breakEven);
}

/** What an agreement's labor and material cost to break even, against its price. */
export const standOf = (a: { price: number; visits: number; hours: number }, service: { materials: number }, rate: UnitPrice) =>
	againstBreakEven({ price: cents(a.price), visits: a.visits, hours: a.hours, rate, materials: cents(service.materials) });

type Agreement = typeof agreements.$inferSelect;
type Wish = Omit<Input<'rounds.renew'>, 'agreementIds'>;

/** What an agreement would be sold for in another year, and its break-even then; null: there is no rate sheet. @throws Refusal at the field that is wrong */
export function priceIn(
	db: Orm,
	a: Agreement,
	service: typeof seasonServices.$inferSelect,
	i: Wish
): { price: Cents; breakEven: Cents | null } {
	if (i.way === 'margin' && i.by >= 10_000) throw new Refusal(say('margin-under-100'), 'by');
	const rate = breakEvenOn(db, seasonOf(service, i.year).from);
	if (i.way === 'margin' && rate === null) throw new Refusal(say('no-rate-sheet-for-break-even'), 'way');
	const whole = rate === null ? null : (a.hours * rate) / 1_000_000 + service.materials * a.visits;
	const breakEven = whole === null ? null : cents(Math.round(whole));
	return { price: renewedPrice({ price: cents(a.price), breakEven: breakEven ?? cents(0) }, i.way, i.by), breakEven };
}

/** What renewing would come to, and how many of them below break-even; saves nothing. */
export function renewal(app: App, i: Input<'rounds.renew'>) {
	const found = app.db.orm
		.select({ a: agreements, service: seasonServices, address: sites.address })
		.from(agreements)
		.innerJoin(seasonServices, eq(seasonServices.id, agreements.serviceId))
		.innerJoin(sites, eq(sites.id, agreements.siteId))
		.where(among(agreements.id, i.agreementIds))
		.orderBy(asc(agreements.number))
		.all();
	const rows = found.map(({ a, service, address }) => {
		const { price, breakEven } = priceIn(app.db.orm, a, service, i);
		return { id: a.id, address, was: a.price, becomes: price, breakEven };
	});
	const below = rows.filter((r) => r.breakEven !== null && r.becomes < r.breakEven);
	return { rows, below: below.length, lost: below.reduce((n, r) => n + (r.breakEven ?? 0) - r.becomes, 0) };
}

export const renewAgreements = serve(contract.renewAgreements, (ctx, i) => {
	const made: string[] = [];
	let service: typeof seasonServices.$inferSelect | undefined;
	for (const id of i.agreementIds) {
		const a = ctx.get(agreements, id, 'This agreement');
		service = service?.id === a.serviceId ? service : ctx.get(seasonServices, a.serviceId, 'Its service');
		const { price } = priceIn(ctx.db, a, service, i);
		const { visits, hours, billing, note, onDays, openFrom, openTo } = a;
		const next = sell(ctx, service, a.siteId, i.year, { visits, hours, billing, note, onDays, openFrom, openTo, price });
		ctx.update(agreements, next.id, { stop: a.stop });
		made.push(next.id);
	}
	if (service)
		ctx.happened(`season-service:${service.id}`, 'rounds.renew', { service: service.name, count: made.length, year: i.year }, 'plan');
	return { agreementIds: made };
});
