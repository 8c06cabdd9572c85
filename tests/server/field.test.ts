import { parseQuantity } from '$lib/core/money';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { App } from '$lib/server/app';
import { readPicture } from '$lib/server/files/pictures';
import { jobCosts } from '$lib/server/screens/job';
import type { DemoClock, Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let clock: DemoClock;
let roof: string;
let leak: string;
beforeAll(async () => {
	({ yard, app, clock } = await freshYard());
	roof = wonJob(yard, 'Roof').jobId;
	leak = yard.job('Leak', yard.customer('Baker', 'person', '', '', ''), '', [0, 0]);
	yard.call('petra', 'jobs.win', { jobId: leak });
});
const minutes = (n: number) => (clock.at += n * 60_000);
const off = (breakMinutes = 0) => yard.call('ines', 'time.clock-off', { note: '', breakMinutes });
const labor = (jobId: string) =>
	app.db.sqlite
		.prepare("select quantity, unit_cost, cost, charge, state from cost_entries where job_id = ? and kind = 'labor' order by rowid")
		.all(jobId) as {
		quantity: number;
		unit_cost: number;
		cost: number;
		charge: number;
		state: string;
	}[];

describe('the clock', () => {
	it('makes a cost at the loaded rate, and of one job at a time', () => {
		yard.at('2027-04-14', '08:00');
		yard.call('ines', 'time.clock-on', { jobId: roof });
		yard.call('ines', 'time.clock-on', { jobId: roof });
		expect(count(app, 'select count(*) from time_entries')).toBe(1);
		minutes(150);
		yard.call('ines', 'time.clock-on', { jobId: leak });
		minutes(50);
		off(20);
		const [first] = labor(roof);
		const rate = value<number>(app, "select loaded_cost from labor_sheets where id = (select sheet_id from people where id = 'ines')");
		expect(first).toMatchObject({ quantity: 25_000, unit_cost: rate, cost: Math.round((150 * rate) / 6000), state: 'absorbed' });
		// Half an hour after the break; the job without a contract bills it, in steps of the company.
		expect(labor(leak)[0]).toMatchObject({ quantity: 5_000, state: 'to bill' });
		expect(() => off()).toThrow('No clock is running');
	});
	it('of an instant costs nothing and bills nothing', () => {
		yard.at('2027-04-15', '08:00');
		yard.call('ines', 'time.clock-on', { jobId: leak });
		off();
		expect(labor(leak).at(-1)).toMatchObject({ quantity: 0, cost: 0, charge: 0 });
	});
	it('cannot run on a job that is not won', () => {
		const bid = yard.job('A bid', yard.customer('X', 'person', '', '', ''), '', [0, 0]);
		expect(() => yard.call('ines', 'time.clock-on', { jobId: bid })).toThrow('won');
	});
});

describe('time that was forgotten', () => {
	const add = (more: Record<string, unknown>, who = 'ravi') =>
		yard.call(who, 'time.add', { jobId: roof, day: '2027-04-12', from: '7:00', to: '11:00', breakMinutes: 0, note: '', ...more });
	it('refuses an overlap, allows touching ends', () => {
		yard.at('2027-04-16', '16:00');
		add({});
		expect(() => add({ from: '10:59', to: '12:00' })).toThrow('overlaps');
		add({ from: '11:00', to: '12:00' });
		expect(count(app, "select count(*) from time_entries where person_id = 'ravi'")).toBe(2);
	});
	it('is not booked ahead, nor backwards, nor for others but by the office', () => {
		expect(() => add({ day: '2027-04-20' })).toThrow('ahead');
		expect(() => add({ day: '2027-04-13', from: '12:00', to: '11:00' })).toThrow('after the start');
		expect(() => add({ personId: 'noor', day: '2027-04-13' })).toThrow('Only the office');
		add({ personId: 'noor', day: '2027-04-13' }, 'petra');
		expect(count(app, "select count(*) from time_entries where person_id = 'noor'")).toBe(1);
	});
	it('knows the hour that does not exist and asks about the one that comes twice', () => {
		yard.at('2027-11-10', '12:00');
		expect(() => add({ day: '2027-03-14', from: '2:30', to: '5:00' })).toThrow(/does not exist|1:59|01:59/);
		expect(() => add({ day: '2027-11-07', from: '1:30', to: '5:00' })).toThrow(/twice/);
		add({ day: '2027-11-07', from: '1:30', to: '5:00', which: 'first' });
		expect(value(app, "select ended_at - started_at from time_entries where person_id = 'ravi' order by started_at desc")).toBe(
			4.5 * 3_600_000
		);
	});
});

describe('material', () => {
	it('is a cost from the catalog, charged with the markup, and refuses nonsense', () => {
		const itemId = value<string>(app, "select id from items where code = 'CL-CPR-SHT'");
		const cost = value<number>(app, 'select cost from items where id = ?', itemId);
		yard.call('noor', 'costs.use-material', { jobId: leak, itemId, quantity: 30_000 });
		expect(app.db.sqlite.prepare("select cost, state from cost_entries where kind = 'material' and job_id = ?").get(leak)).toEqual({
			cost: Math.round((cost * 3) / 100),
			state: 'to bill'
		});
		for (const quantity of ['0', '-1', 'some', '1e9', '99999999999'])
			expect(() => yard.call('noor', 'costs.use-material', { jobId: leak, itemId, quantity: parseQuantity(quantity) })).toThrow();
	});
	it('and hours always add up to what the job has cost', () => {
		const itemId = value<string>(app, "select id from items where code = 'TS-FLA-STP'");
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 1, max: 900_000 }), { minLength: 1, maxLength: 5 }), (quantities) => {
				for (const q of quantities)
					yard.call('noor', 'costs.use-material', { jobId: leak, itemId, quantity: parseQuantity((q / 10_000).toFixed(4)) });
				const costs = jobCosts(app, leak, OWNER)!;
				expect(costs.all.actual).toBe(count(app, 'select sum(cost) from cost_entries where job_id = ?', leak));
				expect(costs.billing?.toBill).toBe(count(app, "select sum(charge) from cost_entries where job_id = ? and state = 'to bill'", leak));
				expect(costs.byKind.reduce((a, r) => a + r.actual, 0)).toBe(costs.all.actual);
			}),
			{ numRuns: 8, seed: 2 }
		);
	});
});

