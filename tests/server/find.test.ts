import { beforeAll, describe, expect, it } from 'vitest';
import { findAnything } from '$lib/server/screens/search';
import type { App } from '$lib/server/app';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});

describe('what Ctrl K finds', () => {
	const kinds = (text: string, role: 'owner' | 'office' | 'crew' | 'bookkeeper' = 'owner') =>
		findAnything(app, text, { role }).map((f) => f.kind);
	it('is also a request that waits, an assembly, a rate sheet, a supplier: as far as somebody may see it', () => {
		yard.call('petra', 'leads.enter', {
			...{ name: 'Zebediah Quill', mail: '', phone: '555 010 1234', address: '4 Quay', wanted: 'A gutter', via: 'phone' }
		});
		const found = findAnything(app, 'zebediah', { role: 'office' });
		const leadId = value<string>(app, "select id from leads where name = 'Zebediah Quill'");
		expect(found).toContainEqual({ kind: 'request', label: 'Zebediah Quill', path: `/win/leads#${leadId}` });
		expect(kinds('zebediah', 'crew')).toEqual([]);
		yard.call('petra', 'leads.not-for-us', { leadId });
		expect(kinds('zebediah')).toEqual([]);
		const assembly = value<string>(app, 'select name from assemblies where set_aside = 0 order by name');
		expect(kinds(assembly)).toContain('assembly');
		expect(kinds(assembly, 'crew')).toEqual([]);
		expect(kinds('Steep-roof')).toContain('rate sheet');
		expect(kinds(value<string>(app, 'select name from suppliers'))).toContain('supplier');
	});
	it('takes what a pattern would mean as words', () => {
		expect(kinds('100%')).toEqual([]);
		expect(kinds('%%%')).toEqual([]);
	});
});
