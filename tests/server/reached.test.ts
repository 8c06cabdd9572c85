import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Contract } from '$lib/contract';
import * as contracts from '$lib/contract/all';

/** All that the interface is made of, as text: pages and components with what they call, endpoints with what they run. */
const sourceOf = (...folders: string[]): string =>
	folders
		.flatMap((f) => readdirSync(f, { recursive: true, encoding: 'utf8' }).map((name) => `${f}/${name}`))
		.filter((f) => /\.(svelte|ts)$/.test(f))
		.map((f) => readFileSync(f, 'utf8'))
		.join('\n');
const interfaces = sourceOf('src/lib/ui', 'src/lib/client', 'src/routes');

const isContract = (c: unknown): c is Contract => typeof c === 'object' && c !== null && 'right' in c && 'output' in c;
const declared = Object.entries(contracts).flatMap(([constant, c]) => (isContract(c) ? [{ constant, c }] : []));

/** Given by a function of the server that does more around it: an endpoint calls that. */
const BY: Record<string, string> = { 'charges.ask': 'payByCard', 'leads.receive-mail': 'takeMail', 'work.receive-mail': 'takeMail' };

/** Commands that people may give and that nothing of the interface gives: neither by name, nor by an endpoint that runs it. */
const unreached = (source: string): string[] =>
	declared
		.filter(({ c }) => c.right !== 'system')
		.filter(({ constant, c }) => !source.includes(`'${c.name}'`) && !new RegExp(`\\b${BY[c.name] ?? constant}\\b`).test(source))
		.map(({ c }) => c.name)
		.sort();

describe('every command that somebody may give', () => {
	it('has a way in from the interface', () => {
		expect(unreached(interfaces)).toEqual([]);
	});
	it('would be missed: one that no page gives is named', () => {
		expect(unreached(interfaces.replaceAll("'rates.set-aside'", "'rates.nothing'"))).toEqual(['rates.set-aside']);
	});
});
