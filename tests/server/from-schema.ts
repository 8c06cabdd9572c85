import type { TSchema } from '@sinclair/typebox';
import fc from 'fast-check';
import type { App } from '$lib/server/app';

/** What people type into a field, right and wrong. */
const TYPED = [
	'0',
	'1',
	'12',
	'250',
	'1,250.50',
	'-3',
	'0.0001',
	'18.5 %',
	'22%',
	"96'",
	'4/12',
	'12 3/4',
	'2h 15',
	'07:30',
	'',
	' ',
	'abc',
	'99999999999'
];
const WORDS = ['Roof', 'Re-roof', 'A, B', 'Ä ö ñ', '💥', "'; drop table jobs; --", '=1+1', 'x', 'Line\nbreak', '{link}', ' '];
const DAYS = ['2027-04-14', '2027-04-13', '2027-05-03', '2026-12-31', '2028-02-29', '2027-01-04'];
/** Texts for the patterns that schemas ask for. */
const OF_PATTERN: Record<string, string[]> = {
	'\\S': WORDS.slice(0, 9),
	'^#[0-9a-fA-F]{6}$': ['#12ab9F'],
	'^([01]?\\d|2[0-3]):[0-5]\\d$': ['07:00', '15:30', '23:59', '0:05'],
	'^(|data:image/png;base64,[A-Za-z0-9+/=]+)$': ['', 'data:image/png;base64,iVBORw0KGgo='],
	'^-?\\d+(\\.\\d{1,4})?$': ['0', '-12.5', '700.0001'],
	'^[A-Za-z0-9._-]+$': ['a-1', 'x.y'],
	'^[^#\\s]*$': ['', 'a/b'],
	'^[a-z0-9-]+$': ['roofing', 'steep-2'],
	'^[a-z]{2}$': ['en', 'es']
};
/** Tables that hold a field's ids where their name does not say it. */
const TABLES_OF: Record<string, string[]> = {
	person: ['people'],
	sheet: ['labor_sheets', 'equipment_sheets'],
	code: ['tax_codes'],
	child: ['assemblies'],
	parent: ['lines', 'items'],
	before: ['lines', 'scopes'],
	from: ['estimates', 'assemblies'],
	keep: ['customers'],
	gone: ['customers'],
	mail: ['outbox'],
	subject: ['jobs', 'invoices'],
	into: ['scopes'],
	entry: ['time_entries'],
	cost: ['cost_entries'],
	change: ['catalog_changes'],
	reference: ['item_suppliers'],
	service: ['flat_services'],
	catalog: ['flat_catalogs'],
	edition: ['flat_editions'],
	preset: ['lines', 'scopes'],
	photo: ['job_photos'],
	view: ['saved_views'],
	template: ['estimate_templates'],
	step: ['billing_steps']
};

/** Makes inputs that fit a command's schema: with ids of records there are, and texts that people type. */
export class FromSchema {
	readonly #ids = new Map<string, string[]>();
	readonly #tables: string[];
	constructor(
		private readonly app: App,
		/** Which of a table's records are taken: the same ones for the same seed. */
		private readonly seed = 0
	) {
		this.#tables = app.db.sqlite
			.prepare(
				"select m.name from sqlite_master m join pragma_table_info(m.name) c where m.type = 'table' and c.name = 'id' and lower(c.type) = 'text'"
			)
			.pluck()
			.all() as string[];
	}