describe('a picture', () => {
	const png = (width: number, height: number) =>
		sharp({ create: { width, height, channels: 3, background: '#1c7266' } })
			.png()
			.toBuffer();
	it('is made our own: JPEG, not larger than needed, without what the phone wrote into it', async () => {
		const taken = await sharp(await png(2600, 1300))
			.withExif({ IFD0: { Copyright: 'a place that nobody should learn' } })
			.jpeg()
			.toBuffer();
		const kept = await readPicture(taken);
		const meta = await sharp(kept.bytes).metadata();
		expect([meta.format, meta.width, meta.height, meta.exif]).toEqual(['jpeg', 2000, 1000, undefined]);
		expect([kept.width, kept.height]).toEqual([2000, 1000]);
		expect((await sharp(kept.thumb).metadata()).width).toBe(320);
	});
	it.each([
		['an executable called .png', Buffer.from('MZ\u0090\u0000 this program cannot be run')],
		['a script in a drawing', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>')],
		['nothing', Buffer.alloc(0)]
	])('refuses %s', async (_, bytes) => {
		await expect(readPicture(bytes)).rejects.toThrow(/picture|empty/);
	});
	it('refuses half a picture and one that would fill the memory', async () => {
		const whole = await png(400, 400);
		await expect(readPicture(whole.subarray(0, whole.length / 2))).rejects.toThrow('damaged');
		await expect(readPicture(await png(9000, 7000))).rejects.toThrow('60 megapixels');
	});
	it('and a note without a word or a picture is refused', () => {
		expect(() => yard.call('ines', 'field.note', { jobId: roof, text: '  ', fileId: null })).toThrow('Write something');
		yard.call('ines', 'field.note', { jobId: roof, text: 'Chimney flashing is loose', fileId: null });
		expect(count(app, 'select count(*) from field_notes where job_id = ?', roof)).toBe(1);
	});
});
