/** The words of the pad that is signed on. */
export const pad = { sign: 'Sign here', clear: 'Clear' };
export type PadWords = typeof pad;
