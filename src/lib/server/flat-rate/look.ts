import { say } from '../../contract/refusals/flat-rate';
import { Refusal, wordsOf } from '../../core/refusal';
import type { App } from '../app';
import type { Actor } from '../commands';
import { flatCatalogs, flatEditions } from './schema';
import { log } from '../log';
import type { OfferedEdition } from '../ports';
import { receiveEdition } from './editions';

/**
 * Asks the publisher for editions newer than ours and takes their files in. Only catalogs we have are asked for, and the newest of
 * each is enough; one that is damaged is said and does not stop the others.
 */
export async function lookForEditions(app: App, actor: Actor): Promise<{ received: number; problems: string[] }> {
	let offered: OfferedEdition[];
	try {
		offered = await app.publisher.offered();
	} catch (e) {
		log.warn({ error: (e as Error).message }, 'publisher');
		throw new Refusal(say('publisher-cannot-be-reached'));
	}
	const held = app.db.orm.select().from(flatCatalogs).all();
	const known = new Set(
		app.db.orm
			.select({ publisher: flatEditions.publisher, key: flatEditions.key, edition: flatEditions.edition })
			.from(flatEditions)
			.all()
			.map((e) => `${e.publisher}/${e.key}/${e.edition}`)
	);
	const problems: string[] = [];
	let received = 0;
	for (const c of held) {
		const newest = offered
			.filter((o) => o.publisher === c.publisher && o.key === c.key && o.edition > c.edition)
			.sort((a, b) => b.edition - a.edition)[0];
		if (!newest || known.has(`${newest.publisher}/${newest.key}/${newest.edition}`)) continue;
		try {
			app.run(receiveEdition, { text: await app.publisher.fetch(newest.file), fileName: newest.file }, actor);
			received += 1;
		} catch (e) {
			problems.push(`${newest.name}, edition ${newest.edition}: ${wordsOf(e)}`);
		}
	}
	return { received, problems };
}
