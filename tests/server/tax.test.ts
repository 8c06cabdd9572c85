import { beforeAll, describe, expect, it } from 'vitest';
import { quoteTotals, computeEstimate } from '$lib/core/estimate';
import type { App } from '$lib/server/app';
import { taxPage } from '$lib/server/screens/taxes';
import { loadEstimate } from '$lib/server/estimates/load';
import { bench } from '$lib/server/screens/bench';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const refused = (work: () => unknown): [string | null, string] => {
	try {
		work();
	} catch (e) {
		return [(e as { field: string | null }).field, (e as Error).message];
	}
	return [null, 'taken'];
};
const component = (input: Record<string, unknown>) =>
	yard.given('imogen', 'tax.save-component', { componentId: 'county', name: 'Marle County sales tax', ...input });
/** A job with 100.00 of taxed material on its estimate. */
function taxedJob(branchId?: string) {
	const customerId = yard.customer(`Taxed ${Math.random()}`, 'person', '', '', '1 Quay');
	const jobId = yard.job('Taxed', customerId, '1 Quay', [-47, -131], branchId ? { branchId } : {});
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Work', [], []);
	const itemId = value<string>(app, "select id from items where tax_code_id = 'materials' limit 1");
	const { lineId } = yard.call('bastian', 'estimates.add-line', { scopeId, itemId });
	yard.call('bastian', 'estimates.change-line', { lineId, field: 'price', value: '100' });
	return { jobId, customerId, estimateId };
}
const taxes = (jobId: string) => {
	const b = bench(app, jobId, 'bastian')!;
	return quoteTotals(computeEstimate(loadEstimate(app.db.orm, b.id)!), b.tax).taxes.map((t) => [t.componentId, t.rate, t.tax]);
};

describe('a tax', () => {
	it('changes from a day on, and documents of days before keep the old rate', () => {
		component({ rate: 25_000, from: '2027-06-01' });
		const { jobId } = taxedJob();
		expect(taxes(jobId)).toEqual([
			['state', 47_500, 475],
			['county', 22_500, 225]
		]);
		yard.at('2027-06-01', '09:00');
		expect(taxes(jobId)[1]).toEqual(['county', 25_000, 250]);
		yard.at('2027-04-14', '09:20');
		expect(taxPage(app).components.find((c) => c.id === 'county')?.rates).toHaveLength(2);
	});
	it('is never rewritten for days that were', () => {
		expect(refused(() => component({ rate: 90_000, from: '2027-04-01' }))[0]).toBe('from');
		expect(refused(() => component({ rate: 1_000_000, from: '2027-06-01' }))[0]).toBe('rate');
		expect(refused(() => component({ rate: -10_000, from: '2027-06-01' }))[0]).toBe('rate');
	});
	it('of an issued revision stays what it was, whatever changes after', () => {
		const { jobId } = wonJob(yard, 'Tax stays');
		const before = value<number>(app, 'select contract_tax from jobs where id = ?', jobId);
		component({ rate: 50_000, from: '2027-04-14' });
		expect(value<number>(app, 'select contract_tax from jobs where id = ?', jobId)).toBe(before);
		component({ rate: 22_500, from: '2027-04-14' });
	});
	it('is changed by the owner only', () => {
		expect(() => yard.call('petra', 'tax.save-component', { name: 'New', rate: 10_000, from: '2027-05-01' })).toThrow('may not');
		expect(() => yard.call('bastian', 'branches.save', { name: 'X', address: '', lat: null, lng: null, taxCodeId: null })).toThrow(
			'may not'
		);
	});
});

describe('a branch', () => {
	it('has taxable lines of its own jobs taxed with its code; what is untaxed stays so', () => {
		yard.call('imogen', 'tax.save-component', { name: 'Upper Marle township', rate: 11_250, from: '2027-01-01' });
		const township = value<string>(app, "select id from tax_components where name = 'Upper Marle township'");
		const { codeId } = yard.call('imogen', 'tax.save-code', {
			name: 'Materials, inland',
			componentIds: ['state', township]
		});
		yard.call('imogen', 'branches.save', {
			branchId: 'upper',
			name: 'Upper Marle',
			address: '12 Mill Rise',
			lat: -46.97,
			lng: -130.95,
			taxCodeId: codeId
		});
		expect(taxes(taxedJob('upper').jobId)).toEqual([
			['state', 47_500, 475],
			[township, 11_250, 113]
		]);
		expect(taxes(taxedJob('quay').jobId).map((t) => t[0])).toEqual(['state', 'county']);
		const { estimateId } = taxedJob('upper');
		const scopeId = value<string>(app, 'select id from scopes where estimate_id = ?', estimateId);
		const { lineId } = yard.call('bastian', 'estimates.add-line', { scopeId, sheetId: 'steep' });
		expect(value(app, 'select tax_code_id from lines where id = ?', lineId)).toBeNull();
		expect(taxPage(app).branches.find((b) => b.id === 'upper')?.jobs).toBe(2);
	});
	it('and a code refuse what is not there, and a name that is taken', () => {
		expect(refused(() => yard.call('imogen', 'tax.save-code', { name: 'Materials', componentIds: ['state'] }))).toEqual([
			'name',
			'There is a code of this name already.'
		]);
		expect(refused(() => yard.call('imogen', 'tax.save-code', { name: 'New', componentIds: ['nothing'] }))[1]).toContain('not there');
		expect(refused(() => yard.call('imogen', 'tax.save-code', { name: 'New', componentIds: [] }))[0]).toBe('componentIds');
	});
});

describe('an exemption', () => {
	it('frees from what its certificate names, the day of expiry included, and without a number from nothing', () => {
		const { jobId, customerId } = taxedJob();
		const set = (more: Record<string, unknown>) =>
			yard.call('petra', 'customers.set-exemption', { customerId, certificate: 'EX-77', componentIds: [], expires: '2027-04-14', ...more });
		set({});
		expect(taxes(jobId).map((t) => t[2])).toEqual([0, 0]);
		set({ componentIds: ['county'] });
		expect(taxes(jobId).map((t) => t[2])).toEqual([475, 0]);
		yard.at('2027-04-15', '09:00');
		expect(taxes(jobId).map((t) => t[2])).toEqual([475, 225]);
		yard.at('2027-04-14', '09:20');
		set({ certificate: '  ' });
		expect(taxes(jobId).map((t) => t[2])).toEqual([475, 225]);
		expect(taxPage(app).exempt).toEqual([]);
		expect(() => set({ componentIds: ['nothing'] })).toThrow('not there');
	});
});
