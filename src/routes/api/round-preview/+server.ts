import { Type } from '@sinclair/typebox';
import { RoundChoice } from '$lib/contract/rounds/commands';
import { strict } from '$lib/contract/inputs';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { validate } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import { daysOfPlan, proposeRound } from '$lib/server/rounds';
import type { RequestHandler } from './$types';

const Asked = Type.Object(RoundChoice, strict);

/** What planning a round would come to; saves nothing. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		const asked = await readJson(request);
		validate(Asked, asked);
		const { rows, crewSize } = proposeRound(app().db.orm, asked, todayOf(app()));
		const days = daysOfPlan(rows);
		return {
			crewSize,
			rows: rows.map((r) => ({
				id: r.agreement.id,
				address: r.address,
				sold: r.agreement.visits,
				planned: r.visits.length,
				difference: r.difference,
				fromStart: r.fromStart,
				dropped: r.dropped.length,
				already: r.already,
				...{ minutes: r.minutes, laborPerVisit: r.laborPerVisit, onSite: r.onSite }
			})),
			days: days.slice(0, 60),
			more: Math.max(0, days.length - 60),
			longest: Math.max(0, ...days.map((d) => d.minutes))
		};
	});
