export { beginChange, changesOf, draftChanges, setChangeDays, startChange } from './changes';
export {
	addLine,
	changeLine,
	itemLines,
	laborLine,
	moveLine,
	pricerOf,
	putAssembly,
	putShape,
	removeLine,
	removeShape,
	setWhole,
	undoRedo,
	setRecurring,
	writeIntro
} from './commands';
export { addService, putService } from './flat-rate-lines';
export { putGroup, removeGroup } from './groups';
export { insideDocument } from './inside-pdf';
export { lackingFor } from './lacking';
export { changeLineFields, pushPrice } from './line-details';
export { loadEstimate } from './load';
export { addHeading, changeLines, moveLines, pasteBlock, poolPicked, removeLines } from './many-lines';
export { changeIn, compareStates, estimateOfJob, listsOf, revisionsOf, spreadsOf } from './pages';
export { nextLine } from './position';
export { type BookEntry, asChecked, bookOf } from './price-book';
export { packedBook, setTarget, targetOf } from './price-check';
export { effectsOn } from './price-effects';
export { repricePlan } from './reprice-plan';
export { previewReprice, reprice } from './reprice';
export { answerSignOff, askSignOff, checkSignedOff, comment, reviewOf, setSignOffRules, settleComment, waitingSignOffs } from './reviews';
export { addScope, changeScope, copyScope, placeScope, removeScope } from './scopes';
export {
	addEarlier,
	copyEstimate,
	draftFromRevision,
	earlierEstimates,
	earlierLines,
	leftOutOf,
	saveTemplate,
	setTemplateAside,
	renameTemplate,
	templateList,
	templatesKept,
	useTemplate
} from './templates';
export { undoEndsHere, undoState } from './undo';
