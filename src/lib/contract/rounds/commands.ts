import { Type } from '@sinclair/typebox';
import { BILLINGS, type Cadence } from '../../core/rounds';
import { command } from '../define';
import { DayText, Id, Name, Nothing, orNull, strict, Text, Version } from '../inputs';

const MonthDay = Type.String({ pattern: '^(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])$' });
const CadenceInput = Type.Unsafe<Cadence>(
	Type.Union([
		Type.Object({ by: Type.Literal('weeks'), every: Type.Integer({ minimum: 1, maximum: 52 }) }, strict),
		Type.Object(
			{
				by: Type.Literal('windows'),
				windows: Type.Array(Type.Object({ from: MonthDay, to: MonthDay }, strict), { minItems: 1, maxItems: 24 }),
				gap: Type.Integer({ minimum: 1, maximum: 366 })
			},
			strict
		)
	])
);
export const Billing = Type.Optional(Type.Union(BILLINGS.map((b) => Type.Literal(b))));
export const Visits = Type.Integer({ minimum: 1, maximum: 366 });
/** How many go to a visit (null: the whole crew), and the minutes that a block is a multiple of. */
const Visited = {
	crewSize: Type.Optional(orNull(Type.Integer({ minimum: 1, maximum: 60 }))),
	step: Type.Optional(Type.Integer({ minimum: 1, maximum: 120 }))
};
/** The weekdays on which one gets in, Monday = 1; null: any. */
export const OnDays = Type.Optional(
	orNull(Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), { minItems: 1, maxItems: 7, uniqueItems: true }))
);
/** The hours in which one gets in, minutes from midnight; not named: as it was. */
const OpenAt = Type.Optional(orNull(Type.Integer({ minimum: 0, maximum: 1440 })));
export const GetsIn = { openFrom: OpenAt, openTo: OpenAt };
/** Ten-thousandths of an hour. */
export const Hours = Type.Integer({ minimum: 0, maximum: 1e10 });
/** Cents. */
export const Price = Type.Integer({ minimum: 0, maximum: 1e11 });

/** Work that is done again and again over a season, and how it is usually sold. */
export const saveSeasonService = command('rounds.save-service', {
	right: 'jobs.change',
	input: Type.Object(
		{
			serviceId: Type.Union([Id, Type.Null()]),
			name: Name,
			wording: Text(2000),
			from: MonthDay,
			to: MonthDay,
			visits: Visits,
			hours: Hours,
			price: Price,
			/** Material of a visit, cents, for its break-even; not named: it stays. */
			materials: Type.Optional(Price),
			/** Travel and set-up of each visit, minutes. */
			setUp: Type.Integer({ minimum: 0, maximum: 600 }),
			...Visited,
			/** What is counted and billed, by name; what somebody of the crew has to have. */
			...{ unit: Type.Optional(Type.String({ minLength: 1, maxLength: 30 })), skills: Type.Optional(Text(300)) },
			cadence: CadenceInput,
			version: Version
		},
		strict
	),
	output: Type.Object({ serviceId: Type.String() }, strict)
});

/** A further cadence of a service, by a name of the company's own. */
export const saveCadence = command('rounds.save-cadence', {
	right: 'jobs.change',
	input: Type.Object(
		{
			cadenceId: orNull(Id),
			serviceId: Id,
			name: Name,
			cadence: CadenceInput,
			setUp: Type.Integer({ minimum: 0, maximum: 600 }),
			...Visited,
			archived: Type.Boolean(),
			version: Version
		},
		strict
	),
	output: Type.Object({ cadenceId: Type.String() }, strict)
});

/** Set aside, it is sold to nobody any more; what was sold of it goes on. */
export const setSeasonServiceAside = command('rounds.set-aside-service', {
	right: 'jobs.change',
	input: Type.Object({ serviceId: Id, archived: Type.Boolean(), version: Version }, strict),
	output: Nothing
});

/** A customer bought a season service for a site: the year it begins in, and what was sold. */
export const addAgreement = command('rounds.add-agreement', {
	right: 'jobs.change',
	input: Type.Object(
		{
			serviceId: Id,
			siteId: Id,
			year: Type.Integer({ minimum: 2000, maximum: 2100 }),
			visits: Visits,
			hours: Hours,
			price: Price,
			billing: Billing,
			onDays: OnDays,
			...GetsIn,
			note: Text(2000)
		},
		strict
	),
	output: Type.Object({ agreementId: Type.String(), jobId: Type.String() }, strict)
});

