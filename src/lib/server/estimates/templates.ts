import { say } from '../../contract/refusals/estimates';
import * as contract from '../../contract/estimates/templates';
import { and, asc, desc, eq, ne, sql } from 'drizzle-orm';
import { leftOut } from '../../core/estimate';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import { estimates, lines, scopes, templates } from './schema';
import { revisions, quotes } from '../quotes/schema';
import { jobs } from '../sales/schema';
import { newId } from '../ids';
import { clearScopes, putScopes, recipesOf } from './copying';
import { done } from './done';
import { loadEstimate } from './load';
import { nextLine } from './position';

export const saveTemplate = serve(contract.saveTemplate, (ctx, i) => {
	const row = ctx.get(estimates, i.estimateId, 'This estimate');
	const estimate = loadEstimate(ctx.db, row.id);
	if (!estimate || estimate.scopes.length === 0) throw new Refusal(say('nothing-on-estimate-yet'));
	const known = ctx.db.select().from(templates).where(eq(templates.name, i.name)).get();
	if (known && !i.replace && !known.setAside) throw new Refusal(say('template-of-name-already'), 'name');
	const kept = {
		name: i.name,
		kindOfWork: i.kindOfWork,
		intro: row.intro,
		estimate: {
			...estimate,
			discount: null,
			scopes: estimate.scopes.map((s) => ({
				...s,
				shapes: [],
				// What was typed for this house is not what the next one needs.
				lines: s.lines.map((l) => ({ ...l, override: null, settled: null }))
			}))
		},
		recipes: recipesOf(ctx.db, row.id),
		at: ctx.now,
		byName: ctx.who.name,
		setAside: false
	};
	const t = known ? ctx.update(templates, known.id, kept) : ctx.insert(templates, { id: newId(), ...kept });
	ctx.happened(`template:${t.id}`, 'estimates.save-template', { name: i.name }, 'templates');
	return { templateId: t.id };
});

export const useTemplate = serve(contract.useTemplate, (ctx, i) => {
	const row = ctx.get(estimates, i.estimateId, 'This estimate');
	const t = ctx.get(templates, i.templateId, 'This template');
	const n = putScopes(ctx, row.id, t.estimate, { recipes: t.recipes, shapes: false });
	ctx.update(estimates, row.id, { templateId: t.id, ...(row.intro === '' ? { intro: t.intro } : {}) });
	done(ctx, row.id, 'estimates.use-template', { name: t.name, n });
});

export const setTemplateAside = serve(contract.setTemplateAside, (ctx, i) => {
	const t = ctx.update(templates, i.templateId, { setAside: !i.back }, i.version);
	ctx.happened(`template:${t.id}`, 'estimates.set-template-aside', { name: t.name, back: i.back ?? false }, 'templates');
});

export const renameTemplate = serve(contract.renameTemplate, (ctx, i) => {
	const twin = ctx.db.select({ id: templates.id }).from(templates).where(eq(templates.name, i.name)).get();
	if (twin && twin.id !== i.templateId) throw new Refusal(say('template-of-name-already'), 'name');
	const t = ctx.update(templates, i.templateId, { name: i.name, kindOfWork: i.kindOfWork }, i.version);
	ctx.happened(`template:${t.id}`, 'estimates.rename-template', { name: t.name }, 'templates');
});

export const copyEstimate = serve(contract.copyEstimate, (ctx, i) => {
	const row = ctx.get(estimates, i.estimateId, 'This estimate');
	if (i.fromId === row.id) throw new Refusal(say('estimate-itself'));
	const from = loadEstimate(ctx.db, ctx.get(estimates, i.fromId, 'That estimate').id);
	if (!from) return;
	const n = putScopes(ctx, row.id, from, { recipes: recipesOf(ctx.db, i.fromId), shapes: true });
	const again = ctx.get(estimates, i.fromId, 'That estimate').recurring;
	if (row.recurring.length === 0 && again.length > 0) ctx.update(estimates, row.id, { recurring: again });
	done(ctx, row.id, 'estimates.copy-from', { n });
});

export const draftFromRevision = serve(contract.draftFromRevision, (ctx, i) => {
	const row = ctx.get(estimates, i.estimateId, 'This estimate');
	const r = ctx.get(revisions, i.revisionId, 'This revision');
	if (ctx.get(quotes, r.quoteId, 'Its quote').estimateId !== row.id) throw new Refusal(say('revision-belongs-to-another-estimate'));
	const known = recipesOf(ctx.db, row.id);
	clearScopes(ctx, row.id);
	putScopes(ctx, row.id, r.frozen.estimate, { recipes: known, shapes: true, keepIds: true });
	ctx.update(estimates, row.id, {
		discount: r.frozen.estimate.discount,
		title: r.header.title,
		intro: r.header.intro,
		recurring: r.header.recurring ?? []
	});
	done(ctx, row.id, 'estimates.from-revision', { revision: r.revision });
});

