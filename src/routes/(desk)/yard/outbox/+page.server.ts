import { app } from '$lib/server/app';
import { letters } from '$lib/server/company/queries';

export const load = () => ({ letters: letters(app()), port: app().mail.name, live: ['outbox'] });
