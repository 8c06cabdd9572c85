<script lang="ts">
	import { command } from '$lib/client/command';
	import type { OwnField } from '$lib/core/sales';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import OwnFields from '../forms/OwnFields.svelte';
	import TownMap from '../map/TownMap.svelte';
	interface Site {
		id: string;
		address: string;
		access: string;
		district: string;
		lat: number | null;
		lng: number | null;
		own: Record<string, string>;
		version: number;
	}
	/** The sites of a customer, on the map and in words. */
	let {
		customerId,
		sites,
		fields,
		tiles = null,
		mayChange
	}: { customerId: string; sites: Site[]; fields: readonly OwnField[]; tiles?: string | null; mayChange: boolean } = $props();
	let open = $state(false);
	let known: Site | null = $state(null);
	let t = $state({ address: '', access: '', district: '', lat: null as number | null, lng: null as number | null });
	let problem = $state('');
	const shown = $derived(sites.filter((s) => s.lat !== null));
	function edit(s: Site | null) {
		known = s;
		t = { address: s?.address ?? '', access: s?.access ?? '', district: s?.district ?? '', lat: s?.lat ?? null, lng: s?.lng ?? null };
		[problem, open] = ['', true];
	}
	async function save() {
		const r = await command('customers.save-site', {
			customerId,
			siteId: known?.id ?? null,
			...t,
			...(known ? { version: known.version } : {})
		});
		if (r.ok) open = false;
		else problem = r.message;
	}
</script>

<section class="sheet" aria-label="Sites">
	<div class="flex items-baseline gap-4 p-3">
		<h2>Sites</h2>
		{#if mayChange}<button type="button" class="link ml-auto" onclick={() => edit(null)}>Add a site</button>{/if}
	</div>
	{#each sites as s, n (s.id)}<div class="border-t p-3" style="border-color: var(--line)">
			<p>
				{#if s.lat !== null}<span class="figure quiet">{n + 1}</span>{/if}
				{#if mayChange}<button type="button" class="link" onclick={() => edit(s)}>{s.address}</button>{:else}{s.address}{/if}
				{#if s.district}<span class="quiet">{s.district}</span>{/if}
				{#if s.lat === null}<span class="quiet">not on the map yet</span>{/if}
			</p>
			{#if s.access}<p class="quiet">{s.access}</p>{/if}
			{#if fields.some((f) => f.of === 'site')}<div class="mt-2 grid grid-cols-2 gap-3">
					<OwnFields {fields} of="site" id={s.id} values={s.own} {mayChange} />
				</div>{/if}
		</div>{:else}<p class="quiet px-3 pb-3">None yet. Opening a job with an address adds one.</p>{/each}
	{#if shown.length}<div class="p-3">
			{#key shown.map((s) => `${s.lat} ${s.lng}`).join()}<TownMap
					label="Sites on the map"
					{tiles}
					places={sites.map((s, n) => ({ lat: s.lat, lng: s.lng, text: s.address, n: n + 1 }))}
				/>{/key}
		</div>{/if}
</section>
<Dialog bind:open title={known ? 'Site' : 'New site'} onsave={save} {problem}>
	<Field label="Address"><input class="input" name="site-address" bind:value={t.address} required /></Field>
	<Field label="How to get in" hint="Gate code, dog, where to park"
		><textarea class="textarea" name="site-access" rows="2" bind:value={t.access}></textarea></Field
	>
	<Field label="District" hint="The part of town: what rounds and the plan are narrowed by"
		><input class="input" name="site-district" maxlength="80" list="districts" bind:value={t.district} /></Field
	>
	<datalist id="districts"
		>{#each [...new Set(sites.map((s) => s.district).filter(Boolean))] as d (d)}<option value={d}></option>{/each}</datalist
	>
	{#if open}<div>
			<p class="quiet mb-1">Click where it is{t.lat !== null ? '; it stands where the pin is' : ''}.</p>
			<TownMap
				label="Where the site is"
				{tiles}
				places={[{ lat: t.lat, lng: t.lng, text: t.address || 'the site' }]}
				onpick={(lat, lng) => ([t.lat, t.lng] = [lat, lng])}
			/>
		</div>{/if}
</Dialog>
