import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Nothing, strict } from '../inputs';
import { ShiftChange } from './commands';

const DraftId = { draftId: Id };

/** A plan to try things in: nobody is told, and nothing moves, until it is taken. Shifts are changed in it by `plan.arrange` and `plan.add`. */
export const beginDraft = command('plan.begin-draft', {
	right: 'plan.change',
	input: Type.Object({ name: Name }, strict),
	output: Type.Object(DraftId, strict)
});

/** Names a draft anew, drops it, or takes it up again. */
export const changeDraft = command('plan.change-draft', {
	right: 'plan.change',
	input: Type.Object({ ...DraftId, name: Name, dropped: Type.Boolean() }, strict),
	output: Nothing
});

/** Where the plan was changed since: the draft goes by what stands there now, or holds on to its own. */
export const settleDraft = command('plan.settle-draft', {
	right: 'plan.change',
	input: Type.Object({ ...DraftId, shiftIds: Type.Array(Id, { minItems: 1, maxItems: 5000 }), keep: Type.Boolean() }, strict),
	output: Nothing
});

/**
 * Puts changes of a draft on the plan: all of it, or those named. What somebody changed on the plan since stays in the draft, and is counted.
 */
export const takeDraft = command('plan.take-draft', {
	right: 'plan.change',
	input: Type.Object(
		{ ...DraftId, shiftIds: Type.Optional(Type.Array(Id, { minItems: 1, maxItems: 5000 })), despite: Type.Optional(Type.Boolean()) },
		strict
	),
	output: Type.Object({ taken: Type.Integer(), left: Type.Integer(), undo: Type.Array(ShiftChange) }, strict)
});
