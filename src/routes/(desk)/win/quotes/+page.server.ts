import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { quoteList } from '$lib/server/quotes';
import type { PageServerLoad } from './$types';

export const load = shown((({ url }) => ({
	state: url.searchParams.get('state') ?? '',
	quotes: quoteList(app(), url.searchParams.get('state') ?? ''),
	live: ['track', 'today']
})) satisfies PageServerLoad);
