import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from '../time';
import { dueReminders, hotness, isQuiet, NO_REMINDERS, recordText, type AcceptanceRecord, type Activity, type ReminderRules } from '.';

const rules: ReminderRules = { ...NO_REMINDERS, on: true };
const quote = { issuedOn: '2027-04-01', validUntil: '2027-04-30', done: [] as string[] };

describe('reminders of a quote', () => {
	it('are due so many days after issue and before it expires', () => {
		expect(dueReminders(quote, rules, '2027-04-03')).toEqual([]);
		expect(dueReminders(quote, rules, '2027-04-04')).toEqual(['issued+3']);
		expect(dueReminders({ ...quote, done: ['issued+3'] }, rules, '2027-04-04')).toEqual([]);
		expect(dueReminders({ ...quote, done: ['issued+3', 'issued+10'] }, rules, '2027-04-28')).toEqual(['expires-2']);
	});
	it('that were missed while the server was down are answered by one letter', () => {
		expect(dueReminders(quote, rules, '2027-04-29')).toEqual(['issued+3', 'issued+10', 'expires-2']);
	});
	it('never come on the day of issue, after it expired, or when they are off', () => {
		const short = { ...quote, validUntil: '2027-04-02' };
		expect(dueReminders(short, { ...rules, beforeExpiry: [1, 5] }, '2027-04-01')).toEqual([]);
		expect(dueReminders(quote, rules, '2027-05-01')).toEqual([]);
		expect(dueReminders(quote, NO_REMINDERS, '2027-04-20')).toEqual([]);
	});
	it('come once each, however often and whenever it is looked', () => {
		fc.assert(
			fc.property(fc.array(fc.nat(40), { maxLength: 60 }), (looks) => {
				const done: string[] = [];
				for (const n of [...looks].sort((a, b) => a - b)) done.push(...dueReminders({ ...quote, done }, rules, addDays(quote.issuedOn, n)));
				expect(new Set(done).size).toBe(done.length);
				expect(done.length).toBeLessThanOrEqual(3);
			})
		);
	});
	it('keep quiet over midnight, in the day, or never', () => {
		const at = (from: number, to: number) => [3, 12, 22].map((h) => isQuiet(h, { ...rules, quietFrom: from, quietTo: to }));
		expect(at(18, 8)).toEqual([true, false, true]);
		expect(at(11, 13)).toEqual([false, true, false]);
		expect(at(0, 0)).toEqual([false, false, false]);
	});
});

describe('how warm a quote is', () => {
	const now = Date.parse('2027-04-14T13:00Z');
	const cold: Activity = { seen: 0, lastSeen: null, seconds: 0, tried: 0, openQuestions: 0, daysLeft: 20, issuedAt: now - 86_400_000 };
	it('rises with every sign, and says why', () => {
		const steps: Partial<Activity>[] = [
			{ seen: 1, lastSeen: now - 5 * 86_400_000 },
			{ lastSeen: now - 3_600_000 },
			{ seen: 4 },
			{ tried: 2 },
			{ seconds: 400 },
			{ daysLeft: 1 },
			{ openQuestions: 1 }
		];
		let a = cold;
		let last = -1;
		for (const s of steps) {
			a = { ...a, ...s };
			const h = hotness(a, now);
			expect(h.score).toBeGreaterThan(last);
			last = h.score;
		}
		expect(hotness(a, now).reasons).toEqual([
			'asked a question',
			'looked at it just now',
			'read it 4 times',
			'tried 2 options',
			'spent 7 minutes on it',
			'it expires in 1 day'
		]);
	});
	it('is nothing for a fresh one, and a call for one that lies unopened', () => {
		expect(hotness(cold, now)).toEqual({ score: 0, reasons: [] });
		expect(hotness({ ...cold, issuedAt: now - 4 * 86_400_000 }, now).reasons).toEqual(['has not opened it']);
	});
});

describe('the text of a record of acceptance', () => {
	it('is the same whatever the order of its keys, and another one for any change', () => {
		const record = { version: 1, name: 'Ada', chosen: [{ id: 'a', name: 'A' }], total: 5 } as unknown as AcceptanceRecord;
		const turned = Object.fromEntries(Object.entries(record).reverse()) as unknown as AcceptanceRecord;
		expect(recordText(turned)).toBe(recordText(record));
		expect(recordText({ ...record, total: 6 })).not.toBe(recordText(record));
		expect(recordText({ ...record, chosen: [] })).not.toBe(recordText(record));
	});
});
