import { app } from '$lib/server/app';
import { myDays } from '$lib/server/time/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => myDays(app(), locals.signed?.personId ?? '');
