/** How many rows are written at once: some hundredths of a second, in which nobody else may write. */
export const PORTION = 200;
/** Lists shorter than this, in characters, are applied within the command itself. */
export const SHORT_LIST = 40_000;