	/** Ids of the records that a field of this name means: of a command like `customers.save` a bare `id` is a customer's. */
	#idsFor(field: string, area: string): string[] {
		const key = `${field} ${area}`;
		const known = this.#ids.get(key);
		if (known) return known;
		const stem = field
			.replace(/Ids?$/, '')
			.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)
			.replace(/^id$/, area.replace(/s$/, ''));
		const plurals = [`${stem}s`, `${stem.replace(/y$/, 'ie')}s`];
		const exact = this.#tables.filter((t) => plurals.includes(t));
		const tables = TABLES_OF[stem] ?? (exact.length ? exact : this.#tables.filter((t) => plurals.some((p) => t.endsWith(`_${p}`))));
		const ids = (tables.length ? tables : this.#tables).flatMap(
			(t) =>
				this.app.db.sqlite
					.prepare(`select id from ${t} order by rowid limit 12 offset (select count(*) * ${this.seed % 7} / 8 from ${t})`)
					.pluck()
					.all() as string[]
		);
		const found = ids.length ? ids : ['nobody'];
		this.#ids.set(key, found);
		return found;
	}

	/** @param field the name of the field the schema is of */
	of(schema: TSchema, field: string, area: string): fc.Arbitrary<unknown> {
		if ('const' in schema) return fc.constant(schema.const);
		if (Array.isArray(schema.anyOf)) return fc.oneof(...(schema.anyOf as TSchema[]).map((s) => this.of(s, field, area)));
		switch (schema.type) {
			case 'object':
				return this.#object(schema, area);
			case 'array':
				return fc.array(this.of(schema.items as TSchema, field, area), {
					minLength: (schema.minItems as number | undefined) ?? 0,
					maxLength: Math.min((schema.maxItems as number | undefined) ?? 3, Math.max(3, (schema.minItems as number | undefined) ?? 0))
				});
			case 'boolean':
				return fc.boolean();
			case 'null':
				return fc.constant(null);
			case 'integer':
				return this.#number(schema, true);
			case 'number':
				return this.#number(schema, false);
			case 'string':
				return this.#text(schema, field, area);
			default:
				return fc.jsonValue({ maxDepth: 2 });
		}
	}

	#object(schema: TSchema, area: string): fc.Arbitrary<unknown> {
		if (schema.patternProperties)
			return fc.dictionary(
				fc.constantFrom('material', 'labor', 'area', 'a-1'),
				this.of(Object.values(schema.patternProperties as Record<string, TSchema>)[0]!, '', area),
				{
					maxKeys: 2
				}
			);
		const properties = schema.properties as Record<string, TSchema> | undefined;
		if (!properties) return fc.constant({});
		const required = new Set(schema.required as string[] | undefined);
		return fc.record(Object.fromEntries(Object.entries(properties).map(([name, s]) => [name, this.of(s, name, area)])), {
			requiredKeys: Object.keys(properties).filter((k) => required.has(k))
		});
	}

	#number(schema: TSchema, whole: boolean): fc.Arbitrary<number> {
		const min = (schema.minimum as number | undefined) ?? -1000;
		const max = Math.max(min, (schema.maximum as number | undefined) ?? 1_000_000);
		return whole
			? fc.oneof(
					fc.constant(min),
					fc.constant(max),
					fc.integer({ min: Math.ceil(min), max: Math.min(Math.floor(max), Number.MAX_SAFE_INTEGER) })
				)
			: fc.double({ min, max, noNaN: true });
	}

	#text(schema: TSchema, field: string, area: string): fc.Arbitrary<string> {
		if (schema.format === 'date') return fc.constantFrom(...DAYS);
		if (schema.format === 'email') return fc.constantFrom('a@b.example', 'office@pellgrave.example');
		const pattern = schema.pattern as string | undefined;
		if (pattern) return fc.constantFrom(...(OF_PATTERN[pattern] ?? ['Girth (length)']));
		if (schema.minLength === 1 && schema.maxLength === 40) return fc.constantFrom(...this.#idsFor(field, area));
		const max = (schema.maxLength as number | undefined) ?? 4000;
		const least = (schema.minLength as number | undefined) ?? 0;
		return fc
			.oneof(fc.constantFrom(...TYPED), fc.constantFrom(...WORDS), fc.constantFrom(...DAYS), fc.string({ maxLength: 12 }))
			.map((t) => t.slice(0, max).padEnd(least, 'x'));
	}
}
