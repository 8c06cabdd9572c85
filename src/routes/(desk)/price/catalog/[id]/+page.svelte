<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatUnitPrice, toTyped } from '$lib/core/money';
	import ItemForm from '$lib/ui/forms/ItemForm.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
	let typed = $state(
		untrack(() => ({
			code: data.item.code,
			name: data.item.name,
			kind: data.item.kind as string,
			unit: data.item.unit,
			cost: toTyped(data.item.cost, 4, 2),
			ruleBy: data.item.rule.by as string,
			ruleValue:
				data.item.rule.by === 'fixed'
					? toTyped(data.item.rule.price, 4, 2)
					: 'percent' in data.item.rule
						? `${data.item.rule.percent / 100}%`
						: '',
			taxCodeId: data.item.taxCodeId,
			categoryId: data.item.categoryId,
			wording: data.item.wording
		}))
	);
	let problem = $state('');
	let field = $state('');
	let saved = $state(false);
	async function save() {
		const r = await command('catalog.save-item', { itemId: data.item.id, ...typed, version: data.item.version });
		saved = r.ok;
		[problem, field] = r.ok ? ['', ''] : [r.message, r.field ?? ''];
	}
</script>

<Page
	title={data.item.name}
	sub="{data.item.code} · price {formatUnitPrice(data.price)} a {data.item.unit}"
	pages={pagesOf('Price')}
	current="/price/catalog"
>
	<div class="grid gap-4 lg:grid-cols-[460px_minmax(0,1fr)]">
		<form
			class="sheet grid content-start gap-3 p-4"
			onsubmit={(e) => {
				e.preventDefault();
				void save();
			}}
		>
			<ItemForm bind:typed {field} {problem} taxCodes={data.taxCodes} categories={data.categories} />{#if problem && !field}<p
					class="problem"
					role="alert"
				>
					{problem}
				</p>{/if}{#if saved}<p role="status" class="quiet">Saved.</p>{/if}<button class="btn btn-primary justify-self-start">Save</button>
		</form>
		<div class="grid content-start gap-4">
			<section class="sheet p-4">
				<h2>Where used</h2>
				<p class="quiet">{data.onEstimates} lines on estimates</p>
				{#each data.usedIn as a (a.id)}<p><a class="link" href="/price/assemblies/{a.id}">{a.name}</a></p>{/each}
			</section>
			<section class="sheet">
				<h2 class="p-3">Cost over time</h2>
				<table class="grid-table">
					<tbody
						>{#each data.costs as c (c.id)}<tr
								><td>{showInstant(c.at, data.company.zone)}</td><td class="num">{c.before === null ? '' : formatUnitPrice(c.before)}</td><td
									class="num">{formatUnitPrice(c.after)}</td
								></tr
							>{:else}<tr><td>No import has changed it.</td></tr>{/each}</tbody
					>
				</table>
			</section>
		</div>
	</div>
</Page>
