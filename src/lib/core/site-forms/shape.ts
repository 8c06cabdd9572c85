import { nameFor } from './design';
import { fieldsOf, type FieldKind, type FormField, type FormSection, type SiteForm } from './form';

/** Every name that is taken in a form, those of columns with it. */
export const namesOf = (form: Pick<SiteForm, 'sections'>): string[] =>
	fieldsOf(form).flatMap((f) => [f.id, ...(f.columns ?? []).map((c) => c.id)]);

/** A new field of a kind, with what its kind needs to begin with. */
export function blankField(kind: FieldKind, taken: readonly string[]): FormField {
	const field: FormField = { id: nameFor('', taken), label: '', kind, required: kind !== 'text' && kind !== 'computed' };
	if (kind === 'choice') return { ...field, choices: ['', ''] };
	if (kind === 'computed') return { ...field, formula: '' };
	if (kind !== 'table') return field;
	return { ...field, columns: [{ id: nameFor('', [...taken, field.id]), label: '', kind: 'text', required: true }] };
}

/**
 * A form in which a field has another name in formulas: whatever named it names it so from now on.
 * @example renamed(sections, 'field', 'floor') // a formula “field * 2” says “floor * 2”
 */
export function renamed(sections: readonly FormSection[], from: string, to: string): FormSection[] {
	const word = new RegExp(`(?<![A-Za-z0-9_])${from}(?![A-Za-z0-9_])`, 'g');
	const field = (f: FormField): FormField => ({
		...f,
		id: f.id === from ? to : f.id,
		...(f.formula === undefined ? {} : { formula: f.formula.replace(word, to) }),
		...(f.requiredWhen?.field === from ? { requiredWhen: { ...f.requiredWhen, field: to } } : {}),
		...(f.columns === undefined ? {} : { columns: f.columns.map(field) })
	});
	return sections.map((s) => ({ ...s, fields: s.fields.map(field) }));
}

/** Where a field stands. */
export interface Place {
	section: number;
	index: number;
}

/**
 * A form with a field moved before what stands at a place; at the end of a section where its index is beyond it. No field is lost or doubled.
 * @example moved(sections, { section: 0, index: 2 }, { section: 0, index: 0 }) // the third is the first
 */
export function moved(sections: readonly FormSection[], from: Place, to: Place): FormSection[] {
	const field = sections[from.section]?.fields[from.index];
	if (field === undefined || sections[to.section] === undefined) return [...sections];
	const before = sections[to.section]?.fields[to.index];
	if (before === field) return [...sections];
	const without = sections.map((s) => ({ ...s, fields: s.fields.filter((f) => f !== field) }));
	return without.map((s, n) => {
		if (n !== to.section) return s;
		const at = before === undefined ? s.fields.length : s.fields.indexOf(before);
		return { ...s, fields: [...s.fields.slice(0, at), field, ...s.fields.slice(at)] };
	});
}

/** A form with a field moved one up or down, on into the next section at an edge; the place it came to. */
export function stepped(sections: readonly FormSection[], from: Place, up: boolean): { sections: FormSection[]; to: Place } {
	const last = (sections[from.section]?.fields.length ?? 0) - 1;
	const to: Place = up
		? from.index > 0
			? { section: from.section, index: from.index - 1 }
			: { section: from.section - 1, index: sections[from.section - 1]?.fields.length ?? 0 }
		: from.index < last
			? { section: from.section, index: from.index + 2 }
			: { section: from.section + 1, index: 0 };
	if (sections[to.section] === undefined) return { sections: [...sections], to: from };
	const inSame = !up && to.section === from.section;
	return { sections: moved(sections, from, to), to: inSame ? { ...to, index: to.index - 1 } : to };
}
