<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { cents, formatCents, formatPercent, percent } from '$lib/core/money';
	import FirmDialog from '$lib/ui/plan/FirmDialog.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import Go from '$lib/ui/shell/Go.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Supplier = (typeof data.suppliers)[number];
	let editing = $state<string | null>(null);
	let said = $state('');
	const firm = $derived(data.suppliers.find((f) => f.id === editing) ?? null);
	async function setAside(f: Supplier) {
		const r = await command('firms.set-aside', { firmId: f.id, archived: !f.archived, version: f.version });
		said = r.ok ? '' : r.message;
	}
	/** What was agreed with them about paying, in words. */
	const termsOf = (f: Supplier): string =>
		[
			f.payDays === null ? '' : `${f.payDays} days`,
			f.earlyPercent === null ? '' : `${formatPercent(percent(f.earlyPercent))} within ${f.earlyDays ?? 0} days`
		]
			.filter(Boolean)
			.join(', ');
</script>

<Page title="Suppliers" sub="Who sells to us, and on what terms" pages={pagesOf('Price')} current="/price/suppliers">
	{#snippet actions()}{#if data.mayChange}<button class="btn btn-primary" onclick={() => (editing = 'new')}>New supplier</button
			>{/if}{/snippet}
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="Suppliers">
			<thead
				><tr
					><th>Supplier</th><th>Contact</th><th>Orders go to</th><th>Paying</th><th class="num">Items</th><th>Last price list</th><th
						class="num">Orders out</th
					>{#if data.suppliers.some((s) => s.owed !== null)}<th class="num">Open bills</th>{/if}<th></th></tr
				></thead
			>
			<tbody
				>{#each data.suppliers as f (f.id)}<tr class:quiet={f.archived}
						><td
							>{f.name}{f.archived ? ', set aside' : ''}{#if f.account}<br /><span class="quiet">our number {f.account}</span>{/if}</td
						><td
							>{f.contact}{#if f.contact && f.phone}<br />{/if}{f.phone}</td
						><td>{f.orderMail || f.mail || '—'}</td><td>{termsOf(f) || '—'}</td><td class="num"
							>{#if f.items}<a class="link" href="/price/catalog?supplier={f.id}">{f.items.toLocaleString('en-US')}</a
								>{:else}0{/if}{#if f.codes}<br /><span class="quiet">{f.codes} code{f.codes === 1 ? '' : 's'} of theirs</span>{/if}</td
						><td
							>{#if f.lastList}<Go right="catalog.change" class="link" href="/price/import">{showInstant(f.lastList, data.company.zone)}</Go
								>{:else}<span class="quiet">none yet</span>{/if}</td
						><td class="num"
							>{#if f.openOrders}<Go right="costs.see" class="link" href="/work/orders">{f.openOrders}</Go>{:else}0{/if}</td
						>{#if f.owed !== null}<td class="num">{formatCents(cents(f.owed))}</td>{/if}<td class="text-right whitespace-nowrap"
							>{#if data.mayChange}<button class="link" onclick={() => (editing = f.id)}
									>Change<span class="sr-only"> {f.name}</span></button
								><button class="link ml-3" onclick={() => setAside(f)}
									>{f.archived ? 'Put back' : 'Set aside'}<span class="sr-only"> {f.name}</span></button
								>{/if}</td
						></tr
					>{:else}<tr><td colspan="9" class="quiet">Nobody yet. Price lists and orders go by supplier.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
{#if editing !== null}{#key editing}<FirmDialog {firm} sells onclose={() => (editing = null)} />{/key}{/if}
