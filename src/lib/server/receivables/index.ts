export { bankPage, payFromBank, readBank, setBankAside, takeBankLines } from './bank';
export { payByCard } from './card';
export { cashPage } from './cash';
export { agingByCustomer, collectPage } from './collect-page';
export { agreePlan, chargeLate, endPlan, noteCall, plansOf, quietInvoice, remindInvoices, setCollecting } from './collecting';
export { answerCharge, askCharge, recordPayment, settleCharge } from './commands';
export { returnPayment, writeOff } from './payments';
export { reconcileCharges } from './reconcile';
export { sendStatement, statementDocument } from './statement';
