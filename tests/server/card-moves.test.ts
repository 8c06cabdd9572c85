import { beforeEach, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import type { Yard } from '../../src/demo/yard';
import { whomToCall } from '$lib/server/quotes';
import { decisions } from '$lib/server/screens/today';
import { freshYard, OWNER, refused, told, value } from './yard';

let yard: Yard;
let app: App;
beforeEach(async () => {
	({ yard, app } = await freshYard());
});
/** A bid with a line, issued or not. */
function bid(issue = true): { jobId: string; quote: { revisionId: string; linkId: string } | null } {
	const customer = yard.customer('Cara Mills', 'person', 'cara@mills.example', '', 'Quay 9');
	const jobId = yard.job('Quay 9, gutters', customer, 'Quay 9', [-47, -131]);
	const estimateId = yard.estimate(jobId);
	const { scopeId } = yard.call('bastian', 'estimates.add-scope', { estimateId, name: 'Gutters', option: false });
	yard.call('bastian', 'estimates.add-line', { scopeId, name: 'Gutter', price: 100_000, cost: 50_000, quantity: 100_000 });
	return { jobId, quote: issue ? yard.issue(estimateId, 'cara@mills.example') : null };
}
const stageOf = (jobId: string) => value<string>(app, 'select stage_id from jobs where id = ?', jobId);
const decline = (q: { revisionId: string; linkId: string }, reason: string) =>
	yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
		...{ answer: 'declined', name: 'Cara', signature: '', agreed: false, chosen: [], reason, address: '', agent: '' }
	});

describe('a card', () => {
	it('stays where it is while the company has no rule', () => {
		const { jobId, quote } = bid();
		decline(quote!, 'Too dear');
		expect(stageOf(jobId)).toBe('asked');
	});
	it('moves when its quote goes out, never back, and is lost with the reason when it is declined', () => {
		yard.call('imogen', 'company.card-moves', { issued: 'quoted', declined: 'lost' });
		const { jobId, quote } = bid();
		expect(stageOf(jobId)).toBe('quoted');
		yard.call('bastian', 'jobs.move', { jobId, stageId: 'talking' });
		const estimateId = value<string>(app, 'select id from estimates where job_id = ?', jobId);
		const again = yard.issue(estimateId, '');
		expect(stageOf(jobId)).toBe('talking');
		decline(again, 'Another offer was lower');
		expect([stageOf(jobId), value(app, 'select lost_reason from jobs where id = ?', jobId)]).toEqual(['lost', 'Another offer was lower']);
		expect(told(app, 'subject = ?', `job:${jobId}`).filter((t) => t.includes('Lost'))).toHaveLength(1);
		expect(quote).not.toBeNull();
	});
	it('goes only where cards to be won go', () => {
		expect(refused(() => yard.call('imogen', 'company.card-moves', { issued: 'finished', declined: '' }))).toEqual([
			'issued',
			'A card moves by itself on the winning track only.'
		]);
	});
	it('that is lost asks for nothing more: nobody is to call about its quote or to renew it', () => {
		yard.at('2027-04-01');
		const { jobId } = bid();
		yard.at('2027-04-14');
		const asks = () => [whomToCall(app).length, decisions(app, OWNER).filter((d) => d.path === `/jobs/${jobId}`).length];
		expect(asks()[0]).toBe(1);
		yard.call('bastian', 'jobs.move', { jobId, stageId: 'lost', reason: 'No answer' });
		expect(asks()).toEqual([0, 0]);
	});
});
