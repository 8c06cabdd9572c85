import { eq } from 'drizzle-orm';
import { chargeOf } from '../../core/billing';
import { laborCost } from '../../core/costing';
import { unitPrice } from '../../core/money';
import { stateOfCost } from '../../core/sales';
import { billableMinutes, wallTime, workedSeconds } from '../../core/time';
import { whenever, type Context } from '../commands';
import { company } from '../company/schema';
import { costEntries } from './schema';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import { timeEntries } from '../time/schema';
import { newId } from '../ids';
import { beginWork } from '../planning';
import { rateOn } from '../rates';

type Entry = typeof timeEntries.$inferSelect;

/** What an entry costs its job and is charged at: the loaded rate by the second, billable minutes at the price it was booked with. */
function figuresOf(ctx: Context, entry: Entry) {
	const seconds = workedSeconds(entry.startedAt, entry.endedAt ?? ctx.now, entry.breakMinutes);
	const day = wallTime(entry.startedAt, entry.zone).day;
	// The step and minimum of the sheet the entry was made by, else the company's.
	const rate = entry.sheetId ? rateOn(ctx.db, entry.sheetId, day) : null;
	const minutes = billableMinutes(seconds, rate?.sheet.billing ?? ctx.get(company, 'company', 'The company').settings.billingStep);
	return {
		day,
		quantity: Math.round((seconds * 10_000) / 3600),
		cost: laborCost(seconds, entry.loadedCost),
		charge: chargeOf({ kind: 'labor', minutes, pricePerHour: unitPrice(entry.price) })
	};
}

const costOf = (ctx: Context, entryId: string) => ctx.db.select().from(costEntries).where(eq(costEntries.timeEntryId, entryId)).get();

/** Time that ended, or was added, is a cost of its job, once. */
function becomesCost(ctx: Context, { entryId }: { entryId: string }): void {
	const entry = ctx.get(timeEntries, entryId, 'This time');
	if (!entry.jobId || costOf(ctx, entry.id)) return;
	const job = ctx.get(jobs, entry.jobId, 'This job');
	const person = ctx.get(people, entry.personId, 'This person');
	ctx.insert(costEntries, {
		id: newId(),
		jobId: job.id,
		phaseId: entry.phaseId,
		kind: 'labor',
		name: person.name,
		timeEntryId: entry.id,
		personId: person.id,
		unit: 'h',
		unitCost: entry.loadedCost,
		...figuresOf(ctx, entry),
		state: stateOfCost(job)
	});
	beginWork(ctx, job.id);
}

whenever('time.clock-off', becomesCost);
whenever('time.add', becomesCost);
whenever('time.correct', (ctx, { entryId }) => {
	const cost = costOf(ctx, entryId);
	const entry = ctx.get(timeEntries, entryId, 'This time');
	if (cost) ctx.update(costEntries, cost.id, { ...figuresOf(ctx, entry), phaseId: entry.phaseId });
});
whenever('time.remove', (ctx, { entryId }) => {
	const cost = costOf(ctx, entryId);
	if (cost) ctx.remove(costEntries, cost.id);
});
