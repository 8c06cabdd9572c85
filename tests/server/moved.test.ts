import { describe, expect, it } from 'vitest';
import { movedTo } from '$lib/server/moved';
import { needsOf } from '$lib/server/route-access';

describe('an address of an earlier release', () => {
	it.each([
		['/yard', '/company/details'],
		['/yard/company', '/company/details'],
		['/yard/people', '/company/people'],
		['/yard/account', '/company/account'],
		['/jobs/abc/estimate/take-out', '/jobs/abc/estimate/lists'],
		['/api/take-out/abc', '/api/material-list/abc']
	])('%s leads to %s, which is there', (was, now) => {
		expect(movedTo(was)).toBe(now);
		expect(needsOf(now.replace('/abc', '/[id]'))).not.toBeNull();
	});
	it.each(['/yards', '/today', '/company/people', '/jobs/yard/estimate', '/jobs/x/estimate/lists'])('leaves %s alone', (path) => {
		expect(movedTo(path)).toBeNull();
	});
});
