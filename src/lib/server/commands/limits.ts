import { say } from '../../contract/refusals/asking';
import { TooMany, type Actor } from './context';

/** How often somebody without an account may ask for a command, by the address or the link they come with: so many in so long. */
interface Limit {
	most: number;
	perMs: number;
}
const HOUR = 3_600_000;
const BY_COMMAND: Readonly<Record<string, Limit>> = {
	'leads.receive': { most: 10, perMs: HOUR },
	'quotes.answer': { most: 40, perMs: HOUR },
	'quotes.ask': { most: 40, perMs: HOUR },
	'charges.ask': { most: 20, perMs: HOUR }
};
const OTHERS: Limit = { most: 600, perMs: HOUR };
/** More addresses than this are not kept apart: the oldest is forgotten. */
const MOST_KEPT = 20_000;

/** When each key was counted from, and how often since. The process's own memory: a restart forgives. */
const counted = new Map<string, { since: number; n: number }>();

/**
 * Counts a command of somebody without an account. People who are signed in are limited by the size of what they send alone.
 * @throws TooMany when it is asked for too often
 */
export function limitRate(command: string, actor: Actor, now: number): void {
	if (actor.type !== 'public' && actor.type !== 'link') return;
	const limit = BY_COMMAND[command] ?? OTHERS;
	const key = `${command} ${actor.type === 'link' ? actor.linkId : actor.address}`;
	const before = counted.get(key);
	const entry = before && now - before.since < limit.perMs ? before : { since: now, n: 0 };
	if (entry.n >= limit.most) throw new TooMany(say('asked-many-times-in-short-time'));
	entry.n += 1;
	counted.delete(key);
	counted.set(key, entry);
	if (counted.size > MOST_KEPT) counted.delete(counted.keys().next().value ?? '');
}
