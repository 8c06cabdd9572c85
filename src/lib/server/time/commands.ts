import { phaseOfItem, phasePlanned } from './phase-of';
import * as contract from '../../contract/time/commands';
import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import { chargeOf } from '../../core/billing';
import { cents, lineAmount, parseCents, parseQuantity, percent, quantity, unitPrice } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { instantOf } from '../../core/time';
import { serve, type Context } from '../commands';
import { company, costEntries, fieldNotes, files, items, jobs, laborSheets, people, timeEntries } from '../db/schema';
import { newId } from '../ids';
import { beginWork } from '../planning/commands';
import { overlapsOf, settleEntry } from './settle-entry';
import { rateOn } from '../rates/load';

type Entry = typeof timeEntries.$inferSelect;

function self(ctx: Context): string {
	if (ctx.actor.type !== 'person') throw new Refusal('Sign in first.');
	return ctx.actor.id;
}

/** The rate sheet of a person as it holds on a day. */
function sheetOf(ctx: Context, personId: string, day: string) {
	const person = ctx.get(people, personId, 'This person');
	const sheetId =
		person.sheetId ??
		ctx.db.select({ id: laborSheets.id }).from(laborSheets).where(eq(laborSheets.setAside, false)).orderBy(asc(laborSheets.name)).get()?.id;
	const rate = sheetId ? rateOn(ctx.db, sheetId, day) : null;
	if (!rate) throw new Refusal('There is no rate sheet for this person. Ask the office.');
	return rate;
}

function workJob(ctx: Context, jobId: string) {
	const job = ctx.get(jobs, jobId, 'This job');
	if (job.number === null) throw new Refusal('Time can only be booked on a job that is won.');
	return job;
}

export const clockOn = serve(contract.clockOn, (ctx, i) => {
	const personId = self(ctx);
	const job = workJob(ctx, i.jobId);
	const running = runningOf(ctx, personId);
	if (running?.jobId === job.id) return { entryId: running.id };
	if (running) settleEntry(ctx, ctx.update(timeEntries, running.id, { endedAt: ctx.now }));
	const sheet = sheetOf(ctx, personId, ctx.today);
	const entry = ctx.insert(timeEntries, {
		id: newId(),
		personId,
		jobId: job.id,
		phaseId: phasePlanned(ctx, job.id, self(ctx), ctx.today),
		startedAt: ctx.now,
		zone: ctx.zone,
		sheetId: sheet.sheetId,
		loadedCost: sheet.loadedCost,
		price: sheet.price
	});
	ctx.happened(`job:${job.id}`, 'time.clock-on', { who: ctx.who.name }, 'field', 'today', 'plan');
	return { entryId: entry.id };
});

export const runningOf = (ctx: Pick<Context, 'db'>, personId: string): Entry | undefined =>
	ctx.db
		.select()
		.from(timeEntries)
		.where(and(eq(timeEntries.personId, personId), isNull(timeEntries.endedAt)))
		.orderBy(desc(timeEntries.startedAt))
		.get();

export const clockOff = serve(contract.clockOff, (ctx, i) => {
	const running = runningOf(ctx, self(ctx));
	if (!running) throw new Refusal('No clock is running.');
	const entry = ctx.update(timeEntries, running.id, {
		endedAt: Math.max(ctx.now, running.startedAt),
		note: i.note,
		breakMinutes: i.breakMinutes
	});
	settleEntry(ctx, entry);
	ctx.happened(`job:${entry.jobId}`, 'time.clock-off', { who: ctx.who.name }, 'field', 'today', 'costs');
	return { entryId: entry.id };
});

