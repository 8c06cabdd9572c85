import { say } from '../../contract/refusals/asking';
import { Refusal } from '../../core/refusal';
import type { Clock } from '../clock';
import type { When } from './context';
import { KEPT_DAYS } from './idempotency';

/** Sent within this, it did not wait. */
const AT_ONCE = 5000;

/** What a device says of something it kept without reception: when it was done and when it was sent, by its own clock. */
interface ByDevice {
	occurredAt?: unknown;
	sentAt?: unknown;
}

/**
 * When something was done, by our clock: as long ago as the device says it lay there. A device whose clock is wrong all along still counts the
 * time between right; how far it is off is kept beside it.
 * @throws Refusal for what lies longer back than answers are kept: it could have been done already
 */
export function whenDone(clock: Clock, { occurredAt, sentAt }: ByDevice): When {
	if (typeof occurredAt !== 'number' || typeof sentAt !== 'number' || !Number.isSafeInteger(occurredAt) || !Number.isSafeInteger(sentAt))
		return {};
	const lay = Math.max(0, sentAt - occurredAt);
	if (lay > KEPT_DAYS * 86_400_000) throw new Refusal(say('done-too-long-ago-to-be'));
	const now = clock.now();
	// What was sent at once is done now: the way to us is no delay of theirs.
	return { ...(lay < AT_ONCE ? {} : { doneAt: now - lay }), ...(clock.real ? { clockOff: Math.round((sentAt - now) / 1000) } : {}) };
}
