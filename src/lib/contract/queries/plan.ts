import { Type } from '@sinclair/typebox';
import { query } from '../define';
import { Id, orNull, strict } from '../inputs';
import { addShifts, moveShifts } from '../planning/commands';
import { RoundChoice } from '../rounds/commands';

const Against = Type.Object({ shifts: Type.Integer(), against: Type.Array(Type.String()) }, strict);

/** What would speak against putting people on a job, before it is saved: each once, in words. */
export const checkAdd = query('plan.check-add', { right: 'plan.change', input: addShifts.input, output: Against });
/** The same for moving what is planned. */
export const checkMove = query('plan.check-move', { right: 'plan.change', input: moveShifts.input, output: Against });

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
			rows: Type.Array(
				Type.Object(
					{
						...{ id: Type.String(), address: Type.String(), sold: Type.Integer(), planned: Type.Integer() },
						...{ difference: Type.Integer(), fromStart: Type.Integer(), dropped: Type.Integer(), already: Type.Integer() },
						...{ minutes: Type.Integer(), laborPerVisit: Type.Integer(), onSite: Type.Integer() }
					},
					strict
				)
			),
			days: Type.Array(Type.Object({ day: Type.String(), sites: Type.Integer(), minutes: Type.Integer() }, strict)),
			more: Type.Integer(),
			longest: Type.Integer()
		},
		strict
	)
});
