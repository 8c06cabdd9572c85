import { app } from '$lib/server/app';
import { choices, recentImports } from '$lib/server/catalog';

export const load = () => ({ ...choices(app()), imports: recentImports(app()), live: ['catalog'] });