/** What was sold is put right; visits never below those done, and the price not once any of it is charged. */
export const changeAgreement = command('rounds.change-agreement', {
	right: 'jobs.change',
	input: Type.Object(
		{
			agreementId: Id,
			visits: Visits,
			hours: Hours,
			price: Price,
			billing: Billing,
			onDays: OnDays,
			...GetsIn,
			note: Text(2000),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** An agreement ends before its season: what is planned of it from today on is taken off. */
export const endAgreement = command('rounds.end-agreement', {
	right: 'jobs.change',
	input: Type.Object({ agreementId: Id, reason: Name, version: Version }, strict),
	output: Type.Object({ takenOff: Type.Integer() }, strict)
});

/** Agreements are sold once more for another year, each with a new price: a percent on top, or its break-even and a margin. All of them or none. */
export const renewAgreements = command('rounds.renew', {
	right: 'jobs.change',
	input: Type.Object(
		{
			agreementIds: Type.Array(Id, { minItems: 1, maxItems: 1000, uniqueItems: true }),
			year: Type.Integer({ minimum: 2000, maximum: 2100 }),
			way: Type.Union([Type.Literal('percent'), Type.Literal('margin')]),
			/** Hundredths of a percent; a margin stays under 100 %. */
			by: Type.Integer({ minimum: -9900, maximum: 100_000 })
		},
		strict
	),
	output: Type.Object({ agreementIds: Type.Array(Type.String()) }, strict),
	size: 200_000
});

/** In which order the sites of a round are driven to, the same on every round day; what is not named keeps its place after them. */
export const orderRound = command('rounds.set-order', {
	right: 'plan.change',
	input: Type.Object({ agreementIds: Type.Array(Id, { minItems: 1, maxItems: 5000, uniqueItems: true }) }, strict),
	output: Nothing,
	size: 1_000_000
});

/** What a round is planned of. A weekday for visits every so many weeks; for windows none. */
export const RoundChoice = {
	agreementIds: Type.Array(Id, { minItems: 1, maxItems: 5000, uniqueItems: true }),
	/** Null: nobody yet. */
	crewId: orNull(Id),
	weekday: Type.Union([Type.Integer({ minimum: 1, maximum: 7 }), Type.Null()]),
	start: DayText,
	/** The cadence of each agreement that has another than the usual: its own by id, null for the usual. Not named: guessed by the visits sold. */
	cadenceOf: Type.Optional(Type.Record(Id, orNull(Id))),
	/** The block of each agreement that is to have another than is reckoned, minutes. */
	blockOf: Type.Optional(Type.Record(Id, Type.Integer({ minimum: 5, maximum: 1440 })))
};

/** Plans the whole season of the agreements onto the board at once. */
export const planRound = command('rounds.plan', {
	right: 'plan.change',
	input: Type.Object({ ...RoundChoice, despite: Type.Optional(Type.Boolean()), reason: Type.Optional(Text(300)) }, strict),
	output: Type.Object({ planId: Type.String(), visits: Type.Integer() }, strict),
	size: 1_000_000
});

/** Takes one planning back whole; visits that were done stay. */
export const undoRound = command('rounds.undo-plan', {
	right: 'plan.change',
	input: Type.Object({ planId: Id }, strict),
	output: Type.Object({ takenOff: Type.Integer() }, strict)
});

/** One visit goes to another day or crew; within its season, never two of an agreement on a day. */
export const moveVisit = command('rounds.move-visit', {
	right: 'plan.change',
	input: Type.Object({ visitId: Id, day: DayText, crewId: orNull(Id), version: Version }, strict),
	output: Nothing
});

/** Where visits shall be: a round, or a site from a day on. `version` null: it is a new one. `day` null: it is none any more. */
export const VisitChange = Type.Object(
	{ id: Id, agreementId: Id, version: orNull(Type.Integer()), day: orNull(DayText), crewId: orNull(Id) },
	strict
);
/** Visits are added, moved to other days and crews, and taken off in one go; all of it or nothing. What takes it back comes as the answer. */
export const moveVisits = command('rounds.move-visits', {
	right: 'plan.change',
	input: Type.Object({ changes: Type.Array(VisitChange, { minItems: 1, maxItems: 5000 }) }, strict),
	output: Type.Object({ undo: Type.Array(VisitChange) }, strict),
	size: 2_000_000
});

/** The crew is at a site of its round, or leaves it. */
export const arriveVisit = command('rounds.arrive-visit', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ visitId: Id, here: Type.Boolean() }, strict),
	output: Nothing
});

/** A picture that was taken at a visit, before the work or after it. */
export const addVisitPicture = command('rounds.add-picture', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ visitId: Id, fileId: Id, moment: Type.Union([Type.Literal('before'), Type.Literal('after')]) }, strict),
	output: Nothing
});

/** Instalments of agreements that are due become charges to bill. */
export const billInstalments = command('rounds.bill-instalments', {
	right: 'system',
	input: Type.Object({}, strict),
	output: Type.Object({ made: Type.Integer() }, strict)
});

/** The whole price of an agreement becomes a charge, although not all visits were done: its season is over and somebody says so. */
export const completeAgreement = command('rounds.complete', {
	right: 'jobs.change',
	input: Type.Object({ agreementId: Id, version: Version }, strict),
	output: Nothing
});

/** A visit was done in the field, or was not after all. Its share of the price becomes a charge. */
export const doVisit = command('rounds.do-visit', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ visitId: Id, done: Type.Boolean(), note: Text(1000) }, strict),
	output: Nothing
});

/** A visit is left out, with the reason; it is owed. */
export const skipVisit = command('rounds.skip-visit', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ visitId: Id, reason: Name, version: Version }, strict),
	output: Nothing
});
