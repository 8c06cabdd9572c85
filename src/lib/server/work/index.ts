export { addTasks, changeTasks, keepAsTemplate, moveParts, moveTasks, tasksFromPhases } from './many-tasks';
export { attachToJob, changeJobFile, crewSees, filesExpiring, filesForCustomer, filesOf, setAsideJobFile } from './job-files';
export { jobOfMail, mailsOfJob, mailsUnread, readJobMails, receiveJobMail, writeCustomer } from './job-mail';
export { saveDailyLog } from './daily-log';
export { findingsOf, findingsOpen, letFindingBe, priceFinding, reportFinding } from './findings';
export { permitsByJob, permitsOf, permitsToSee, removePermit, savePermit } from './permits';
export { addPunch, changePunch, punchLeft, punchOf, removePunch, tickPunch } from './punch';
export { changeComment, readComments, sayOnJob, takeBackComment, talkOf, unreadOf } from './talk';
export { changePhase, layPhases, linkPhases, linksOf, phasesWithLinks, pushed, weekOf, type ShiftMoved } from './phase-days';
export { addHours, phaseHours, phaseNamed, phaseNames, phaseOfItem, phasePlanned, phasesOf } from './phases';
export {
	addTask,
	changeTask,
	giveParts,
	movePart,
	removePart,
	removeTask,
	saveTemplates,
	tasksDue,
	tasksFromTemplate,
	tasksOf,
	templatesOf,
	tickStep,
	tickTask,
	workList
} from './tasks';
