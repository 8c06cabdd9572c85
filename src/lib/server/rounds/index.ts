export { visitsTo } from './coming';
export { dayMove, moveDay, moveDayBack } from './moved-day';
export { daysOfPlan, planRound, proposeRound, undoRound } from './plan';
export { agreementList, crewIdOf, plansOf, roundDays, serviceList, sitesToSell, stopsAhead, stopsOf } from './queries';
export { addAgreement, changeAgreement, endAgreement, saveSeasonService, setSeasonServiceAside } from './services';
export { doVisit, moveVisit, skipVisit } from './visits';
