import { say } from '../../contract/refusals/catalog';
import * as contract from '../../contract/catalog/assemblies';
import { eq } from 'drizzle-orm';
import { percent } from '../../core/money';
import { checkNesting, partQuantity, type PartRate } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { assemblies, items, parts } from './schema';
import { laborSheets } from '../people/schema';
import { newId } from '../ids';

export const saveAssembly = serve(contract.saveAssembly, (ctx, { assemblyId, parts: typed, version, ...fields }) => {
	const known = assemblyId ? ctx.find(assemblies, assemblyId) : undefined;
	const id = known?.id ?? assemblyId ?? newId();
	const asked = new Map((fields.choices ?? known?.choices ?? []).map((c) => [c.id, new Set(c.answers.map((a) => a.id))]));
	const checkWhen = (when: Record<string, string[]> | undefined, field: string) => {
		for (const [choice, answers] of Object.entries(when ?? {}))
			for (const a of answers) if (!asked.get(choice)?.has(a)) throw new Refusal(say('hangs-on-answer-not-among-questions'), field);
	};
	typed.forEach((p, n) => {
		const field = `parts.${n}`;
		if ([p.itemId, p.sheetId, p.childId ?? null].filter((x) => x !== null).length !== 1)
			throw new Refusal(say('part-item-labor-or-another-assembly'), field);
		if (p.itemId) ctx.get(items, p.itemId, `The item of part ${n + 1}`);
		if (p.sheetId) ctx.get(laborSheets, p.sheetId, `The rate sheet of part ${n + 1}`);
		if (p.childId) ctx.get(assemblies, p.childId, `The assembly of part ${n + 1}`);
		else if (p.measures.length === 0) throw new Refusal(say('say-which-measure-part-goes-by'), field);
		checkWhen(p.when, field);
		for (const f of p.factors ?? []) checkWhen(f.when, field);
		partQuantity(100, p.rate as PartRate);
	});
	for (const r of fields.refusals ?? []) checkWhen(r.when, 'refusals');
	checkNesting(
		id,
		(at) => (at === id ? typed.flatMap((p) => (p.childId ? [p.childId] : [])) : childrenOf(ctx, at)),
		(at) => (at === id ? fields.name : (ctx.find(assemblies, at)?.name ?? at))
	);
	const a = known
		? ctx.update(assemblies, known.id, fields as never, version)
		: ctx.insert(assemblies, { id, ...(fields as unknown as { name: string; crewSheet: never }) });
	for (const old of ctx.db.select().from(parts).where(eq(parts.assemblyId, a.id)).all()) ctx.remove(parts, old.id);
	typed.forEach((p, position) =>
		ctx.insert(parts, {
			id: newId(),
			assemblyId: a.id,
			position,
			...p,
			childId: p.childId ?? null,
			when: p.when ?? {},
			factors: p.factors ?? [],
			rate: { ...p.rate, waste: percent(p.rate.waste) }
		})
	);
	ctx.happened(`assembly:${a.id}`, 'catalog.save-assembly', { name: a.name }, 'catalog');
	return { id: a.id };
});

const childrenOf = (ctx: Context, id: string): string[] =>
	ctx.db
		.select({ childId: parts.childId })
		.from(parts)
		.where(eq(parts.assemblyId, id))
		.all()
		.flatMap((p) => (p.childId ? [p.childId] : []));

export const copyAssembly = serve(contract.copyAssembly, (ctx, i) => {
	if (i.assemblyId === undefined) {
		const empty = ctx.insert(assemblies, { id: newId(), name: i.name, crewSheet: {} });
		ctx.happened(`assembly:${empty.id}`, 'catalog.copy-assembly', { from: '', name: i.name }, 'catalog');
		return { id: empty.id };
	}
	const from = ctx.get(assemblies, i.assemblyId, 'This assembly');
	const copy = ctx.insert(assemblies, { ...from, id: newId(), name: i.name, version: 1 });
	for (const p of ctx.db.select().from(parts).where(eq(parts.assemblyId, from.id)).all())
		ctx.insert(parts, { ...p, id: newId(), assemblyId: copy.id });
	ctx.happened(`assembly:${copy.id}`, 'catalog.copy-assembly', { from: from.name, name: i.name }, 'catalog');
	return { id: copy.id };
});

export const setAssemblyAside = serve(contract.setAssemblyAside, (ctx, i) => {
	const a = ctx.get(assemblies, i.assemblyId, 'This assembly');
	const holder = ctx.db
		.select({ name: assemblies.name })
		.from(parts)
		.innerJoin(assemblies, eq(assemblies.id, parts.assemblyId))
		.where(eq(parts.childId, a.id))
		.get();
	if (holder && !i.back) throw new Refusal(say('held-by', { name: holder.name }));
	ctx.update(assemblies, a.id, { setAside: !i.back });
	ctx.happened(`assembly:${a.id}`, 'catalog.set-assembly-aside', { name: a.name, back: Boolean(i.back) }, 'catalog');
});
