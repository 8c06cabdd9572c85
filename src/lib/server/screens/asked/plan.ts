import * as contract from '../../../contract/queries/plan';
import { todayOf } from '../../company';
import { checkPlan, comingText, conflictsAgainst, movedShifts } from '../../planning';
import { answerTo } from '../../queries';
import { daysOfPlan, proposeRound } from '../../rounds';

/** Each conflict once: three people who are away say it three times. */
const inWords = (conflicts: readonly { text: string }[]) => [...new Set(conflicts.map((c) => c.text))];

export const addChecked = answerTo(contract.checkAdd, (app, plan) => {
	const { shifts, conflicts } = checkPlan(app, plan);
	return { shifts, against: inWords(conflicts) };
});

export const moveChecked = answerTo(contract.checkMove, (app, move) => {
	const { wanted, without } = movedShifts(app.db.orm, move);
	return { shifts: wanted.length, against: inWords(conflictsAgainst(app.db.orm, wanted, without)) };
});

export const coming = answerTo(contract.comingText, (app, { jobId }) => comingText(app, jobId, todayOf(app)));

/** Days of a plan that are shown one by one. */
const SHOWN = 60;

export const roundPreviewed = answerTo(contract.previewRound, (app, chosen) => {
	const { rows, crewSize } = proposeRound(app.db.orm, chosen, todayOf(app));
	const days = daysOfPlan(rows);
	return {
		crewSize,
		rows: rows.map((r) => ({
			...{ id: r.agreement.id, address: r.address, sold: r.agreement.visits, planned: r.visits.length },
			...{ difference: r.difference, fromStart: r.fromStart, dropped: r.dropped.length, already: r.already },
			...{ minutes: r.minutes, laborPerVisit: r.laborPerVisit, onSite: r.onSite }
		})),
		days: days.slice(0, SHOWN).map(({ day, sites, minutes }) => ({ day, sites, minutes })),
		more: Math.max(0, days.length - SHOWN),
		longest: Math.max(0, ...days.map((d) => d.minutes))
	};
});
