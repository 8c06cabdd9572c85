import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { sampleWords } from '$lib/server/quotes';
import { companyOf } from '$lib/server/company';
import type { PageServerLoad } from './$types';

export const load = shown((({ locals }) => {
	const { settings, version } = companyOf(app());
	return {
		letterhead: settings.letterhead,
		layout: settings.quoteLayout,
		blocks: settings.textBlocks,
		letters: settings.letters,
		/** What the words in braces could be, for looking at a letter. */
		sample: sampleWords(app()),
		publicPage: settings.publicPage,
		version,
		mayChange: locals.signed !== null && may(locals.signed.actor, 'company.change'),
		live: ['company']
	};
}) satisfies PageServerLoad);
