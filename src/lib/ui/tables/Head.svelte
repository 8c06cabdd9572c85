<script lang="ts" generics="Row extends { id: string }">
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import MenuButton from '../menu/MenuButton.svelte';
	import type { MenuEntry } from '../menu/menu';
	import type { Column, Order } from './view';
	/** One heading of a table: a press sorts, Shift and a press sorts by this as well; its menu does the rest; its edge is pulled. */
	let {
		column,
		orders,
		left,
		width,
		entries,
		onsort,
		onpull,
		onwidth
	}: {
		column: Column<Row>;
		orders: readonly Order[];
		/** Where it stays, from the left; undefined where it moves along. */
		left: number | undefined;
		width: number | undefined;
		entries: readonly MenuEntry[];
		onsort: (more: boolean) => void;
		/** Its edge is taken hold of. */
		onpull: (key: string, width: number, e: MouseEvent | TouchEvent) => void;
		/** As wide as what stands in it again. */
		onwidth: () => void;
	} = $props();
	const place = $derived(orders.findIndex((o) => o.key === column.key));
	const down = $derived(orders[place]?.down ?? false);
	let cell: HTMLTableCellElement | undefined = $state();
	const take = (e: MouseEvent | TouchEvent) => cell && onpull(column.key, cell.offsetWidth, e);
</script>

<th
	bind:this={cell}
	data-column={column.key}
	class:num={column.num}
	class:stays={left !== undefined}
	style:left={left === undefined ? undefined : `${left}px`}
	style:width={width === undefined ? column.width : `${width}px`}
	style:min-width={width === undefined ? undefined : `${width}px`}
	style:max-width={width === undefined ? undefined : `${width}px`}
	aria-sort={place < 0 ? undefined : down ? 'descending' : 'ascending'}
>
	{#if column.label}<span class="both"
			><button type="button" onclick={(e) => onsort(e.shiftKey)}
				>{column.label}{#if place >= 0}{down ? ' ↓' : ' ↑'}{#if orders.length > 1}<sup>{place + 1}</sup>{/if}{/if}</button
			><span class="no-print"
				><MenuButton icon class="more" label="{column.label}: sort, group, width" {entries}><ChevronDown size={13} /></MenuButton></span
			></span
		>{/if}
	<!-- By keys the heading's menu makes a column wider and narrower. -->
	<span class="edge no-print" role="presentation" onmousedown={take} ontouchstart={take} ondblclick={onwidth}></span>
</th>

<style>
	th {
		position: relative;
		overflow: hidden;
	}
	.stays {
		position: sticky;
		z-index: 1;
	}
	.both {
		display: inline-flex;
		align-items: center;
		gap: 2px;
	}
	.both > button {
		font: inherit;
		color: inherit;
		cursor: pointer;
		padding: 4px 0;
	}
	sup {
		font-size: 9px;
	}
	.both :global(.more) {
		display: grid;
		place-items: center;
		width: 18px;
		height: 24px;
		cursor: pointer;
		color: var(--quiet);
		opacity: 0;
	}
	th:hover :global(.more),
	.both :global(.more:focus-visible),
	.both :global(.more[aria-expanded='true']) {
		opacity: 1;
	}
	@media (hover: none) {
		.both :global(.more) {
			opacity: 1;
		}
	}
	.edge {
		position: absolute;
		inset: 4px 0 4px auto;
		width: 7px;
		cursor: col-resize;
		touch-action: none;
		border-right: 2px solid transparent;
	}
	th:hover .edge {
		border-color: var(--color-base-300);
	}
	.edge:hover {
		border-color: var(--color-primary);
	}
</style>
