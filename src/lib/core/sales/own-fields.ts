import { say } from './refusals';
import { Refusal } from '../refusal';
import { isDay } from '../time';

/** What can have fields of the company's own. */
export const OWN_FIELD_OF = ['customer', 'site', 'job', 'quote'] as const;
export type OwnFieldOf = (typeof OWN_FIELD_OF)[number];

/** A field that the company added: “gate code” of a site, “financing” of a job. */
export interface OwnField {
	id: string;
	of: OwnFieldOf;
	label: string;
	kind: 'text' | 'number' | 'choice' | 'date';
	/** What a choice offers, in order. */
	choices: string[];
}

/** Values by the id of their field; an empty one is not kept. */
export type OwnValues = Record<string, string>;

/**
 * A value as it is kept, from what was typed: a number without thousands marks, a day as YYYY-MM-DD, one of the choices; empty stays
 * empty. @throws Refusal in words, naming the field by its id
 */
export function readOwn(field: OwnField, typed: string): string {
	const text = typed.trim();
	if (text === '') return '';
	if (field.kind === 'number') {
		const plain = text.replace(/(?<=\d),(?=\d{3}(\D|$))/g, '');
		if (!/^[-−]?\d{1,12}(\.\d{1,6})?$/.test(plain)) throw new Refusal(say('number-such-as-12-5', { label: field.label }), field.id);
		return plain.replace('−', '-');
	}
	if (field.kind === 'date') {
		if (!isDay(text)) throw new Refusal(say('day-such-as-2027-05-31', { label: field.label }), field.id);
		return text;
	}
	if (field.kind === 'choice') {
		const choice = field.choices.find((c) => c.toLowerCase() === text.toLowerCase());
		if (choice === undefined) throw new Refusal(say('one-of', { label: field.label, choices: field.choices.join(', ') }), field.id);
		return choice;
	}
	if (text.length > 500) throw new Refusal(say('has-at-most-500-characters', { label: field.label }), field.id);
	return text;
}

/** Values as they are kept, the fields of one kind of record only; what is not given stays as it was. @throws Refusal */
export function readOwnValues(fields: readonly OwnField[], of: OwnFieldOf, before: OwnValues, typed: OwnValues): OwnValues {
	const next: OwnValues = { ...before };
	for (const [id, text] of Object.entries(typed)) {
		const field = fields.find((f) => f.id === id && f.of === of);
		if (!field) throw new Refusal(say('no-such-field-any-more'), id);
		const value = readOwn(field, text);
		if (value === '') delete next[id];
		else next[id] = value;
	}
	return next;
}

/**
 * Checks the fields a company wants: a label for each, no two of the same name on one kind of record, choices where they are
 * needed. @throws Refusal
 */
export function checkOwnFields(fields: readonly OwnField[]): void {
	const seen = new Set<string>();
	for (const f of fields) {
		const name = `${f.of}: ${f.label.trim().toLowerCase()}`;
		if (f.label.trim() === '') throw new Refusal(say('give-every-field-name'), f.id);
		if (seen.has(name)) throw new Refusal(say('two-fields-on', { label: f.label.trim(), of: f.of }), f.id);
		seen.add(name);
		const choices = f.choices.map((c) => c.trim().toLowerCase());
		if (f.kind === 'choice' && (choices.length < 2 || choices.includes('') || new Set(choices).size < choices.length))
			throw new Refusal(say('needs-at-least-two-choices-each', { label: f.label.trim() }), f.id);
	}
}

/** What own fields say, by the words they are named with in letters. */
export const ownWords = (fields: readonly OwnField[], values: Record<OwnFieldOf, OwnValues>): Record<string, string> =>
	Object.fromEntries(fields.map((f) => [ownWord(f), values[f.of][f.id] ?? '']));

/** The word by which a field is named in letters: “gate code” of the job is {job gate code}. */
export const ownWord = (field: Pick<OwnField, 'of' | 'label'>): string => `${field.of} ${field.label.trim().toLowerCase()}`;
