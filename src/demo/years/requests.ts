import { addDays } from '../../lib/core/time';
import { workday } from '../history';
import { FIRST, LAST, STREETS } from '../names';
import type { Yard } from '../yard';
import type { Dice } from './dice';
import { KINDS_OF_WORK, PACKAGE, type KindOfWork } from './kinds';

/** Where requests come from: of a hundred, how they win beside a referral, and how they reach the office. */
const SOURCES = [
	['Referral', 34, 1],
	['Website', 30, 0.72],
	['Phone', 20, 0.9],
	['Mail', 8, 0.8],
	['Regular', 8, 1.15]
] as const;
/** Who bids, how much of it, and how well: the owner takes fewer and wins more. */
const ESTIMATORS = [
	['bastian', 74, 1],
	['imogen', 26, 1.12]
] as const;
/** When customers pay: days after the invoice went out. Most are in time, some are late every time. */
const HABITS: readonly (readonly [Customer['pays'], number])[] = [
	[[3, 9], 40],
	[[10, 16], 38],
	[[20, 34], 16],
	[[40, 70], 6]
];
const REASONS = [
	['Price', 46],
	['Too late', 22],
	['Chose somebody else', 18],
	['Not going ahead', 14]
] as const;

export interface Customer {
	id: string;
	name: string;
	mail: string;
	pays: readonly [number, number];
}
/** A job that was won, and how long its crew will take. */
export interface Won {
	jobId: string;
	kind: KindOfWork;
	customer: Customer;
	from: string;
	minutes: number;
	n: number;
}
/** Something that happens on a later day. */
export type Later = (day: string, time: string, what: () => void) => void;

/** People of the town who ask, again and again over the years. */
export class Town {
	readonly known: Customer[] = [];
	readonly #companies: Customer[] = [];
	#count = 0;
	constructor(
		private readonly yard: Yard,
		private readonly dice: Dice,
		private readonly later: Later,
		private readonly today: string,
		private readonly won: (job: Won) => void
	) {}

	/** One request on a day: asked, looked at, quoted, answered. Not each becomes a job. */
	ask(day: string): void {
		const { dice, yard } = this;
		this.#count += 1;
		const package_ = dice.chance(0.014);
		const kind = package_ ? PACKAGE : dice.weighted(KINDS_OF_WORK.map((k) => [k, k.share] as const));
		const [source, , pull] = dice.weighted(SOURCES.map((s) => [s, s[1]] as const));
		yard.at(day, `${String(dice.whole(8, 16)).padStart(2, '0')}:${dice.one(['05', '20', '35', '50'])}`);
		if (!package_ && dice.chance(0.1)) return this.#notForUs();
		const customer = package_ ? this.#builder() : this.#customer(source === 'Regular');
		const [who, , skill] = dice.weighted(ESTIMATORS.map((e) => [e, e[1]] as const));
		const street = dice.one(STREETS);
		const address = `${dice.whole(1, 120)} ${street}, ${dice.chance(0.22) ? 'Upper Marle' : 'Osselmere'}`;
		const { jobId } = yard.call(who, 'jobs.open', {
			...{ name: `${address.split(',')[0]}, ${kind.what}`, customerId: customer.id, customerName: '', address, wanted: '' },
			...{ kindOfWork: kind.name, source: package_ ? 'General contractor' : source },
			...{ lat: -47 + dice.around(0, 0.03), lng: -131 + dice.around(0, 0.04) }
		});
		// Not everything that is asked is quoted: some do not answer again.
		if (dice.chance(0.06)) return this.#lost(jobId, addDays(day, dice.whole(12, 30)), 'No answer');
		const { estimateId } = yard.call(who, 'estimates.start', { jobId });
		kind.estimate(yard, estimateId, dice);
		yard.decide(estimateId);
		const wins = dice.chance(Math.min(0.96, (kind.wins / 100) * pull * skill));
		const quotedOn = workday(addDays(day, dice.whole(1, kind.name === 'Repair' ? 2 : 6)));
		if (quotedOn >= this.today) return;
		yard.at(quotedOn, '15:40');
		const quote = yard.issue(estimateId, customer.mail);
		const answered = addDays(quotedOn, wins ? dice.whole(1, 9) : dice.whole(4, 21));
		if (!wins) {
			const reason = dice.weighted(REASONS);
			if (answered <= this.today && dice.chance(0.55))
				this.later(answered, '19:10', () =>
					yard.call(yard.link('quote', quote.linkId, quote.revisionId), 'quotes.answer', {
						...{ answer: 'declined', name: customer.name, signature: '', agreed: false, chosen: [], reason, address: '', agent: '' }
					})
				);
			return this.#lost(jobId, workday(addDays(answered, 1)), reason);
		}
		const n = this.#count;
		this.later(answered, '19:30', () => {
			yard.accept(quote, customer.name);
			const sold = yard.app.db.sqlite.prepare('select total(hours) from budget_rows where job_id = ?').pluck().get(jobId) as number;
			const [middle, spread] = kind.hours;
			const minutes = Math.max(60, Math.round((sold / 10_000) * 60 * dice.around(middle, spread)));
			this.won({ jobId, kind, customer, n, minutes, from: workday(addDays(answered, kind.name === 'Repair' ? 2 : 12)) });
		});
	}

