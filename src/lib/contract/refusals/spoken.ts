import type { Said } from '../../core/refusal';
import { wordsIn, type Language, type Spoken } from '../../core/words';
import * as customer from './es/customer';
import * as door from './es/door';
import * as field from './es/field';

/** What is refused, in Spanish, by area: all that crews and customers can be told. */
const SPANISH: Spoken = {
	asking: customer.asking,
	costs: field.costs,
	field: field.field,
	files: field.files,
	pages: customer.pages as Spoken[string],
	people: customer.people as Spoken[string],
	planning: customer.planning as Spoken[string],
	quotes: customer.quotes,
	receivables: customer.receivables as Spoken[string],
	'site-forms': field.siteForms,
	time: field.time,
	work: field.work,
	'rules.access': door.access as Spoken[string]
};

/** What is said, in the language of whoever is told. @example spokenIn('es', say('no-clock-running')) // 'No hay ningún reloj en marcha.' */
export const spokenIn = (language: Language, said: Said): string => wordsIn(language, said, SPANISH);
