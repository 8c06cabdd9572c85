import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/commands';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { differing } from '../../core/formats';
import { Refusal, wordsOf } from '../../core/refusal';
import { monthEnd } from '../../core/time';
import { serve, type Context, notNegative } from '../commands';
import { branches, company } from '../company/schema';
import { estimates } from '../estimates/schema';
import { people } from '../people/schema';
import { heldBack } from './held';
import { contacts, customers, jobs, leads, sites, stages } from './schema';
import { newId } from '../ids';

export const receiveLead = serve(contract.receiveLead, (ctx, i) => {
	if (!ctx.get(company, 'company', 'The company').settings.publicPage.on) throw new Refusal(say('company-takes-no-requests-here'));
	if (i.trap !== '' || i.openedMs < 2000) return { taken: false };
	if (i.mail === '' && i.phone.trim() === '') throw new Refusal(say('give-mail-address-or-phone-number'), 'mail');
	const lead = ctx.insert(leads, {
		id: newId(),
		receivedAt: ctx.now,
		via: 'form',
		name: i.name,
		mail: i.mail,
		phone: i.phone,
		address: i.address,
		wanted: i.wanted
	});
	ctx.happened(`lead:${lead.id}`, 'leads.receive', { name: i.name }, 'leads', 'today');
	return { taken: true };
});

export const enterLead = serve(contract.enterLead, (ctx, i) => {
	const lead = ctx.insert(leads, { id: newId(), receivedAt: ctx.now, ...i });
	ctx.happened(`lead:${lead.id}`, 'leads.enter', { name: i.name }, 'leads', 'today');
	return { id: lead.id };
});

export const declineLead = serve(contract.declineLead, (ctx, i) => {
	const lead = ctx.get(leads, i.leadId, 'This request');
	if (lead.jobId) throw new Refusal(say('job-opened-from-request-already'));
	ctx.update(leads, lead.id, { state: i.back ? 'new' : 'not for us' });
	ctx.happened(`lead:${lead.id}`, 'leads.not-for-us', { back: Boolean(i.back) }, 'leads', 'today');
});

export const firstStage = (ctx: Context, meaning: (typeof stages.$inferSelect)['meaning']) => {
	const stage = ctx.db.select().from(stages).where(eq(stages.meaning, meaning)).orderBy(asc(stages.position)).get();
	if (!stage) throw new Refusal(say('no-stage-means-add-one-under', { meaning }));
	return stage;
};

interface NewJob {
	name: string;
	customerId: string;
	siteId: string | null;
	kindOfWork: string;
	source: string;
	wanted: string;
	personId: string | null;
	branchId?: string | null;
	askedAt?: number;
}

export function openJobFor(ctx: Context, j: NewJob) {
	return ctx.insert(jobs, {
		id: newId(),
		name: j.name,
		customerId: j.customerId,
		siteId: j.siteId,
		stageId: firstStage(ctx, 'bidding').id,
		kindOfWork: j.kindOfWork,
		source: j.source,
		wanted: j.wanted,
		personId: j.personId,
		// Who belongs to a branch opens jobs for it.
		branchId: j.branchId ?? (ctx.actor.type === 'person' ? (ctx.actor.branchId ?? null) : null),
		decisionDay: monthEnd(ctx.today),
		askedAt: j.askedAt ?? ctx.now,
		touchedAt: ctx.now
	});
}

export const openJobFromLead = serve(contract.openJobFromLead, (ctx, i) => {
	const lead = ctx.get(leads, i.leadId, 'This request');
	if (lead.jobId) return { jobId: lead.jobId };
	const customer = i.customerId
		? ctx.get(customers, i.customerId, 'This customer')
		: ctx.insert(customers, {
				id: newId(),
				name: lead.name,
				mail: lead.mail,
				phone: lead.phone,
				address: lead.address,
				createdAt: ctx.now
			});
	if (i.customerId) keepReach(ctx, customer, lead, i.differing ?? 'contact');
	// What is known is never typed twice: a same address of that customer is the same site.
	const same = ctx.db
		.select()
		.from(sites)
		.where(and(eq(sites.customerId, customer.id), eq(sites.address, lead.address)))
		.get();
	const site =
		lead.address.trim() === '' ? null : (same ?? ctx.insert(sites, { id: newId(), customerId: customer.id, address: lead.address }));
	const job = openJobFor(ctx, {
		name: i.jobName ?? (site ? `${site.address.split(',')[0]}, ${i.kindOfWork || 'work'}` : `${customer.name}, ${i.kindOfWork || 'work'}`),
		customerId: customer.id,
		siteId: site?.id ?? null,
		kindOfWork: i.kindOfWork,
		source: lead.source || { form: 'Website', mail: 'Mail', phone: 'Phone', file: 'Table' }[lead.via],
		wanted: lead.wanted,
		personId: ctx.actor.type === 'person' ? ctx.actor.id : null,
		askedAt: lead.receivedAt
	});
	ctx.update(leads, lead.id, { state: 'handled', jobId: job.id });
	ctx.happened(`job:${job.id}`, 'leads.open-job', { lead: lead.name }, 'leads', 'track', 'today');
	return { jobId: job.id };
});

