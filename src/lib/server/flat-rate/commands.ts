import { Type } from '@sinclair/typebox';
import { eq, max } from 'drizzle-orm';
import { parsePercent, parseQuantity, parseUnitPrice } from '../../core/money';
import { FLAT_ROUNDINGS, type FlatMaterial } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { notNegative, readField } from '../catalog/rules';
import { defineCommand, type Context } from '../commands';
import { Id, Name, strict, Text, Typed, Version } from '../commands/inputs';
import { flatCatalogs, flatCategories, flatServices } from '../db/schema';
import { newId } from '../ids';

const OrNull = Type.Union([Id, Type.Null()]);

/** The terms of a catalog of flat-rate services: all its prices follow at once. Also makes a catalog of our own. */
export const saveCatalog = defineCommand({
	name: 'flat-rate.save-catalog',
	access: 'catalog.change',
	input: Type.Object(
		{
			catalogId: Type.Optional(Id),
			name: Name,
			on: Type.Boolean(),
			markup: Typed,
			sheetId: Id,
			/** Empty: the price of the rate sheet. */
			hourlyPrice: Typed,
			rounding: Type.Union(FLAT_ROUNDINGS.map((r) => Type.Literal(r))),
			materialTaxId: OrNull,
			laborTaxId: OrNull,
			version: Version
		},
		strict
	),
	run(ctx, { catalogId, version, markup, hourlyPrice, ...fields }) {
		const twin = ctx.db.select({ id: flatCatalogs.id }).from(flatCatalogs).where(eq(flatCatalogs.name, fields.name)).get();
		if (twin && twin.id !== catalogId) throw new Refusal('There is a catalog of this name already.', 'name');
		const typedPrice =
			hourlyPrice.trim() === '' ? null : readField('hourlyPrice', () => parseUnitPrice(hourlyPrice, 'The price of an hour'));
		if (typedPrice !== null && typedPrice <= 0) throw new Refusal('An hour is sold for more than 0.', 'hourlyPrice');
		const row = {
			...fields,
			markup: readField('markup', () => notNegative(parsePercent(markup, 'The markup'), 'markup')),
			hourlyPrice: typedPrice
		};
		const known = catalogId ? ctx.get(flatCatalogs, catalogId, 'This catalog') : undefined;
		const c = known ? ctx.update(flatCatalogs, known.id, row, version) : ctx.insert(flatCatalogs, { id: newId(), ...row });
		if (!known) ctx.insert(flatCategories, { id: newId(), catalogId: c.id, key: 'all', name: 'All', position: 0 });
		ctx.happened(`flat-catalog:${c.id}`, known ? `Terms of ${c.name} changed` : `Catalog ${c.name} begun`, 'catalog');
		return { catalogId: c.id };
	}
});

const Material = Type.Object(
	{ name: Type.String({ minLength: 1, maxLength: 200 }), quantity: Typed, unit: Type.String({ minLength: 1, maxLength: 20 }), cost: Typed },
	strict
);

/** Changes a service, or adds one of our own. A published one that is changed is kept as ours: editions leave it alone. */
export const saveService = defineCommand({
	name: 'flat-rate.save-service',
	access: 'catalog.change',
	input: Type.Object(
		{
			serviceId: Type.Optional(Id),
			catalogId: Id,
			categoryId: OrNull,
			title: Name,
			wording: Text(4000),
			hours: Typed,
			materials: Type.Array(Material, { maxItems: 200 }),
			fileId: Type.Optional(OrNull),
			version: Version
		},
		strict
	),
	run(ctx, { serviceId, version, hours, materials, ...fields }) {
		ctx.get(flatCatalogs, fields.catalogId, 'This catalog');
		const row = {
			...fields,
			hours: readField('hours', () => notNegative(parseQuantity(hours, 'The hours'), 'hours')),
			materials: materials.map((m, n): FlatMaterial => ({
				name: m.name,
				unit: m.unit,
				quantity: readField(`materials.${n}.quantity`, () => notNegative(parseQuantity(m.quantity), `materials.${n}.quantity`)),
				cost: readField(`materials.${n}.cost`, () => notNegative(parseUnitPrice(m.cost, 'The cost'), `materials.${n}.cost`))
			}))
		};
		if (row.hours === 0 && row.materials.length === 0) throw new Refusal('A service has hours or materials.', 'hours');
		const known = serviceId ? ctx.get(flatServices, serviceId, 'This service') : undefined;
		if (known && known.catalogId !== fields.catalogId) throw new Refusal('This service belongs to another catalog.');
		const s = known
			? ctx.update(flatServices, known.id, { ...row, ours: known.published !== null || known.ours }, version)
			: ctx.insert(flatServices, { id: newId(), key: newId(), position: nextPosition(ctx, fields.catalogId), ...row });
		ctx.happened(
			`flat-service:${s.id}`,
			known ? `${s.title} changed${known.published && !known.ours ? ', kept as ours' : ''}` : `${s.title} added`,
			'catalog'
		);
		return { serviceId: s.id, ours: s.ours };
	}
});

const nextPosition = (ctx: Context, catalogId: string): number =>
	(ctx.db
		.select({ n: max(flatServices.position) })
		.from(flatServices)
		.where(eq(flatServices.catalogId, catalogId))
		.get()?.n ?? 0) + 1;

/** Kept as ours, or following the editions again. Going back throws our changes away, and the screen says which. */
export const followEditions = defineCommand({
	name: 'flat-rate.follow',
	access: 'catalog.change',
	input: Type.Object({ serviceId: Id, follow: Type.Boolean(), version: Version }, strict),
	run(ctx, i) {
		const s = ctx.get(flatServices, i.serviceId, 'This service');
		if (!s.published) throw new Refusal('This service is our own: no edition has it.');
		const p = s.published;
		const category = ctx.db
			.select()
			.from(flatCategories)
			.where(eq(flatCategories.catalogId, s.catalogId))
			.all()
			.find((c) => c.key === p.category);
		ctx.update(
			flatServices,
			s.id,
			i.follow
				? {
						ours: false,
						title: p.title,
						wording: p.wording,
						hours: p.hours,
						materials: p.materials,
						...(category ? { categoryId: category.id } : {})
					}
				: { ours: true },
			i.version
		);
		ctx.happened(`flat-service:${s.id}`, `${s.title} ${i.follow ? 'follows the editions again' : 'is kept as ours'}`, 'catalog');
	}
});

/** Takes a service of our own off the list, or puts it back. Published ones are withdrawn by editions only. */
export const setServiceAside = defineCommand({
	name: 'flat-rate.set-aside',
	access: 'catalog.change',
	input: Type.Object({ serviceId: Id, aside: Type.Boolean() }, strict),
	run(ctx, i) {
		const s = ctx.get(flatServices, i.serviceId, 'This service');
		ctx.update(flatServices, s.id, { withdrawn: i.aside });
		ctx.happened(`flat-service:${s.id}`, `${s.title} ${i.aside ? 'is no longer offered' : 'is offered again'}`, 'catalog');
	}
});

/** The picture of a category, for people who look before they read. */
export const pictureCategory = defineCommand({
	name: 'flat-rate.picture',
	access: 'catalog.change',
	input: Type.Object({ categoryId: Id, fileId: OrNull }, strict),
	run(ctx, i) {
		const c = ctx.get(flatCategories, i.categoryId, 'This category');
		ctx.update(flatCategories, c.id, { fileId: i.fileId });
		ctx.happened(`flat-catalog:${c.catalogId}`, `Picture of ${c.name} changed`, 'catalog');
	}
});
