import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { readyToBill } from '$lib/server/billing';
import { onTheClock } from '$lib/server/time';

export const load = shown(() => ({
	ready: readyToBill(app()).filter((r) => r.toBill > 0),
	clocks: onTheClock(app()),
	live: ['field', 'costs']
}));
