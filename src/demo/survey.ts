import sharp from 'sharp';
import { USUAL_LAYOUT } from '../lib/core/documents';
import { readPicture } from '$lib/server/files';
import { companyOf } from '$lib/server/company';
import type { Yard } from './yard';

/** A house as a drawing of our own: no photograph of a real one is shipped. */
const HOUSE = `<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="1100">
<defs><linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#b9cbd6"/><stop offset="1" stop-color="#e6e9e4"/></linearGradient>
<pattern id="shingle" width="46" height="26" patternUnits="userSpaceOnUse"><rect width="46" height="26" fill="#6f6a66"/><path d="M0 25H46M23 0V25" stroke="#5a5552" stroke-width="2"/></pattern></defs>
<rect width="1600" height="1100" fill="url(#sky)"/><rect y="930" width="1600" height="170" fill="#8f9a80"/>
<rect x="250" y="560" width="1100" height="390" fill="#d8d2c4"/><path d="M170 570 430 250H1250L1430 570Z" fill="url(#shingle)"/>
<path d="M170 570H1430" stroke="#f3f1ea" stroke-width="16"/><rect x="1020" y="180" width="96" height="190" fill="#8c5a48"/><path d="M1006 180H1130" stroke="#74483a" stroke-width="22"/>
<path d="M1020 370 1116 370" stroke="#3d3a38" stroke-width="10"/><g fill="#7d8d96" stroke="#fff" stroke-width="10"><rect x="350" y="660" width="130" height="160"/><rect x="620" y="660" width="130" height="160"/><rect x="1110" y="660" width="130" height="160"/></g>
<rect x="880" y="690" width="130" height="260" fill="#5b4a3e" stroke="#fff" stroke-width="10"/><path d="M1400 580V950" stroke="#f3f1ea" stroke-width="16"/>
<path d="M560 330l150 0 30 60-210 0z" fill="#5c5854"/></svg>`;

/** The company's mark: a roof over water. */
const LOGO = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="#fff"/>
<path d="M60 230 300 70 540 230H470L300 118 130 230Z" fill="#2f4a54"/><path d="M90 275q52-38 105 0t105 0 105 0 105 0M90 325q52-38 105 0t105 0 105 0 105 0" fill="none" stroke="#8fb0c4" stroke-width="22"/></svg>`;

/** Logo and pictures of the public page. */
export async function buildLook(yard: Yard): Promise<void> {
	const keep = async (svg: string) =>
		yard.call('imogen', 'files.keep', await readPicture(await sharp(Buffer.from(svg)).png().toBuffer())).fileId;
	const { letterhead, publicPage, quoteLayout } = companyOf(yard.app).settings;
	yard.call('imogen', 'company.save-look', {
		color: letterhead.color,
		line: letterhead.line,
		footer: letterhead.footer,
		logo: await keep(LOGO),
		layout: quoteLayout ?? USUAL_LAYOUT
	});
	const { on, intro, does } = publicPage;
	yard.call('imogen', 'company.public-page', {
		on,
		intro,
		does: does ?? [],
		pictures: [
			{ fileId: await keep(HOUSE), caption: 'Spindle Lane: shingle, copper at the chimney' },
			{
				fileId: await keep(HOUSE.replaceAll('#6f6a66', '#8a5a45').replaceAll('#d8d2c4', '#e7dcc0')),
				caption: 'Lantern Hill: clay red, new gutters'
			}
		]
	});
}

/** The walk-through at the Penhallow house: what leaks, and what goes where. */
export async function buildSurvey(yard: Yard): Promise<void> {
	const one = (sql: string) => Object.values(yard.app.db.sqlite.prepare(sql).get() as Record<string, string>)[0] ?? '';
	const jobId = one("select id from jobs where name like 'Penhallow%'");
	const line = (name: string) =>
		one(
			`select l.id from lines l join scopes s on s.id = l.scope_id join estimates e on e.id = s.estimate_id where e.job_id = '${jobId}' and l.name like '${name}%' limit 1`
		);
	const picture = await readPicture(await sharp(Buffer.from(HOUSE)).png().toBuffer());
	const { fileId } = yard.call('bastian', 'files.keep', picture);
	const { photoId } = yard.call('bastian', 'photos.add', { jobId, fileId, caption: 'North side from the lane' });
	yard.call('bastian', 'photos.change', {
		photoId,
		place: 'north side',
		shown: true,
		scale: { from: { x: 0.55, y: 0.86 }, to: { x: 0.63, y: 0.86 }, length: '3\' 2"' },
		marks: [
			{ id: 'ridge', inside: false, kind: 'pin', x: 0.45, y: 0.23, lineId: line('Ridge cap') },
			{ id: 'eave', inside: false, kind: 'pin', x: 0.35, y: 0.5, lineId: line('Eave membrane') },
			{ id: 'drip', inside: false, kind: 'pin', x: 0.86, y: 0.5, lineId: line('Drip edge') },
			{ id: 'leak', inside: false, kind: 'arrow', from: { x: 0.8, y: 0.2 }, to: { x: 0.71, y: 0.33 } },
			{ id: 'word', inside: false, kind: 'text', x: 0.77, y: 0.17, text: 'leaks here' },
			{ id: 'ours', inside: true, kind: 'text', x: 0.36, y: 0.4, text: 'soft deck? count sheets' },
			{ id: 'wide', inside: false, kind: 'measure', from: { x: 0.16, y: 0.9 }, to: { x: 0.84, y: 0.9 } }
		]
	});
}
