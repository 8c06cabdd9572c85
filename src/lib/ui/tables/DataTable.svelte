<script lang="ts" generics="Row extends { id: string }">
	import type { Snippet } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import MenuButton from '../menu/MenuButton.svelte';
	import type { MenuEntry } from '../menu/menu';
	import { downloadCsv } from './download';
	import { tableEngine, within, type Drawn } from './engine.svelte';
	import Head from './Head.svelte';
	import { AS_IT_COMES, layOut, layoutOf, type Layout, type ListName } from './layouts.svelte';
	import {
		filterRows,
		groupedOrders,
		nextOrders,
		readGroups,
		readOrders,
		shownColumns,
		sortRows,
		windowOf,
		withParams,
		writeOrders,
		type Column
	} from './view';
	/**
	 * The one table of the house: sorted by one or several columns, grouped and folded, filtered, narrowed to columns, summed up and
	 * exported; what is shown stands in the address. Widths, what stays at the left and what a list starts with are each person's own.
	 */
	let {
		name,
		rows,
		columns,
		cell,
		href,
		empty,
		search = 'here',
		placeholder = 'Filter',
		filters = [],
		quiet,
		picked = $bindable(),
		pointed = $bindable(null),
		more,
		tools
	}: {
		/** Names the exported file and the table. */
		name: ListName;
		rows: Row[];
		columns: Column<Row>[];
		cell?: Snippet<[Row, string]>;
		/** Where a row leads; Enter on it goes there. */
		href?: (row: Row) => string;
		empty: string;
		/** Words are looked for among these rows, by the server (which reads q), or not at all. */
		search?: 'here' | 'server' | 'no';
		placeholder?: string;
		filters?: { param: string; label: string; choices: (readonly [string, string])[]; value: string }[];
		quiet?: (row: Row) => boolean;
		/** Rows can be picked; their ids. */
		picked?: string[] | undefined;
		/** The row that somebody points at, here or in a picture beside the list. */
		pointed?: string | null;
		/** There are more rows than came: how many in all, and how the next ones are had (false: not now). */
		more?: { total: number; next: () => Promise<boolean> };
		tools?: Snippet;
	} = $props();
	const ROW = 32;
	const PICK = 30;
	const params = $derived(page.url.searchParams);
	const words = $derived(params.get('q') ?? '');
	const layout = $derived(layoutOf(name));
	/** What the address says; where it says nothing, what this person starts with. */
	const said = (what: 'columns' | 'sort' | 'group') => params.get(what) ?? (layout.start[what] || null);
	const keys = $derived(columns.map((c) => c.key));
	const groups = $derived(readGroups(said('group'), columns));
	const orders = $derived(readOrders(said('sort'), keys));
	const pinned = $derived(layout.pinned.filter((k) => keys.includes(k)));
	const chosen = $derived(shownColumns(columns, said('columns')));
	const shown = $derived.by(() => {
		const rest = chosen.filter((c) => !groups.includes(c.key));
		const all = rest.length > 0 ? rest : chosen;
		return [...pinned.flatMap((k) => all.filter((c) => c.key === k)), ...all.filter((c) => !pinned.includes(c.key))];
	});
	const found = $derived(sortRows(search === 'here' ? filterRows(rows, columns, words) : rows, columns, groupedOrders(groups, orders)));
	const engine = tableEngine<Row>({
		rows: () => found,
		columns: () => columns,
		groups: () => groups,
		widths: () => layout.widths,
		pinned: () => shown.filter((c) => pinned.includes(c.key)).map((c) => c.key),
		onwidths: (widths) => keep({ widths })
	});
	const drawn = $derived(engine.drawn);
	let scroller: HTMLDivElement | undefined = $state();
	let top = $state(0);
	let height = $state(600);
	const part = $derived(windowOf(top, height, ROW, drawn.length));
	const summed = $derived(shown.some((c) => c.sum) && found.length > 1);
	const change = (changes: Record<string, string | null>) =>
		goto(withParams(page.url.search, changes), { replaceState: true, keepFocus: true, noScroll: true });
	const keep = (changes: Partial<Layout>) => layOut(name, { ...layout, ...changes });
	/** An address that says what the person starts with need not say it; one that says less must say so. */
	const against = (what: 'columns' | 'sort' | 'group', text: string | null, plain = '') =>
		text === (layout.start[what] || null) ? null : (text ?? (layout.start[what] ? plain || 'none' : null));
	const sortBy = (list: typeof orders) => void change({ sort: against('sort', writeOrders(list)) });
	const groupBy = (list: string[]) => void change({ group: against('group', list.join(',') || null) });
	async function exportRows() {
		while (await next());
		const all = [...groups.flatMap((g) => columns.filter((c) => c.key === g)), ...shown.filter((c) => !groups.includes(c.key))];
		downloadCsv(
			`${name}.csv`,
			all.map((c) => c.label),
			found.map((r) => all.map((c) => c.value(r) ?? ''))
		);
	}
	const usual = $derived(
		columns
			.filter((c) => !c.extra)
			.map((c) => c.key)
			.join()
	);
	function choose(key: string, on: boolean) {
		const text = columns
			.filter((c) => (c.key === key ? on : chosen.includes(c)))
			.map((c) => c.key)
			.join();
		void change({ columns: against('columns', text === usual ? null : text, usual) });
	}
	const wide = (k: string) => scroller?.querySelector<HTMLElement>(`th[data-column="${CSS.escape(k)}"]`)?.offsetWidth ?? 150;
	/** Columns stay from the left up to this one. Their widths are held from now on: where the next one begins is reckoned from them. */
	function pin(key: string) {
		const upTo = shown.slice(0, shown.findIndex((c) => c.key === key) + 1).map((c) => c.key);
		keep({ pinned: upTo, widths: { ...layout.widths, ...Object.fromEntries(upTo.map((k) => [k, layout.widths[k] ?? wide(k)])) } });
	}
	function widen(key: string, by: number) {
		keep({ widths: { ...layout.widths, [key]: within(wide(key) + by) } });
	}
	function free(key: string) {
		const { [key]: _, ...widths } = layout.widths;
		keep({ widths, pinned: layout.pinned.filter((k) => k !== key) });
	}
	const entriesOf = (c: Column<Row>): MenuEntry[] => [
		{ words: 'Smallest first', does: () => sortBy([{ key: c.key, down: false }]) },
		{ words: 'Largest first', does: () => sortBy([{ key: c.key, down: true }]) },
		...(orders.length > 0 && orders[0]?.key !== c.key
			? [{ words: 'Sort by this as well', does: () => sortBy(nextOrders(orders, c.key, true)), keys: 'Shift press' }]
			: []),
		...(c.group && groups.length < 2 ? [{ words: 'Group by this', does: () => groupBy([...groups, c.key]) }] : []),
		{ line: true },
		pinned.includes(c.key)
			? { words: 'Nothing stays at the left', does: () => keep({ pinned: [] }) }
			: { words: 'Keep at the left up to here', does: () => pin(c.key) },
		{ words: 'Wider', does: () => widen(c.key, 40) },
		{ words: 'Narrower', does: () => widen(c.key, -40) },
		...(layout.widths[c.key] ? [{ words: 'As wide as its words', does: () => free(c.key) }] : []),
		{ line: true },
		{ words: 'Hide this column', does: () => choose(c.key, false), off: shown.length === 1 }
	];
	const able = $derived(columns.filter((c) => c.group));
	const listEntries = $derived<MenuEntry[]>([
		{ head: 'Columns' },
		...columns
			.filter((c) => c.label)
			.map((c) => ({ words: c.label, ticked: chosen.includes(c), tick: (on: boolean) => choose(c.key, on) })),
		...(able.length ? [{ line: true } as const, { head: 'Group by' }] : []),
		...able.map((c) => ({
			words: c.label,
			ticked: groups.includes(c.key),
			tick: (on: boolean) => groupBy(on ? [...groups, c.key].slice(-2) : groups.filter((g) => g !== c.key))
		})),
		{ line: true },
		{
			words: 'Start with this from now on',
			does: () => {
				keep({
					start: {
						columns: chosen.map((c) => c.key).join() === usual ? '' : chosen.map((c) => c.key).join(),
						sort: writeOrders(orders) ?? '',
						group: groups.join()
					}
				});
				void change({ columns: null, sort: null, group: null });
			}
		},
		{
			words: 'As the list comes',
			does: () => {
				layOut(name, AS_IT_COMES);
				void change({ columns: null, sort: null, group: null });
			}
		}
	]);
	/** The next rows, once at a time. */
	let loading: Promise<boolean> | null = $state.raw(null);
	let stuck = $state(false);
	async function next(): Promise<boolean> {
		if (!more || rows.length >= more.total) return false;
		loading ??= more.next();
		const came = await loading;
		loading = null;
		// Nothing came though more is there: it is asked again when somebody wants it, not on and on.
		stuck = !came;
		return came;
	}
	// Whoever nears the end gets the next ones; an order, a group or a sum is of all rows, not of those that happened to come.
	$effect(() => {
		const all = orders.length > 0 || groups.length > 0;
		if (more && rows.length < more.total && loading === null && !stuck && (all || part.to >= rows.length - 20)) void next();
	});
	/** Up, Down, Home and End walk the rows; Enter opens one; Left and Right fold a group. */
	function key(e: KeyboardEvent, line: Drawn<Row>, at: number) {
		if ((e.target as HTMLElement).tagName === 'INPUT' && e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return;
		const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: drawn.length - 1 }[e.key];
		if (to !== undefined) {
			e.preventDefault();
			const n = Math.max(0, Math.min(drawn.length - 1, to));
			scroller?.scrollTo({ top: Math.max(0, Math.min(scroller.scrollTop, n * ROW), n * ROW + 3 * ROW - height) });
			requestAnimationFrame(() => requestAnimationFrame(() => scroller?.querySelector<HTMLElement>(`tr[data-row="${n}"]`)?.focus()));
		} else if (e.target !== e.currentTarget) return;
		else if ('rows' in line) {
			if (e.key !== 'Enter' && e.key !== (line.open ? 'ArrowLeft' : 'ArrowRight')) return;
			e.preventDefault();
			line.fold();
		} else if (e.key === 'Enter' && href) void goto(href(line.row));
	}
	const pickedSet = $derived(new Set(picked));
	const allPicked = (list: readonly Row[]) => list.length > 0 && list.every((r) => pickedSet.has(r.id));
	function pickAll(list: readonly Row[], on: boolean) {
		const ids = new Set(list.map((r) => r.id));
		picked = [...(picked ?? []).filter((id) => !ids.has(id)), ...(on ? ids : [])];
	}
	const offset = $derived(picked === undefined ? 0 : PICK);
	/** The columns with where they stay and how wide they are: found once, not for each cell. */
	const laid = $derived(
		shown.map((c) => {
			const [left, width] = [engine.left(c.key), layout.widths[c.key]];
			return {
				...{ c, width, left: left === undefined ? undefined : left + offset },
				class: [c.num && 'num', left !== undefined && 'stays', width && 'clipped'].filter(Boolean).join(' ') || undefined,
				style:
					left === undefined && !width
						? undefined
						: `${left === undefined ? '' : `left:${left + offset}px;`}${width ? `max-width:${width}px` : ''}`
			};
		})
	);
	/** The words of a group stand over its columns up to the first that is summed up. */
	const firstSum = $derived(shown.findIndex((c, i) => i > 0 && c.sum));
	const headSpan = $derived(firstSum < 0 ? shown.length : firstSum);
