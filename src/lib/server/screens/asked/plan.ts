import { Viewer } from '../../../core/access';
import * as contract from '../../../contract/queries/plan';
import { contractsOf } from '../../billing';
import { todayOf } from '../../company';
import { arranged, checkPlan, comingText, conflictsAgainst } from '../../planning';
import { freeOf, whoCanGo } from '../finding';
import { dayMoveWords, pushedWords } from '../moves';
import { shiftCard } from '../shift-card';
import { holidaysIn } from '../holidays';
import { answerTo } from '../../queries';
import { breakEvenOn, daysOfPlan, differenceWords, movesTo, proposeRound, quotesToTake, renewal, roundMoves, standOf } from '../../rounds';

/** Each conflict once: three people who are away say it three times. */
const inWords = (conflicts: readonly { text: string }[]) => [...new Set(conflicts.map((c) => c.text))];

export const addChecked = answerTo(contract.checkAdd, (app, plan) => {
	const { shifts, conflicts } = checkPlan(app, plan);
	return { shifts, against: inWords(conflicts) };
});

export const arrangeChecked = answerTo(contract.checkArrange, (app, { changes, draftId }) => {
	const wanted = arranged(changes);
	const against = conflictsAgainst(
		app.db.orm,
		wanted,
		changes.map((c) => c.id),
		draftId
	);
	return { shifts: wanted.length, against: inWords(against) };
});

export const phaseChecked = answerTo(contract.checkPhase, (app, i) => pushedWords(app, i));
export const shiftShown = answerTo(contract.shiftCard, (app, { shiftId }, who) => shiftCard(app, Viewer.of(who), shiftId));
export const dayChecked = answerTo(contract.checkDay, (app, i) => dayMoveWords(app, i));
export const freeFound = answerTo(contract.freeTime, (app, i) => freeOf(app, i));
export const emergencyFound = answerTo(contract.emergency, (app, i) => whoCanGo(app, i.jobId));
export const holidaysFound = answerTo(contract.countryHolidays, (_app, i) => holidaysIn(i.country, i.state));

export const coming = answerTo(contract.comingText, (app, { jobId }) => comingText(app, jobId, todayOf(app)));

/** Days of a plan that are shown one by one. */
const SHOWN = 60;

export const roundPreviewed = answerTo(contract.previewRound, (app, chosen, who) => {
	const viewer = Viewer.of(who);
	const { service, rows, crewSize, ways, fullDays, lacks } = proposeRound(app.db.orm, chosen, todayOf(app));
	const days = daysOfPlan(rows);
	const seesPrices = viewer.may('invoices.see') || viewer.may('estimates.see');
	const rate = viewer.may('costs.see') ? breakEvenOn(app.db.orm, todayOf(app)) : null;
	return {
		crewSize,
		lacks,
		rows: rows.map((r) => ({
			...{ id: r.agreement.id, address: r.address, sold: r.agreement.visits, planned: r.visits.length },
			...{ difference: r.difference, fromStart: r.fromStart, dropped: r.dropped.length, already: r.already },
			...{ minutes: r.minutes, laborPerVisit: r.laborPerVisit, onSite: r.onSite, cadenceId: r.way.id, fits: r.fits },
			shut: r.shut,
			movedDays: r.visits.filter((v) => v.day !== v.occursOn).length,
			perVisit: seesPrices ? Math.round(r.agreement.price / r.agreement.visits) : null,
			lost: rate === null ? null : standOf(r.agreement, service, rate).below
		})),
		days: days.slice(0, SHOWN).map(({ day, sites, minutes }) => ({ day, sites, minutes })),
		more: Math.max(0, days.length - SHOWN),
		longest: Math.max(0, ...days.map((d) => d.minutes)),
		ways: ways.map(({ id, name, setUp, step, crewSize: own }) => ({ id, name, setUp, step, crewSize: own })),
		fullDays: fullDays.slice(0, SHOWN).map((d) => ({ day: d.day, planned: d.planned + d.minutes * crewSize, paid: d.paid })),
		differs: rows.some((r) => r.difference !== 0) ? differenceWords(rows, seesPrices) : ''
	};
});

export const movesShown = answerTo(contract.movesToRound, (app, asked) => ({ changes: movesTo(app, asked) }));
export const renewalShown = answerTo(contract.checkRenewal, (app, asked) => renewal(app, asked));
export const wholeRoundMoves = answerTo(contract.roundMoves, (app, asked) => ({ changes: roundMoves(app, asked) }));
export const quotesShown = answerTo(contract.quotesToTake, (app, _, who) => {
	const viewer = Viewer.of(who);
	const seesPrices = viewer.may('invoices.see') || viewer.may('estimates.see');
	const jobs = quotesToTake(app);
	const contracts = contractsOf(
		app.db.orm,
		jobs.map((j) => j.jobId)
	);
	return jobs.flatMap((j) => {
		// What the contract has billed already cannot be billed by the season as well.
		const billed = new Set((contracts.get(j.jobId) ?? []).flatMap((l) => (l.billed === 0 ? [] : [l.scope])));
		const scopes = j.scopes.flatMap((s) => (billed.has(s.scope) ? [] : [{ ...s, amount: seesPrices ? s.amount : null }]));
		return scopes.length > 0 ? [{ ...j, scopes }] : [];
	});
});
