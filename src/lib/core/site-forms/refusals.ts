import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'bad-not-offered': (p: { text: string }) => `“${p.text}” is none of the choices.`,
	'choice-twice': () => 'A choice stands here twice.',
	'column-of-words': () => 'A row holds words, numbers, choices and figures.',
	'condition-not-offered': (p: { label: string; is: string }) => `“${p.is}” is no answer of ${p.label}.`,
	'condition-unknown': () => 'Choose the field that decides.',
	'divides-by-zero': () => 'This divides by 0.',
	'field-needs-label': () => 'Say what is asked for.',
	'form-holds-most': (p: { most: number }) => `A form holds at most ${p.most} fields.`,
	'form-needs-field': () => 'Add a field first.',
	'formula-circle': (p: { label: string }) => `${p.label} would come from itself.`,
	'formula-empty': () => 'Say what it is reckoned from.',
	'formula-long': (p: { most: number }) => `A formula has at most ${p.most} letters.`,
	'formula-no-such': (p: { name: string }) => `“${p.name}” can not be reckoned here. There are sum, min, max and count.`,
	'formula-unknown': (p: { name: string }) => `No field of figures is called “${p.name}”.`,
	'formula-unread': (p: { text: string }) => `“${p.text}” can not be read as a formula.`,
	'low-above-high': () => 'The lower limit lies above the upper one.',
	'name-certificate': () => 'Say what the certificate is called.',
	'name-form': () => 'Give the form a name.',
	'name-of-letters': () => 'Small letters, digits and _; a letter first.',
	'name-twice': (p: { name: string }) => `Another field is called ${p.name}.`,
	'no-such-form': () => 'There is no such form.',
	'not-offered': (p: { label: string }) => `${p.label}: this is not offered.`,
	'reading-refused': (p: { label: string; why: string }) => `${p.label}: ${p.why}`,
	'say-what-was-found': (p: { labels: string }) => `${p.labels}: say what was found.`,
	'say-why-no': (p: { label: string }) => `${p.label}: say why not.`,
	'section-needs-title': () => 'Give the section a title.',
	'still-open': (p: { label: string }) => `${p.label} is still open.`,
	'table-needs-columns': () => 'Say what each row asks for.',
	'two-choices': () => 'Offer at least two choices.',
	'type-number': (p: { label: string }) => `${p.label}: type a number.`
};
export const say = sayings('rules.site-forms', catalog);
