import { app } from '$lib/server/app';
import { allAssemblies } from '$lib/server/catalog/queries';

export const load = () => ({ assemblies: allAssemblies(app()), live: ['catalog'] });
