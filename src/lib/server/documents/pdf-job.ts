import type { Letterhead } from './letterhead';

/** A document to be made: what stands in it as plain data, so that it can go to another thread. */
export interface PdfJob {
	id: number;
	/** With the word between the number of a page and how many there are. */
	head: Letterhead & { of: string };
	title: string;
	subject: string;
	content: unknown[];
	/** The first page has neither letterhead nor foot. */
	cover: boolean;
	/** Documents whose pages come at the end. */
	appended: Uint8Array[];
	/** Where our own fonts lie. */
	fonts: Record<'normal' | 'bold' | 'italics' | 'bolditalics', string>;
}
export type PdfAnswer = { id: number; bytes: Uint8Array } | { id: number; problem: string };
