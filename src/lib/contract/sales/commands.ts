import { Type } from '@sinclair/typebox';
import { LANGUAGES } from '../../core/words';
import { PRICINGS } from '../../core/sales';
import { command } from '../define';
import { Name, MailOrEmpty, Text, strict, Id, Version, DayText, CentsIn, PercentIn, QuantityIn, orNull, Nothing } from '../inputs';

export const leadFields = { name: Name, mail: MailOrEmpty, phone: Text(60), address: Text(300), wanted: Text(4000) };

/** A request from the company's public page. A filled trap field or a form sent in under two seconds is taken for spam and dropped without a word. */
export const receiveLead = command('leads.receive', {
	right: 'public',
	inner: true,
	input: Type.Object({ ...leadFields, trap: Text(200), openedMs: Type.Number() }, strict),
	output: Type.Object({ taken: Type.Boolean() }, strict)
});

/** A request that came by phone or mail and is typed in. */
export const enterLead = command('leads.enter', {
	right: 'leads.handle',
	input: Type.Object(
		{ ...leadFields, via: Type.Union([Type.Literal('phone'), Type.Literal('mail')]), source: Type.Optional(Text(80)) },
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

export const declineLead = command('leads.not-for-us', {
	right: 'leads.handle',
	input: Type.Object({ leadId: Id, back: Type.Optional(Type.Boolean()) }, strict),
	output: Nothing
});

/** One step from a request to a job on the winning track, with customer, site and wording carried over. */
export const openJobFromLead = command('leads.open-job', {
	right: 'leads.handle',
	input: Type.Object(
		{
			leadId: Id,
			customerId: Type.Union([Id, Type.Null()]),
			jobName: Type.Optional(Name),
			kindOfWork: Text(80),
			/** Another mail or phone than the customer’s: kept as a contact of theirs, or as their new one. */
			differing: Type.Optional(Type.Union([Type.Literal('contact'), Type.Literal('customer')]))
		},
		strict
	),
	output: Type.Object({ jobId: Type.String() }, strict)
});

/** Opens a job with almost nothing: a name and a customer, new or known. */
export const openJob = command('jobs.open', {
	right: 'jobs.change',
	input: Type.Object(
		{
			name: Name,
			customerId: Type.Union([Id, Type.Null()]),
			customerName: Text(200),
			address: Text(300),
			kindOfWork: Text(80),
			source: Text(80),
			wanted: Text(4000),
			personId: Type.Optional(Id),
			branchId: Type.Optional(Id),
			lat: Type.Optional(Type.Number({ minimum: -90, maximum: 90 })),
			lng: Type.Optional(Type.Number({ minimum: -180, maximum: 180 }))
		},
		strict
	),
	output: Type.Object({ jobId: Type.String() }, strict)
});

export const changeJob = command('jobs.change', {
	right: 'jobs.change',
	input: Type.Object(
		{
			jobId: Id,
			version: Version,
			name: Type.Optional(Name),
			kindOfWork: Type.Optional(Text(80)),
			source: Type.Optional(Text(80)),
			wanted: Type.Optional(Text(4000)),
			crewBrief: Type.Optional(Text(4000)),
			decisionDay: Type.Optional(Type.Union([DayText, Type.Literal('')])),
			expected: Type.Optional(orNull(CentsIn)),
			personId: Type.Optional(Id),
			branchId: Type.Optional(Type.Union([Id, Type.Null()])),
			/** Null: as its stage says. */
			chance: Type.Optional(orNull(PercentIn)),
			nextStep: Type.Optional(Text(200)),
			nextDay: Type.Optional(Type.Union([DayText, Type.Literal('')])),
			/** How large it is, and in what. */
			size: Type.Optional(orNull(QuantityIn)),
			sizeUnit: Type.Optional(Text(30)),
			percentComplete: Type.Optional(Type.Union([Type.Integer({ minimum: 0, maximum: 10_000 }), Type.Null()])),
			/** How its work is billed; null: as it was won. */
			pricing: Type.Optional(orNull(Type.Union(PRICINGS.map((p) => Type.Literal(p))))),
			outdoor: Type.Optional(Type.Boolean()),
			/** The days it is promised for; empty: not said. */
			firstDay: Type.Optional(Type.Union([DayText, Type.Literal('')])),
			lastDay: Type.Optional(Type.Union([DayText, Type.Literal('')])),
			hoursOnTask: Type.Optional(Type.Boolean()),
			onBoard: Type.Optional(Type.Boolean())
		},
		strict
	),
	output: Nothing
});

/** Moves a job along its track. Won by hand gives it its number; lost asks why. */
export const moveJob = command('jobs.move', {
	right: 'jobs.change',
	input: Type.Object({ jobId: Id, stageId: Id, reason: Type.Optional(Text(400)), version: Version }, strict),
	output: Nothing
});

/** Several jobs at once: another stage, or somebody else in charge. All of them, or none and which one stands against it. */
export const changeJobs = command('jobs.change-many', {
	right: 'jobs.change',
	input: Type.Object(
		{
			jobIds: Type.Array(Id, { minItems: 1, maxItems: 500, uniqueItems: true }),
			stageId: Type.Optional(Id),
			personId: Type.Optional(Id)
		},
		strict
	),
	output: Type.Object({ changed: Type.Integer() }, strict)
});

export const saveCustomer = command('customers.save', {
	right: 'customers.change',
	input: Type.Object(
		{
			customerId: Type.Union([Id, Type.Null()]),
			name: Name,
			kind: Type.Union([Type.Literal('person'), Type.Literal('organization')]),
			mail: MailOrEmpty,
			phone: Text(60),
			address: Text(300),
			notes: Text(4000),
			language: Type.Optional(Type.Union(LANGUAGES.map((l) => Type.Literal(l)))),
			version: Version
		},
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

export const startEstimate = command('estimates.start', {
	right: 'estimates.change',
	input: Type.Object({ jobId: Id }, strict),
	output: Type.Object({ estimateId: Type.String() }, strict)
});
