import { say } from '../../contract/refusals/catalog';
import * as contract from '../../contract/catalog/assembly-format';
import { Type, type Static } from '@sinclair/typebox';
import { asc, eq, inArray } from 'drizzle-orm';
import { parsePercent, parseQuantity, parseUnitPrice, toTyped } from '../../core/money';
import { KINDS } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { BadInput, serve, validate } from '../commands';
import { MeasureInput, strict } from '../../contract/inputs';
import { assemblies, items, parts } from './schema';
import { laborSheets } from '../people/schema';
import { newId } from '../ids';
import { ChoiceInput, CrewSheets, When } from '../../contract/catalog/assemblies';
import { saveAssembly } from './assemblies';

const Decimal = Type.String({ maxLength: 20, pattern: '^-?\\d+(\\.\\d{1,4})?$' });
const PartFile = Type.Object(
	{
		/** One of the three: an item by its code, labor by the name of its rate sheet, another assembly by its name. */
		item: Type.Optional(Type.String({ maxLength: 60 })),
		labor: Type.Optional(Type.String({ maxLength: 200 })),
		assembly: Type.Optional(Type.String({ maxLength: 200 })),
		name: Type.String({ maxLength: 200 }),
		measures: Type.Array(MeasureInput, { maxItems: 4 }),
		amount: Decimal,
		per: Decimal,
		wastePercent: Decimal,
		step: Decimal,
		placeholder: Type.String({ maxLength: 200 }),
		reminder: Type.Boolean(),
		once: Type.Optional(Type.Boolean()),
		note: Type.String({ maxLength: 500 }),
		phase: Type.String({ maxLength: 80 }),
		when: When,
		factors: Type.Array(Type.Object({ when: When, factor: Type.Integer({ minimum: 0, maximum: 1_000_000 }) }, strict), { maxItems: 10 })
	},
	strict
);

/** The published format of assemblies. Its JSON Schema is served at /api/schemas/assemblies. */
export const ASSEMBLY_SCHEMA = Type.Object(
	{
		format: Type.Literal('assemblies'),
		formatVersion: Type.Literal(1),
		items: Type.Array(
			Type.Object(
				{
					code: Type.String({ minLength: 1, maxLength: 60 }),
					name: Type.String({ minLength: 1, maxLength: 200 }),
					kind: Type.Union(KINDS.map((k) => Type.Literal(k))),
					unit: Type.String({ minLength: 1, maxLength: 20 }),
					cost: Decimal
				},
				strict
			),
			{ maxItems: 20_000 }
		),
		assemblies: Type.Array(
			Type.Object(
				{
					name: Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' }),
					category: Type.String({ maxLength: 80 }),
					wording: Type.String({ maxLength: 4000 }),
					oneLine: Type.Optional(Type.Boolean()),
					crewSheet: CrewSheets,
					choices: Type.Array(ChoiceInput, { maxItems: 20 }),
					refusals: Type.Array(Type.Object({ when: When, text: Type.String({ minLength: 1, maxLength: 300 }) }, strict), { maxItems: 20 }),
					parts: Type.Array(PartFile, { minItems: 1, maxItems: 100 })
				},
				strict
			),
			{ minItems: 1, maxItems: 2000 }
		)
	},
	{ ...strict, title: 'Assemblies', $schema: 'http://json-schema.org/draft-07/schema#' }
);
export type AssemblyFile = Static<typeof ASSEMBLY_SCHEMA>;

/** Assemblies with the items they use and those they hold, as a file that another company can take. */
export function exportAssemblies(app: App, ids: string[]): AssemblyFile {
	const db = app.db.orm;
	const wanted = new Set(ids);
	for (const id of wanted)
		for (const p of db.select({ childId: parts.childId }).from(parts).where(eq(parts.assemblyId, id)).all())
			if (p.childId) wanted.add(p.childId);
	const rows = db
		.select()
		.from(assemblies)
		.where(inArray(assemblies.id, [...wanted]))
		.orderBy(asc(assemblies.name))
		.all();
	const named = new Map(rows.map((a) => [a.id, a.name]));
	const sheets = new Map(
		db
			.select({ id: laborSheets.id, name: laborSheets.name })
			.from(laborSheets)
			.all()
			.map((s) => [s.id, s.name])
	);
	const used = new Map<string, typeof items.$inferSelect>();
	const file: AssemblyFile = {
		format: 'assemblies',
		formatVersion: 1,
		items: [],
		assemblies: rows.map((a) => ({
			name: a.name,
			category: a.category,
			wording: a.wording,
			...(a.oneLine ? { oneLine: true } : {}),
			crewSheet: a.crewSheet as AssemblyFile['assemblies'][number]['crewSheet'],
			choices: a.choices as AssemblyFile['assemblies'][number]['choices'],
			refusals: a.refusals as AssemblyFile['assemblies'][number]['refusals'],
			parts: db
				.select({ part: parts, item: items })
				.from(parts)
				.leftJoin(items, eq(items.id, parts.itemId))
				.where(eq(parts.assemblyId, a.id))
				.orderBy(asc(parts.position))
				.all()
				.map(({ part: p, item }) => {
					if (item) used.set(item.id, item);
					return {
						...(item ? { item: item.code } : {}),
						...(p.sheetId ? { labor: sheets.get(p.sheetId) ?? '' } : {}),
						...(p.childId ? { assembly: named.get(p.childId) ?? '' } : {}),
						name: p.name,
						measures: p.measures,
						amount: plain(p.rate.amount, 4),
						per: plain(p.rate.per, 4),
						wastePercent: plain(p.rate.waste, 2),
						step: plain(p.rate.step, 4),
						placeholder: p.placeholder,
						reminder: p.reminder,
						...(p.once ? { once: true } : {}),
						note: p.note,
						phase: p.phase,
						when: p.when as Record<string, string[]>,
						factors: p.factors as { when: Record<string, string[]>; factor: number }[]
					};
				})
		}))
	};
	file.items = [...used.values()].map((i) => ({ code: i.code, name: i.name, kind: i.kind, unit: i.unit, cost: plain(i.cost, 4) }));
	return file;
}
const plain = (n: number, decimals: number): string => toTyped(n, decimals);

