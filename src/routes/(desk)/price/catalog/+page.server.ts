import { shown } from '$lib/server/shown';
import { may } from '$lib/core/access';
import { KINDS, type Kind } from '$lib/core/pricing';
import { app } from '$lib/server/app';
import { recentChanges, catalogPage, choices, itemCount, tagList } from '$lib/server/catalog';
import type { ItemFilter } from '$lib/contract/catalog/filter';
import type { PageServerLoad } from './$types';

/** The filter in an address. */
function filterOf(p: URLSearchParams): ItemFilter {
	const text = (name: string) => p.get(name)?.slice(0, 200) || undefined;
	const kind = KINDS.find((k) => k === p.get('kind')) as Kind | undefined;
	const [q, categoryId, supplierId, tag] = [text('q'), text('category'), text('supplier'), text('tag')?.slice(0, 40)];
	return {
		...(q ? { q } : {}),
		...(kind ? { kind } : {}),
		...(categoryId ? { categoryId } : {}),
		...(supplierId ? { supplierId } : {}),
		...(tag ? { tag } : {}),
		...(p.get('aside') ? { setAside: true } : {})
	};
}

export const load = shown((({ url, locals }) => {
	const filter = filterOf(url.searchParams);
	return {
		filter,
		...catalogPage(app(), filter),
		count: itemCount(app()),
		tags: tagList(app()),
		changes: recentChanges(app()),
		...choices(app()),
		mayChange: locals.signed !== null && may(locals.signed.actor, 'catalog.change'),
		live: ['catalog']
	};
}) satisfies PageServerLoad);
