import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

/**
 * What a desk page lacks to stay as things are: its data remembered as it was shown, and read through what changed since.
 * @param server its `+page.server.ts` @param page its `+page.svelte`
 */
function lacking(server: string, page: string): string[] {
	const lacks: string[] = [];
	if (!/export const load = shown\(/.test(server)) lacks.push('shown(…) around its load');
	if (!/const data = \$derived\(latestOf\(given\)\)/.test(page)) lacks.push('latestOf(given)');
	if (!/\blive: \[/.test(server)) lacks.push('live: what it follows');
	return lacks;
}
/** What is read once and never changes under somebody's eyes. */
const ONCE = ['company/account'];

describe('pages of the desk', () => {
	const servers = readdirSync('src/routes/(desk)', { recursive: true, encoding: 'utf8' })
		.filter((f) => f.endsWith('+page.server.ts'))
		.map((f) => join('src/routes/(desk)', f))
		.filter((f) => existsSync(f.replace('.server.ts', '.svelte')));
	it('ask for what became different, each of them', () => {
		expect(servers.length).toBeGreaterThan(55);
		const found = servers
			.filter((f) => !ONCE.some((o) => f.includes(`/${o}/`)))
			.flatMap((f) => lacking(readFileSync(f, 'utf8'), readFileSync(f.replace('.server.ts', '.svelte'), 'utf8')).map((l) => `${f}: ${l}`));
		expect(found).toEqual([]);
	});
	it('are found out when they do not', () => {
		const page = 'let { data: given } = $props();\nconst data = $derived(latestOf(given));';
		const server = "export const load = shown(() => ({ live: ['plan'] }));";
		expect(lacking(server, page)).toEqual([]);
		expect(lacking("export const load: PageServerLoad = () => ({ live: ['plan'] });", 'let { data } = $props();')).toHaveLength(2);
		expect(lacking('export const load = shown(() => ({}));', page)).toEqual(['live: what it follows']);
	});
});