/** Mail and phone of a request are never lost: where the customer has none they become theirs, else a contact of theirs or their new ones. */
function keepReach(
	ctx: Context,
	customer: typeof customers.$inferSelect,
	lead: typeof leads.$inferSelect,
	as: 'contact' | 'customer'
): void {
	const other = differing(lead, customer);
	const filled = (['mail', 'phone'] as const).filter(
		(f) => lead[f].trim() !== '' && (customer[f].trim() === '' || (as === 'customer' && other.includes(f)))
	);
	if (filled.length > 0) ctx.update(customers, customer.id, Object.fromEntries(filled.map((f) => [f, lead[f]])));
	if (as === 'customer' || other.length === 0) return;
	const theirs = ctx.db.select().from(contacts).where(eq(contacts.customerId, customer.id)).all();
	if (theirs.some((c) => other.every((f) => differing(lead, { mail: '', phone: '', [f]: c[f] }).length === 0 && c[f] !== ''))) return;
	ctx.insert(contacts, {
		...{ id: newId(), customerId: customer.id, name: lead.name, role: '', getsQuotes: false, getsInvoices: false },
		...{ mail: other.includes('mail') ? lead.mail : '', phone: other.includes('phone') ? lead.phone : '' },
		position: theirs.length + 1
	});
}

export const openJob = serve(contract.openJob, (ctx, i) => {
	const customer = i.customerId
		? ctx.get(customers, i.customerId, 'This customer')
		: ctx.insert(customers, { id: newId(), name: i.customerName.trim() || i.name, address: i.address, createdAt: ctx.now });
	const address = i.address.trim();
	const same = ctx.db
		.select()
		.from(sites)
		.where(and(eq(sites.customerId, customer.id), eq(sites.address, address)))
		.get();
	const site =
		address === ''
			? null
			: (same ?? ctx.insert(sites, { id: newId(), customerId: customer.id, address, lat: i.lat ?? null, lng: i.lng ?? null }));
	const job = openJobFor(ctx, {
		name: i.name,
		customerId: customer.id,
		siteId: site?.id ?? null,
		kindOfWork: i.kindOfWork,
		source: i.source,
		wanted: i.wanted,
		personId: i.personId ?? (ctx.actor.type === 'person' ? ctx.actor.id : null),
		branchId: i.branchId ?? null
	});
	ctx.happened(`job:${job.id}`, 'jobs.open', { name: i.name }, 'track', 'today');
	return { jobId: job.id };
});

/** The days a job is promised for, as they are after a change. @throws Refusal at “lastDay” for the wrong way round */
function promised(job: typeof jobs.$inferSelect, i: { firstDay?: string | undefined; lastDay?: string | undefined }) {
	const days = {
		firstDay: i.firstDay === undefined ? job.firstDay : i.firstDay || null,
		lastDay: i.lastDay === undefined ? job.lastDay : i.lastDay || null
	};
	if (days.firstDay && days.lastDay && days.lastDay < days.firstDay) throw new Refusal(say('last-day-before-first'), 'lastDay');
	return days;
}

