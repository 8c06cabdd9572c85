import type { Right } from '$lib/core/access';

/** The pages of one job, each with the right it needs. */
export const jobPages = (id: string): [string, string, Right][] => [
	[`/jobs/${id}`, 'Job', 'jobs.see'],
	[`/jobs/${id}/estimate`, 'Estimate', 'estimates.see'],
	[`/jobs/${id}/work`, 'Work', 'jobs.see'],
	[`/jobs/${id}/files`, 'Files', 'jobs.see'],
	[`/jobs/${id}/log`, 'Daily log', 'jobs.see'],
	[`/jobs/${id}/materials`, 'Materials', 'costs.see'],
	[`/jobs/${id}/costs`, 'Costs', 'costs.see'],
	[`/jobs/${id}/bill`, 'Billing', 'invoices.see']
];
