/** Folders that every job has; a company adds its own by naming them. */
export const FOLDERS = ['plans', 'pictures', 'permits and insurance', 'letters', 'other'] as const;

/** Who may see a file: the office alone, the crew too, or whom a quote goes to as well. */
export const SEEN_BY = ['office', 'crew', 'customer'] as const;
export type SeenBy = (typeof SEEN_BY)[number];

/** The most one file may have, in bytes; said before it is sent. */
export const MOST_BYTES = 20_000_000;
