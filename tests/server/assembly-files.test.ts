import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { exportAssemblies, type AssemblyFile } from '$lib/server/catalog/assembly-format';
import { assemblyVersions } from '$lib/server/catalog/assembly-versions';
import { assemblyDetail } from '$lib/server/screens/assembly';
import { attachedTo, attachment } from '$lib/server/files/attachments';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, value } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const all = (a: App) => (a.db.sqlite.prepare('select id from assemblies').all() as { id: string }[]).map((r) => r.id);
const take = (y: Yard, file: unknown, replace = false) =>
	y.call('bastian', 'catalog.import-assemblies', {
		text: typeof file === 'string' ? file : JSON.stringify(file),
		sheetId: 'steep',
		replace
	});
const part = (more: Record<string, unknown>) => ({
	name: '',
	measures: ['area'],
	amount: '1',
	per: '100',
	wastePercent: '0',
	step: '1',
	placeholder: '',
	reminder: false,
	note: '',
	phase: '',
	when: {},
	factors: [],
	...more
});
const assembly = (name: string, parts: unknown[]) => ({
	name,
	category: 'Test',
	wording: '',
	crewSheet: {},
	choices: [],
	refusals: [],
	parts
});
const file = (assemblies: unknown[], items: unknown[] = []) => ({ format: 'assemblies', formatVersion: 1, items, assemblies });

describe('assemblies as a file', () => {
	it('go out and into another company the same: parts, rates, questions, wording, crew sheets', async () => {
		const out = exportAssemblies(app, all(app));
		const other = await freshYard();
		for (const table of ['parts', 'assemblies']) other.app.db.sqlite.prepare(`delete from ${table}`).run();
		expect(take(other.yard, out)).toMatchObject({ added: out.assemblies.length, replaced: 0, left: 0, items: 0 });
		expect(exportAssemblies(other.app, all(other.app))).toEqual(out);
	});
	it('bring along what they hold and the items they use', () => {
		yard.call('bastian', 'catalog.save-assembly', {
			assemblyId: 'outer',
			name: 'Holds a roof',
			category: '',
			wording: '',
			crewSheet: {},
			parts: [
				{
					itemId: null,
					sheetId: null,
					childId: 'reroof-shingle',
					name: '',
					measures: [],
					rate: { amount: 0, per: 10_000, waste: 0, step: 0 },
					placeholder: '',
					reminder: false,
					note: '',
					phase: ''
				}
			]
		});
		const out = exportAssemblies(app, ['outer']);
		expect(out.assemblies.map((a) => a.name)).toContain('Holds a roof');
		expect(out.assemblies).toHaveLength(2);
		expect(out.items.length).toBeGreaterThan(3);
		const inside = assemblyDetail(app, 'outer')?.inside['reroof-shingle'];
		expect(inside).toHaveLength(count(app, "select count(*) from parts where assembly_id = 'reroof-shingle'"));
	});
	it('leave what is there alone, or replace it where that is wanted', () => {
		const out = exportAssemblies(app, ['reroof-shingle']);
		expect(() => take(yard, out)).toThrow('in the catalog already');
		const changed: AssemblyFile = { ...out, assemblies: out.assemblies.map((a) => ({ ...a, wording: 'Other words' })) };
		expect(take(yard, changed, true)).toMatchObject({ added: 0, replaced: 1 });
		expect(value(app, "select wording from assemblies where id = 'reroof-shingle'")).toBe('Other words');
	});
	it('go by a rate sheet of the same name, else by the one that was chosen', () => {
		take(yard, file([assembly('Two kinds of labor', [part({ labor: 'Gutter crew' }), part({ labor: 'Crew on the moon' })])]));
		const id = value<string>(app, "select id from assemblies where name = 'Two kinds of labor'");
		expect(app.db.sqlite.prepare('select sheet_id s from parts where assembly_id = ? order by position').all(id)).toEqual([
			{ s: 'gutter' },
			{ s: 'steep' }
		]);
	});
	it('come in any order, one holding another', () => {
		const item = { code: 'AF-1', name: 'Bracket', kind: 'material', unit: 'each', cost: '2.5' };
		const done = take(
			yard,
			file(
				[assembly('Outer one', [part({ assembly: 'Inner one', measures: [] })]), assembly('Inner one', [part({ item: 'AF-1' })])],
				[item]
			)
		);
		expect(done).toEqual({ items: 1, added: 2, replaced: 0, left: 0 });
		expect(value(app, "select cost from items where code = 'AF-1'")).toBe(25_000);
	});
	it.each([
		['no JSON', '{', 'not JSON'],
		['a loop', file([assembly('A1', [part({ assembly: 'B1' })]), assembly('B1', [part({ assembly: 'A1' })])]), 'holds itself'],
		['something missing', file([assembly('A2', [part({ assembly: 'Nowhere' })])]), 'neither in the file nor in the catalog'],
		['an unknown item', file([assembly('A3', [part({ item: 'NO-CODE' })])]), 'A3, part 1: the item NO-CODE'],
		['a part of nothing', file([assembly('A4', [part({})])]), 'A4, part 1: a part is'],
		['two of a name', file([assembly('A5', [part({ labor: 'x' })]), assembly('A5', [part({ labor: 'x' })])]), 'the same name'],
		['per zero', file([assembly('A6', [part({ labor: 'x', per: '0' })])]), 'must be'],
		['an unknown field', { ...file([assembly('A7', [part({ labor: 'x' })])]), more: 1 }, 'cannot be taken'],
		[
			'a negative cost',
			file([assembly('A8', [part({ item: 'N' })])], [{ code: 'N', name: 'N', kind: 'material', unit: 'each', cost: '-1' }]),
			'negative'
		]
	])('with %s are refused whole', (_, bad, says) => {
		const before = [
			count(app, 'select count(*) from assemblies'),
			count(app, 'select count(*) from items'),
			count(app, 'select count(*) from history')
		];
		expect(() => take(yard, bad)).toThrow(says);
		expect([
			count(app, 'select count(*) from assemblies'),
			count(app, 'select count(*) from items'),
			count(app, 'select count(*) from history')
		]).toEqual(before);
	});
});

