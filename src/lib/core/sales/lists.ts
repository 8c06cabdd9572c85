import { say } from './refusals';
import { Refusal } from '../refusal';

/** Kinds of work, sources and reasons for losing a job, as the company names them. */
export interface SalesLists {
	kinds: string[];
	sources: string[];
	reasons: string[];
}

/** What a company begins with, until it names its own. */
export const USUAL_LISTS: SalesLists = {
	kinds: ['Re-roof', 'Low slope', 'Gutters', 'Insulation', 'Repair'],
	sources: ['Website', 'Referral', 'Phone', 'Mail', 'Regular', 'Tender', 'General contractor'],
	reasons: ['Price', 'Too late', 'Chose somebody else', 'Not going ahead', 'No answer']
};

/** A list as it is kept: trimmed, empty ones left out, none twice whatever their case. @throws Refusal when nothing is left, naming the list */
export function readList(words: readonly string[], field: keyof SalesLists): string[] {
	const kept: string[] = [];
	for (const w of words.map((x) => x.trim()).filter(Boolean)) if (!kept.some((k) => k.toLowerCase() === w.toLowerCase())) kept.push(w);
	if (kept.length === 0) throw new Refusal(say('leave-at-least-one'), field);
	return kept;
}

/** What an answer says until the company writes its own. */
export const USUAL_ANSWER = {
	subject: 'Your request to {company}',
	text: 'Dear {name},\n\nthank you for asking us. We have read what you wrote and will come by to look at it. Which day suits you this week or next?\n\n{me}, {company}, {phone}'
};
