import { door as en, type DoorWords } from './en/door';
import { door as es } from './es/door';
import type { Language } from './language';

export type { DoorWords } from './en/door';

/** The words of the pages before the door: signing in, and a new password. */
export const doorWords = (language: Language): DoorWords => (language === 'es' ? es : en);
