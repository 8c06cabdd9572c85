import { Type } from '@sinclair/typebox';
import { coherent, FACES, LAYOUTS, readRich } from '../../core/documents';
import { Refusal } from '../../core/refusal';
import { defineCommand, type Context } from '../commands';
import { Id, Name, strict, Text, Version } from '../commands/inputs';
import { company, files } from '../db/schema';

export const LayoutInput = Type.Object(
	{
		layout: Type.Union(LAYOUTS.map((l) => Type.Literal(l))),
		detail: Type.Union([Type.Literal('scopes'), Type.Literal('lines')]),
		amounts: Type.Union([Type.Literal('lines'), Type.Literal('scopes'), Type.Literal('total')]),
		dataSheets: Type.Boolean()
	},
	strict
);

function checkPicture(ctx: Context, fileId: string | null): void {
	if (fileId !== null && !ctx.find(files, fileId)) throw new Refusal('This picture is not there any more. Choose it again.', 'picture');
}

/** How the company looks on paper and on its pages: color, line below the name, foot, logo, and how quotes are laid out. */
export const saveLook = defineCommand({
	name: 'company.save-look',
	access: 'company.change',
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
	run(ctx, i) {
		const now = ctx.get(company, 'company', 'The company');
		checkPicture(ctx, i.logo);
		if (contrastWithWhite(i.color) < 4.5) throw new Refusal('White letters on this color are hard to read. Choose a darker one.', 'color');
		ctx.update(
			company,
			'company',
			{
				settings: {
					...now.settings,
					letterhead: {
						color: i.color.toLowerCase(),
						line: i.line,
						footer: i.footer,
						logo: i.logo,
						face: i.face ?? now.settings.letterhead.face ?? 'plain'
					},
					quoteLayout: coherent(i.layout)
				}
			},
			i.version
		);
		ctx.happened('company', 'The look of documents changed');
	}
});

/** Contrast of a color against white, by the formula of WCAG 2: from 1 to 21. */
function contrastWithWhite(color: string): number {
	const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => {
		const c = Number.parseInt(color.slice(at, at + 2), 16) / 255;
		return c <= 0.040_45 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
	});
	return 1.05 / (0.2126 * r + 0.7152 * g + 0.0722 * b + 0.05);
}

/** Texts that documents begin and end with, in their order. */
export const saveBlocks = defineCommand({
	name: 'company.text-blocks',
	access: 'company.change',
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
	run(ctx, i) {
		const now = ctx.get(company, 'company', 'The company');
		if (new Set(i.blocks.map((b) => b.id)).size < i.blocks.length) throw new Refusal('Two texts have the same id.');
		const textBlocks = i.blocks.map((b) => ({ id: b.id, name: b.name.trim(), place: b.place, text: readRich(b.text) }));
		ctx.update(company, 'company', { settings: { ...now.settings, textBlocks } }, i.version);
		ctx.happened('company', `Texts of documents: ${textBlocks.map((b) => b.name).join(', ') || 'none'}`);
	}
});

/** The company's public page: on or off, what it says and shows. */
export const savePublicPage = defineCommand({
	name: 'company.public-page',
	access: 'company.change',
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
	run(ctx, i) {
		const now = ctx.get(company, 'company', 'The company');
		for (const p of i.pictures) checkPicture(ctx, p.fileId);
		const publicPage = { on: i.on, intro: i.intro, does: i.does.map((d) => d.trim()).filter(Boolean), pictures: i.pictures };
		ctx.update(company, 'company', { settings: { ...now.settings, publicPage } }, i.version);
		ctx.happened('company', `The public page is ${i.on ? 'on' : 'off'}`);
	}
});
