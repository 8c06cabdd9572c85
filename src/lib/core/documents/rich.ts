import { say } from './refusals';
import { Refusal } from '../refusal';

/** A stretch of text of one look. */
export interface Run {
	text: string;
	bold?: true;
	italic?: true;
}
/** Written text as it is kept and shown: paragraphs, small headings, lists; nothing that could run or load anything. */
export type RichBlock = { type: 'paragraph' | 'heading'; runs: Run[] } | { type: 'list'; ordered: boolean; items: Run[][] };
export type RichText = RichBlock[];

export const MOST_RICH = 40_000;

/** A text block that proposals begin or end with. */
export interface TextBlock {
	id: string;
	name: string;
	place: 'introduction' | 'closing';
	text: RichText;
}

const isObject = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

function readRuns(given: unknown): Run[] {
	if (!Array.isArray(given)) throw new Refusal(say('text-cannot-be-read'), 'text');
	const runs: Run[] = [];
	for (const r of given) {
		if (!isObject(r) || typeof r.text !== 'string') throw new Refusal(say('text-cannot-be-read'), 'text');
		if (r.text === '') continue;
		runs.push({ text: r.text, ...(r.bold === true ? { bold: true } : {}), ...(r.italic === true ? { italic: true } : {}) });
	}
	return runs;
}

/**
 * Text that came from outside, with only what is known kept: unknown fields fall away, so that nothing but words can be in it.
 * @throws Refusal for another shape, or more than 40,000 characters
 */
export function readRich(given: unknown): RichText {
	if (!Array.isArray(given)) throw new Refusal(say('text-cannot-be-read'), 'text');
	const text = given.map((b): RichBlock => {
		if (!isObject(b)) throw new Refusal(say('text-cannot-be-read'), 'text');
		if (b.type === 'paragraph' || b.type === 'heading') return { type: b.type, runs: readRuns(b.runs) };
		if (b.type === 'list' && Array.isArray(b.items)) return { type: 'list', ordered: b.ordered === true, items: b.items.map(readRuns) };
		throw new Refusal(say('text-cannot-be-read'), 'text');
	});
	if (plainOf(text).length > MOST_RICH) throw new Refusal(say('text-longer-than-40-000-characters'), 'text');
	return text;
}

const runsText = (runs: readonly Run[]): string => runs.map((r) => r.text).join('');

/** The words alone, a line each paragraph and point. */
export function plainOf(text: RichText): string {
	return text
		.map((b) =>
			b.type === 'list' ? b.items.map((i, n) => `${b.ordered ? `${n + 1}.` : '–'} ${runsText(i)}`).join('\n') : runsText(b.runs)
		)
		.join('\n');
}

/** Plain words as text: a paragraph for each line that says something. */
export const richOf = (plain: string): RichText =>
	plain
		.split('\n')
		.map((l) => l.trim())
		.filter(Boolean)
		.map((l) => ({ type: 'paragraph', runs: [{ text: l }] }));

/** Whether there is anything to read. */
export const isEmptyRich = (text: RichText): boolean => plainOf(text).trim() === '';

/** The same text with every stretch's words changed, such as placeholders filled in. */
export function mapRich(text: RichText, change: (words: string) => string): RichText {
	const runs = (r: Run[]) => r.map((x) => ({ ...x, text: change(x.text) }));
	return text.map((b) => (b.type === 'list' ? { ...b, items: b.items.map(runs) } : { ...b, runs: runs(b.runs) }));
}
