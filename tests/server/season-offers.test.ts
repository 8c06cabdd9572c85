import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { offersOf, takeRenewals } from '$lib/server/rounds';
import { agreementList } from '$lib/server/rounds/queries';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, OWNER, refused, told, value } from './yard';

let yard: Yard;
let app: App;
let serviceId: string;
let ids: string[];
beforeEach(async () => {
	({ yard, app } = await freshYard());
	({ serviceId } = yard.call('petra', 'rounds.save-service', {
		...{ serviceId: null, name: 'Gutter care', wording: 'Clear and flush.', from: '04-01', to: '10-31' },
		...{ visits: 14, hours: 630_000, price: 300_000, setUp: 20, cadence: { by: 'weeks', every: 2 } }
	}));
	const customerId = yard.customer('Property care', 'organization', 'p@care.example', '', 'Quay 1');
	ids = [630_000, 0].map((hours, n) => {
		yard.job(`Bid ${n}`, customerId, `${n + 1} Harbor Row`, [-47 - n / 1000, -131]);
		const siteId = value<string>(app, 'select id from sites where customer_id = ? and address = ?', customerId, `${n + 1} Harbor Row`);
		const sold = { serviceId, siteId, year: 2027, visits: 14, hours, price: 333_333, billing: 'instalments' as const, note: 'Side gate' };
		return yard.call('petra', 'rounds.add-agreement', sold).agreementId;
	});
});
const offer = (more: Partial<Input<'rounds.offer-renewals'>> = {}) =>
	yard.call('petra', 'rounds.offer-renewals', { agreementIds: ids, year: 2028, way: 'percent', by: 300, send: true, ...more });
interface Offered {
	jobId: string;
	revisionId: string;
	linkId: string;
	net: number;
}
const offered = (): Offered[] =>
	app.db.sqlite
		.prepare(
			`select o.job_id jobId, r.id revisionId, l.id linkId, r.net from season_offers o join quotes q on q.job_id = o.job_id
			join revisions r on r.quote_id = q.id join links l on l.subject_id = r.id order by o.at, o.rowid`
		)
		.all() as Offered[];
const accept = (o: Offered) => yard.accept({ revisionId: o.revisionId, linkId: o.linkId }, 'C. Customer');
const of2028 = () => agreementList(app, serviceId, OWNER).filter((a) => a.from.startsWith('2028'));

describe('agreements offered for another year', () => {
	it('go out as quotes that come to the price exactly, with the hours that were sold, and are no agreements yet', () => {
		expect(offer()).toEqual({ offered: 2, sent: 2 });
		// 3 percent on 3,333.33.
		expect(offered().map((o) => o.net)).toEqual([343_333, 343_333]);
		expect(count(app, 'select count(*) from outbox where "to" = \'p@care.example\'')).toBe(2);
		expect(of2028()).toEqual([]);
		const header = value<string>(app, 'select frozen from revisions where id = ?', offered()[0]!.revisionId);
		expect(header).toContain('14 visits from April 1, 2028 to October 31, 2028.');
		expect(told(app, 'code = ?', 'rounds.offer-renewals')).toEqual(['Gutter care: 2 agreements offered for 2028']);
		expect(offersOf(app, serviceId).map((o) => [o.address, o.year, o.madeId])).toEqual([
			['1 Harbor Row', 2028, null],
			['2 Harbor Row', 2028, null]
		]);
	});
	it('accepted, become agreements by themselves: on their job, at that price, as they were sold; once', () => {
		offer();
		const [first] = offered();
		// What was offered holds, whatever becomes of the agreement of this year.
		yard.call('petra', 'rounds.change-agreement', { agreementId: ids[0]!, visits: 9, hours: 1, price: 1, note: 'Side gate' });
		accept(first!);
		takeRenewals(app);
		takeRenewals(app);
		expect(of2028()).toHaveLength(1);
		expect(of2028()[0]).toMatchObject({
			...{
				jobId: first!.jobId,
				price: 343_333,
				sold: 14,
				hours: 630_000,
				billing: 'instalments',
				note: 'Side gate',
				address: '1 Harbor Row'
			}
		});
		expect(value(app, 'select contract_net from jobs where id = ?', first!.jobId)).toBe(343_333);
		// What bills it is the agreement alone, and nothing is asked for beforehand.
		expect(count(app, 'select count(*) from contract_lines where job_id = ? and agreement_id is null', first!.jobId)).toBe(0);
		expect(count(app, 'select count(*) from invoices where job_id = ?', first!.jobId)).toBe(0);
		expect(value(app, 'select sum(hours) from budget_rows where job_id = ?', first!.jobId)).toBe(630_000);
		expect(offersOf(app, serviceId).map((o) => o.madeId !== null)).toEqual([true, false]);
	});
	it('stay won work where they cannot become one, and say why', () => {
		offer();
		const [first] = offered();
		yard.call('petra', 'rounds.renew', { agreementIds: [ids[0]!], year: 2028, way: 'percent', by: 0 });
		accept(first!);
		takeRenewals(app);
		expect(offersOf(app, serviceId)[0]!.trouble).toBe('1 Harbor Row has an agreement of this season already.');
		expect(of2028()).toHaveLength(1);
		expect(value(app, 'select number is not null from jobs where id = ?', first!.jobId)).toBe(1);
		// Made by hand once what stood against it is gone, it is one on the list too.
		yard.call('petra', 'rounds.end-agreement', { agreementId: of2028()[0]!.id, reason: 'Sold twice' });
		const made = { jobId: first!.jobId, scopes: ['Gutter care'], serviceId, year: 2028, visits: 14, hours: 630_000, note: '' };
		const { agreementId } = yard.call('petra', 'rounds.take-quote', made);
		expect(offersOf(app, serviceId)[0]!.madeId).toBe(agreementId);
	});
	it('are offered once a year while they are open, all of them or none', () => {
		offer({ agreementIds: [ids[1]!], send: false });
		expect(count(app, 'select count(*) from outbox')).toBe(0);
		const jobs = count(app, 'select count(*) from jobs');
		expect(refused(() => offer())).toEqual(['year', '2 Harbor Row has been offered 2028 already.']);
		expect(count(app, 'select count(*) from jobs')).toBe(jobs);
		offer({ agreementIds: [ids[0]!] });
		yard.call(yard.link('quote', offered()[0]!.linkId, offered()[0]!.revisionId), 'quotes.answer', {
			...{
				answer: 'declined',
				name: 'C. Customer',
				signature: '',
				agreed: false,
				chosen: [],
				reason: 'Too dear',
				address: '',
				agent: 'phone'
			}
		});
		offer({ agreementIds: [ids[1]!], by: 0 });
		expect(offered().at(-1)!.net).toBe(333_333);
	});
	it('are from break-even and a margin too, and nothing below nothing', () => {
		offer({ agreementIds: [ids[0]!], way: 'margin', by: 2000 });
		const [check] = [value<number>(app, 'select price from season_offers')];
		expect(offered()[0]!.net).toBe(check);
		expect(refused(() => offer({ year: 2029, way: 'margin', by: 10_000 }))[0]).toBe('by');
	});
});
