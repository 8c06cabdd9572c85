import { say } from '$lib/contract/refusals/pages';
import { may } from '$lib/core/access';
import type { Json } from '$lib/core/delta';
import { BadInput, Missing, NotAllowed } from '$lib/server/commands';
import { live } from '$lib/server/live';
import { needsOf } from '$lib/server/route-access';
import { since, type Again, type PageEvent } from '$lib/server/shown';

type Load = (event: PageEvent) => object | Promise<object>;
const PAGES = import.meta.glob<{ load?: { plain?: Load } }>('/src/routes/(desk)/**/+page.server.ts');
const LAYOUTS = import.meta.glob<{ load?: Load }>('/src/routes/(desk)/**/+layout.server.ts');

/** What a page that is open says of itself: which it is, and what it was shown last. */
interface Asked {
	route: string;
	params: Record<string, string>;
	search: string;
	tag: string;
}

/** @throws BadInput when it is not what a page of ours says */
function asked(of: unknown): Asked {
	const { route, params, search, tag } = (of ?? {}) as Partial<Record<keyof Asked, unknown>>;
	const texts = [route, search, tag];
	if (!texts.every((t): t is string => typeof t === 'string' && t.length <= 4000)) throw new BadInput(say('not-a-page'));
	if (typeof params !== 'object' || params === null || !Object.values(params).every((v) => typeof v === 'string' && v.length <= 200))
		throw new BadInput(say('not-a-page'));
	const [at, query, shown] = texts as [string, string, string];
	return { route: at, params: { ...params } as Record<string, string>, search: query, tag: shown };
}

const nothing = () => Promise.resolve({});

/** The layouts over a page, from the outermost. */
const above = (route: string): string[] =>
	route
		.split('/')
		.map((_, i, parts) => `/src/routes${parts.slice(0, i + 1).join('/')}/+layout.server.ts`)
		.filter((file) => Object.hasOwn(LAYOUTS, file));

/**
 * The data of a page as it is now, as what became different since it was shown. Asks for the same right as the page itself, and reads by the same
 * function.
 * @throws Refusal; what the page itself answers instead of data, a redirect or that it is gone, comes out as it is thrown there
 */
export async function pageAgain(of: unknown, locals: App.Locals, origin: URL): Promise<Again> {
	const { route, params, search, tag } = asked(of);
	const file = `/src/routes${route}/+page.server.ts`;
	const right = needsOf(route);
	if (!Object.hasOwn(PAGES, file) || right === null || right === 'home') throw new Missing(say('no-such-page'));
	if (!locals.signed || (right !== 'public' && !may(locals.signed.actor, right))) throw new NotAllowed(say('page-not-yours'));
	const path = route.replace(/\/\([^)]+\)/g, '').replace(/\[([^\]]+)\]/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
	const event = { params, locals, url: new URL(path + search, origin) };
	// Before anything is read: what is told meanwhile is asked for again.
	const { number } = live;
	let value = {};
	for (const layout of above(route)) {
		const over = value;
		value = { ...over, ...(await (await LAYOUTS[layout]?.())?.load?.({ ...event, parent: () => Promise.resolve(over) })) };
	}
	const load = (await PAGES[file]?.())?.load?.plain;
	if (!load) throw new Missing(say('no-such-page'));
	return since(tag, locals.signed.sessionId, { ...value, ...(await load({ ...event, parent: nothing })) } as Json, number);
}