export const changeJob = serve(
	contract.changeJob,
	(ctx, { jobId, version, decisionDay, expected, chance, nextDay, size, firstDay, lastDay, ...rest }) => {
		const job = ctx.get(jobs, jobId, 'This job');
		const days = promised(job, { firstDay, lastDay });
		if (rest.personId) ctx.get(people, rest.personId, 'This person');
		if (rest.branchId) ctx.get(branches, rest.branchId, 'This branch');
		ctx.update(
			jobs,
			job.id,
			{
				...rest,
				...days,
				...(decisionDay !== undefined ? { decisionDay: decisionDay || null } : {}),
				...(nextDay !== undefined ? { nextDay: nextDay || null } : {}),
				...(chance !== undefined ? { chance: chance === null ? null : chanceOf(chance) } : {}),
				...(size !== undefined ? { size: size === null ? null : notNegative(size, 'size') } : {}),
				...(expected !== undefined ? { expected: expected === null ? null : notNegative(expected, 'expected') } : {}),
				touchedAt: ctx.now
			},
			version
		);
		ctx.happened(`job:${job.id}`, 'jobs.change', {}, 'track', 'today', 'plan', 'field');
		if (days.firstDay !== job.firstDay || days.lastDay !== job.lastDay)
			ctx.happened(`job:${job.id}`, 'jobs.days', { jobId: job.id, first: days.firstDay, last: days.lastDay });
	}
);

function chanceOf(chance: number): number {
	if (chance < 0 || chance > 10_000) throw new Refusal(say('chance-between-0-and-100'), 'chance');
	return chance;
}

/** Puts a job on another stage. @returns whether it stood elsewhere @throws Refusal where it cannot go there */
function putOnStage(
	ctx: Context,
	i: { jobId: string; stageId: string; reason?: string | undefined; version?: number | undefined }
): boolean {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const stage = ctx.get(stages, i.stageId, 'This stage');
	const from = ctx.get(stages, job.stageId, 'Its stage');
	if (stage.id === from.id) return false;
	if (stage.meaning === 'won' || (stage.track === 'doing' && job.number === null)) throw new Refusal(say('job-won-by-accepted-quote-or'));
	if (job.number !== null && stage.track === 'winning') throw new Refusal(say('won-job-stays-on-doing-track'));
	if (stage.meaning === 'lost' && !i.reason?.trim()) throw new Refusal(say('say-why-lost'), 'reason');
	const held = heldBack(ctx, job, stage);
	if (held !== null) throw new Refusal(say('stage-held', { stage: stage.name, why: held }), 'stageId');
	ctx.update(
		jobs,
		job.id,
		{
			stageId: stage.id,
			lostReason: stage.meaning === 'lost' ? (i.reason ?? '') : '',
			touchedAt: ctx.now,
			...(stage.meaning === 'finished' ? { doneAt: ctx.now } : {})
		},
		i.version
	);
	ctx.happened(`job:${job.id}`, 'jobs.move', { from: from.name, stage: stage.name, reason: i.reason }, 'track', 'today', 'plan');
	return true;
}

export const moveJob = serve(contract.moveJob, (ctx, i) => void putOnStage(ctx, i));

export const changeJobs = serve(contract.changeJobs, (ctx, { jobIds, stageId, personId }) => {
	if (personId) ctx.get(people, personId, 'This person');
	let changed = 0;
	for (const jobId of jobIds) {
		const job = ctx.get(jobs, jobId, 'One of these jobs');
		let other = false;
		try {
			if (stageId) other = putOnStage(ctx, { jobId, stageId });
		} catch (e) {
			// Of many, it is said which one.
			throw e instanceof Refusal ? new Refusal(say('of-this-job', { name: job.name, text: wordsOf(e) }), e.field) : e;
		}
		if (personId && job.personId !== personId) {
			ctx.update(jobs, job.id, { personId, touchedAt: ctx.now });
			ctx.happened(`job:${job.id}`, 'jobs.change', {}, 'track', 'today');
			other = true;
		}
		if (other) changed++;
	}
	return { changed };
});

export const saveCustomer = serve(contract.saveCustomer, (ctx, { customerId, version, ...fields }) => {
	const row = customerId
		? ctx.update(customers, customerId, fields, version)
		: ctx.insert(customers, { id: newId(), ...fields, createdAt: ctx.now });
	ctx.happened(`customer:${row.id}`, 'customers.save', { customerId, name: row.name }, 'customers');
	return { id: row.id };
});

export const startEstimate = serve(contract.startEstimate, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const has = ctx.db
		.select()
		.from(estimates)
		.where(and(eq(estimates.jobId, job.id), isNull(estimates.change)))
		.get();
	if (has) return { estimateId: has.id };
	const estimate = ctx.insert(estimates, { id: newId(), jobId: job.id, title: job.name, intro: '' });
	ctx.update(jobs, job.id, { touchedAt: ctx.now });
	ctx.happened(`job:${job.id}`, 'estimates.start', {}, 'track');
	return { estimateId: estimate.id };
});
