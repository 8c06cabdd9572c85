/** What a field of a site form asks for. */
export const FIELD_KINDS = ['text', 'reading', 'choice', 'yes-no', 'picture', 'signature', 'computed', 'table'] as const;
export type FieldKind = (typeof FIELD_KINDS)[number];

/** Decimals a computed figure is shown with where its form says nothing. */
export const USUAL_DECIMALS = 2;

export interface FormField {
	/** Its name in formulas and among what was given: small letters, digits, `_`. */
	id: string;
	label: string;
	kind: FieldKind;
	required: boolean;
	/** Asked for as well when another field was answered so. */
	requiredWhen?: { field: string; is: string };
	/** Of a reading or a computed figure: its unit and the limits it should lie in, ten-thousandths. */
	unit?: string;
	low?: number;
	high?: number;
	/** Of a choice: what can be chosen, and which of it needs a word of why. */
	choices?: string[];
	bad?: string[];
	/** Of a computed figure: how it comes from others, and the decimals it is rounded to before it is judged. */
	formula?: string;
	decimals?: number;
	/** Of a table: what each of its rows asks for. */
	columns?: FormField[];
}
export interface FormSection {
	title: string;
	fields: FormField[];
}
/** Whether the customer's signature is asked for: it can be given, has to be, or is not asked. */
export type CustomerSigns = 'may' | 'must' | 'no';

/** A form that is filled in on site. An edition never changes once it was saved: what was filled in by it is read by it. */
export interface SiteForm {
	id: string;
	edition: number;
	name: string;
	certificate: string;
	/** Where it says nothing: it can be given. */
	customerSigns?: CustomerSigns;
	sections: FormSection[];
}

/** A row of a table that was filled in. */
export type FormRow = Readonly<Record<string, string>>;
/**
 * What was given, by field: words as typed, “yes” or “no”, names of kept pictures with blanks between, the rows of a table. The reason of a “no” stands
 * under the field's name with `__why` behind it.
 */
export type FormValues = Readonly<Record<string, string | readonly FormRow[]>>;

/** Where the reason of a “no” stands. @example whyOf('clean') // 'clean__why' */
export const whyOf = (id: string): string => `${id}__why`;

/** The field that says in words what was found; a form that has it wants it filled in when something lies outside its limits. */
export const REMARKS = 'remarks';

/** All fields of a form in their order, those of tables apart. */
export const fieldsOf = (form: Pick<SiteForm, 'sections'>): FormField[] => form.sections.flatMap((s) => s.fields);

/** What was given at a field as words; nothing for a table. */
export function wordsAt(values: FormValues, id: string): string {
	const given = values[id];
	return typeof given === 'string' ? given.trim() : '';
}
/** The rows that were given at a table; none for anything else. */
export function rowsAt(values: FormValues, id: string): readonly FormRow[] {
	const given = values[id];
	return typeof given === 'object' ? given : [];
}
/** The kept pictures that were given at a field. @example filesIn('a b') // ['a', 'b'] */
export const filesIn = (given: string): string[] => given.split(' ').filter(Boolean);
