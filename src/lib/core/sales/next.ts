import { formatCents } from '../money';
import { longDay } from '../time';

/** What is known of a job when it is asked what comes next. Amounts in cents; what somebody may not see is 0. */
export interface JobFacts {
	won: boolean;
	meaning: 'bidding' | 'won' | 'lost' | 'ready' | 'under way' | 'finished' | 'closed';
	estimated: boolean;
	/** The last quote. */
	quote: { state: 'open' | 'accepted' | 'declined' | 'replaced' | 'withdrawn'; validUntil: string; seen: number } | null;
	today: string;
	/** Found on site and not priced. */
	found: number;
	/** Change orders that were begun and not sent, by their number. */
	changesToSend: readonly number[];
	/** Names of permits and inspections that are not there. */
	permits: readonly string[];
	/** The first day from today that somebody is planned on, and whether anybody ever was. */
	nextDay: string | null;
	planned: boolean;
	tasks: { done: number; all: number };
	punch: number;
	/** Can be billed now; billed and not paid. */
	toBill: number;
	unpaid: number;
}

/** What is next, and the one thing to do about it; no action where somebody else has to act. */
export interface NextStep {
	words: string;
	action: string;
	/** A page of the job (“/estimate”), or another one (“/plan”) from the root where it begins with “~”. */
	path: string;
	/** It waits for somebody else, for us, or there is nothing left. */
	mark: 'wait' | 'need' | 'half' | 'done';
}
const step = (words: string, action: string, path: string, mark: NextStep['mark'] = 'need'): NextStep => ({ words, action, path, mark });

function ofBid(f: JobFacts): NextStep {
	if (f.meaning === 'lost') return step('Lost. It can be taken up again.', 'Open the estimate', '/estimate', 'done');
	if (!f.estimated) return step('Nothing is priced yet.', 'Start the estimate', '/estimate');
	if (!f.quote || f.quote.state === 'replaced' || f.quote.state === 'withdrawn')
		return step('Priced, and not sent.', 'Send the quote', '/estimate');
	if (f.quote.state === 'declined')
		return step('The customer declined. Offer something else, or move it to lost.', 'Change the offer', '/estimate');
	if (f.quote.validUntil < f.today) return step(`The quote ran out on ${longDay(f.quote.validUntil)}.`, 'Renew it', '/estimate');
	return step(
		`The customer has the quote${f.quote.seen === 0 ? ' and has not opened it' : ''}. It is good until ${longDay(f.quote.validUntil)}.`,
		'',
		'',
		'wait'
	);
}

/** What the change orders and what was found ask for. */
function ofChanges(f: JobFacts): NextStep | null {
	if (f.found > 0)
		return step(`${f.found === 1 ? 'Something was' : `${f.found} things were`} found on site and not priced.`, 'Price it', '#found');
	const [draft] = f.changesToSend;
	if (draft !== undefined) return step(`Change order ${draft} is not sent.`, 'Open it', `/estimate?change=${draft}`);
	return null;
}

function ofWork(f: JobFacts): NextStep {
	const changes = ofChanges(f);
	if (changes) return changes;
	const [permit] = f.permits;
	if (permit !== undefined && f.meaning === 'ready')
		return step(`The work waits for: ${f.permits.join(', ')}.`, 'See to it', '/work#permits');
	const open = f.tasks.all - f.tasks.done;
	if (f.meaning === 'under way' && f.tasks.all > 0 && open === 0) return step('Every task is done.', 'Mark it finished', '#stage');
	if (f.nextDay === null) return step(f.planned ? 'Nobody is planned any more.' : 'Nobody is planned yet.', 'Put people on it', '~/plan');
	if (f.meaning === 'ready') return step(`It begins on ${longDay(f.nextDay)}.`, 'See the work list', '/work', 'half');
	return step(
		f.tasks.all > 0 ? `${f.tasks.done} of ${f.tasks.all} tasks done. Next on ${longDay(f.nextDay)}.` : `Next on ${longDay(f.nextDay)}.`,
		'See the work list',
		'/work',
		'half'
	);
}

/**
 * The one thing that is next on a job, from first price to last payment: what waits for us goes before what waits for the customer.
 * @example nextOfJob(finished, 1,200.00 to bill) // { words: '1,200.00 can be billed.', action: 'Bill it', path: '/bill' }
 */
export function nextOfJob(f: JobFacts): NextStep {
	if (!f.won) return ofBid(f);
	if (f.meaning === 'closed') return step('Closed. Nothing is left to do.', '', '', 'done');
	if (f.meaning !== 'finished') return ofWork(f);
	const changes = ofChanges(f);
	if (changes) return changes;
	if (f.punch > 0) return step(`${f.punch} left to put right.`, 'See the punch list', '/work#punch');
	if (f.toBill > 0) return step(`${formatCents(f.toBill)} can be billed.`, 'Bill it', '/bill');
	if (f.unpaid > 0) return step(`${formatCents(f.unpaid)} is billed and not paid.`, 'See the invoices', '/bill', 'wait');
	return step('Done, and nothing is owed.', 'Close it', '#stage');
}
