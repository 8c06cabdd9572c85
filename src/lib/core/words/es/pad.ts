import type { PadWords } from '../en/pad';

/** The words of the pad that is signed on, in Spanish. */
export const pad: PadWords = { sign: 'Firme aquí', clear: 'Borrar' };
