import { field as en, type FieldWords } from './en/field';
import { field as es } from './es/field';
import type { Language } from './language';

export type { FieldWords } from './en/field';

const BY_LANGUAGE: Readonly<Record<Language, FieldWords>> = { en, es };

/** The words of the field pages. @example fieldWords('es').clock.on // 'Marcar entrada' */
export const fieldWords = (language: Language): FieldWords => BY_LANGUAGE[language];
