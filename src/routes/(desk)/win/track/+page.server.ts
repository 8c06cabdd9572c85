import { app } from '$lib/server/app';
import { customerList, track } from '$lib/server/jobs/queries';

export const load = () => ({
	...track(app()),
	customers: customerList(app()).map((c) => ({ id: c.id, name: c.name, address: c.address })),
	live: ['track']
});
