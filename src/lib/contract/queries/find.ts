import { Type } from '@sinclair/typebox';
import type { Step } from '../../core/explain';
import type { Choice } from '../../core/pricing';
import { query } from '../define';
import { Id, orNull, strict, Text } from '../inputs';

/** Any record by its words, as far as whoever asks may see it. */
export const findAnything = query('find.anything', {
	right: 'own.account',
	input: Type.Object({ text: Text(100) }, strict),
	output: Type.Array(Type.Object({ kind: Type.String(), label: Type.String(), path: Type.String() }, strict))
});

const Named = { id: Type.String(), code: Type.String(), name: Type.String(), unit: Type.String() };

/** Items by code or words, without what they cost. */
export const findItems = query('find.items', {
	right: 'field.see',
	input: Type.Object({ text: Text(100) }, strict),
	output: Type.Array(Type.Object(Named, strict))
});

const Questions = Type.Unsafe<Choice[]>(Type.Array(Type.Object({ id: Type.String(), question: Type.String() })));

/** What can be put on an estimate or into an assembly, by words; of a job, also what its customer had before. */
export const findToAdd = query('find.to-add', {
	right: 'estimates.see',
	input: Type.Object({ text: Text(100), jobId: orNull(Id) }, strict),
	output: Type.Object(
		{
			items: Type.Array(Type.Object({ ...Named, cost: Type.Integer(), price: Type.Integer() }, strict)),
			assemblies: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), category: Type.String(), choices: Questions }, strict)),
			sheets: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), variant: Type.String(), price: Type.Integer() }, strict)),
			services: Type.Array(Type.Object({ id: Type.String(), title: Type.String(), catalog: Type.String(), price: Type.Integer() }, strict)),
			templates: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), kindOfWork: Type.String() }, strict)),
			earlier: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), own: Type.Integer() }, strict)),
			lines: Type.Array(
				Type.Object({ id: Type.String(), name: Type.String(), unit: Type.String(), unitPrice: Type.Integer(), job: Type.String() }, strict)
			)
		},
		strict
	)
});

/** Customers that may be the one that is being typed, likeliest first, with why. */
export const likelyCustomers = query('customers.likely', {
	right: 'customers.see',
	input: Type.Object({ name: Text(200), mail: Text(200), phone: Text(60), address: Text(300) }, strict),
	output: Type.Array(
		Type.Object({ id: Type.String(), name: Type.String(), address: Type.String(), reasons: Type.Array(Type.String()) }, strict)
	)
});

/** The hours that can be sold: each sheet’s, and each other price of it. */
export const findHours = query('find.hours', {
	right: 'estimates.see',
	input: Type.Object({}, strict),
	output: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), variant: Type.String(), price: Type.Integer() }, strict))
});

/** What can be sold on site, by words: services with their price and hours, items by name. Costs are not in it. */
export const findOffers = query('find.offers', {
	right: 'field.record',
	input: Type.Object({ text: Text(100) }, strict),
	output: Type.Object(
		{
			services: Type.Array(
				Type.Object(
					{ id: Type.String(), title: Type.String(), catalog: Type.String(), price: Type.Integer(), hours: Type.Integer() },
					strict
				)
			),
			items: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), unit: Type.String() }, strict))
		},
		strict
	)
});

/** The steps behind a figure of the price side, by the name of its record. */
export const explainRecord = query('explain.record', {
	right: 'catalog.see',
	input: Type.Object({ of: Text(200) }, strict),
	output: Type.Unsafe<Step>(Type.Object({ label: Type.String(), result: Type.String() }))
});

/** What happened last on a job and its estimate: also where its own page cannot be shown. */
export const recentOf = query('jobs.recent', {
	right: 'jobs.see',
	input: Type.Object({ jobId: Id }, strict),
	output: Type.Object(
		{
			estimateId: orNull(Type.String()),
			entries: Type.Array(Type.Object({ id: Type.Integer(), at: Type.Integer(), byName: Type.String(), text: Type.String() }, strict))
		},
		strict
	)
});
