import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { choices, recentImports } from '$lib/server/catalog';

export const load = shown(() => ({ ...choices(app()), imports: recentImports(app()), live: ['catalog'] }));
