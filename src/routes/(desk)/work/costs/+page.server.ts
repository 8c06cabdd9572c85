import { app } from '$lib/server/app';
import { readyToBill } from '$lib/server/billing';
import { onTheClock } from '$lib/server/time';

export const load = () => ({ ready: readyToBill(app()).filter((r) => r.toBill > 0), clocks: onTheClock(app()), live: ['field', 'costs'] });
