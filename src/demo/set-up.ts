import { parseUnitPrice } from '../lib/core/money';
import type { Kind } from '../lib/core/pricing';
import { readFileSync } from 'node:fs';
import { guessMapping, decodeText, readCsv, writeCsv } from '../lib/core/formats';
import { readSpreadsheet } from '$lib/server/catalog';
import { hashPassword } from '$lib/server/people';
import { RECIPES } from './assemblies';
import { COMPANY, DEMO_PASSWORD, PEOPLE, SALES_SETTINGS, SHEETS } from './company';
import type { Yard } from './yard';

const LISTS: [string, string, string][] = [
	['tarn', 'tarn-and-slate-april.csv', 'steep'],
	['copperline', 'copperline.csv', 'rainwater'],
	['marle', 'marle-insulation.xlsx', 'insulation']
];

/** Company, rates, people, price lists and recipes. */
export async function setUp(yard: Yard): Promise<void> {
	yard.call({ type: 'system' }, 'company.set-up', COMPANY);
	const system = { type: 'system' } as const;
	for (const s of SHEETS) yard.call(system, 'rates.save', { ...s, from: '2024-01-01' });
	const passwordHash = await hashPassword(DEMO_PASSWORD);
	for (const [id, name, role, crewId, skills, color, language, sheetId] of PEOPLE)
		yard.call(system, 'people.add', {
			id,
			name,
			mail: `${id}@pellgrave.example`,
			role,
			crewId,
			skills,
			color,
			language,
			sheetId,
			passwordHash
		});
	for (const [name, input] of SALES_SETTINGS) yard.given('imogen', name, input);
	for (const [supplierId, fileName, categoryId] of LISTS) {
		const bytes = readFileSync(new URL(`./files/${fileName}`, import.meta.url));
		const text = fileName.endsWith('.xlsx') ? writeCsv(await readSpreadsheet(bytes), false) : decodeText(bytes);
		yard.call('petra', 'catalog.import', {
			supplierId,
			fileName,
			text,
			mapping: guessMapping(readCsv(text)),
			categoryId,
			taxCodeId: 'materials'
		});
	}
	const own = (code: string, name: string, kind: Kind, unit: string, cost: string) =>
		yard.call('petra', 'catalog.save-item', {
			code,
			name,
			kind,
			unit,
			cost: parseUnitPrice(cost),
			rule: { by: 'inherit' },
			taxCodeId: null,
			categoryId: 'site',
			wording: ''
		});
	own('SITE-DUMP', 'Container, 20 yd', 'equipment', 'each', '410');
	own('SITE-LIFT', 'Roof lift', 'equipment', 'day', '185');
	own('SITE-PERM', 'Building permit', 'other', 'each', '120');
	own('SUB-SCAF', 'Scaffold, by Wexcombe', 'subcontract', 'each', '940');
	const itemId = (code: string): string =>
		(yard.app.db.sqlite.prepare('select id from items where code = ?').get(code) as { id: string }).id;
	// What two suppliers have: bought from the one, and known to the other under its own code.
	for (const [code, supplierId, theirs, cost] of [
		['CL-DRP-10', 'tarn', 'TS-EDG-10', '10.15'],
		['CL-GRD-MSH', 'tarn', 'TS-MSH-FT', '3.45'],
		['TS-UND-F30', 'marle', 'MI-FLT-30', '29.80']
	] as const)
		yard.call('petra', 'catalog.save-reference', { itemId: itemId(code), supplierId, code: theirs, cost: parseUnitPrice(cost) });
	for (const r of RECIPES) {
		const sheetOf = ([title = '', order = '', key = '']: string[]) => ({ tools: title, order, key });
		yard.call('bastian', 'catalog.save-assembly', {
			assemblyId: r.id,
			name: r.name,
			category: r.category,
			wording: r.wording,
			crewSheet: { en: sheetOf(r.crew.en), ...(r.crew.es ? { es: sheetOf(r.crew.es) } : {}) },
			parts: r.parts.map(([what, measures, amount, per, waste, step, more = {}]) => ({
				itemId: what.startsWith('sheet:') ? null : itemId(what),
				sheetId: what.startsWith('sheet:') ? what.slice(6) : null,
				name: more.name ?? '',
				measures,
				rate: { amount: Math.round(amount * 10_000), per: per * 10_000, waste: waste * 100, step: Math.round(step * 10_000) },
				placeholder: more.placeholder ?? '',
				reminder: more.reminder ?? false,
				note: more.note ?? '',
				phase: more.phase ?? ''
			}))
		});
	}
}
