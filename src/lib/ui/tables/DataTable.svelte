<script lang="ts" generics="Row extends { id: string }">
	import type { Snippet } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { downloadCsv } from './download';
	import { filterRows, nextOrder, readOrder, shownColumns, sortRows, windowOf, withParams, writeOrder, type Column } from './view';
	/** A table that is sorted, filtered, narrowed to columns and exported; all of it stands in the address. */
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
		tools
	}: {
		/** Names the exported file and the table. */
		name: string;
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
		picked?: string[];
		tools?: Snippet;
	} = $props();
	const ROW = 32;
	const params = $derived(page.url.searchParams);
	const words = $derived(params.get('q') ?? '');
	const order = $derived(
		readOrder(
			params.get('sort'),
			columns.map((c) => c.key)
		)
	);
	const shown = $derived(shownColumns(columns, params.get('columns')));
	const found = $derived(sortRows(search === 'here' ? filterRows(rows, columns, words) : rows, columns, order));
	let scroller: HTMLDivElement | undefined = $state();
	let top = $state(0);
	let height = $state(600);
	const part = $derived(windowOf(top, height, ROW, found.length));
	const change = (changes: Record<string, string | null>) =>
		goto(withParams(page.url.search, changes), { replaceState: true, keepFocus: true, noScroll: true });
	function exportRows() {
		downloadCsv(
			`${name}.csv`,
			shown.map((c) => c.label),
			found.map((r) => shown.map((c) => c.value(r) ?? ''))
		);
	}
	function choose(key: string, on: boolean) {
		const keys = columns.filter((c) => (c.key === key ? on : shown.includes(c))).map((c) => c.key);
		const usual = columns.filter((c) => !c.extra).map((c) => c.key);
		void change({ columns: keys.join() === usual.join() ? null : keys.join() });
	}
	/** Up, Down, Home and End walk the rows; Enter opens one. */
	function key(e: KeyboardEvent, row: Row, at: number) {
		if ((e.target as HTMLElement).tagName === 'INPUT' && e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return;
		const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: found.length - 1 }[e.key];
		if (to !== undefined) {
			e.preventDefault();
			const n = Math.max(0, Math.min(found.length - 1, to));
			scroller?.scrollTo({ top: Math.max(0, Math.min(scroller.scrollTop, n * ROW), n * ROW + 2 * ROW - height) });
			requestAnimationFrame(() => requestAnimationFrame(() => scroller?.querySelector<HTMLElement>(`tr[data-row="${n}"]`)?.focus()));
		} else if (e.key === 'Enter' && href && e.target === e.currentTarget) void goto(href(row));
	}
	const all = $derived(picked !== undefined && found.length > 0 && found.every((r) => picked?.includes(r.id)));
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
		>{found.length.toLocaleString('en-US')}{found.length === rows.length ? '' : ` of ${rows.length.toLocaleString('en-US')}`}
		<details>
			<summary class="link">Columns</summary>
			<div class="sheet menu">
				{#each columns as c (c.key)}<label
						><input type="checkbox" checked={shown.includes(c)} onchange={(e) => choose(c.key, e.currentTarget.checked)} />
						{c.label}</label
					>{/each}
			</div>
		</details>
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
	<table class="grid-table" aria-rowcount={found.length + 1}>
		<thead>
			<tr>
				{#if picked !== undefined}<th class="pick"
						><input
							type="checkbox"
							aria-label="Pick all shown"
							checked={all}
							onchange={(e) => (picked = e.currentTarget.checked ? found.map((r) => r.id) : [])}
						/></th
					>{/if}
				{#each shown as c (c.key)}<th
						class:num={c.num}
						style:width={c.width}
						aria-sort={order?.key === c.key ? (order.down ? 'descending' : 'ascending') : undefined}
						>{#if c.label}<button type="button" onclick={() => change({ sort: writeOrder(nextOrder(order, c.key)) })}
								>{c.label}{order?.key === c.key ? (order.down ? ' ↓' : ' ↑') : ''}</button
							>{/if}</th
					>{/each}
			</tr>
		</thead>
		<tbody>
			{#if part.from > 0}<tr class="space" style:height="{part.from * ROW}px" aria-hidden="true"></tr>{/if}
			{#each found.slice(part.from, part.to) as row, i (row.id)}<tr
					data-row={part.from + i}
					aria-rowindex={part.from + i + 2}
					tabindex={part.from + i === 0 ? 0 : -1}
					class:faint={quiet?.(row)}
					onkeydown={(e) => key(e, row, part.from + i)}
				>
					{#if picked !== undefined}<td class="pick"><input type="checkbox" aria-label="Pick" value={row.id} bind:group={picked} /></td
						>{/if}
					{#each shown as c (c.key)}<td class:num={c.num}
							>{#if c.own && cell}{@render cell(row, c.key)}{:else}{c.text ? c.text(row) : (c.value(row) ?? '')}{/if}</td
						>{/each}
				</tr>{:else}<tr><td colspan={shown.length + (picked === undefined ? 0 : 1)}>{empty}</td></tr>{/each}
			{#if part.to < found.length}<tr class="space" style:height="{(found.length - part.to) * ROW}px" aria-hidden="true"></tr>{/if}
		</tbody>
	</table>
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
	details {
		position: relative;
	}
	summary {
		list-style: none;
		cursor: pointer;
	}
	.menu {
		position: absolute;
		right: 0;
		z-index: 12;
		padding: 8px 12px;
		display: grid;
		gap: 5px;
		white-space: nowrap;
		color: var(--color-base-content);
	}
	.scroller {
		overflow: auto;
		max-height: max(300px, calc(100dvh - 190px));
	}
	thead th {
		position: sticky;
		top: 0;
		z-index: 2;
	}
	th button {
		font: inherit;
		color: inherit;
		cursor: pointer;
		padding: 4px 0;
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
	.space {
		visibility: hidden;
	}
	@media print {
		.scroller {
			max-height: none;
		}
	}
</style>
