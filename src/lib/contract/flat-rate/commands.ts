import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, PercentIn, PriceIn, QuantityIn, orNull, Version, strict, Text, Nothing } from '../inputs';
import { FLAT_ROUNDINGS } from '../../core/pricing';

export const OrNull = Type.Union([Id, Type.Null()]);

/** The terms of a catalog of flat-rate services: all its prices follow at once. Also makes a catalog of our own. */
export const saveCatalog = command('flat-rate.save-catalog', {
	right: 'catalog.change',
	input: Type.Object(
		{
			catalogId: Type.Optional(Id),
			name: Name,
			on: Type.Boolean(),
			markup: PercentIn,
			sheetId: Id,
			/** Null: the price of the rate sheet. */
			hourlyPrice: orNull(PriceIn),
			rounding: Type.Union(FLAT_ROUNDINGS.map((r) => Type.Literal(r))),
			materialTaxId: OrNull,
			laborTaxId: OrNull,
			version: Version
		},
		strict
	),
	output: Type.Object({ catalogId: Type.String() }, strict)
});

export const Material = Type.Object(
	{
		name: Type.String({ minLength: 1, maxLength: 200 }),
		quantity: QuantityIn,
		unit: Type.String({ minLength: 1, maxLength: 20 }),
		cost: PriceIn
	},
	strict
);

/** Changes a service, or adds one of our own. A published one that is changed is kept as ours: editions leave it alone. */
export const saveService = command('flat-rate.save-service', {
	right: 'catalog.change',
	input: Type.Object(
		{
			serviceId: Type.Optional(Id),
			catalogId: Id,
			categoryId: OrNull,
			title: Name,
			wording: Text(4000),
			hours: QuantityIn,
			materials: Type.Array(Material, { maxItems: 200 }),
			fileId: Type.Optional(OrNull),
			version: Version
		},
		strict
	),
	output: Type.Object({ serviceId: Type.String(), ours: Type.Boolean() }, strict)
});

/** Kept as ours, or following the editions again. Going back throws our changes away, and the screen says which. */
export const followEditions = command('flat-rate.follow', {
	right: 'catalog.change',
	input: Type.Object({ serviceId: Id, follow: Type.Boolean(), version: Version }, strict),
	output: Nothing
});

/** Takes a service of our own off the list, or puts it back. Published ones are withdrawn by editions only. */
export const setServiceAside = command('flat-rate.set-aside', {
	right: 'catalog.change',
	input: Type.Object({ serviceId: Id, aside: Type.Boolean() }, strict),
	output: Nothing
});

/** The picture of a category, for people who look before they read. */
export const pictureCategory = command('flat-rate.picture', {
	right: 'catalog.change',
	input: Type.Object({ categoryId: Id, fileId: OrNull }, strict),
	output: Nothing
});
