import { customer as customerEn, type CustomerWords } from './en/customer';
import { paper as paperEn, type PaperWords } from './en/paper';
import { customer as customerEs } from './es/customer';
import { paper as paperEs } from './es/paper';
import type { Language } from './language';

export type { CustomerWords } from './en/customer';
export type { PaperWords } from './en/paper';

/** The words of the pages that customers see. @example customerWords('es').total // 'Total' */
export const customerWords = (language: Language): CustomerWords => (language === 'es' ? customerEs : customerEn);

/** The words of documents for customers. @example paperWords('es').what // 'Concepto' */
export const paperWords = (language: Language): PaperWords => (language === 'es' ? paperEs : paperEn);