/** Reads such a file. @throws Refusal with the place in it that is wrong */
export function parseAssemblies(text: string): AssemblyFile {
	let file: unknown;
	try {
		file = JSON.parse(text);
	} catch {
		throw new Refusal(say('not-file-of-assemblies'), 'file');
	}
	try {
		validate(ASSEMBLY_SCHEMA, file);
	} catch (e) {
		if (e instanceof BadInput) throw new Refusal(say('file-cannot-be-taken', { field: e.field, message: e.message }), 'file');
		throw e;
	}
	return file as AssemblyFile;
}

/** What stands inside comes before what holds it. @throws Refusal when something is missing or holds itself */
function inOrder(file: AssemblyFile, known: (name: string) => boolean): AssemblyFile['assemblies'] {
	const byName = new Map(file.assemblies.map((a) => [a.name, a]));
	if (byName.size < file.assemblies.length) throw new Refusal(say('two-assemblies-of-file-have-same'), 'file');
	const sorted: AssemblyFile['assemblies'] = [];
	const path: string[] = [];
	const visit = (name: string): void => {
		const a = byName.get(name);
		if (!a) {
			if (known(name)) return;
			throw new Refusal(say('assembly-neither-in-file-nor-in', { name }), 'file');
		}
		if (sorted.includes(a)) return;
		if (path.includes(name)) throw new Refusal(say('holds-itself', { name }), 'file');
		path.push(name);
		for (const p of a.parts) if (p.assembly !== undefined) visit(p.assembly);
		path.pop();
		sorted.push(a);
	};
	for (const a of file.assemblies) visit(a.name);
	return sorted;
}

export const importAssemblies = serve(contract.importAssemblies, (ctx, i, actor) => {
	const file = parseAssemblies(i.text);
	const other = ctx.get(laborSheets, i.sheetId, 'This rate sheet');
	const done = { items: 0, added: 0, replaced: 0, left: 0 };
	const codes = new Map<string, string>();
	for (const f of file.items) {
		const known = ctx.db.select({ id: items.id }).from(items).where(eq(items.code, f.code)).get();
		if (!known) done.items += 1;
		const cost = parseUnitPrice(f.cost, `The cost of ${f.code}`);
		if (cost < 0) throw new Refusal(say('cost-of-negative', { code: f.code }), 'file');
		codes.set(
			f.code,
			known?.id ??
				ctx.insert(items, { id: newId(), code: f.code, name: f.name, kind: f.kind, unit: f.unit, cost, rule: { by: 'inherit' } }).id
		);
	}
	const sheets = new Map(
		ctx.db
			.select({ id: laborSheets.id, name: laborSheets.name })
			.from(laborSheets)
			.all()
			.map((s) => [s.name, s.id])
	);
	const known = (name: string) => ctx.db.select().from(assemblies).where(eq(assemblies.name, name)).get();
	for (const a of inOrder(file, (name) => known(name) !== undefined)) {
		const there = known(a.name);
		if (there && !i.replace) {
			done.left += 1;
			continue;
		}
		const where = (n: number) => `${a.name}, part ${n + 1}`;
		saveAssembly.run(
			ctx,
			{
				...(there ? { assemblyId: there.id } : {}),
				name: a.name,
				category: a.category,
				wording: a.wording,
				oneLine: a.oneLine ?? false,
				crewSheet: a.crewSheet,
				choices: a.choices,
				refusals: a.refusals,
				parts: a.parts.map((p, n) => {
					if ([p.item, p.labor, p.assembly].filter((x) => x !== undefined).length !== 1)
						throw new Refusal(say('part-of-file-is-none', { n: where(n) }), 'file');
					const itemId =
						p.item === undefined ? null : (codes.get(p.item) ?? ctx.db.select().from(items).where(eq(items.code, p.item)).get()?.id);
					if (itemId === undefined) throw new Refusal(say('item-neither-in-file-nor-in', { n: where(n), item: p.item }), 'file');
					return {
						itemId,
						sheetId: p.labor === undefined ? null : (sheets.get(p.labor) ?? other.id),
						childId: p.assembly === undefined ? null : (known(p.assembly)?.id ?? null),
						name: p.name,
						measures: p.measures,
						rate: {
							amount: parseQuantity(p.amount),
							per: parseQuantity(p.per),
							waste: parsePercent(p.wastePercent),
							step: parseQuantity(p.step)
						},
						placeholder: p.placeholder,
						reminder: p.reminder,
						once: p.once ?? false,
						note: p.note,
						phase: p.phase,
						when: p.when,
						factors: p.factors
					};
				})
			},
			actor
		);
		if (there) done.replaced += 1;
		else done.added += 1;
	}
	if (done.added + done.replaced + done.items === 0) throw new Refusal(say('everything-in-file-in-catalog-already'), 'file');
	ctx.happened('catalog', 'catalog.import-assemblies', { added: done.added, replaced: done.replaced, items: done.items }, 'catalog');
	return done;
});
