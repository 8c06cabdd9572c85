<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import type { Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Row = (typeof data.assemblies)[number];
	const columns: Column<Row>[] = [
		{ key: 'name', label: 'Name', value: (a) => a.name, own: true },
		{ key: 'category', label: 'Category', value: (a) => a.category, group: true },
		{ key: 'parts', label: 'Parts', value: (a) => a.parts, num: true },
		{ key: 'asks', label: 'Asks', value: (a) => a.choices.length || null, num: true },
		{
			key: 'wording',
			label: 'What the customer reads',
			value: (a) => a.wording,
			text: (a) => `${a.wording.slice(0, 90)}${a.wording.length > 90 ? '…' : ''}`
		}
	];
	let adding = $state(false);
	let name = $state('');
	let like = $state('');
	let problem = $state('');
	let starting = $state(false);
	let said = $state('');
	let trade = $state('');
	let sheetId = $state(untrack(() => data.sheets[0]?.id ?? ''));
	async function takeStarter() {
		const r = await command('catalog.take-starter', {
			trade,
			sheetId,
			taxCodeId: data.taxCodes[0]?.id ?? null
		});
		if (r.ok)
			[starting, problem, said] = [
				false,
				'',
				`${trade}: ${r.result.items} items and ${r.result.assemblies} assemblies are in the catalog.`
			];
		else problem = r.message;
	}
	let taking = $state(false);
	let replace = $state(false);
	let file: { name: string; text: string } | null = $state(null);
	async function takeFile() {
		if (!file) return void (problem = 'Choose a file.');
		const r = await command('catalog.import-assemblies', {
			text: file.text,
			sheetId,
			replace
		});
		if (r.ok) {
			const d = r.result;
			[taking, problem, file] = [false, '', null];
			said = `${d.added} new assemblies, ${d.replaced} replaced, ${d.left} left as they are; ${d.items} new items.`;
		} else problem = r.message;
	}
	async function add() {
		const r = await command('catalog.copy-assembly', { ...(like ? { assemblyId: like } : {}), name }, { refresh: false });
		if (r.ok) await goto(`/price/assemblies/${r.result.id}`);
		else problem = r.message;
	}
</script>

<Page title="Assemblies" sub="Recipes that turn measures into lines" pages={pagesOf('Price')} current="/price/assemblies">
	{#snippet actions()}{#if data.mayChange}<a class="btn" href="/api/assemblies-export" download>Export</a><button
				class="btn"
				onclick={() => (taking = true)}>Take a file</button
			><button class="btn" onclick={() => (starting = true)}>Starter set</button>{/if}{#if data.mayChange}<button
				class="btn btn-primary"
				onclick={() => (adding = true)}>New assembly</button
			>{/if}{/snippet}
	{#if said}<p class="mb-2" role="status">{said}</p>{/if}
	<DataTable
		name="assemblies"
		rows={data.assemblies}
		{columns}
		href={(a) => `/price/assemblies/${a.id}`}
		placeholder="Name, category, wording"
		empty="No assembly fits."
	>
		{#snippet cell(a)}<a class="link" href="/price/assemblies/{a.id}">{a.name}</a>{/snippet}
	</DataTable>
</Page>
<Dialog bind:open={adding} title="New assembly" save="Begin" onsave={add} {problem}
	><Field label="Name"><input class="input" bind:value={name} required /></Field><Field label="Begin like"
		><select class="select" bind:value={like}
			><option value="">nothing: empty</option>{#each data.assemblies as a (a.id)}<option value={a.id}>{a.name}</option>{/each}</select
		></Field
	></Dialog
>
<Dialog bind:open={starting} title="Begin with what ships" save="Take it" onsave={takeStarter} {problem}>
	<p>Items with usual costs and packs, and recipes whose rates say what they assume. Costs become yours with your first price list.</p>
	<fieldset class="grid gap-1">
		<legend class="quiet">Trade</legend>
		{#each data.starter as s (s.trade)}<label
				><input type="radio" name="trade" value={s.trade} bind:group={trade} disabled={s.taken === s.assemblies} />
				{s.trade}
				<span class="quiet">{s.items} items, {s.assemblies} assemblies{s.taken === s.assemblies ? ', taken' : ''}</span></label
			>{/each}
	</fieldset>
	<Field label="Labor is priced by"
		><select class="select" bind:value={sheetId}
			>{#each data.sheets as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
		></Field
	>
</Dialog>
<Dialog bind:open={taking} title="Assemblies from a file" save="Take them" onsave={takeFile} {problem}>
	<p>
		A file that was exported here, or written by the <a class="link" href="/api/schemas/assemblies">published format</a>. Items it uses come
		along; all of it is taken or nothing.
	</p>
	<Field label="File"
		><input
			type="file"
			class="input"
			accept=".json,application/json"
			aria-label="File of assemblies"
			onchange={async (e) => {
				const f = e.currentTarget.files?.[0];
				file = f ? { name: f.name, text: await f.text() } : null;
			}}
		/></Field
	>
	<Field label="Labor whose rate sheet is not here goes by"
		><select class="select" bind:value={sheetId}
			>{#each data.sheets as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
		></Field
	>
	<label class="flex items-center gap-2"
		><input type="checkbox" class="checkbox" bind:checked={replace} /> Replace assemblies of the same name</label
	>
</Dialog>
