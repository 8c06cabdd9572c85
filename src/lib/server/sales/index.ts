export { moveWon, setCardMoves } from './card-moves';
export { holdsBack } from './held';
export { branchOfJob } from './branch-of-job';
export {
	changeJob,
	declineLead,
	enterLead,
	firstStage,
	changeJobs,
	moveJob,
	openJob,
	openJobFor,
	openJobFromLead,
	receiveLead,
	saveCustomer,
	startEstimate
} from './commands';
export { addressesOf, contactsOf, districtsOf, ownOf, removeContact, saveContact, saveSite } from './contacts';
export { attachToCustomer, detachFromCustomer } from './customer-attachments';
export { LARGEST_FILE, customersAsCards, customersAsCsv, importCustomers, importToUndo, previewFile, undoImport } from './customer-files';
export { customerList, customerNames, kindOfJob, likeliest, likelyCustomers, parties } from './customers';
export { setExemption, taxOfJob } from './exemption';
export { groupOfJob } from './group-of-job';
export { answerLead, importLeads } from './lead-answers';
export { takeLeadMail } from './lead-folder';
export { answersMail, LARGEST_MAIL, receiveMail, takeMail } from './lead-mail';
export { leadInbox } from './leads';
export { mergeCustomers, mergeToUndo, twinsOf, undoMerge } from './merge';
export { defineOwnFields, setCustomerOwn, setJobOwn } from './own-fields';
export { belongToCustomer } from './owned';
export { saveRateGroup, setRateGroup } from './rate-groups';
export { salesOf } from './report';
export { setUpCompany } from './set-up';
export { doingStages, nameLists, saveStages, stageList } from './stages';
export { track } from './track';
export { layOut, layoutsOf, removeView, saveView, viewsOf } from './views';
export { jobContactsOf, removeJobContact, saveJobContact } from './job-contacts';
