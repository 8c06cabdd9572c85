export {
	approveForm,
	beginForm,
	formRecord,
	formsOf,
	formsToApprove,
	keepIssued,
	mailDocument,
	removeForm,
	returnForm,
	saveForm,
	signForm
} from './commands';
export { certificateDocument, handoverDocument, issued } from './documents';
export { handoverContent, handoversOf, signHandover } from './handovers';