</script>

<div class="tools no-print">
	{#if search !== 'no'}<input
			class="input"
			type="search"
			{placeholder}
			aria-label={placeholder}
			value={words}
			oninput={(e) => change({ q: e.currentTarget.value })}
		/>{/if}
	{#each filters as f (f.param)}<nav aria-label={f.label}>
			{#each f.choices as [value, word] (value)}<a
					href={withParams(page.url.search, { [f.param]: value })}
					aria-current={f.value === value ? 'true' : undefined}
					data-sveltekit-replacestate
					data-sveltekit-noscroll>{word}</a
				>{/each}
		</nav>{/each}
	{@render tools?.()}
	<span class="right quiet"
		><span aria-live="polite"
			>{found.length.toLocaleString('en-US')}{found.length === (more?.total ?? rows.length)
				? ''
				: ` of ${(more?.total ?? rows.length).toLocaleString('en-US')}`}</span
		>
		{#if stuck && more && rows.length < more.total}<button type="button" class="link" onclick={next}>Load the rest</button>{/if}
		{#if groups.length}<button type="button" class="link" onclick={() => engine.foldAll(drawn.some((d) => 'rows' in d && d.open))}
				>{drawn.some((d) => 'rows' in d && d.open) ? 'Fold all' : 'Open all'}</button
			>{/if}
		<MenuButton label="Columns and groups" entries={listEntries}>Columns{able.length ? ', groups' : ''}</MenuButton>
		<button type="button" class="link" onclick={exportRows} disabled={found.length === 0}>Export CSV</button></span
	>
</div>
<div
	class="sheet scroller"
	bind:this={scroller}
	bind:clientHeight={height}
	onscroll={(e) => (top = e.currentTarget.scrollTop)}
	role="region"
	aria-label="{name}, table"
	tabindex="-1"
>
	<!-- What is not drawn is room around the table: a row of that height would have the whole table laid out anew. -->
	<div style:padding-top="{part.from * ROW}px" style:padding-bottom="{(drawn.length - part.to) * ROW}px">
		<table class="grid-table" aria-rowcount={drawn.length + 1}>
			<thead>
				<tr>
					{#if picked !== undefined}<th class="pick"
							><input
								type="checkbox"
								aria-label="Pick all shown"
								checked={allPicked(found)}
								onchange={(e) => (picked = e.currentTarget.checked ? found.map((r) => r.id) : [])}
							/></th
						>{/if}
					{#each laid as { c, left, width } (c.key)}<Head
							column={c}
							{orders}
							{left}
							{width}
							entries={entriesOf(c)}
							onsort={(also) => sortBy(nextOrders(orders, c.key, also))}
							onpull={engine.pull}
							onwidth={() => free(c.key)}
						/>{/each}
				</tr>
			</thead>
			<tbody>
				{#each drawn.slice(part.from, part.to) as d, i (d.id)}
					{@const at = part.from + i}
					{#if 'rows' in d}<tr
							class="group"
							data-row={at}
							aria-rowindex={at + 2}
							data-open={d.open}
							tabindex={at === 0 ? 0 : -1}
							onkeydown={(e) => key(e, d, at)}
						>
							{#if picked !== undefined}<td class="pick"
									><input
										type="checkbox"
										aria-label="Pick {d.words}"
										checked={allPicked(d.rows)}
										onchange={(e) => pickAll(d.rows, e.currentTarget.checked)}
									/></td
								>{/if}
							<th scope="rowgroup" colspan={headSpan} style:padding-left="{9 + d.depth * 18}px"
								><button type="button" tabindex="-1" aria-expanded={d.open} onclick={d.fold}
									><span class="turn" class:open={d.open} aria-hidden="true">▸</span>{d.words}<span class="quiet"
										>{d.rows.length.toLocaleString('en-US')}</span
									></button
								></th
							>
							{#each shown.slice(headSpan) as c (c.key)}<td class:num={c.num}>{c.sum?.(d.rows) ?? ''}</td>{/each}
						</tr>{:else}<tr
							data-row={at}
							aria-rowindex={at + 2}
							tabindex={at === 0 ? 0 : -1}
							class:faint={quiet?.(d.row)}
							class:pointed={pointed === d.row.id}
							onpointerenter={() => (pointed = d.row.id)}
							onpointerleave={() => (pointed = null)}
							onfocusin={() => (pointed = d.row.id)}
							onkeydown={(e) => key(e, d, at)}
						>
							{#if picked !== undefined}<td class="pick"
									><input type="checkbox" aria-label="Pick" value={d.row.id} bind:group={picked} /></td
								>{/if}
							{#each laid as { c, class: looks, style } (c.key)}<td class={looks} {style}
									>{#if c.own && cell}{@render cell(d.row, c.key)}{:else}{c.text ? c.text(d.row) : (c.value(d.row) ?? '')}{/if}</td
								>{/each}
						</tr>{/if}
				{:else}<tr><td colspan={shown.length + (picked === undefined ? 0 : 1)}>{empty}</td></tr>{/each}
			</tbody>
			{#if summed}<tfoot
					><tr
						>{#if picked !== undefined}<td class="pick"></td>{/if}<th scope="row" colspan={headSpan}
							>Sum of {found.length.toLocaleString('en-US')}{more && rows.length < more.total ? ' that are loaded' : ''}</th
						>{#each shown.slice(headSpan) as c (c.key)}<td class:num={c.num}>{c.sum?.(found) ?? ''}</td>{/each}</tr
					></tfoot
				>{/if}
		</table>
	</div>
</div>

<style>
	.tools {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px 18px;
		margin-bottom: 10px;
	}
	.tools .input {
		width: 260px;
	}
	nav {
		display: flex;
		gap: 12px;
	}
	nav a {
		text-decoration: none;
		color: var(--quiet);
		padding: 4px 0;
		border-bottom: 2px solid transparent;
	}
	nav a:hover {
		color: inherit;
	}
	nav a[aria-current] {
		color: var(--color-base-content);
		font-weight: 600;
		border-color: var(--color-primary);
	}
	.right {
		margin-left: auto;
		display: flex;
		gap: 14px;
		align-items: center;
	}
	.scroller {
		overflow: auto;
		max-height: max(300px, calc(100dvh - var(--above, 190px)));
	}
	/* The head stays as one, not cell by cell: each would be painted on its own while scrolling. */
	thead {
		position: sticky;
		top: 0;
		z-index: 3;
	}
	td.stays {
		position: sticky;
		z-index: 1;
		background: var(--color-base-100);
	}
	.clipped {
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.group th,
	.group td {
		background: var(--color-base-200);
		font-weight: 600;
	}
	.group th {
		font-size: inherit;
		color: inherit;
		text-align: left;
	}
	.group button {
		position: sticky;
		left: 9px;
		display: inline-flex;
		gap: 8px;
		align-items: baseline;
		font: inherit;
		cursor: pointer;
	}
	.turn {
		display: inline-block;
		width: 10px;
	}
	.turn.open {
		transform: rotate(90deg);
	}
	.pointed td {
		background: var(--color-base-200);
	}
	tfoot {
		position: sticky;
		bottom: 0;
		z-index: 2;
	}
	tfoot th,
	tfoot td {
		background: var(--color-base-100);
		border-top: 1px solid var(--color-base-300);
		font-weight: 600;
		text-align: left;
	}
	tfoot .num,
	.group .num {
		text-align: right;
	}
	td {
		white-space: nowrap;
	}
	.pick {
		width: 30px;
	}
	.faint {
		color: var(--quiet);
	}
	tr:focus-visible {
		outline-offset: -2px;
	}
	@media print {
		.scroller {
			max-height: none;
		}
	}
</style>
