import { app } from '$lib/server/app';
import { validate } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import { addShifts, checkPlan, conflictsAgainst, moveShifts, movedShifts } from '$lib/server/planning';
import type { RequestHandler } from './$types';

/** What would speak against a plan, before it is saved. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		const body = ((await readJson(request)) ?? {}) as { add?: unknown; move?: unknown };
		if (body.move) {
			validate(moveShifts.input, body.move);
			const { wanted, without } = movedShifts(app().db.orm, body.move as never);
			return { shifts: wanted.length, conflicts: conflictsAgainst(app().db.orm, wanted, without) };
		}
		validate(addShifts.input, body.add);
		return checkPlan(app(), body.add as never);
	});
