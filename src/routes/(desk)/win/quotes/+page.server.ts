import { app } from '$lib/server/app';
import { quoteList } from '$lib/server/quotes';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ url }) => ({
	state: url.searchParams.get('state') ?? '',
	quotes: quoteList(app(), url.searchParams.get('state') ?? ''),
	live: ['track', 'today']
});
