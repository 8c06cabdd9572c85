import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import { say } from '../../contract/refusals/site-forms';
import * as contract from '../../contract/site-forms/designs';
import { Refusal } from '../../core/refusal';
import { designProblems, formNamed, SITE_FORMS, type SiteForm } from '../../core/site-forms';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { newId } from '../ids';
import { formDesigns, formEditions, siteForms } from './schema';

/** A form in one of its editions, or in its last one: the company's own, or one that comes with the program. @throws Refusal for one there is not */
export function formOf(db: Orm, id: string, edition?: number): SiteForm {
	const own = db
		.select({ content: formEditions.content })
		.from(formEditions)
		.where(and(eq(formEditions.designId, id), edition === undefined ? undefined : eq(formEditions.edition, edition)))
		.orderBy(desc(formEditions.edition))
		.limit(1)
		.get();
	return own?.content ?? formNamed(id, edition);
}

/** A form as it is offered: its last edition with what the company decided about it. */
export interface Design {
	form: SiteForm;
	setAside: boolean;
	/** Kinds of work that are not finished before it was signed. */
	requiredFor: string[];
	/** Comes with the program. */
	shipped: boolean;
	/** Of what was decided; null where nothing was. */
	version: number | null;
}

/** Every form there is, by name. */
export function designsOf(db: Orm): Design[] {
	const decided = new Map(
		db
			.select()
			.from(formDesigns)
			.all()
			.map((d) => [d.id, d])
	);
	const shipped = SITE_FORMS.map((f) => f.id);
	const ids = [...new Set([...shipped, ...decided.keys()])];
	return ids
		.map((id) => {
			const own = decided.get(id);
			return {
				form: formOf(db, id),
				setAside: own?.setAside ?? false,
				requiredFor: own?.requiredFor ?? [],
				shipped: shipped.includes(id),
				version: own?.version ?? null
			};
		})
		.sort((a, b) => a.form.name.localeCompare(b.form.name));
}

/** What a crew can begin: what is not set aside, what its kind of work needs first. */
export const formsOffered = (db: Orm, kindOfWork: string): { id: string; name: string; required: boolean }[] =>
	designsOf(db)
		.filter((d) => !d.setAside)
		.map((d) => ({ id: d.form.id, name: d.form.name, required: d.requiredFor.includes(kindOfWork) }))
		.sort((a, b) => Number(b.required) - Number(a.required));

/** How often each form was filled in. */
export const formsFilledIn = (db: Orm): Map<string, number> =>
	new Map(
		db
			.select({ form: siteForms.form, n: sql<number>`count(*)` })
			.from(siteForms)
			.groupBy(siteForms.form)
			.all()
			.map((r) => [r.form, r.n])
	);

/** Every edition of a form that was saved here, the last first, with how often it was filled in. */
export function editionsOf(db: Orm, id: string) {
	const used = new Map(
		db
			.select({ edition: siteForms.edition, n: sql<number>`count(*)` })
			.from(siteForms)
			.where(eq(siteForms.form, id))
			.groupBy(siteForms.edition)
			.all()
			.map((r) => [r.edition, r.n])
	);
	const own = db
		.select({ edition: formEditions.edition, content: formEditions.content, at: formEditions.at, byName: formEditions.byName })
		.from(formEditions)
		.where(eq(formEditions.designId, id))
		.orderBy(desc(formEditions.edition))
		.all();
	const shipped = SITE_FORMS.filter((f) => f.id === id).map((f) => ({ edition: f.edition, content: f, at: null, byName: '' }));
	return [...own, ...shipped].map((e) => ({ ...e, used: used.get(e.edition) ?? 0 }));
}

/** Names of the forms that keep a job of this kind from being finished: asked for, and not signed yet. */
export function formsMissing(db: Orm, jobId: string, kindOfWork: string): string[] {
	const asked = designsOf(db).filter((d) => d.requiredFor.includes(kindOfWork));
	if (asked.length === 0) return [];
	const there = new Set(
		db
			.select({ form: siteForms.form })
			.from(siteForms)
			.where(and(eq(siteForms.jobId, jobId), inArray(siteForms.state, ['signed', 'approved'])))
			.all()
			.map((r) => r.form)
	);
	return asked.filter((d) => !there.has(d.form.id)).map((d) => d.form.name);
}

/** The row of what was decided about a form, made where there is none. */
function decided(ctx: Context, id: string) {
	formOf(ctx.db, id);
	return ctx.find(formDesigns, id) ?? ctx.insert(formDesigns, { id });
}

export const saveDesign = serve(contract.saveDesign, (ctx, i) => {
	const last = i.form === undefined ? null : formOf(ctx.db, i.form);
	if (last !== null && i.from !== undefined && i.from !== last.edition)
		throw new Refusal(say('another-edition', { edition: last.edition }));
	const form: SiteForm = {
		id: i.form ?? newId(),
		edition: (last?.edition ?? 0) + 1,
		name: i.name.trim(),
		certificate: i.certificate.trim(),
		customerSigns: i.customerSigns,
		sections: i.sections
	};
	const [problem] = designProblems(form);
	if (problem) throw new Refusal(problem.said, problem.at);
	const twin = designsOf(ctx.db).find((d) => d.form.id !== form.id && d.form.name.toLowerCase() === form.name.toLowerCase());
	if (twin) throw new Refusal(say('form-name-taken', { name: twin.form.name }), 'name');
	const design = ctx.find(formDesigns, form.id) ?? ctx.insert(formDesigns, { id: form.id });
	ctx.insert(formEditions, {
		id: newId(),
		designId: design.id,
		edition: form.edition,
		content: form,
		at: ctx.now,
		byName: ctx.who.name
	});
	ctx.happened(['company', `form:${form.id}`], 'form-designs.save', { name: form.name, edition: form.edition }, 'field');
	return { form: form.id, edition: form.edition };
});

export const requireDesign = serve(contract.requireDesign, (ctx, i) => {
	const design = decided(ctx, i.form);
	ctx.update(formDesigns, design.id, { requiredFor: i.kinds }, i.version);
	ctx.happened(
		['company', `form:${i.form}`],
		'form-designs.require',
		{ name: formOf(ctx.db, i.form).name, kinds: i.kinds.join(', ') },
		'field'
	);
});

export const setAsideDesign = serve(contract.setAsideDesign, (ctx, i) => {
	const design = decided(ctx, i.form);
	ctx.update(formDesigns, design.id, { setAside: i.aside }, i.version);
	ctx.happened(['company', `form:${i.form}`], 'form-designs.set-aside', { name: formOf(ctx.db, i.form).name, aside: i.aside }, 'field');
});
