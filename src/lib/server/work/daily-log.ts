import { say } from '../../contract/refusals/work';
import * as contract from '../../contract/work/daily-log';
import { and, eq } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { newId } from '../ids';
import { jobs } from '../sales/schema';
import { dailyLogs } from './schema';

export const saveDailyLog = serve(contract.saveDailyLog, (ctx, { jobId, day, version, ...words }) => {
	const job = ctx.get(jobs, jobId, 'This job');
	if (day > ctx.today) throw new Refusal(say('log-of-day-to-come'), 'day');
	const known = ctx.db
		.select()
		.from(dailyLogs)
		.where(and(eq(dailyLogs.jobId, job.id), eq(dailyLogs.day, day)))
		.get();
	const fields = { ...words, byName: ctx.who.name, at: ctx.now };
	if (known) ctx.update(dailyLogs, known.id, fields, version);
	else ctx.insert(dailyLogs, { id: newId(), jobId: job.id, day, ...fields });
	ctx.happened(`job:${job.id}`, 'work.save-log', { day }, 'field');
});