export const addEarlier = serve(contract.addEarlier, (ctx, i) => {
	const scope = ctx.get(scopes, i.scopeId, 'This scope');
	const line = ctx.get(lines, i.lineId, 'That line');
	const ownerOf = (scopeId: string) => {
		const e = ctx.get(estimates, ctx.get(scopes, scopeId, 'Its scope').estimateId, 'Its estimate');
		return ctx.get(jobs, e.jobId, 'Its job').customerId;
	};
	if (ownerOf(line.scopeId) !== ownerOf(scope.id)) throw new Refusal(say('line-belongs-to-another-customer'));
	const position = nextLine(ctx, scope.id);
	const added = ctx.insert(lines, {
		...line,
		id: newId(),
		scopeId: scope.id,
		position,
		// What measures or another line gave there is not known here.
		source: line.source.by === 'typed' ? line.source : { by: 'typed', quantity: 10_000 as never },
		override: null,
		settled: null,
		recipeId: null,
		groupId: null,
		option: false
	});
	done(ctx, scope.estimateId, 'estimates.add-earlier', { line: line.name });
	return { lineId: added.id };
});

/** Templates, those of a kind of work first. */
export const templateList = (app: App, kindOfWork = '') =>
	app.db.orm
		.select({ id: templates.id, name: templates.name, kindOfWork: templates.kindOfWork, at: templates.at, byName: templates.byName })
		.from(templates)
		.where(eq(templates.setAside, false))
		.orderBy(desc(sql`${templates.kindOfWork} = ${kindOfWork}`), asc(templates.name))
		.all();

/** Every template with what stands in it, those that are set aside last. */
export const templatesKept = (app: App) =>
	app.db.orm
		.select()
		.from(templates)
		.orderBy(asc(templates.setAside), asc(templates.name))
		.all()
		.map(({ estimate, recipes, ...t }) => ({
			...{ id: t.id, name: t.name, kindOfWork: t.kindOfWork, at: t.at, byName: t.byName, setAside: t.setAside, version: t.version },
			scopes: estimate.scopes.map((s) => ({ name: s.name, option: s.option, lines: s.lines.length })),
			assemblies: recipes.length
		}));

/** Earlier estimates that could be begun from: of the same customer first, then lately touched ones of the same kind of work. */
export function earlierEstimates(app: App, jobId: string, limit = 12) {
	const job = app.db.orm.select().from(jobs).where(eq(jobs.id, jobId)).get();
	if (!job) return [];
	return app.db.orm
		.select({ id: estimates.id, name: jobs.name, kindOfWork: jobs.kindOfWork, own: sql<number>`${jobs.customerId} = ${job.customerId}` })
		.from(estimates)
		.innerJoin(jobs, eq(jobs.id, estimates.jobId))
		.where(and(ne(jobs.id, jobId), sql`(${jobs.customerId} = ${job.customerId} or ${jobs.kindOfWork} = ${job.kindOfWork})`))
		.orderBy(desc(sql`${jobs.customerId} = ${job.customerId}`), desc(jobs.touchedAt))
		.limit(limit)
		.all();
}

/** Lines that the customer's earlier estimates had, by words: what was sold to them before is found again. */
export function earlierLines(app: App, jobId: string, text: string, limit = 6) {
	const words = text
		.toLowerCase()
		.replace(/[%_\\]/g, ' ')
		.split(/\s+/)
		.filter(Boolean)
		.slice(0, 5);
	if (words.length === 0) return [];
	const job = app.db.orm.select().from(jobs).where(eq(jobs.id, jobId)).get();
	if (!job) return [];
	return app.db.orm
		.select({ id: lines.id, name: lines.name, unit: lines.unit, unitPrice: lines.unitPrice, job: jobs.name })
		.from(jobs)
		.innerJoin(estimates, eq(estimates.jobId, jobs.id))
		.innerJoin(scopes, eq(scopes.estimateId, estimates.id))
		.innerJoin(lines, eq(lines.scopeId, scopes.id))
		.where(
			and(
				eq(jobs.customerId, job.customerId),
				ne(jobs.id, jobId),
				eq(lines.heading, false),
				...words.map((w) => sql`lower(${lines.name}) like ${`%${w}%`}`)
			)
		)
		.groupBy(lines.name)
		.orderBy(desc(jobs.touchedAt))
		.limit(limit)
		.all();
}

/** What the template of an estimate has and the estimate lacks. */
export function leftOutOf(app: App, estimateId: string): { template: string; missing: { scope: string; name: string }[] } | null {
	const row = app.db.orm.select().from(estimates).where(eq(estimates.id, estimateId)).get();
	const t = row?.templateId ? app.db.orm.select().from(templates).where(eq(templates.id, row.templateId)).get() : undefined;
	const estimate = row && t ? loadEstimate(app.db.orm, row.id) : null;
	return t && estimate ? { template: t.name, missing: leftOut(t.estimate, estimate) } : null;
}
