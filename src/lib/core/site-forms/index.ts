export { answersOf, designProblems, MOST_FIELDS, nameFor, type DesignProblem } from './design';
export {
	FIELD_KINDS,
	fieldsOf,
	filesIn,
	REMARKS,
	rowsAt,
	USUAL_DECIMALS,
	whyOf,
	wordsAt,
	type CustomerSigns,
	type FieldKind,
	type FormField,
	type FormRow,
	type FormSection,
	type FormValues,
	type SiteForm
} from './form';
export type { HandoverContent, HandoverParts } from './handover';
export { filesOf, formErrors, formProblems, formReadings, givenOnly, soundOnly, type Reading } from './read';
export { readFormula, reckon } from './formula';
export { blankField, moved, namesOf, renamed, stepped, type Place } from './shape';
export { formNamed, SITE_FORMS } from './shipped';
