import { Type } from '@sinclair/typebox';
import { BILLINGS } from '../../core/rounds';
import { command } from '../define';
import { GetsIn, Hours, OnDays, Price, renewAgreements, Visits } from './commands';
import { Id, Name, Nothing, orNull, strict, Text, Version } from '../inputs';

const Sold = Type.Object(
	{
		/** The site; null: one of this customer and address, made where there is none. */
		siteId: orNull(Id),
		...{ customer: Text(200), address: Text(300), district: Text(80) },
		...{ lat: orNull(Type.Number({ minimum: -90, maximum: 90 })), lng: orNull(Type.Number({ minimum: -180, maximum: 180 })) },
		visits: Type.Integer({ minimum: 1, maximum: 366 }),
		/** Ten-thousandths of an hour, cents. */
		...{ hours: Type.Integer({ minimum: 0, maximum: 1e10 }), price: Type.Integer({ minimum: 0, maximum: 1e11 }) },
		onDays: OnDays,
		...GetsIn,
		note: Text(2000)
	},
	strict
);

/** A season service is sold to many sites at once, as picked or out of a table. All of them or none; more than a thousand in turns, so that nobody else waits. */
export const sellMany = command('rounds.sell-many', {
	right: 'jobs.change',
	size: 4_000_000,
	input: Type.Object(
		{
			serviceId: Id,
			year: Type.Integer({ minimum: 2000, maximum: 2100 }),
			billing: Type.Union(BILLINGS.map((b) => Type.Literal(b))),
			rows: Type.Array(Sold, { minItems: 1, maxItems: 1000 })
		},
		strict
	),
	output: Type.Object({ agreementIds: Type.Array(Type.String()), newSites: Type.Integer(), newCustomers: Type.Integer() }, strict)
});

/** What was sold of one agreement, as it stands in the table of a choice. */
const SoldNow = Type.Object(
	{
		...{ agreementId: Id, visits: Visits, hours: Hours },
		/** Cents; not named by who sees no prices: it stays. */
		price: Type.Optional(Price),
		version: Version
	},
	strict
);
/** What was sold is put right for many agreements at once, all of them or none. What takes it back comes as the answer. */
export const changeAgreements = command('rounds.change-many', {
	right: 'jobs.change',
	size: 400_000,
	input: Type.Object({ changes: Type.Array(SoldNow, { minItems: 1, maxItems: 1000 }) }, strict),
	output: Type.Object({ undo: Type.Array(SoldNow) }, strict)
});

/** Agreements are offered for another year, each as a quote on a job of its own; one that is accepted becomes an agreement by itself. All of them or none. */
export const offerRenewals = command('rounds.offer-renewals', {
	right: 'quotes.issue',
	size: 200_000,
	input: Type.Object(
		{
			...renewAgreements.input.properties,
			/** They go out by mail at once, to who gets the customer's quotes; else they are only issued. */
			send: Type.Boolean()
		},
		strict
	),
	output: Type.Object({ offered: Type.Integer(), sent: Type.Integer() }, strict)
});
/** An offer that was accepted becomes an agreement. */
export const takeRenewal = command('rounds.take-renewal', {
	right: 'system',
	inner: true,
	input: Type.Object({ offerId: Id }, strict),
	output: Nothing
});

/** Takes agreements back that were sold by mistake: only those of which nothing is planned, done or charged. Sites and customers stay. */
export const unsell = command('rounds.unsell', {
	right: 'jobs.change',
	size: 400_000,
	input: Type.Object({ agreementIds: Type.Array(Id, { minItems: 1, maxItems: 5000, uniqueItems: true }), reason: Name }, strict),
	output: Nothing
});
