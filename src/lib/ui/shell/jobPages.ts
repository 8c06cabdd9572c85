/** The pages of one job. */
export const jobPages = (id: string): [string, string][] => [
	[`/jobs/${id}`, 'Job'],
	[`/jobs/${id}/estimate`, 'Estimate'],
	[`/jobs/${id}/costs`, 'Costs'],
	[`/jobs/${id}/bill`, 'Billing']
];
