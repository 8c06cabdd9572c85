import { Type } from '@sinclair/typebox';
import { eq } from 'drizzle-orm';
import { percent } from '../../core/money';
import { checkNesting, partQuantity, type PartRate } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { defineCommand, type Context } from '../commands';
import { Id, MeasureInput, Name, strict, Text, Version } from '../commands/inputs';
import { assemblies, items, laborSheets, parts } from '../db/schema';
import { newId } from '../ids';

const RateInput = Type.Object(
	{
		amount: Type.Integer({ minimum: 0, maximum: 1e12 }),
		per: Type.Integer({ minimum: 1, maximum: 1e12 }),
		waste: Type.Integer({ minimum: 0, maximum: 100_000 }),
		step: Type.Integer({ minimum: 0, maximum: 1e12 })
	},
	strict
);
const Key = Type.String({ minLength: 1, maxLength: 40, pattern: '^[a-z0-9-]+$' });
export const When = Type.Record(Type.String({ maxLength: 40 }), Type.Array(Key, { maxItems: 20 }));
export const PartInput = Type.Object(
	{
		itemId: Type.Union([Id, Type.Null()]),
		sheetId: Type.Union([Id, Type.Null()]),
		childId: Type.Optional(Type.Union([Id, Type.Null()])),
		name: Text(200),
		measures: Type.Array(MeasureInput, { maxItems: 4 }),
		rate: RateInput,
		placeholder: Text(200),
		reminder: Type.Boolean(),
		note: Text(500),
		phase: Text(80),
		when: Type.Optional(When),
		factors: Type.Optional(
			Type.Array(Type.Object({ when: When, factor: Type.Integer({ minimum: 0, maximum: 1_000_000 }) }, strict), { maxItems: 10 })
		)
	},
	strict
);
export const ChoiceInput = Type.Object(
	{
		id: Key,
		question: Type.String({ minLength: 1, maxLength: 200 }),
		required: Type.Boolean(),
		answers: Type.Array(Type.Object({ id: Key, text: Type.String({ minLength: 1, maxLength: 120 }), wording: Text(500) }, strict), {
			minItems: 1,
			maxItems: 20
		})
	},
	strict
);
const CrewSheetInput = Type.Object({ tools: Text(2000), order: Text(4000), key: Text(2000) }, strict);
/** By language, two letters. */
export const CrewSheets = Type.Record(Type.String({ pattern: '^[a-z]{2}$' }), CrewSheetInput, { additionalProperties: false });
export const AssemblyBody = {
	name: Name,
	category: Text(80),
	wording: Text(4000),
	crewSheet: CrewSheets,
	choices: Type.Optional(Type.Array(ChoiceInput, { maxItems: 20 })),
	fileId: Type.Optional(Type.Union([Id, Type.Null()])),
	refusals: Type.Optional(
		Type.Array(Type.Object({ when: When, text: Type.String({ minLength: 1, maxLength: 300 }) }, strict), { maxItems: 20 })
	)
};

/** Saves an assembly with its questions and its parts in the order in which they are used. */
export const saveAssembly = defineCommand({
	name: 'catalog.save-assembly',
	access: 'catalog.change',
	size: 2_000_000,
	input: Type.Object(
		{ assemblyId: Type.Optional(Id), ...AssemblyBody, parts: Type.Array(PartInput, { minItems: 1, maxItems: 100 }), version: Version },
		strict
	),
	run(ctx, { assemblyId, parts: typed, version, ...fields }) {
		const known = assemblyId ? ctx.find(assemblies, assemblyId) : undefined;
		const id = known?.id ?? assemblyId ?? newId();
		const asked = new Map((fields.choices ?? known?.choices ?? []).map((c) => [c.id, new Set(c.answers.map((a) => a.id))]));
		const checkWhen = (when: Record<string, string[]> | undefined, field: string) => {
			for (const [choice, answers] of Object.entries(when ?? {}))
				for (const a of answers)
					if (!asked.get(choice)?.has(a)) throw new Refusal('This hangs on an answer that is not among the questions.', field);
		};
		typed.forEach((p, n) => {
			const field = `parts.${n}`;
			if ([p.itemId, p.sheetId, p.childId ?? null].filter((x) => x !== null).length !== 1)
				throw new Refusal('A part is an item, labor, or another assembly.', field);
			if (p.itemId) ctx.get(items, p.itemId, `The item of part ${n + 1}`);
			if (p.sheetId) ctx.get(laborSheets, p.sheetId, `The rate sheet of part ${n + 1}`);
			if (p.childId) ctx.get(assemblies, p.childId, `The assembly of part ${n + 1}`);
			else if (p.measures.length === 0) throw new Refusal('Say which measure this part goes by.', field);
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
		ctx.happened(`assembly:${a.id}`, `Assembly ${a.name} saved`, 'catalog');
		return { id: a.id };
	}
});

const childrenOf = (ctx: Context, id: string): string[] =>
	ctx.db
		.select({ childId: parts.childId })
		.from(parts)
		.where(eq(parts.assemblyId, id))
		.all()
		.flatMap((p) => (p.childId ? [p.childId] : []));

/** A copy to begin from, with all its parts and questions. */
export const copyAssembly = defineCommand({
	name: 'catalog.copy-assembly',
	access: 'catalog.change',
	input: Type.Object({ assemblyId: Id, name: Name }, strict),
	run(ctx, i) {
		const from = ctx.get(assemblies, i.assemblyId, 'This assembly');
		const copy = ctx.insert(assemblies, { ...from, id: newId(), name: i.name, version: 1 });
		for (const p of ctx.db.select().from(parts).where(eq(parts.assemblyId, from.id)).all())
			ctx.insert(parts, { ...p, id: newId(), assemblyId: copy.id });
		ctx.happened(`assembly:${copy.id}`, `Assembly ${from.name} copied as ${i.name}`, 'catalog');
		return { id: copy.id };
	}
});

export const setAssemblyAside = defineCommand({
	name: 'catalog.set-assembly-aside',
	access: 'catalog.change',
	input: Type.Object({ assemblyId: Id, back: Type.Optional(Type.Boolean()) }, strict),
	run(ctx, i) {
		const a = ctx.get(assemblies, i.assemblyId, 'This assembly');
		const holder = ctx.db
			.select({ name: assemblies.name })
			.from(parts)
			.innerJoin(assemblies, eq(assemblies.id, parts.assemblyId))
			.where(eq(parts.childId, a.id))
			.get();
		if (holder && !i.back) throw new Refusal(`${holder.name} holds it. Take it out there first.`);
		ctx.update(assemblies, a.id, { setAside: !i.back });
		ctx.happened(`assembly:${a.id}`, `Assembly ${a.name} ${i.back ? 'put back' : 'set aside'}`, 'catalog');
	}
});
