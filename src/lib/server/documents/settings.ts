import { say } from '../../contract/refusals/documents';
import * as contract from '../../contract/documents/settings';
import { coherent, readRich } from '../../core/documents';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { company } from '../company/schema';
import { files } from '../files/schema';

function checkPicture(ctx: Context, fileId: string | null): void {
	if (fileId !== null && !ctx.find(files, fileId)) throw new Refusal(say('picture-not-any-more'), 'picture');
}

export const saveLook = serve(contract.saveLook, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	checkPicture(ctx, i.logo);
	if (contrastWithWhite(i.color) < 4.5) throw new Refusal(say('white-letters-on-color-hard-to'), 'color');
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
					face: i.face ?? now.settings.letterhead.face
				},
				quoteLayout: coherent(i.layout)
			}
		},
		i.version
	);
	ctx.happened('company', 'company.save-look', {});
});

/** Contrast of a color against white, by the formula of WCAG 2: from 1 to 21. */
function contrastWithWhite(color: string): number {
	const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => {
		const c = Number.parseInt(color.slice(at, at + 2), 16) / 255;
		return c <= 0.040_45 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
	});
	return 1.05 / (0.2126 * r + 0.7152 * g + 0.0722 * b + 0.05);
}

export const saveBlocks = serve(contract.saveBlocks, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	if (new Set(i.blocks.map((b) => b.id)).size < i.blocks.length) throw new Refusal(say('two-texts-have-same-id'));
	const textBlocks = i.blocks.map((b) => ({ id: b.id, name: b.name.trim(), place: b.place, text: readRich(b.text) }));
	ctx.update(company, 'company', { settings: { ...now.settings, textBlocks } }, i.version);
	ctx.happened('company', 'company.text-blocks', { names: textBlocks.map((b) => b.name) });
});

export const savePublicPage = serve(contract.savePublicPage, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	for (const p of i.pictures) checkPicture(ctx, p.fileId);
	const publicPage = { on: i.on, intro: i.intro, does: i.does.map((d) => d.trim()).filter(Boolean), pictures: i.pictures };
	ctx.update(company, 'company', { settings: { ...now.settings, publicPage } }, i.version);
	ctx.happened('company', 'company.public-page', { on: i.on });
});
