import { formatQuantity } from '../../core/money';
import { filesIn, formReadings, type FormField, type FormValues, type Reading, type SiteForm } from '../../core/site-forms';
import type { PaperWords } from '../../core/words';
import type { App } from '../app';
import { GREY, hair, latin, pictureData } from '../documents';

interface Tongue {
	/** The words of a form that comes with the program, in the reader's language. */
	said: (own: string) => string;
	w: PaperWords['record'];
}

/** Pictures, two in a row. */
export const pictureRows = (app: App, ids: readonly string[]): object[] => {
	const all = ids.flatMap((id) => pictureData(app, id) ?? []);
	const rows: object[] = [];
	for (let n = 0; n < all.length; n += 2)
		rows.push({ columns: all.slice(n, n + 2).map((image) => ({ image, fit: [245, 180], margin: [0, 6, 0, 0] })), columnGap: 12 });
	return rows;
};

const unitOf = (f: FormField): string => (f.unit ? ` ${f.unit}` : '');

/** The limits of a field, as they are read. */
function limits(f: FormField, w: PaperWords['record']): string {
	if (f.low !== undefined && f.high !== undefined) return w.between(formatQuantity(f.low), formatQuantity(f.high) + unitOf(f));
	if (f.low !== undefined) return w.atLeast(formatQuantity(f.low) + unitOf(f));
	return f.high === undefined ? '' : w.atMost(formatQuantity(f.high) + unitOf(f));
}

/** What was given at a field, as it is read; a “no” with its reason. */
function answer(r: Reading, { said, w }: Tongue): string {
	const { field } = r;
	if (field.kind === 'yes-no') return r.given === '' ? '–' : `${r.given === 'yes' ? w.yes : w.no}${r.why ? `: ${r.why}` : ''}`;
	if (r.value !== null) return formatQuantity(r.value) + unitOf(field);
	return r.given ? `${field.kind === 'choice' ? said(r.given) : r.given}` : '–';
}

const line = (r: Reading, t: Tongue) => [
	{ text: latin(t.said(r.field.label)) },
	{ text: latin(answer(r, t)), bold: r.outside },
	{ text: latin(limits(r.field, t.w)), color: GREY },
	{ text: r.outside && r.field.kind !== 'yes-no' ? t.w.outside : '', bold: true }
];

/** A table of repeated rows: its columns with their limits under their names, what lies outside in bold and said. */
function tableOf(r: Reading, t: Tongue): object[] {
	const columns = r.field.columns ?? [];
	const heads = columns.map((c) => ({
		stack: [
			{ text: latin(t.said(c.label)), bold: true },
			{ text: latin(limits(c, t.w)), color: GREY, fontSize: 8 }
		]
	}));
	const cell = (c: Reading) => ({
		text: latin(answer(c, t) + (c.outside && c.field.kind !== 'yes-no' ? `, ${t.w.outside}` : '')),
		bold: c.outside
	});
	const title = { text: latin(t.said(r.field.label)), margin: [0, 8, 0, 2] };
	if (r.rows.length === 0) return [title, { text: '–' }];
	return [
		title,
		{ table: { headerRows: 1, widths: columns.map(() => '*'), body: [heads, ...r.rows.map((cells) => cells.map(cell))] }, layout: hair }
	];
}

/** One field that takes more than a line. */
function wide(app: App, r: Reading, t: Tongue): object[] {
	if (r.field.kind === 'table') return tableOf(r, t);
	const label = { text: latin(t.said(r.field.label)), color: GREY, margin: [0, 6, 0, 2] };
	if (r.field.kind === 'text') return [label, { text: latin(r.given || '–') }];
	const drawn = pictureRows(app, filesIn(r.given));
	return [label, ...(drawn.length > 0 ? drawn : [{ text: '–' }])];
}

const isLine = (r: Reading): boolean => ['reading', 'choice', 'yes-no', 'computed'].includes(r.field.kind);

/** The sections of a form that was filled in, for its certificate. */
export function sectionsOf(app: App, form: SiteForm, values: FormValues, t: Tongue): object[] {
	const readings = new Map(formReadings(form, values).map((r) => [r.field.id, r]));
	return form.sections.flatMap((s) => {
		const parts: object[] = [{ text: latin(t.said(s.title)), bold: true, margin: [0, 14, 0, 2] }];
		let lines: object[][] = [];
		const close = () => {
			if (lines.length > 0) parts.push({ table: { widths: ['*', 130, 120, 50], body: lines }, layout: hair });
			lines = [];
		};
		for (const f of s.fields) {
			const r = readings.get(f.id);
			if (r === undefined) continue;
			if (isLine(r)) lines.push(line(r, t));
			else {
				close();
				parts.push(...wide(app, r, t));
			}
		}
		close();
		return parts;
	});
}
