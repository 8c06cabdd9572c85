<script lang="ts">
	import { coherent, LAYOUT_WORDS, LAYOUTS, type QuoteLayout } from '$lib/core/documents';
	import Field from '../forms/Field.svelte';
	/** How the document of a quote is laid out, and which texts it holds. */
	let {
		layout = $bindable(),
		blocks = $bindable(),
		offered = []
	}: { layout: QuoteLayout; blocks?: string[]; offered?: { id: string; name: string; place: string }[] } = $props();
	const set = (more: Partial<QuoteLayout>) => (layout = coherent({ ...layout, ...more }));
</script>

<fieldset class="grid gap-2" aria-label="Document">
	<Field label="Document" hint={LAYOUT_WORDS[layout.layout]}
		><select
			class="select"
			name="layout"
			value={layout.layout}
			onchange={(e) => set({ layout: e.currentTarget.value as QuoteLayout['layout'] })}
			>{#each LAYOUTS as l (l)}<option value={l}>{l}</option>{/each}</select
		></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Below each scope"
			><select
				class="select"
				name="detail"
				disabled={layout.layout === 'one page'}
				value={layout.detail}
				onchange={(e) => set({ detail: e.currentTarget.value as QuoteLayout['detail'] })}
				><option value="scopes">its wording</option><option value="lines">its wording and lines</option></select
			></Field
		>
		<Field label="Amounts"
			><select
				class="select"
				name="amounts"
				value={layout.amounts}
				onchange={(e) => set({ amounts: e.currentTarget.value as QuoteLayout['amounts'] })}
				>{#if layout.detail === 'lines'}<option value="lines">of every line</option>{/if}<option value="scopes">of every scope</option
				><option value="total">the total only</option></select
			></Field
		>
	</div>
	<label class="flex items-center gap-2"
		><input type="checkbox" class="checkbox" checked={layout.dataSheets} onchange={(e) => set({ dataSheets: e.currentTarget.checked })} />
		Data sheets of what is offered, as links{layout.layout === 'proposal' ? ' and at the end' : ''}</label
	>
	<label class="flex items-center gap-2"
		><input
			type="checkbox"
			class="checkbox"
			name="estimator"
			checked={layout.estimator ?? false}
			onchange={(e) => set({ estimator: e.currentTarget.checked })}
		/>
		Who issues it, with title, picture and signature</label
	>
	{#if blocks && offered.length}<div class="flex flex-wrap gap-x-5 gap-y-1">
			{#each offered as o (o.id)}<label class="flex items-center gap-2"
					><input type="checkbox" class="checkbox" value={o.id} bind:group={blocks} />
					{o.name} <span class="quiet">{o.place}</span></label
				>{/each}
		</div>{/if}
</fieldset>
