import { say } from './refusals';
import { parseQuantity, parseUnitPrice } from '../money';
import type { PublishedService } from '../pricing';
import { Refusal, wordsOf } from '../refusal';

/** An edition of a published catalog as the file has it: amounts are decimal text, so that nothing is lost on the way. */
export interface EditionFile {
	format: 'flat-rate edition';
	formatVersion: 1;
	publisher: string;
	catalog: { key: string; name: string; trade: string };
	edition: number;
	published: string;
	categories: { key: string; name: string; parent?: string; picture?: string }[];
	services: {
		key: string;
		category: string;
		title: string;
		wording: string;
		hours: string;
		materials: { name: string; quantity: string; unit: string; cost: string }[];
	}[];
}

/** Raised when an edition cannot be taken as it is. Says where in the file. */
export class EditionError extends Refusal {}

/**
 * Reads the services of an edition, to whole ten-thousandths.
 * @throws EditionError for a key that comes twice, a category that is not there or lies in itself, a negative or unreadable figure
 */
export function readEdition(file: EditionFile): PublishedService[] {
	const categories = new Map<string, string | undefined>();
	file.categories.forEach((c, n) => {
		if (categories.has(c.key)) throw new EditionError(say('categories-key-comes-twice', { n, key: c.key }));
		categories.set(c.key, c.parent);
	});
	for (const key of categories.keys()) {
		const seen = new Set<string>();
		for (let at: string | undefined = key; at !== undefined; at = categories.get(at)) {
			if (seen.has(at)) throw new EditionError(say('category-lies-in-itself', { key }));
			if (!categories.has(at)) throw new EditionError(say('category-not-in-file', { at }));
			seen.add(at);
		}
	}
	const keys = new Set<string>();
	return file.services.map((s, n) => {
		const where = `services[${n}] (${s.title})`;
		if (keys.has(s.key)) throw new EditionError(say('key-comes-twice', { where, key: s.key }));
		keys.add(s.key);
		if (!categories.has(s.category)) throw new EditionError(say('category-of-service-not-in-file', { where, category: s.category }));
		return {
			key: s.key,
			category: s.category,
			title: s.title,
			wording: s.wording,
			hours: figure(() => parseQuantity(s.hours), `${where}: hours`),
			materials: s.materials.map((m, k) => ({
				name: m.name,
				quantity: figure(() => parseQuantity(m.quantity), `${where}: quantity of materials[${k}]`),
				unit: m.unit,
				cost: figure(() => parseUnitPrice(m.cost), `${where}: cost of materials[${k}]`)
			}))
		};
	});
}

function figure<T extends number>(read: () => T, where: string): T {
	let value: T;
	try {
		value = read();
	} catch (e) {
		throw new EditionError(say('value-refused', { where, why: wordsOf(e) }));
	}
	if (value < 0) throw new EditionError(say('value-negative', { where }));
	return value;
}
