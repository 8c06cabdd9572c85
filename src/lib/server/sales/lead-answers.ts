import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/lead-answers';
import { and, eq } from 'drizzle-orm';
import { fillWords } from '../../core/quotes';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { company } from '../company/schema';
import { leads } from './schema';
import { newId } from '../ids';

export const answerLead = serve(contract.answerLead, (ctx, i) => {
	const lead = ctx.get(leads, i.leadId, 'This request');
	if (lead.mail === '') throw new Refusal(say('no-mail-address-on-request'), 'text');
	if (i.text.trim() === '') throw new Refusal(say('write-what-you-want-to-say'), 'text');
	const own = ctx.get(company, 'company', 'The company');
	const words = { name: lead.name, company: own.name, phone: own.phone, me: ctx.who.name, wanted: lead.wanted, address: lead.address };
	ctx.mail({
		to: lead.mail,
		subject: fillWords(i.subject, words, 'subject') || `Your request to ${own.name}`,
		text: fillWords(i.text, words, 'text'),
		about: `lead:${lead.id}`
	});
	if (i.handled && lead.state === 'new') ctx.update(leads, lead.id, { state: 'handled' });
	if (i.keep) ctx.update(company, 'company', { settings: { ...own.settings, leadLetter: { subject: i.subject, text: i.text } } });
	ctx.happened(`lead:${lead.id}`, 'leads.answer', { handled: i.handled }, 'leads', 'today');
});

export const importLeads = serve(contract.importLeads, (ctx, i) => {
	let known = 0;
	for (const r of i.rows) {
		const same = ctx.db
			.select({ id: leads.id })
			.from(leads)
			.where(and(eq(leads.name, r.name), eq(leads.mail, r.mail), eq(leads.phone, r.phone), eq(leads.wanted, r.wanted)))
			.get();
		if (same) known += 1;
		else ctx.insert(leads, { id: newId(), receivedAt: ctx.now, via: 'file', ...r });
	}
	ctx.happened('leads', 'leads.import', { rows: i.rows.length - known }, 'leads', 'today');
	return { taken: i.rows.length - known, known };
});
