export { booksPage, closeBooks, exportJournal, journalCsv, setAccounts } from './commands';
export { creditUbl, invoiceUbl } from './e-invoice';
export { ublResponse } from './ubl-response';
