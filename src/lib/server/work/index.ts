export { addHours, changePhase, phaseHours, phaseNamed, phaseNames, phaseOfItem, phasePlanned, phasesOf } from './phases';
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
