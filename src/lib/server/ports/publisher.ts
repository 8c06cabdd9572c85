import { readdirSync, readFileSync, existsSync } from 'node:fs';
import { join } from 'node:path';

/** An edition that a publisher offers. */
export interface OfferedEdition {
	publisher: string;
	key: string;
	name: string;
	edition: number;
	published: string;
	/** What the publisher calls the file; asked for by it. */
	file: string;
}

/** Serves editions of published flat-rate catalogs as files in the documented format. Rejects when it cannot be reached. */
export interface PublisherPort {
	readonly name: string;
	offered(): Promise<OfferedEdition[]>;
	fetch(file: string): Promise<string>;
}

const SAFE = /^[A-Za-z0-9._-]+\.json$/;

/** A publisher on the network: `index.json` lists the editions, each lies beside it. */
export function webPublisher(base: string): PublisherPort {
	const get = async (file: string) => {
		if (!SAFE.test(file)) throw new Error('The publisher named a file we do not ask for.');
		const answer = await fetch(new URL(file, base.endsWith('/') ? base : `${base}/`), {
			signal: AbortSignal.timeout(20_000),
			redirect: 'error'
		});
		if (!answer.ok) throw new Error(`The publisher answered ${answer.status}.`);
		return answer.text();
	};
	return {
		name: 'publisher',
		offered: async () => JSON.parse(await get('index.json')) as OfferedEdition[],
		fetch: get
	};
}

/** The shipped stand-in: a folder of edition files, with the same index. An empty folder offers nothing. */
export function folderPublisher(dir: string): PublisherPort {
	return {
		name: 'stand-in publisher',
		offered: () => {
			const index = join(dir, 'index.json');
			return Promise.resolve(existsSync(index) ? (JSON.parse(readFileSync(index, 'utf8')) as OfferedEdition[]) : []);
		},
		fetch: (file) =>
			SAFE.test(file) && existsSync(dir) && readdirSync(dir).includes(file)
				? Promise.resolve(readFileSync(join(dir, file), 'utf8'))
				: Promise.reject(new Error('The publisher does not have this file.'))
	};
}
