export { beginDraft, changeDraft, draftById, draftList, settleDraft, takeDraft } from './drafts';
export { changesOf, shiftsIn, stateOf } from './draft-plan';
export { arranged, arrangePlan, layOut, phaseNamesOf, type ShiftRow } from './arrange';
export { answerAsk, askFirm, askList, askPage, asksRefused, comingText, firmShifts, tellCustomer, withdrawAsk } from './asks';
export {
	addCalendar,
	calendarList,
	feedSubject,
	putOnCall,
	readCalendars,
	refreshCalendar,
	removeCalendar,
	renewCalendar,
	renewFeed,
	takeCalendar,
	takeOffCall
} from './calendar';
export { noticeCalled, noticesOf, seeNotice, tellPlan, toTell, unseenNotices, type ToTell } from './telling';
export { comesOn, customerOfJob, onOurWay, setVisitMessages, tellAhead, tellTomorrow, turnMyMessages, turnVisitMessages } from './visits';
export { keepPlanView, planViewOf } from './plan-view';
export type { NoticeLine } from './schema';
export { planLines } from './plan-lines';
export { ableOf, skillTrouble } from './skills';
export { addShifts, beginWork, checkPlan, conflictsAgainst, workJob } from './commands';
export { type CalendarDay, calendarText, writeCalendar } from './ics';
export { calendar, jobLabel, shiftsAround, type Around } from './load';
