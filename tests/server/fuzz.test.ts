import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { Refusal } from '$lib/core/refusal';
import { COMMANDS } from '$lib/server/all-commands';
import type { App } from '$lib/server/app';
import { BadInput, type Actor, type Command, type LinkKind } from '$lib/server/commands';
import type { Yard } from '../../src/demo/yard';
import { FromSchema } from './from-schema';
import { freshYard, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	for (const n of [1, 2]) wonJob(yard, `Fuzz ${n}`);
});
/** The same inputs every time, so that what fails fails again; the endurance run takes others. */
const SEED = Number(process.env.FC_SEED ?? 12);
let clicks = 0;
function actorFor(command: Command): Actor {
	clicks += 1;
	if (command.right === 'public') return { type: 'public', address: `192.0.2.${clicks}` };
	if (command.right === 'system') return { type: 'system' };
	if (command.right.endsWith(' link')) {
		const kind = command.right.replace(' link', '') as LinkKind;
		const table = {
			quote: 'revisions',
			invoice: 'invoices',
			password: 'people',
			firm: 'firm_asks',
			calendar: 'people',
			document: 'issued_files',
			visits: 'customers'
		}[kind];
		return {
			type: 'link',
			kind,
			linkId: `l${clicks}`,
			subjectId:
				value<string>(app, `select id from ${table} order by rowid limit 1 offset (select ${clicks} % max(count(*), 1) from ${table})`) ??
				'x'
		};
	}
	return yard.as('imogen');
}
/** What a refused command may not have moved. */
const sums = () =>
	JSON.stringify(
		app.db.sqlite
			.prepare(
				`select (select count(*) from history), (select group_concat(id || next) from counters), (select total(total) + total(paid) from invoices),
				(select total(amount) from payments), (select total(cost) from cost_entries), (select count(*) from outbox), (select count(*) from lines)`
			)
			.raw()
			.get()
	);

describe('inputs that fit the schema', () => {
	const reached = new Map<string, number>();
	const done = new Set<string>();
	// What the program prepares itself holds bytes and hashes, which nobody sends.
	const commands = [...COMMANDS.values()].filter((c) => !c.inner && c.name !== 'company.set-up');
	it.each(commands.map((c) => [c.name, c] as const))('%s is done, or refused in words and changes nothing', (name, command) => {
		fc.assert(
			fc.property(new FromSchema(app, SEED - 12).of(command.input, '', name.split('.')[0]!), (input) => {
				const before = sums();
				try {
					// As it comes over the wire.
					app.runGiven(command, JSON.parse(JSON.stringify(input)), actorFor(command));
					done.add(name);
				} catch (e) {
					expect(e).toBeInstanceOf(Refusal);
					expect((e as Refusal).message).toMatch(/\S/);
					expect(sums()).toBe(before);
					if (e instanceof BadInput) return;
				}
				reached.set(name, (reached.get(name) ?? 0) + 1);
			}),
			{ numRuns: 40, seed: SEED }
		);
	});
	it('mostly reach the rule behind the schema, and a hundred of the commands are done', () => {
		const all = [...reached.values()].reduce((a, n) => a + n, 0);
		expect(all).toBeGreaterThan(commands.length * 40 * 0.9);
		expect(done.size).toBeGreaterThanOrEqual(100);
	});
	it('leave a file that is whole', () => {
		expect(app.db.sqlite.pragma('integrity_check', { simple: true })).toBe('ok');
		expect(app.db.sqlite.pragma('foreign_key_check')).toEqual([]);
		expect(value(app, 'select count(*) from invoices where paid > total and total > 0')).toBe(0);
	});
});
