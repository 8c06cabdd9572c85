import { parseCents } from '../lib/core/money';
import { instantOf } from '../lib/core/time';
import type { CommandName, Input, Output } from '../lib/contract';
import { COMMANDS } from '../lib/server/all-commands';
import type { App } from '../lib/server/app';
import type { Actor } from '../lib/server/commands';
import { PEOPLE } from './company';

/** A clock that the demo moves through two years. */
export class DemoClock {
	constructor(public at: number) {}
	now = (): number => this.at;
}

/** The commands that make a draft of an invoice. */
type Bills = 'invoices.bill-step' | 'invoices.deposit' | 'invoices.contract' | 'invoices.costs';

const ZONE = 'America/New_York';

/** Does what people do, by the same commands that the interface calls. */
export class Yard {
	constructor(
		readonly app: App,
		readonly clock: DemoClock
	) {}

	at(day: string, time = '09:00'): this {
		this.clock.at = instantOf(day, time, ZONE);
		return this;
	}
	as(personId: string): Actor {
		const p = PEOPLE.find((x) => x[0] === personId);
		if (!p) throw new Error(`Nobody is called ${personId}.`);
		return { type: 'person', id: p[0], name: p[1], role: p[2] };
	}
	/** Calls a command by its name. */
	call<N extends CommandName>(who: string | Actor, name: N, input: Input<N>): Output<N> {
		return this.given(who, name, input);
	}
	/** The same with what may be anything, as it comes from outside. */
	given<N extends CommandName>(who: string | Actor, name: N, input: unknown): Output<N> {
		const command = COMMANDS.get(name);
		if (!command) throw new Error(`There is no command ${name}.`);
		// The contract of that name says what it answers; tests hold every answer against it.
		return this.app.runGiven(command, input, typeof who === 'string' ? this.as(who) : who) as Output<N>;
	}
	customer(name: string, kind: 'person' | 'organization', mail: string, phone: string, address: string, notes = ''): string {
		return this.call('petra', 'customers.save', { customerId: null, name, kind, mail, phone, address, notes }).id;
	}
	job(name: string, customerId: string, address: string, place: [number, number], more: Record<string, unknown> = {}): string {
		return this.call('bastian', 'jobs.open', {
			name,
			customerId,
			customerName: '',
			address,
			kindOfWork: 'Re-roof',
			source: 'Referral',
			wanted: '',
			lat: place[0],
			lng: place[1],
			...more
		}).jobId;
	}
	estimate(jobId: string): string {
		return this.call('bastian', 'estimates.start', { jobId }).estimateId;
	}
	scope(
		estimateId: string,
		name: string,
		shapes: [Input<'estimates.put-shape'>['kind'], Record<string, string>, number?][],
		assemblies: string[],
		option = false
	): string {
		const { scopeId } = this.call('bastian', 'estimates.add-scope', { estimateId, name, option });
		for (const [kind, typed, times] of shapes) this.call('bastian', 'estimates.put-shape', { scopeId, kind, typed, times: times ?? 1 });
		for (const assemblyId of assemblies) this.call('bastian', 'estimates.put-assembly', { scopeId, assemblyId });
		return scopeId;
	}
	/** Everything still to decide is decided. */
	decide(estimateId: string, choice = 'Harbor line, weathered brown'): void {
		const rows = this.app.db.sqlite
			.prepare("select l.id, l.name from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? and l.placeholder <> ''")
			.all(estimateId) as { id: string; name: string }[];
		for (const r of rows) {
			this.call('bastian', 'estimates.change-line', { lineId: r.id, field: 'placeholder', value: '' });
			this.call('bastian', 'estimates.change-line', { lineId: r.id, field: 'name', value: `${r.name}, ${choice}` });
		}
	}
	issue(estimateId: string, to: string): { revisionId: string; linkId: string } {
		return this.call('bastian', 'quotes.issue', {
			estimateId,
			to,
			subject: '',
			text: 'Thank you for asking us. Your quote is here:\n\n{link}',
			despite: true
		});
	}
	link(kind: 'quote' | 'invoice', linkId: string, subjectId: string): Actor {
		return { type: 'link', linkId, kind, subjectId };
	}
	accept(q: { revisionId: string; linkId: string }, name: string, chosen: string[] = []): void {
		this.call(this.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
			answer: 'accepted',
			name,
			signature: '',
			agreed: true,
			chosen,
			reason: '',
			address: '203.0.113.7',
			agent: 'phone'
		});
	}
	bill<N extends Bills>(command: N, input: Input<N>, to: string): string {
		const { invoiceId } = this.call('petra', command, input);
		this.call('petra', 'invoices.issue', { invoiceId, to, subject: '', text: 'Please find your invoice here:\n\n{link}' });
		return invoiceId;
	}
	pay(invoiceId: string, amount: string, day: string, method: Input<'payments.record'>['method'] = 'check'): void {
		this.call('lowell', 'payments.record', { invoiceId, amount: parseCents(amount), method, reference: '', day });
	}
	time(personId: string, jobId: string, day: string, from = '7:00', to = '15:30', breakMinutes = 30): void {
		this.call(personId, 'time.add', { jobId, day, from, to, breakMinutes, note: '' });
	}
	plan(
		jobId: string,
		phase: string,
		personIds: (string | null)[],
		from: string,
		to: string,
		span: [number, number] | null = null,
		note = ''
	): void {
		this.call('petra', 'plan.add', {
			jobId,
			phase,
			personIds,
			from,
			to,
			start: span?.[0] ?? null,
			end: span?.[1] ?? null,
			note,
			despite: true
		});
	}
}
