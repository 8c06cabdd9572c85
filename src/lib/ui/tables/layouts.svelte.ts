import { page } from '$app/state';
import type { Input } from '$lib/contract';
import { command } from '$lib/client/command';
import { told } from '$lib/client/told';

export type ListName = Input<'views.lay-out'>['list'];
export type Layout = NonNullable<Input<'views.lay-out'>['layout']>;

export const AS_IT_COMES: Layout = { widths: {}, pinned: [], start: { columns: '', sort: '', group: '' } };

/** What was laid out since the page was loaded, by person and list: it holds at once, whatever the server is doing. */
const changed: Record<string, Layout> = $state({});
/** Nothing on the page is drawn from these. */
const waiting: Record<string, ReturnType<typeof setTimeout>> = {};
const mine = (list: ListName) => `${String((page.data.me as { id?: string } | undefined)?.id ?? '')} ${list}`;

/** How this person has a list laid out. */
export const layoutOf = (list: ListName): Layout =>
	changed[mine(list)] ?? (page.data.layouts as Partial<Record<ListName, Layout>> | undefined)?.[list] ?? AS_IT_COMES;

/** Lays a list out, and keeps it for this person when the hand rests: a width that is being dragged is one change. */
export function layOut(list: ListName, layout: Layout): void {
	const key = mine(list);
	changed[key] = layout;
	clearTimeout(waiting[key]);
	const empty = JSON.stringify(layout) === JSON.stringify(AS_IT_COMES);
	waiting[key] = setTimeout(async () => {
		const r = await command('views.lay-out', { list, layout: empty ? null : layout }, { refresh: false });
		if (!r.ok) told(`How this list is laid out could not be kept: ${r.message}`);
	}, 400);
}
