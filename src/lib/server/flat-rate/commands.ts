import { say } from '../../contract/refusals/flat-rate';
import * as contract from '../../contract/flat-rate/commands';
import { eq, max } from 'drizzle-orm';
import { percent, quantity, unitPrice } from '../../core/money';
import type { FlatMaterial } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { notNegative, serve, type Context } from '../commands';
import { flatCatalogs, flatCategories, flatServices } from './schema';
import { newId } from '../ids';

export const saveCatalog = serve(contract.saveCatalog, (ctx, { catalogId, version, markup, hourlyPrice, ...fields }) => {
	const twin = ctx.db.select({ id: flatCatalogs.id }).from(flatCatalogs).where(eq(flatCatalogs.name, fields.name)).get();
	if (twin && twin.id !== catalogId) throw new Refusal(say('catalog-of-name-already'), 'name');
	const typedPrice = hourlyPrice === null ? null : unitPrice(hourlyPrice);
	if (typedPrice !== null && typedPrice <= 0) throw new Refusal(say('hour-sold-for-more-than-0'), 'hourlyPrice');
	const row = {
		...fields,
		markup: percent(notNegative(markup, 'markup')),
		hourlyPrice: typedPrice
	};
	const known = catalogId ? ctx.get(flatCatalogs, catalogId, 'This catalog') : undefined;
	const c = known ? ctx.update(flatCatalogs, known.id, row, version) : ctx.insert(flatCatalogs, { id: newId(), ...row });
	if (!known) ctx.insert(flatCategories, { id: newId(), catalogId: c.id, key: 'all', name: 'All', position: 0 });
	ctx.happened(`flat-catalog:${c.id}`, 'flat-rate.save-catalog', { known: Boolean(known), name: c.name }, 'catalog');
	return { catalogId: c.id };
});

export const saveService = serve(contract.saveService, (ctx, { serviceId, version, hours, materials, ...fields }) => {
	ctx.get(flatCatalogs, fields.catalogId, 'This catalog');
	const row = {
		...fields,
		hours: quantity(notNegative(hours, 'hours')),
		materials: materials.map((m, n): FlatMaterial => ({
			name: m.name,
			unit: m.unit,
			quantity: quantity(notNegative(m.quantity, `materials.${n}.quantity`)),
			cost: unitPrice(notNegative(m.cost, `materials.${n}.cost`))
		}))
	};
	if (row.hours === 0 && row.materials.length === 0) throw new Refusal(say('service-has-hours-or-materials'), 'hours');
	const known = serviceId ? ctx.get(flatServices, serviceId, 'This service') : undefined;
	if (known && known.catalogId !== fields.catalogId) throw new Refusal(say('service-belongs-to-another-catalog'));
	const s = known
		? ctx.update(flatServices, known.id, { ...row, ours: known.published !== null || known.ours }, version)
		: ctx.insert(flatServices, { id: newId(), key: newId(), position: nextPosition(ctx, fields.catalogId), ...row });
	ctx.happened(
		`flat-service:${s.id}`,
		'flat-rate.save-service',
		{ known: Boolean(known), name: s.title, published: Boolean(known?.published && !known.ours) },
		'catalog'
	);
	return { serviceId: s.id, ours: s.ours };
});

const nextPosition = (ctx: Context, catalogId: string): number =>
	(ctx.db
		.select({ n: max(flatServices.position) })
		.from(flatServices)
		.where(eq(flatServices.catalogId, catalogId))
		.get()?.n ?? 0) + 1;

export const followEditions = serve(contract.followEditions, (ctx, i) => {
	const s = ctx.get(flatServices, i.serviceId, 'This service');
	if (!s.published) throw new Refusal(say('service-our-own'));
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
	ctx.happened(`flat-service:${s.id}`, 'flat-rate.follow', { name: s.title, follow: i.follow }, 'catalog');
});

export const setServiceAside = serve(contract.setServiceAside, (ctx, i) => {
	const s = ctx.get(flatServices, i.serviceId, 'This service');
	ctx.update(flatServices, s.id, { withdrawn: i.aside });
	ctx.happened(`flat-service:${s.id}`, 'flat-rate.set-aside', { name: s.title, aside: i.aside }, 'catalog');
});

export const pictureCategory = serve(contract.pictureCategory, (ctx, i) => {
	const c = ctx.get(flatCategories, i.categoryId, 'This category');
	ctx.update(flatCategories, c.id, { fileId: i.fileId });
	ctx.happened(`flat-catalog:${c.catalogId}`, 'flat-rate.picture', { name: c.name }, 'catalog');
});
