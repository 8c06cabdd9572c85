import { Type } from '@sinclair/typebox';
import { query } from '../define';
import { DayText, Id, orNull, strict, Text } from '../inputs';
import { addShifts, arrangePlan, ShiftChange } from '../planning/commands';
import { DayChoice } from '../planning/moved-day';
import { changePhase } from '../work/phases';
import { HolidayInput } from '../company/weeks';
import { renewAgreements, RoundChoice, VisitChange } from '../rounds/commands';

const Against = Type.Object({ shifts: Type.Integer(), against: Type.Array(Type.String()) }, strict);

/** What would speak against putting people on a job, before it is saved: each once, in words. */
export const checkAdd = query('plan.check-add', { right: 'plan.change', input: addShifts.input, output: Against });
/** The same for any arrangement of shifts. */
export const checkArrange = query('plan.check-arrange', { right: 'plan.change', input: arrangePlan.input, output: Against });

/** What laying a phase over days would push, by name, and how many people's days lie on what moves. */
export const checkPhase = query('plan.check-phase', {
	right: 'jobs.change',
	input: changePhase.input,
	output: Type.Array(
		Type.Object(
			{
				...{ id: Type.String(), name: Type.String(), from: Type.String(), to: Type.String() },
				...{ wasFrom: Type.String(), wasTo: Type.String(), shifts: Type.Integer() }
			},
			strict
		)
	)
});

/** A shift's job, customer, place, tasks and time so far, for the board. */
export const shiftCard = query('plan.shift', {
	right: 'plan.see',
	input: Type.Object({ shiftId: Id }, strict),
	output: Type.Object(
		{
			...{ jobId: Type.String(), job: Type.String(), number: orNull(Type.Integer()), stage: Type.String(), phase: Type.String() },
			...{ brief: Type.String(), customer: Type.String(), phone: Type.String(), mail: Type.String(), address: Type.String() },
			...{ lat: orNull(Type.Number()), lng: orNull(Type.Number()), clockedMinutes: Type.Integer() },
			...{ tasks: Type.Array(Type.String()), invoiceId: orNull(Type.String()) },
			/** The company's own fields of the job, what stands in them, and whether whoever asks may change it. */
			fields: Type.Array(
				Type.Object(
					{
						...{ id: Type.String(), of: Type.Literal('job'), label: Type.String(), choices: Type.Array(Type.String()) },
						kind: Type.Union([Type.Literal('text'), Type.Literal('number'), Type.Literal('choice'), Type.Literal('date')])
					},
					strict
				)
			),
			...{ own: Type.Record(Type.String(), Type.String()), mayChange: Type.Boolean() }
		},
		strict
	)
});

/** What moving a day would do, before it is done. */
export const checkDay = query('plan.check-day', {
	right: 'plan.change',
	/** `draftId`: in a draft, which holds shifts: visits and phases stay until it is taken. */
	input: Type.Object({ ...DayChoice, draftId: Type.Optional(Id) }, strict),
	output: Type.Object(
		{
			work: Type.Array(
				Type.Object(
					{
						...{ words: Type.String(), people: Type.String(), day: Type.String(), to: orNull(Type.String()) },
						against: Type.Array(Type.String())
					},
					strict
				)
			),
			phases: Type.Array(Type.Object({ words: Type.String(), from: Type.String(), to: Type.String() }, strict)),
			customers: Type.Array(Type.Object({ jobId: Type.String(), job: Type.String(), customer: Type.String() }, strict)),
			firms: Type.Array(Type.String()),
			/** In a draft: what moves it there, for `plan.arrange`, and how many visits stay. */
			changes: Type.Array(ShiftChange),
			visitsLeft: Type.Integer()
		},
		strict
	)
});

/** What a slot is looked for in: crews with their people, what each has free on each day, and the way to the job. */
export const freeTime = query('plan.free', {
	right: 'plan.change',
	input: Type.Object({ jobId: Id, from: DayText, to: DayText }, strict),
	output: Type.Object(
		{
			workingDays: Type.Array(Type.String()),
			crews: Type.Array(
				Type.Object(
					{
						...{ id: Type.String(), name: Type.String(), drive: Type.Array(Type.Integer()) },
						people: Type.Array(
							Type.Object(
								{
									...{ id: Type.String(), name: Type.String(), skills: Type.Array(Type.String()) },
									/** By working day: paid and planned minutes. */
									...{ paid: Type.Array(Type.Integer()), planned: Type.Array(Type.Integer()) },
									/** When the longest stretch begins on which nothing stands, minutes from midnight. */
									from: Type.Array(Type.Integer())
								},
								strict
							)
						)
					},
					strict
				)
			)
		},
		strict
	)
});

/** Who could go to a job right now, the best first. */
export const emergency = query('plan.emergency', {
	right: 'plan.change',
	input: Type.Object({ jobId: Id }, strict),
	output: Type.Array(
		Type.Object(
			{
				...{ id: Type.String(), name: Type.String(), phone: Type.String(), crew: Type.String() },
				...{ drive: orNull(Type.Integer()), freeMinutes: Type.Integer(), onCall: Type.Boolean(), now: Type.String() }
			},
			strict
		)
	)
});