describe('versions of an assembly', () => {
	const parts = () =>
		app.db.sqlite
			.prepare("select item_id, sheet_id, name, measures, rate, note, phase from parts where assembly_id = 'gutters-5' order by position")
			.all();
	it('are kept, and going back loses nothing of either', () => {
		const original = parts();
		const now = assemblyDetail(app, 'gutters-5')!;
		const save = (keep: number, wording: string) =>
			yard.given('bastian', 'catalog.save-assembly', {
				assemblyId: 'gutters-5',
				name: now.assembly.name,
				category: now.assembly.category,
				wording,
				crewSheet: now.assembly.crewSheet,
				parts: now.parts.slice(0, keep).map((p) => ({
					itemId: p.itemId,
					sheetId: p.sheetId,
					name: p.sheetId ? p.name : '',
					measures: p.measures,
					rate: p.rate,
					placeholder: p.placeholder,
					reminder: p.reminder,
					note: p.note,
					phase: p.phase
				}))
			});
		save(1, 'Shorter');
		expect(parts()).toHaveLength(1);
		const [version] = assemblyVersions(app, 'gutters-5');
		expect(version).toMatchObject({ byName: 'Bastian Reyle', parts: original.length });
		yard.call('bastian', 'catalog.restore-assembly', { assemblyId: 'gutters-5', versionId: version!.id });
		expect(parts()).toEqual(original);
		expect(value(app, "select wording from assemblies where id = 'gutters-5'")).toBe(now.assembly.wording);
		// What was there in between is now an earlier version itself.
		const [short] = assemblyVersions(app, 'gutters-5');
		expect(short?.parts).toBe(1);
		yard.call('bastian', 'catalog.restore-assembly', { assemblyId: 'gutters-5', versionId: short!.id });
		expect(parts()).toHaveLength(1);
	});
	it('of another assembly are refused', () => {
		const [v] = assemblyVersions(app, 'gutters-5');
		expect(() => yard.call('bastian', 'catalog.restore-assembly', { assemblyId: 'reroof-shingle', versionId: v!.id })).toThrow('not there');
	});
});

describe('a data sheet', () => {
	const itemId = () => value<string>(app, 'select id from items limit 1');
	it('is kept as it came, and only a PDF is taken', () => {
		const bytes = Buffer.from('%PDF-1.7\nhello');
		const { attachmentId } = yard.call('bastian', 'catalog.attach', {
			itemId: itemId(),
			name: 'a/b"c.pdf',
			bytes
		});
		expect(attachment(app, attachmentId)?.bytes.equals(bytes)).toBe(true);
		expect(attachedTo(app, `item:${itemId()}`).map((a) => [a.name, a.size])).toEqual([['a b c.pdf', bytes.length]]);
		for (const [bad, words] of [
			[Buffer.from('<html>'), 'PDF'],
			[Buffer.from('plain text'), 'PDF'],
			['text', 'empty'],
			[Buffer.alloc(0), 'empty']
		] as const)
			expect(() => yard.given('bastian', 'catalog.attach', { itemId: itemId(), name: 'x.pdf', bytes: bad })).toThrow(words);
		expect(() => yard.call('marco', 'catalog.attach', { itemId: itemId(), name: 'x.pdf', bytes })).toThrow('may not');
		yard.call('bastian', 'catalog.detach', { attachmentId });
		expect(attachedTo(app, `item:${itemId()}`)).toEqual([]);
	});
});
