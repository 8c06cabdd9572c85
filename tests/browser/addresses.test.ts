import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { routeName } from '../../src/lib/server/route-access';
import { base, dataDir } from './company';
import { reader } from './db';
import { pathsOf } from './records';

const db = reader(dataDir);
afterAll(() => db.close());

/** What somebody may write behind a name in an address, or a page may have kept from another year. */
const WRITTEN = [
	'',
	'0',
	'-1',
	'1e99',
	'NaN',
	'2027-02-30',
	'9999-99',
	'x'.repeat(3000),
	"'; drop table jobs --",
	'%00',
	'%F0%9F%94%A8',
	'{"q":',
	'null'
];

/** The names that a route reads from its address. */
const namesIn = (source: string): string[] => [
	...new Set([...source.matchAll(/searchParams\.(?:get|getAll|has)\('(\w+)'\)/g)].map((m) => m[1] ?? ''))
];
/** Names that are read behind a function, by what calls it. */
const BEHIND: [RegExp, string[]][] = [
	[/filterOf\(/, ['q', 'kind', 'category', 'supplier', 'tag', 'aside']],
	[/beforeIn\(/, ['before']],
	[/stageIn|stagesIn/, ['stage']],
	[/changeIn|numberIn|estimateAsked/, ['change']],
	[/searchParams\.get\(name\)/, ['from', 'to']]
];

interface Asked {
	route: string;
	names: string[];
}
const asked: Asked[] = readdirSync('src/routes', { recursive: true, encoding: 'utf8' })
	.filter((file) => /\+(page\.server|server)\.ts$/.test(file) && !file.includes('[token]'))
	.flatMap((file) => {
		const source = readFileSync(join('src/routes', file), 'utf8');
		if (file.endsWith('+server.ts') && !/export const GET/.test(source)) return [];
		const names = [...namesIn(source), ...BEHIND.flatMap(([calls, own]) => (calls.test(source) ? own : []))];
		const route = routeName(`/${file.replace(/\/?\+(page\.server|server)\.ts$/, '')}`);
		return names.length === 0 || route === '/api/live' ? [] : [{ route, names }];
	});

const cookie = (async () => {
	const body = new URLSearchParams({ mail: 'imogen@pellgrave.example', password: 'nickel-yard' });
	const r = await fetch(`${base}/sign-in`, { method: 'POST', body, redirect: 'manual', headers: { origin: base } });
	return r.headers
		.getSetCookie()
		.map((c) => c.split(';')[0])
		.join('; ');
})();
const placeOf = (route: string): string => {
	if (!route.includes('[')) return route;
	return route.startsWith('/api/') || route.startsWith('/public/') ? route.replace(/\[\w+\]/g, 'x') : (pathsOf(db, route, 1)[0] ?? '');
};

describe('whatever stands in an address', () => {
	it('is known of more than thirty routes', () => {
		expect(asked.length).toBeGreaterThan(30);
	});
	it.each(asked)('$route answers, or says plainly what it cannot: $names', async ({ route, names }) => {
		const place = placeOf(route);
		const wrong: string[] = [];
		for (const name of names)
			for (const written of WRITTEN) {
				const path = `${place}?${name}=${written.startsWith('%') ? written : encodeURIComponent(written)}`;
				const r = await fetch(`${base}${path}`, { headers: { cookie: await cookie }, redirect: 'manual' });
				await r.arrayBuffer();
				if (r.status >= 500) wrong.push(`${r.status} ${path.slice(0, 120)}`);
			}
		expect(wrong).toEqual([]);
	});
});
