import { Type } from '@sinclair/typebox';
import { and, eq } from 'drizzle-orm';
import { fillWords } from '../../core/quotes';
import { Refusal } from '../../core/refusal';
import { defineCommand } from '../commands';
import { Id, MailOrEmpty, Name, strict, Text } from '../commands/inputs';
import { company, leads } from '../db/schema';
import { newId } from '../ids';

/** What an answer says until the company writes its own. */
export const USUAL_ANSWER = {
	subject: 'Your request to {company}',
	text: 'Dear {name},\n\nthank you for asking us. We have read what you wrote and will come by to look at it. Which day suits you this week or next?\n\n{me}, {company}, {phone}'
};

/** Answers a request by mail, from the company's wording. The request stays where it is, or is handled with it. */
export const answerLead = defineCommand({
	name: 'leads.answer',
	access: 'leads.handle',
	input: Type.Object({ leadId: Id, subject: Text(200), text: Text(8000), handled: Type.Boolean(), keep: Type.Boolean() }, strict),
	run(ctx, i) {
		const lead = ctx.get(leads, i.leadId, 'This request');
		if (lead.mail === '') throw new Refusal('There is no mail address on this request. Call them.', 'text');
		if (i.text.trim() === '') throw new Refusal('Write what you want to say.', 'text');
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
		ctx.happened(`lead:${lead.id}`, `Answered by mail${i.handled ? ', handled' : ''}`, 'leads', 'today');
	}
});

/** Requests out of a table, all of them or none. One that is in the inbox already, word for word, is not taken a second time. */
export const importLeads = defineCommand({
	name: 'leads.import',
	access: 'leads.handle',
	input: Type.Object(
		{
			rows: Type.Array(Type.Object({ name: Name, mail: MailOrEmpty, phone: Text(60), address: Text(300), wanted: Text(4000) }, strict), {
				minItems: 1,
				maxItems: 5000
			})
		},
		strict
	),
	run(ctx, i) {
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
		ctx.happened('leads', `${i.rows.length - known} requests taken from a file`, 'leads', 'today');
		return { taken: i.rows.length - known, known };
	}
});
