export { applicationDocument } from './application-pdf';
export {
	applicationList,
	applicationPage,
	applicationsOf,
	beginApplication,
	certifyApplication,
	discardApplication,
	saveApplication,
	sendApplication,
	voidApplication,
	waitingApplications
} from './applications';
export { billContract, billCosts, billDeposit, discardDraft, issueInvoice, notePromise, voidInvoice } from './commands';
export { creditDocument } from './credit-pdf';
export { creditInvoice, creditedOf } from './credits';
export { customerCredit, customerInvoice } from './customer-invoice';
export { draft } from './drafts';
export { invoicePdf } from './invoice-pdf';
export { contractOf, contractsOf, notInConflict, costsToBill, paidOf } from './load';
export { billingDay, issueMany } from './many';
export { invoicesOfJob, invoicesWhere } from './of-job';
export { billStep, planOf, savePlan, saveRules } from './plan';
export { agingToday, invoiceDetail, invoiceList, isOpen, moneyIn, readyToBill } from './queries';
export { renewInvoiceLink } from './renew-link';
export { makeRepeatInvoices, pauseRepeatInvoice, repeatInvoiceList, saveRepeatInvoice, taxCodesOf } from './repeat-invoices';
export { settle } from './settle';
import './deposit-paid';
import './recurring-won';
import './of-repeats';
import './of-season';
import './sold-on-site';
