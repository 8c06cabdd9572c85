import { app } from '$lib/server/app';
import { customerList } from '$lib/server/jobs/queries';

export const load = () => ({ customers: customerList(app()), live: ['customers'] });
