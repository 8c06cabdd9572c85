export {
	approveForm,
	beginForm,
	formRecord,
	formsOf,
	formsToApprove,
	keepIssued,
	mailDocument,
	removeForm,
	replaceForm,
	returnForm,
	saveForm,
	signForm
} from './commands';
export {
	designsOf,
	editionsOf,
	formOf,
	formsFilledIn,
	formsMissing,
	formsOffered,
	requireDesign,
	saveDesign,
	setAsideDesign,
	type Design
} from './designs';
export { certificateDocument, handoverDocument, issued } from './documents';
export { handoverContent, handoversOf, signHandover } from './handovers';
