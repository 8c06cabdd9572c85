<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import type { TypedLine } from './budget-form';
	/** Lines of the year: name, last year, this year, and what the books say to date. */
	let {
		title,
		lines = $bindable(),
		actual,
		add,
		disabled
	}: { title: string; lines: TypedLine[]; actual?: (line: TypedLine) => number | null; add: () => void; disabled: boolean } = $props();
</script>

<section class="sheet">
	<h2>{title}</h2>
	<table class="grid-table" aria-label={title}>
		<thead
			><tr
				><th>What</th><th class="num amount">Last year</th><th class="num amount">This year</th>{#if actual}<th class="num amount"
						>To date</th
					>{/if}<th><span class="sr-only">Remove</span></th></tr
			></thead
		>
		<tbody>
			{#each lines as l, n (n)}<tr
					><td><input class="bare" aria-label="{title} {n + 1}" bind:value={l.name} {disabled} /></td><td
						><input class="bare num" aria-label="{l.name || title}, last year" bind:value={l.lastYear} {disabled} /></td
					><td><input class="bare num" aria-label="{l.name || title}, this year" bind:value={l.amount} {disabled} /></td
					>{#if actual}{@const a = actual(l)}<td class="num quiet">{a === null ? '–' : formatCents(a)}</td>{/if}<td class="end"
						>{#if !disabled}<button type="button" class="quiet" aria-label="Remove {l.name || n + 1}" onclick={() => lines.splice(n, 1)}
								>×</button
							>{/if}</td
					></tr
				>{:else}<tr><td colspan="5" class="quiet">Nothing here yet.</td></tr>{/each}
		</tbody>
	</table>
	{#if !disabled}<button type="button" class="link more" onclick={add}>Add a line</button>{/if}
</section>

<style>
	h2 {
		padding: 9px 12px;
	}
	table {
		table-layout: fixed;
	}
	.amount {
		width: 92px;
	}
	th:last-child {
		width: 30px;
	}
	.end {
		width: 28px;
		text-align: right;
	}
	.more {
		padding: 7px 12px;
		display: inline-block;
	}
</style>