export const addTime = serve(contract.addTime, (ctx, i, actor) => {
	const personId = i.personId ?? self(ctx);
	const other = actor.type === 'person' && personId !== actor.id;
	if (other && actor.type === 'person' && !['owner', 'office'].includes(actor.role))
		throw new Refusal('Only the office adds time for others.');
	const job = workJob(ctx, i.jobId);
	const start = instantOf(i.day, i.from.padStart(5, '0'), ctx.zone, i.which);
	const end = instantOf(i.day, i.to.padStart(5, '0'), ctx.zone, i.which);
	if (end <= start) throw new Refusal('The end must be after the start.', 'to');
	if (start > ctx.now) throw new Refusal('Time cannot be booked ahead.', 'from');
	if (end > ctx.now) throw new Refusal('Time cannot be booked ahead.', 'to');
	if (overlapsOf(ctx, { id: '', personId, startedAt: start, endedAt: end }).length > 0)
		throw new Refusal('This overlaps time that is booked already.', 'from');
	const sheet = sheetOf(ctx, personId, i.day);
	const entry = ctx.insert(timeEntries, {
		id: newId(),
		personId,
		jobId: job.id,
		phaseId: phasePlanned(ctx, job.id, personId, i.day),
		startedAt: start,
		endedAt: end,
		zone: ctx.zone,
		breakMinutes: i.breakMinutes,
		note: i.note,
		sheetId: sheet.sheetId,
		loadedCost: sheet.loadedCost,
		price: sheet.price
	});
	settleEntry(ctx, entry);
	ctx.happened(`job:${job.id}`, 'time.add', { from: i.from, to: i.to, day: i.day }, 'field', 'costs');
	return { entryId: entry.id };
});

export const useMaterial = serve(contract.useMaterial, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const item = ctx.get(items, i.itemId, 'This item');
	const q = parseQuantity(i.quantity);
	if (q <= 0 || q > 1e11) throw new Refusal('Type how much was used, more than 0.', 'quantity');
	const own = ctx.get(company, 'company', 'The company');
	const cost = lineAmount(quantity(q), unitPrice(item.cost));
	const entry = ctx.insert(costEntries, {
		id: newId(),
		jobId: job.id,
		phaseId: phaseOfItem(ctx, job.id, item.id),
		kind: item.kind,
		name: item.name,
		itemId: item.id,
		personId: ctx.actor.type === 'person' ? ctx.actor.id : null,
		day: ctx.today,
		quantity: q,
		unit: item.unit,
		unitCost: item.cost,
		cost,
		charge: chargeOf({ kind: 'other', cost, markup: percent(own.settings.materialMarkup) }),
		taxCodeId: item.taxCodeId,
		state: job.contractNet ? 'absorbed' : 'to bill'
	});
	beginWork(ctx, job.id);
	ctx.happened(`job:${job.id}`, 'costs.use-material', { name: item.name }, 'field', 'costs');
	return { costId: entry.id };
});

export const addCost = serve(contract.addCost, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const cost = parseCents(i.cost, 'The cost');
	if (cost <= 0) throw new Refusal('The cost must be more than 0.', 'cost');
	const own = ctx.get(company, 'company', 'The company');
	ctx.insert(costEntries, {
		id: newId(),
		jobId: job.id,
		kind: i.kind,
		name: i.name,
		day: i.day,
		quantity: 10_000,
		unit: 'each',
		unitCost: cost * 100,
		cost: cents(cost),
		charge: chargeOf({ kind: 'other', cost, markup: percent(own.settings.materialMarkup) }),
		state: job.contractNet ? 'absorbed' : 'to bill'
	});
	ctx.happened(`job:${job.id}`, 'costs.add', { name: i.name }, 'costs', 'today');
});

export const markCost = serve(contract.markCost, (ctx, i) => {
	const cost = ctx.get(costEntries, i.costId, 'This cost');
	if (cost.state === 'billed') throw new Refusal('This cost is billed already.');
	ctx.update(costEntries, cost.id, { state: i.state }, i.version);
	ctx.happened(`job:${cost.jobId}`, 'costs.mark', { cost: cost.name, state: i.state }, 'costs', 'today');
});

export const addNote = serve(contract.addNote, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	if (i.text.trim() === '' && !i.fileId) throw new Refusal('Write something or take a picture.', 'text');
	ctx.insert(fieldNotes, { id: newId(), jobId: job.id, personId: self(ctx), at: ctx.now, text: i.text.trim(), fileId: i.fileId });
	ctx.happened(`job:${job.id}`, 'field.note', { fileId: i.fileId }, 'field');
});

export const keepPicture = serve(contract.keepPicture, (ctx, i) => {
	const file = ctx.insert(files, {
		id: newId(),
		type: 'image/jpeg',
		width: i.width,
		height: i.height,
		bytes: i.bytes,
		thumb: i.thumb,
		createdAt: ctx.now
	});
	return { fileId: file.id };
});
