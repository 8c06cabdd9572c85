import { say } from '../../contract/refusals/jobs';
import * as contract from '../../contract/jobs/callback';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { openJobFor } from '../sales';
import { jobs } from '../sales/schema';
import { winOnWord } from './win';

export const openCallback = serve(contract.openCallback, (ctx, i) => {
	const first = ctx.get(jobs, i.jobId, 'This job');
	if (first.number === null) throw new Refusal(say('only-won-job-is-mended'));
	const job = openJobFor(ctx, {
		...{ name: i.name.trim(), customerId: first.customerId, siteId: first.siteId, kindOfWork: first.kindOfWork },
		...{ source: '', wanted: '', personId: first.personId, branchId: first.branchId }
	});
	// What mends a mending mends the job where it began.
	ctx.update(jobs, job.id, {
		mendsId: first.mendsId ?? first.id,
		pricing: i.warranty ? 'fixed' : 'time and materials',
		outdoor: first.outdoor
	});
	const number = winOnWord(ctx, job.id);
	ctx.happened(`job:${first.id}`, 'jobs.open-callback', { name: job.name, number, warranty: i.warranty }, 'track', 'plan', 'today');
	return { jobId: job.id, number };
});
