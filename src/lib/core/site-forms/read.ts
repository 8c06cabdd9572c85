import { exact, NumberTooLarge, parseQuantity, quantity, roundExact, type Exact, type Quantity } from '../money';
import { Refusal, type Said } from '../refusal';
import {
	fieldsOf,
	filesIn,
	REMARKS,
	rowsAt,
	USUAL_DECIMALS,
	whyOf,
	wordsAt,
	type FormField,
	type FormRow,
	type FormValues,
	type SiteForm
} from './form';
import { readFormula, reckon, type Figures } from './formula';
import { say } from './refusals';

/** A field with what was given, and whether it lies outside its limits or was found bad. */
export interface Reading {
	field: FormField;
	given: string;
	/** Of a reading or a computed figure; ten-thousandths. */
	value: Quantity | null;
	outside: boolean;
	/** What is wrong with what was given, or why a figure cannot be reckoned. */
	problem: Said | null;
	/** The reason of a “no”. */
	why: string;
	/** Of a table: each row's cells. */
	rows: Reading[][];
}

/**
 * What was given for every field, with limits judged and computed figures reckoned. Never throws: what is wrong stands at its field.
 * @returns in the order of the form
 */
export function formReadings(form: Pick<SiteForm, 'sections'>, values: FormValues): Reading[] {
	const fields = fieldsOf(form);
	const figures = figuresIn(fields, values, null);
	return fields.map((f) => (f.kind === 'table' ? tableReading(f, values, figures) : readingAt(f, values, figures)));
}

const isBeyond = (f: FormField, value: number): boolean =>
	(f.low !== undefined && value < f.low) || (f.high !== undefined && value > f.high);

function readingAt(field: FormField, values: FormValues, figures: Figures): Reading {
	const reading: Reading = { field, given: wordsAt(values, field.id), value: null, outside: false, problem: null, why: '', rows: [] };
	if (field.kind === 'computed') return computedReading(reading, figures);
	if (reading.given === '') return reading;
	if (field.kind === 'reading') return typedReading(reading);
	if (field.kind === 'choice') {
		const offered = (field.choices ?? []).includes(reading.given);
		const problem = offered ? null : say('not-offered', { label: field.label });
		return { ...reading, problem, outside: (field.bad ?? []).includes(reading.given) };
	}
	if (field.kind !== 'yes-no') return reading;
	if (!['yes', 'no'].includes(reading.given)) return { ...reading, problem: say('not-offered', { label: field.label }) };
	return { ...reading, outside: reading.given === 'no', why: wordsAt(values, whyOf(field.id)) };
}

function typedReading(reading: Reading): Reading {
	const { field, given } = reading;
	try {
		const value = parseQuantity(given);
		return { ...reading, value, outside: isBeyond(field, value) };
	} catch (e) {
		const why =
			e instanceof Refusal ? say('reading-refused', { label: field.label, why: e.message }) : say('type-number', { label: field.label });
		return { ...reading, problem: why };
	}
}

/** Rounded to the field's decimals first, half away from zero: what is shown is what is judged. */
function computedReading(reading: Reading, figures: Figures): Reading {
	const { field } = reading;
	const came = reckoned(field, figures);
	if (came.value === null) return { ...reading, given: '', problem: came.why };
	const step = 10 ** (4 - (field.decimals ?? USUAL_DECIMALS));
	try {
		const value = quantity(roundExact(came.value.mul(exact(10_000, step))) * step);
		return { ...reading, given: String(value / 10_000), value, outside: isBeyond(field, value) };
	} catch (e) {
		if (e instanceof NumberTooLarge) return { ...reading, given: '', problem: e.said };
		throw e;
	}
}

function reckoned(field: FormField, figures: Figures) {
	try {
		return reckon(readFormula(field.formula ?? ''), figures);
	} catch (e) {
		if (e instanceof Refusal) return { value: null, why: e.said };
		throw e;
	}
}

function tableReading(field: FormField, values: FormValues, outer: Figures): Reading {
	const columns = field.columns ?? [];
	const rows = rowsAt(values, field.id).map((row) => {
		const inner = figuresIn(columns, row, outer);
		return columns.map((c) => readingAt(c, row, inner));
	});
	const outside = rows.some((cells) => cells.some((c) => c.outside));
	return { field, given: rows.length > 0 ? String(rows.length) : '', value: null, outside, problem: null, why: '', rows };
}

/** A typed number, a choice that reads as one, yes as 1 and no as 0. */
function figureOf(given: string): Exact | null {
	if (given === 'yes') return exact(1);
	if (given === 'no') return exact(0);
	try {
		return exact(parseQuantity(given), 10_000);
	} catch {
		return null;
	}
}

/**
 * The figures of some fields, each reckoned once; a circle ends as nothing. Within a row of a table its own columns come first, then the fields of the
 * form (`outer`).
 */
function figuresIn(fields: readonly FormField[], values: FormValues, outer: Figures | null): Figures {
	const byId = new Map(fields.map((f) => [f.id, f]));
	const known = new Map<string, Exact | null>();
	const rows = new Map<string, Figures[]>();
	const rowsOf = (table: string): Figures[] => {
		const columns = byId.get(table)?.columns ?? [];
		const made = rows.get(table) ?? rowsAt(values, table).map((row) => figuresIn(columns, row, figures));
		rows.set(table, made);
		return made;
	};
	const figures: Figures = {
		at(name) {
			const field = byId.get(name);
			if (field === undefined) return outer?.at(name) ?? null;
			if (field.kind !== 'computed') return figureOf(wordsAt(values, name));
			const before = known.get(name);
			if (before !== undefined) return before;
			known.set(name, null);
			const { value } = reckoned(field, figures);
			known.set(name, value);
			return value;
		},
		column: (table, column) =>
			outer !== null ? outer.column(table, column) : rowsOf(table).map((row) => (column === '' ? null : row.at(column)))
	};
	return figures;
}

