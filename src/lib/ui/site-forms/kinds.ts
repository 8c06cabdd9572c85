import type { FieldKind } from '$lib/core/site-forms';

/** What each kind of field is called where forms are designed. */
export const KIND_WORDS: Readonly<Record<FieldKind, string>> = {
	text: 'Words',
	reading: 'Number',
	choice: 'Choice',
	'yes-no': 'Yes or no',
	picture: 'Picture',
	signature: 'Signature',
	computed: 'Figure from others',
	table: 'Rows that repeat'
};
/** What a row of a table can ask for. */
export const COLUMN_KINDS: readonly FieldKind[] = ['text', 'reading', 'choice', 'yes-no', 'computed'];
