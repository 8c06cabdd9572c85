import { Refusal, type Said } from '../refusal';
import { fieldsOf, type FormField, type SiteForm } from './form';
import { readFormula, type Formula } from './formula';
import { say } from './refusals';

/** What is wrong with a form that is being designed, and where: `name`, `sections.0.title`, `sections.0.fields.2.label`. */
export interface DesignProblem {
	at: string;
	said: Said;
}
/** What a form that is kept may hold. */
export const MOST_FIELDS = 150;
const NAME = /^[a-z][a-z0-9_]{0,39}$/;

/** Everything of a form by where it stands, columns of tables with their table. */
interface Placed {
	at: string;
	field: FormField;
	/** The fields a formula or a condition here can name. */
	near: ReadonlyMap<string, FormField>;
}

/**
 * What stands against keeping a form as it was designed, in the order of the form. Empty when it can be filled in as it is.
 * @example designProblems({ ...form, name: '' }) // [{ at: 'name', said: 'Give the form a name.' }]
 */
export function designProblems(form: SiteForm): DesignProblem[] {
	const problem = (at: string, said: Said): DesignProblem[] => [{ at, said }];
	const fields = fieldsOf(form);
	return [
		...(form.name.trim() === '' ? problem('name', say('name-form')) : []),
		...(form.certificate.trim() === '' ? problem('certificate', say('name-certificate')) : []),
		...(fields.length === 0 ? problem('sections', say('form-needs-field')) : []),
		...(fields.length > MOST_FIELDS ? problem('sections', say('form-holds-most', { most: MOST_FIELDS })) : []),
		...form.sections.flatMap((s, n) => (s.title.trim() === '' ? problem(`sections.${n}.title`, say('section-needs-title')) : [])),
		...placedOf(form).flatMap((p) => problemsAt(p, form).map((x) => ({ ...x, at: `${p.at}.${x.at}` })))
	];
}

function placedOf(form: SiteForm): Placed[] {
	const top = new Map(fieldsOf(form).map((f) => [f.id, f]));
	return form.sections.flatMap((s, n) =>
		s.fields.flatMap((field, m) => {
			const at = `sections.${n}.fields.${m}`;
			const columns = field.kind === 'table' ? (field.columns ?? []) : [];
			const near = new Map([...top, ...columns.map((c): [string, FormField] => [c.id, c])]);
			return [{ at, field, near: top }, ...columns.map((c, k) => ({ at: `${at}.columns.${k}`, field: c, near }))];
		})
	);
}

function problemsAt({ field, near }: Placed, form: SiteForm): DesignProblem[] {
	const found: DesignProblem[] = [];
	const no = (at: string, said: Said) => found.push({ at, said });
	if (field.label.trim() === '') no('label', say('field-needs-label'));
	if (!NAME.test(field.id)) no('id', say('name-of-letters'));
	else if (allIds(form).filter((id) => id === field.id).length > 1) no('id', say('name-twice', { name: field.id }));
	if (field.low !== undefined && field.high !== undefined && field.low > field.high) no('high', say('low-above-high'));
	if (field.kind === 'choice') choiceProblems(field, no);
	if (field.kind === 'table') tableProblems(field, no);
	if (field.kind === 'computed') formulaProblem(field, near, no);
	const when = field.requiredWhen;
	if (when !== undefined) {
		const other = near.get(when.field);
		if (other === undefined || other === field) no('requiredWhen', say('condition-unknown'));
		else if (!answersOf(other).includes(when.is)) no('requiredWhen', say('condition-not-offered', { label: other.label, is: when.is }));
	}
	return found;
}

type No = (at: string, said: Said) => void;

const allIds = (form: SiteForm): string[] =>
	fieldsOf(form).flatMap((f) => [f.id, ...(f.kind === 'table' ? (f.columns ?? []).map((c) => c.id) : [])]);

/** What a field can be answered with, where that is a choice. */
export const answersOf = (field: FormField): string[] =>
	field.kind === 'yes-no' ? ['yes', 'no'] : field.kind === 'choice' ? (field.choices ?? []) : [];

function choiceProblems(field: FormField, no: No): void {
	const choices = field.choices ?? [];
	if (choices.length < 2) no('choices', say('two-choices'));
	if (new Set(choices).size < choices.length) no('choices', say('choice-twice'));
	const [gone] = (field.bad ?? []).filter((b) => !choices.includes(b));
	if (gone !== undefined) no('bad', say('bad-not-offered', { text: gone }));
}

function tableProblems(field: FormField, no: No): void {
	const columns = field.columns ?? [];
	if (columns.length === 0) no('columns', say('table-needs-columns'));
	if (columns.some((c) => ['table', 'picture', 'signature'].includes(c.kind))) no('columns', say('column-of-words'));
}

function formulaProblem(field: FormField, near: ReadonlyMap<string, FormField>, no: No): void {
	try {
		const formula = readFormula(field.formula ?? '');
		const unknown = unknownIn(formula, near);
		if (unknown !== null) no('formula', say('formula-unknown', { name: unknown }));
		else if (reaches(field.id, formula, near, new Set())) no('formula', say('formula-circle', { label: field.label }));
	} catch (e) {
		if (!(e instanceof Refusal)) throw e;
		no('formula', e.said);
	}
}

const FIGURES: readonly string[] = ['reading', 'choice', 'yes-no', 'computed'];

/** The first name of a formula that no field has, or that stands for no figure. */
function unknownIn(formula: Formula, near: ReadonlyMap<string, FormField>): string | null {
	const single = formula.names.find((n) => !FIGURES.includes(near.get(n)?.kind ?? ''));
	if (single !== undefined) return single;
	const over = formula.gathers.find((g) => {
		const table = near.get(g.table);
		return (
			table?.kind !== 'table' || (g.column !== '' && !(table.columns ?? []).some((c) => c.id === g.column && FIGURES.includes(c.kind)))
		);
	});
	return over === undefined ? null : over.column === '' ? over.table : `${over.table}.${over.column}`;
}

/** Whether a figure comes from itself, by whatever way. */
function reaches(goal: string, formula: Formula, near: ReadonlyMap<string, FormField>, seen: Set<string>): boolean {
	const next = [
		...formula.names.flatMap((n) => near.get(n) ?? []),
		...formula.gathers.flatMap((g) => (near.get(g.table)?.columns ?? []).filter((c) => c.id === g.column))
	];
	return next.some((f) => {
		if (f.id === goal) return true;
		if (f.kind !== 'computed' || seen.has(f.id)) return false;
		seen.add(f.id);
		try {
			return reaches(goal, readFormula(f.formula ?? ''), near, seen);
		} catch {
			// Its own formula is refused where it stands.
			return false;
		}
	});
}

/**
 * A name in formulas for a new field, made of its label.
 * @example nameFor('Floor of the attic', ['floor']) // 'floor_of_the_attic'
 */
export function nameFor(label: string, taken: readonly string[]): string {
	const plain = label
		.normalize('NFD')
		.toLowerCase()
		.replace(/[^a-z0-9]+/g, '_')
		.replace(/^[_0-9]+|_+$/g, '')
		.slice(0, 30)
		.replace(/_+$/, '');
	const base = plain === '' ? 'field' : plain;
	for (let n = 1; ; n += 1) {
		const name = n === 1 ? base : `${base}_${n}`;
		if (!taken.includes(name)) return name;
	}
}
