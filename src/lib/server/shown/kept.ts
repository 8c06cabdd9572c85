import { differenceOf, weightOf, type Delta, type Json } from '../../core/delta';

/** What a page was shown, by its tag, so that the next time only what became different is sent. */
export interface Shown {
	/** Names what was shown; empty: it is not kept, and the next time all of it is sent. */
	tag: string;
	/** All that happened up to this number is in it. */
	n: number;
}
/** What a page that asks again is answered: what changed since `from`, or all of it. */
export type Again = Shown & ({ from: string; delta: Delta | null } | { value: Json });

interface Kept {
	sessionId: string;
	value: Json;
	weight: number;
}

/** All pages of all people together, some 150 MB at the very most. */
const MOST_WEIGHT = 4_000_000;
/** One that is larger is sent whole each time. */
const MOST_OF_ONE = 600_000;
/** A page kept open by one person must not push out the pages of all others. */
const MOST_OF_A_SESSION = 30;

const kept = new Map<string, Kept>();
let weightOfAll = 0;
let last = 0;
const boot = Date.now().toString(36);

function forget(tag: string): void {
	weightOfAll -= kept.get(tag)?.weight ?? 0;
	kept.delete(tag);
}

/** Oldest first: a Map keeps the order in which it was filled. */
function makeRoom(sessionId: string): void {
	const own = [...kept].filter(([, k]) => k.sessionId === sessionId);
	for (const [tag] of own.slice(0, Math.max(0, own.length - MOST_OF_A_SESSION))) forget(tag);
	for (const tag of kept.keys()) {
		if (weightOfAll <= MOST_WEIGHT) return;
		forget(tag);
	}
}

/** Keeps what is shown to somebody. @param n what the live messages had come to before it was read */
export function keep(sessionId: string, value: Json, n: number): Shown {
	const weight = weightOf(value);
	if (weight > MOST_OF_ONE) return { tag: '', n };
	const tag = `${boot}.${(++last).toString(36)}`;
	kept.set(tag, { sessionId, value, weight });
	weightOfAll += weight;
	makeRoom(sessionId);
	return { tag, n };
}

/** What became of a page since it was shown under this tag; all of it where that is not known here any more, or was shown to somebody else. */
export function since(tag: string, sessionId: string, value: Json, n: number): Again {
	const before = kept.get(tag);
	if (before?.sessionId !== sessionId) return { ...keep(sessionId, value, n), value };
	const delta = differenceOf(before.value, value);
	// Nothing became different: it is the same state, read later.
	if (delta === null) return { tag, n, from: tag, delta };
	const next = keep(sessionId, value, n);
	// What it was is not asked for again by the page that has the new state; another tab may.
	return { ...next, from: tag, delta };
}

/** How much is kept, for the tests of its limits. */
export const keptNow = () => ({ pages: kept.size, weight: weightOfAll });