/** Holidays of a country, or of a part of it, to choose from. */
export const countryHolidays = query('company.holidays', {
	right: 'company.change',
	input: Type.Object({ country: Text(2), state: Text(8) }, strict),
	output: Type.Object(
		{
			states: Type.Array(Type.Object({ id: Type.String(), name: Type.String() }, strict)),
			holidays: Type.Array(HolidayInput)
		},
		strict
	)
});

/** What a customer would be told of the next planned days of their job; null when none is planned. */
export const comingText = query('plan.coming', {
	right: 'plan.change',
	input: Type.Object({ jobId: Id }, strict),
	output: orNull(Type.Object({ to: Type.String(), subject: Type.String(), text: Type.String() }, strict))
});

/** What planning a round would come to. Saves nothing. */
export const previewRound = query('rounds.preview', {
	right: 'plan.change',
	input: Type.Object(RoundChoice, strict),
	output: Type.Object(
		{
			crewSize: Type.Integer(),
			/** What the service asks for and nobody of the crew has. */
			lacks: Type.Array(Type.String()),
			rows: Type.Array(
				Type.Object(
					{
						...{ id: Type.String(), address: Type.String(), sold: Type.Integer(), planned: Type.Integer() },
						...{ difference: Type.Integer(), fromStart: Type.Integer(), dropped: Type.Integer(), already: Type.Integer() },
						...{ minutes: Type.Integer(), laborPerVisit: Type.Integer(), onSite: Type.Integer() },
						/** Its cadence, and whether a whole season of it has the visits sold; holidays it was moved for. */
						...{ cadenceId: orNull(Type.String()), fits: Type.Boolean(), movedDays: Type.Integer(), shut: Type.Integer() },
						/** For those who see prices: of a visit as sold, and what the agreement is below break-even; cents. */
						...{ perVisit: orNull(Type.Integer()), lost: orNull(Type.Integer()) }
					},
					strict
				)
			),
			days: Type.Array(Type.Object({ day: Type.String(), sites: Type.Integer(), minutes: Type.Integer() }, strict)),
			more: Type.Integer(),
			longest: Type.Integer(),
			/** How each cadence is done; `crewSize` null: by the whole crew. */
			ways: Type.Array(
				Type.Object(
					{
						...{ id: orNull(Type.String()), name: Type.String(), setUp: Type.Integer(), step: Type.Integer() },
						crewSize: orNull(Type.Integer())
					},
					strict
				)
			),
			/** Days on which the crew would have more than it is paid for; minutes of all its people. */
			fullDays: Type.Array(Type.Object({ day: Type.String(), planned: Type.Integer(), paid: Type.Integer() }, strict)),
			/** What is more than sold and what is owed in words, with its money where that may be seen; '' when nothing is. */
			differs: Type.String()
		},
		strict
	)
});

/** What brings what is planned of agreements to another crew and weekday: for `rounds.move-visits`. */
export const movesToRound = query('rounds.moves-to', {
	right: 'plan.change',
	input: Type.Object(
		{
			agreementIds: Type.Array(Id, { minItems: 1, maxItems: 5000, uniqueItems: true }),
			crewId: orNull(Id),
			/** Null: each visit stays on its day. */
			weekday: orNull(Type.Integer({ minimum: 1, maximum: 7 }))
		},
		strict
	),
	output: Type.Object({ changes: Type.Array(VisitChange) }, strict)
});

/** What agreements would be sold for in another year, each against its break-even, before any is renewed. */
export const checkRenewal = query('rounds.check-renewal', {
	right: 'jobs.change',
	input: renewAgreements.input,
	output: Type.Object(
		{
			rows: Type.Array(
				Type.Object(
					{ id: Type.String(), address: Type.String(), was: Type.Integer(), becomes: Type.Integer(), breakEven: orNull(Type.Integer()) },
					strict
				)
			),
			below: Type.Integer(),
			lost: Type.Integer()
		},
		strict
	)
});

/** What moves a whole round to another day or crew, this once or from then on: for `rounds.move-visits`. */
export const roundMoves = query('rounds.round-moves', {
	right: 'plan.change',
	input: Type.Object({ crewId: orNull(Id), day: DayText, to: DayText, toCrewId: orNull(Id), onward: Type.Boolean() }, strict),
	output: Type.Object({ changes: Type.Array(VisitChange) }, strict)
});

/** Won jobs whose scopes could become season agreements, the last won first, with what each scope is worth. */
export const quotesToTake = query('rounds.quotes', {
	right: 'jobs.change',
	input: Type.Object({}, strict),
	output: Type.Array(
		Type.Object(
			{
				...{ jobId: Type.String(), number: orNull(Type.Integer()), name: Type.String(), siteId: orNull(Type.String()) },
				...{ address: Type.String(), customer: Type.String(), hours: Type.Integer() },
				/** Cents; null for who sees no prices. */
				scopes: Type.Array(Type.Object({ scope: Type.String(), amount: orNull(Type.Integer()) }, strict))
			},
			strict
		)
	)
});
