import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Nothing, orNull, strict, Version } from '../inputs';
import { ShiftChange } from './commands';

export const DayChoice = {
	day: DayText,
	/** One crew; null: all. */
	crewId: orNull(Id),
	/** From this day on, everything; else this day alone. */
	onward: Type.Boolean(),
	/** Only what rain keeps from being done. */
	outdoor: Type.Boolean(),
	/** Looks on for a day without an overlap. */
	room: Type.Boolean()
};

const Days = { id: Id, from: DayText, to: DayText, version: Version };
/** What brings a moved day back as it was. */
export const DayBack = Type.Object(
	{
		shifts: Type.Array(ShiftChange, { maxItems: 5000 }),
		visits: Type.Array(Type.Object({ id: Id, day: DayText, version: Version }, strict), { maxItems: 5000 }),
		phases: Type.Array(Type.Object(Days, strict), { maxItems: 1000 })
	},
	strict
);

/** Work that cannot be done on its day (rain, a sick crew) goes to the next working days, visits of rounds with it; phases that follow are pushed. */
export const moveDay = command('plan.move-day', {
	right: 'plan.change',
	input: Type.Object({ ...DayChoice, despite: Type.Optional(Type.Boolean()) }, strict),
	output: Type.Object({ moved: Type.Integer(), undo: DayBack }, strict)
});

/** Takes a moved day back, whole. */
export const moveDayBack = command('plan.move-day-back', { right: 'plan.change', input: DayBack, output: Nothing });
