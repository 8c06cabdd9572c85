import { mail as en, type MailWords } from './en/mail';
import { mail as es } from './es/mail';
import type { Language } from './language';

export type { MailWords } from './en/mail';

/** What is mailed, in the language of whoever gets it. */
export const mailWords = (language: Language): MailWords => (language === 'es' ? es : en);
