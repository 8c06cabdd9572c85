import { app } from '$lib/server/app';
import { languageOf } from '$lib/core/words';
import { settingsOf, todayOf } from '$lib/server/company';
import { planLines, unseenNotices } from '$lib/server/planning';
import { crewIdOf, stopsOf } from '$lib/server/rounds';
import { myDays } from '$lib/server/time';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
	const id = locals.signed?.personId ?? '';
	const crewId = crewIdOf(app(), id);
	const language = languageOf(locals.signed?.language);
	return {
		...myDays(app(), id),
		stops: crewId ? stopsOf(app(), crewId, todayOf(app())) : [],
		onOurWay: settingsOf(app().db.orm).visitMessages.onOurWay,
		/** What was changed of my plan and I have not said to have seen. */
		notices: unseenNotices(app().db.orm, id).map((n) => ({ id: n.id, lines: planLines(language, n.changes) }))
	};
};
