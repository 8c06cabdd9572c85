import { Type } from '@sinclair/typebox';
import { beforeAll, describe, expect, it } from 'vitest';
import { COMMANDS } from '$lib/server/all-commands';
import type { App } from '$lib/server/app';
import { OtherInput, type Actor, type Command } from '$lib/server/commands';
import { clickOf, forgetOldKeys } from '$lib/server/commands/idempotency';
import { statusOf } from '$lib/server/http';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, refused } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
});
const LEAD = { name: 'Twice', mail: '', phone: '1', address: '', wanted: '', via: 'phone' };
const enter = (input: object, key: string, who: Actor = yard.as('petra'), command = COMMANDS.get('leads.enter') as unknown as Command) =>
	app.runGiven(command, input, who, key);
const leads = (name: string) => count(app, 'select count(*) from leads where name = ?', name);

describe('the key of a click', () => {
	it('with another input is refused and changes nothing; the first answer stays for the first input', () => {
		const first = enter(LEAD, 'a');
		let e: unknown;
		try {
			enter({ ...LEAD, name: 'Somebody else' }, 'a');
		} catch (x) {
			e = x;
		}
		expect(e).toBeInstanceOf(OtherInput);
		expect(statusOf(e as OtherInput)).toBe(409);
		expect(leads('Somebody else')).toBe(0);
		expect(enter(LEAD, 'a')).toEqual(first);
		expect(leads('Twice')).toBe(1);
	});
	it('is one person’s and one command’s: another person’s same key is another click', () => {
		const mine = enter({ ...LEAD, name: 'Both' }, 'b');
		const theirs = enter({ ...LEAD, name: 'Both' }, 'b', yard.as('bastian'));
		expect(theirs).not.toEqual(mine);
		expect(leads('Both')).toBe(2);
	});
	it('still answers after the schema changed and after the right was taken away', () => {
		const first = enter({ ...LEAD, name: 'Old phone' }, 'c');
		const command = COMMANDS.get('leads.enter') as unknown as Command;
		const stricter = { ...command, input: Type.Object({ name: Type.String(), consent: Type.Boolean() }, { additionalProperties: false }) };
		expect(enter({ ...LEAD, name: 'Old phone' }, 'c', yard.as('petra'), stricter as Command)).toEqual(first);
		const lesser: Actor = { type: 'person', id: 'petra', name: 'Petra Vinter', role: 'crew' };
		expect(enter({ ...LEAD, name: 'Old phone' }, 'c', lesser)).toEqual(first);
		expect(refused(() => enter({ ...LEAD, name: 'Old phone' }, 'new', lesser))[1]).toContain('You may not do this');
		expect(leads('Old phone')).toBe(1);
	});
	it('of a failed command is free: sent again mended it is taken', () => {
		expect(refused(() => enter({ ...LEAD, name: '' }, 'd'))[0]).toBe('name');
		enter({ ...LEAD, name: 'Mended' }, 'd');
		expect(leads('Mended')).toBe(1);
	});
	it('hashes bytes as bytes', () => {
		const click = (byte: number) => clickOf(yard.as('petra'), 'files.keep', { data: Buffer.from([1, 2, byte]) }, 'k').inputHash;
		expect(click(3)).toBe(click(3));
		expect(click(3)).not.toBe(click(4));
	});
	it('from before keys were bound to their input answers whatever comes with it', () => {
		const first = enter({ ...LEAD, name: 'Before' }, 'e');
		app.db.sqlite.prepare("update idempotency_keys set input_hash = '' where id like '%:e'").run();
		expect(enter({ ...LEAD, name: 'After' }, 'e')).toEqual(first);
	});
	it('is forgotten after 90 days, not before', () => {
		enter({ ...LEAD, name: 'Kept' }, 'f');
		const day = 86_400_000;
		expect(forgetOldKeys(app.db.orm, clock.now() + 89 * day)).toBe(0);
		expect(forgetOldKeys(app.db.orm, clock.now() + 91 * day)).toBeGreaterThan(0);
		expect(count(app, 'select count(*) from idempotency_keys')).toBe(0);
	});
});
