export { billInstalments, completeAgreement } from './billed';
export { cadencesOf, saveCadence } from './cadences';
export { changeAgreement, changeAgreements, endAgreement } from './changed';
export { visitsTo } from './coming';
export { dayMove, laidOn, moveDay, moveDayBack } from './moved-day';
export { roundsFile } from './files';
export { sellMany, unsell } from './many';
export { quotesToTake, takeQuote } from './of-quote';
export { moveVisits, movesTo, orderRound, roundMoves } from './moved';
export { addVisitPicture, isVisitPicture } from './pictures';
export { daysOfPlan, differenceWords, planRound, proposeRound, undoRound } from './plan';
export {
	agreementList,
	crewIdOf,
	missedVisits,
	plansOf,
	roundCrews,
	roundDays,
	roundsStart,
	serviceList,
	sitesToSell,
	stopsAhead,
	stopsOf,
	visitsOfNobody,
	visitsOfService
} from './queries';
export { offerRenewals, offersOf, takeRenewal, takeRenewals } from './offer';
export { breakEvenOn, renewal, renewAgreements, standOf } from './renew';
export { addAgreement, saveSeasonService, setSeasonServiceAside } from './services';
export { arriveVisit, doVisit, moveVisit, skipVisit } from './visits';
