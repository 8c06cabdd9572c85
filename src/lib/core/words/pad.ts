import { pad as en, type PadWords } from './en/pad';
import { pad as es } from './es/pad';
import type { Language } from './language';

export type { PadWords } from './en/pad';

/** The words of the pad that is signed on. */
export const padWords = (language: Language): PadWords => (language === 'es' ? es : en);
