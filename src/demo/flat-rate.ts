import { parsePercent } from '../lib/core/money';
import type { Input } from '../lib/contract';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { addDays } from '../lib/core/time';
import { CATALOG_KEYS, publish } from './publisher';
import type { Yard } from './yard';

/** The published catalogs: editions 11 and 12 taken in their time, 13 of low-slope repair waiting; one trade switched off. */
export function buildFlatRate(yard: Yard, today: string): void {
	const dir = yard.app.settings.publisher;
	publish(dir, today);
	const receive = (key: string, edition: number): string => {
		const fileName = `${key}-${edition}.json`;
		return yard.call('imogen', 'flat-rate.receive-edition', {
			text: readFileSync(join(dir, fileName), 'utf8'),
			fileName
		}).editionId;
	};
	for (const edition of [11, 12]) {
		yard.at(addDays(today, edition === 11 ? -420 : -184), '08:30');
		for (const key of CATALOG_KEYS) yard.call('imogen', 'flat-rate.take-edition', { editionId: receive(key, edition) });
	}
	const catalogs = yard.app.db.sqlite.prepare('select id, key, name, version from flat_catalogs').all() as {
		id: string;
		key: string;
		name: string;
		version: number;
	}[];
	const terms: Record<string, [sheetId: string, markup: string, rounding: Input<'flat-rate.save-catalog'>['rounding']]> = {
		'rainwater-service': ['gutter', '45%', 'one'],
		'steep-roof-repair': ['steep', '42%', 'five'],
		'low-slope-repair': ['low', '40%', 'five'],
		'chimney-and-flue': ['steep', '40%', 'five']
	};
	for (const c of catalogs) {
		const [sheetId = 'steep', markup = '40%', rounding = 'one'] = terms[c.key] ?? [];
		yard.call('imogen', 'flat-rate.save-catalog', {
			catalogId: c.id,
			name: c.name,
			on: c.key !== 'chimney-and-flue',
			markup: parsePercent(markup),
			sheetId,
			hourlyPrice: null,
			rounding,
			materialTaxId: 'materials',
			laborTaxId: null,
			version: c.version
		});
	}
	const service = (title: string) =>
		yard.app.db.sqlite.prepare('select * from flat_services where title = ?').get(title) as {
			id: string;
			catalog_id: string;
			category_id: string;
			wording: string;
			version: number;
		};
	// Out at the harbor everything takes longer to dry: one service is kept as ours.
	const patch = service('Patch a puncture, up to 1 sq ft');
	yard.call('imogen', 'flat-rate.save-service', {
		serviceId: patch.id,
		catalogId: patch.catalog_id,
		categoryId: patch.category_id,
		title: 'Patch a puncture, up to 1 sq ft',
		wording: `${patch.wording} Dried with warm air first: by the harbor it must be.`,
		hours: 12_500,
		materials: [
			{ name: 'Membrane, 60 mil', quantity: 20_000, unit: 'sq ft', cost: 18_500 },
			{ name: 'Primer, membrane', quantity: 1_000, unit: 'gal', cost: 420_000 }
		],
		version: patch.version
	});
	yard.at(addDays(today, -5), '08:10');
	receive('low-slope-repair', 13);
}

/** A service of a published catalog, by its title. */
export const serviceCalled = (yard: Yard, title: string): string =>
	(yard.app.db.sqlite.prepare('select id from flat_services where title = ?').get(title) as { id: string }).id;