/** What stands against keeping what was given: a number that is none, a choice that is not offered. @returns by field, a cell as `table.row.column` */
export function formErrors(form: Pick<SiteForm, 'sections'>, values: FormValues): { field: string; said: Said }[] {
	return withCells(formReadings(form, values)).flatMap(({ at, reading }) =>
		reading.problem !== null && reading.field.kind !== 'computed' ? [{ field: at, said: reading.problem }] : []
	);
}

/**
 * What was given without what is wrong in it, so that one slip does not keep the rest from being kept; of a row only the cell is left out.
 * @example soundOnly(form, { moisture: 'wet', fall: '0.25' }) // { fall: '0.25' }
 */
export function soundOnly(form: Pick<SiteForm, 'sections'>, values: FormValues): FormValues {
	const wrong = new Set(formErrors(form, values).map((e) => e.field));
	const kept: Record<string, string | FormRow[]> = {};
	for (const [id, given] of Object.entries(values)) {
		if (wrong.has(id)) continue;
		kept[id] =
			typeof given === 'string'
				? given
				: given.map((row, n) => Object.fromEntries(Object.entries(row).filter(([column]) => !wrong.has(`${id}.${n}.${column}`))));
	}
	return kept;
}

/** Every reading and every cell, each by its name. */
const withCells = (readings: readonly Reading[]): { at: string; reading: Reading; values: (id: string) => string }[] => {
	const top = new Map(readings.map((r) => [r.field.id, r.given]));
	return readings.flatMap((reading) => [
		{ at: reading.field.id, reading, values: (id: string) => top.get(id) ?? '' },
		...reading.rows.flatMap((cells, n) => {
			const own = new Map(cells.map((c) => [c.field.id, c.given]));
			return cells.map((c) => ({
				at: `${reading.field.id}.${n}.${c.field.id}`,
				reading: c,
				values: (id: string) => own.get(id) ?? top.get(id) ?? ''
			}));
		})
	]);
};

/**
 * What stands against signing: what is wrong or still open, a “no” without its reason, and something outside its limits about which nothing is said
 * in a form that has a field for it.
 * @returns by field, in the order of the form; empty when it can be signed
 */
export function formProblems(form: Pick<SiteForm, 'sections'>, values: FormValues): { field: string; said: Said }[] {
	const all = withCells(formReadings(form, values));
	const open = all.flatMap(({ at, reading, values: given }) => {
		const said = openAt(reading, given);
		return said === null ? [] : [{ field: at, said }];
	});
	const outside = all.filter((x) => x.reading.outside && x.reading.field.kind !== 'table' && x.reading.field.kind !== 'yes-no');
	const asks = fieldsOf(form).some((f) => f.id === REMARKS) && wordsAt(values, REMARKS) === '';
	if (outside.length === 0 || !asks) return open;
	const labels = [...new Set(outside.map((x) => x.reading.field.label))].join(', ');
	return [...open.filter((o) => o.field !== REMARKS), { field: REMARKS, said: say('say-what-was-found', { labels }) }];
}

function openAt(reading: Reading, given: (id: string) => string): Said | null {
	const { field } = reading;
	if (reading.problem !== null && (field.kind !== 'computed' || field.required)) return reading.problem;
	const asked = field.required || (field.requiredWhen !== undefined && given(field.requiredWhen.field) === field.requiredWhen.is);
	if (asked && reading.given === '') return say('still-open', { label: field.label });
	return field.kind === 'yes-no' && reading.given === 'no' && reading.why === '' ? say('say-why-no', { label: field.label }) : null;
}

/** The pictures and signatures that were given anywhere in a form, by the names they are kept under. */
export const filesOf = (form: Pick<SiteForm, 'sections'>, values: FormValues): string[] =>
	fieldsOf(form).flatMap((f) => (f.kind === 'picture' || f.kind === 'signature' ? filesIn(wordsAt(values, f.id)) : []));

/** Only what the form asks for, without what is empty: what else was sent is not kept. */
export function givenOnly(form: Pick<SiteForm, 'sections'>, values: FormValues): FormValues {
	const kept: Record<string, string | FormRow[]> = {};
	for (const f of fieldsOf(form)) {
		if (f.kind === 'computed') continue;
		if (f.kind === 'table') {
			const columns = (f.columns ?? []).filter((c) => c.kind !== 'computed');
			const rows = rowsAt(values, f.id).map((row) => wordsOnly(columns, row));
			if (rows.length > 0) kept[f.id] = rows;
		} else Object.assign(kept, wordsOnly([f], values));
	}
	return kept;
}

function wordsOnly(fields: readonly FormField[], values: FormValues): Record<string, string> {
	const ids = fields.flatMap((f) => (f.kind === 'yes-no' ? [f.id, whyOf(f.id)] : [f.id]));
	return Object.fromEntries(ids.map((id) => [id, wordsAt(values, id)]).filter(([, v]) => v !== ''));
}