	#lost(jobId: string, day: string, reason: string): void {
		if (day > this.today) return;
		this.later(day, '11:20', () => this.yard.call('bastian', 'jobs.move', { jobId, stageId: 'lost', reason }));
	}

	/** Too far, too small, not our trade: it was asked all the same. */
	#notForUs(): void {
		const { name, mail, phone } = this.#person();
		const { id } = this.yard.call('petra', 'leads.enter', {
			...{ name, mail, phone, address: 'Ternhill', via: 'phone' },
			wanted: this.dice.one(['A carport', 'Solar panels', 'A roof in Ternhill', 'Only a price for the insurance', 'Window cleaning'])
		});
		this.yard.call('petra', 'leads.not-for-us', { leadId: id });
	}

	#customer(regular: boolean): Customer {
		if (this.known.length > 20 && (regular || this.dice.chance(0.12))) return this.dice.one(this.known);
		const { name, mail, phone } = this.#person();
		const id = this.yard.customer(name, 'person', mail, phone, `${this.dice.whole(1, 120)} ${this.dice.one(STREETS)}, Osselmere`);
		const customer = { id, name, mail, pays: this.dice.weighted(HABITS) };
		this.known.push(customer);
		return customer;
	}
	#builder(): Customer {
		const names = ['Harbor & Hale Builders', 'Ostrava Construction', 'Weir Bridge Contracting', 'Norrland Building'];
		if (this.#companies.length === names.length) return this.dice.one(this.#companies);
		const name = names[this.#companies.length] ?? '';
		const mail = `bids@${name.toLowerCase().replace(/[^a-z]+/g, '')}.example`;
		const id = this.yard.customer(name, 'organization', mail, '555 010 7000', 'Ropewalk 80, Osselmere');
		const customer = { id, name, mail, pays: [28, 45] as const };
		this.#companies.push(customer);
		return customer;
	}
	#person(): { name: string; mail: string; phone: string } {
		const n = this.#count;
		// Every pair of names once, then with a second letter.
		const [first, last] = [FIRST[(n * 7) % FIRST.length] ?? '', LAST[(n * 11 + Math.floor(n / FIRST.length)) % LAST.length] ?? ''];
		const letter = n >= FIRST.length * LAST.length ? 'B. ' : '';
		return {
			name: `${first} ${letter}${last}`,
			mail: `${first}.${last}${n}@post.example`.toLowerCase(),
			phone: `555 01${String(1 + (n % 8))} ${String(1000 + ((n * 37) % 9000))}`
		};
	}
}
