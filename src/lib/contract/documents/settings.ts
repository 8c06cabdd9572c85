import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Text, Id, strict, Version, Name, Nothing } from '../inputs';
import { FACES, LAYOUTS } from '../../core/documents';

export const LayoutInput = Type.Object(
	{
		layout: Type.Union(LAYOUTS.map((l) => Type.Literal(l))),
		detail: Type.Union([Type.Literal('scopes'), Type.Literal('lines')]),
		amounts: Type.Union([Type.Literal('lines'), Type.Literal('scopes'), Type.Literal('total')]),
		dataSheets: Type.Boolean(),
		estimator: Type.Optional(Type.Boolean())
	},
	strict
);

/** How the company looks on paper and on its pages: color, line below the name, foot, logo, and how quotes are laid out. */
export const saveLook = command('company.save-look', {
	right: 'company.change',
	input: Type.Object(
		{
			color: Type.String({ pattern: '^#[0-9a-fA-F]{6}$' }),
			line: Text(200),
			footer: Text(300),
			logo: Type.Union([Id, Type.Null()]),
			face: Type.Optional(Type.Union(FACES.map((f) => Type.Literal(f)))),
			layout: LayoutInput,
			version: Version
		},
		strict
	),
	output: Nothing
});

/** Texts that documents begin and end with, in their order. */
export const saveBlocks = command('company.text-blocks', {
	right: 'company.change',
	size: 1_000_000,
	input: Type.Object(
		{
			blocks: Type.Array(
				Type.Object(
					{
						id: Id,
						name: Name,
						place: Type.Union([Type.Literal('introduction'), Type.Literal('closing')]),
						text: Type.Unsafe<unknown>(Type.Any())
					},
					strict
				),
				{ maxItems: 40 }
			),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** The company's public page: on or off, what it says and shows. */
export const savePublicPage = command('company.public-page', {
	right: 'company.change',
	input: Type.Object(
		{
			on: Type.Boolean(),
			intro: Text(1000),
			does: Type.Array(Text(120), { maxItems: 20 }),
			pictures: Type.Array(Type.Object({ fileId: Id, caption: Text(200) }, strict), { maxItems: 12 }),
			version: Version
		},
		strict
	),
	output: Nothing
});
