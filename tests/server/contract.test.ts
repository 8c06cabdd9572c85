import { beforeAll, describe, expect, it } from 'vitest';
import { Type } from '@sinclair/typebox';
import type { Contract } from '$lib/contract';
import * as contracts from '$lib/contract/all';
import { command } from '$lib/contract/define';
import { strict } from '$lib/contract/inputs';
import { ROLES, type Role } from '$lib/core/access';
import { COMMANDS } from '$lib/server/all-commands';
import type { App } from '$lib/server/app';
import { allowed, runCommand, serve, type Actor, type Command, type LinkKind } from '$lib/server/commands';
import { ACCESS } from './access-matrix';
import { count, freshYard } from './yard';

const LETTERS = 'OFELCB';
const LINKS: LinkKind[] = ['quote', 'invoice', 'password', 'firm', 'calendar', 'document', 'visits'];
const person = (role: Role): Actor => ({ type: 'person', id: 'imogen', name: role, role });
const link = (kind: LinkKind): Actor => ({ type: 'link', kind, linkId: 'x', subjectId: 'x' });
const anybody: Actor = { type: 'public', address: '192.0.2.1' };

/** What the program does today, in the words of the table. */
function row(c: Command): string {
	const roles = ROLES.map((r, n) => (allowed(person(r), c.right) ? LETTERS[n] : '-')).join('');
	const links = LINKS.filter((k) => allowed(link(k), c.right));
	const who = allowed(anybody, c.right) ? 'anybody' : links.length ? `${links.join()} link` : roles === '------' ? 'nobody' : roles;
	return `${c.inner ? '*' : ' '} ${who.padEnd(14)}${c.name}`;
}
const isContract = (c: unknown): c is Contract => typeof c === 'object' && c !== null && 'right' in c && 'output' in c;
const declared = (Object.values(contracts) as unknown[]).filter(isContract);

describe('the contract', () => {
	it('lists what each role, each link and anybody may do, as it is written out in the table', () => {
		const today = [...COMMANDS.values()].map(row).sort((a, b) => (a.slice(16) < b.slice(16) ? -1 : 1));
		expect(today).toEqual(ACCESS.split('\n').filter(Boolean));
	});
	it('would show a right that was given away: a planted one differs from its line', () => {
		const planted = { ...COMMANDS.get('company.change')!, right: 'jobs.see' as const };
		expect(ACCESS).toContain(row(COMMANDS.get('company.change')!));
		expect(ACCESS).not.toContain(row(planted));
	});
	it('is served whole: every command that is declared is done, and none is done that is not declared', () => {
		expect(declared.map((c) => c.name).sort()).toEqual([...COMMANDS.keys()].sort());
		expect(declared.length).toBeGreaterThan(170);
	});
	it('takes nothing that it does not name: each input is closed', () => {
		const open = declared.filter((c) => c.input.additionalProperties !== false && c.right !== 'system').map((c) => c.name);
		expect(open).toEqual([]);
	});
});

describe('an answer', () => {
	let app: App;
	beforeAll(async () => ({ app } = await freshYard()));
	it('that is not what the contract says is a fault of ours, and changes nothing', () => {
		const lying = serve(
			command('tests.lie', { right: 'public', input: Type.Object({}, strict), output: Type.Object({ id: Type.String() }, strict) }),
			(ctx) => {
				ctx.happened('company', 'company.change', {});
				return { id: JSON.parse('7') as string };
			}
		);
		const runner = { db: app.db, clock: app.clock, afterCommit: () => undefined, checkAnswers: true };
		const before = count(app, 'select count(*) from history');
		expect(() => runCommand(runner, lying, {}, { type: 'system' })).toThrow('tests.lie answers what its contract does not say');
		expect(count(app, 'select count(*) from history')).toBe(before);
		expect(runCommand({ ...runner, checkAnswers: false }, lying, {}, { type: 'system' })).toEqual({ id: 7 });
	});
});
