export { answerAsk, askFirm, askList, askPage, asksRefused, comingText, firmShifts, tellCustomer, withdrawAsk } from './asks';
export { renewCalendar } from './calendar';
export { addShifts, beginWork, checkPlan, conflictsAgainst, moveShifts, movedShifts, removeShifts, workJob } from './commands';
export { type CalendarDay, writeCalendar } from './ics';
export { calendar, jobLabel, shiftsAround } from './load';
