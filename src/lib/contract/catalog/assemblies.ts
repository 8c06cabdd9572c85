import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Text, strict, MeasureInput, Version, Nothing } from '../inputs';

export const RateInput = Type.Object(
	{
		amount: Type.Integer({ minimum: 0, maximum: 1e12 }),
		per: Type.Integer({ minimum: 1, maximum: 1e12 }),
		waste: Type.Integer({ minimum: 0, maximum: 100_000 }),
		step: Type.Integer({ minimum: 0, maximum: 1e12 })
	},
	strict
);

export const Key = Type.String({ minLength: 1, maxLength: 40, pattern: '^[a-z0-9-]+$' });

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
		once: Type.Optional(Type.Boolean()),
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

export const CrewSheetInput = Type.Object({ tools: Text(2000), order: Text(4000), key: Text(2000) }, strict);

/** By language, two letters. */
export const CrewSheets = Type.Record(Type.String({ pattern: '^[a-z]{2}$' }), CrewSheetInput, { additionalProperties: false });

export const AssemblyBody = {
	name: Name,
	category: Text(80),
	wording: Text(4000),
	crewSheet: CrewSheets,
	choices: Type.Optional(Type.Array(ChoiceInput, { maxItems: 20 })),
	fileId: Type.Optional(Type.Union([Id, Type.Null()])),
	/** The customer reads one line of its name. */
	oneLine: Type.Optional(Type.Boolean()),
	refusals: Type.Optional(
		Type.Array(Type.Object({ when: When, text: Type.String({ minLength: 1, maxLength: 300 }) }, strict), { maxItems: 20 })
	)
};

/** Saves an assembly with its questions and its parts in the order in which they are used. */
export const saveAssembly = command('catalog.save-assembly', {
	right: 'catalog.change',
	size: 2_000_000,
	input: Type.Object(
		{ assemblyId: Type.Optional(Id), ...AssemblyBody, parts: Type.Array(PartInput, { minItems: 1, maxItems: 100 }), version: Version },
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

/** A copy to begin from, with all its parts and questions; or an empty one, where nothing is said. */
export const copyAssembly = command('catalog.copy-assembly', {
	right: 'catalog.change',
	input: Type.Object({ assemblyId: Type.Optional(Id), name: Name }, strict),
	output: Type.Object({ id: Type.String() }, strict)
});

export const setAssemblyAside = command('catalog.set-assembly-aside', {
	right: 'catalog.change',
	input: Type.Object({ assemblyId: Id, back: Type.Optional(Type.Boolean()) }, strict),
	output: Nothing
});
