<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { LANGUAGE_NAMES, LANGUAGES } from '$lib/core/words';
	import type { Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import CustomersImport from '$lib/ui/sales/CustomersImport.svelte';
	import Likely from '$lib/ui/sales/Likely.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import SavedViews from '$lib/ui/tables/SavedViews.svelte';
	import { withParams, type Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Customer = (typeof data.customers)[number];
	const params = $derived(page.url.searchParams);
	/** Own fields with a choice narrow the list; what is asked stands in the address. */
	const narrow = $derived(data.ownFields.filter((f) => f.kind === 'choice'));
	const rows = $derived(data.customers.filter((c) => narrow.every((f) => !params.get(f.id) || c.own[f.id] === params.get(f.id))));
	const columns: Column<Customer>[] = $derived([
		{ key: 'name', label: 'Name', value: (c) => c.name, own: true },
		{ key: 'kind', label: 'Kind', value: (c) => c.kind, extra: true, group: true },
		{ key: 'mail', label: 'Mail', value: (c) => c.mail },
		{ key: 'phone', label: 'Phone', value: (c) => c.phone },
		{ key: 'address', label: 'Address', value: (c) => c.address },
		{
			key: 'jobs',
			label: 'Jobs',
			value: (c) => c.jobs,
			num: true,
			sum: (rows) => rows.reduce((n, c) => n + c.jobs, 0).toLocaleString('en-US')
		},
		...data.ownFields.map((f) => ({
			key: f.id,
			label: f.label,
			value: (c: Customer) => c.own[f.id] ?? '',
			extra: true,
			group: f.kind === 'choice'
		}))
	]);
	let taking = $state(false);
	let adding = $state(false);
	let said = $state('');
	const blank = (): Omit<Input<'customers.save'>, 'customerId'> => ({
		name: '',
		kind: 'person',
		mail: '',
		phone: '',
		address: '',
		notes: '',
		language: 'en'
	});
	let t = $state(blank());
	/** “New customer …” of find or do, also from this page itself. */
	$effect(() => {
		if (params.get('new') !== '1') return;
		[adding, t] = [data.mayChange, { ...blank(), name: params.get('name') ?? '' }];
	});
	let problem = $state('');
	let field = $state('');
	async function add() {
		const r = await command('customers.save', { customerId: null, ...t });
		if (r.ok) await goto(`/win/customers/${r.result.id}`);
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function undo() {
		const r = await command('customers.undo-import', {});
		said = r.ok ? `${r.result.gone} taken away again${r.result.stay ? `, ${r.result.stay} stay because they have jobs` : ''}.` : r.message;
	}
</script>

<Page title="Customers" sub="Who pays: people and organizations" pages={pagesOf('Win')} current="/win/customers">
	{#snippet actions()}
		{#if data.mayChange}<button type="button" class="btn" onclick={() => (taking = true)}>Take from a file</button><button
				type="button"
				class="btn btn-primary"
				onclick={() => ([adding, t, problem, field] = [true, blank(), '', ''])}>New customer</button
			>{/if}
	{/snippet}
	{#if said || data.imported}<p class="mb-2 flex flex-wrap gap-3" role="status">
			<span>{said || data.imported}</span>{#if data.imported && !said && data.mayChange}<button type="button" class="link" onclick={undo}
					>Take it back</button
				>{/if}
		</p>{/if}
	<SavedViews of="customers" views={data.views} />
	<DataTable
		name="customers"
		{rows}
		{columns}
		href={(c) => `/win/customers/${c.id}`}
		placeholder="Name, mail, phone, address"
		empty="No customer fits."
	>
		{#snippet tools()}
			{#each narrow as f (f.id)}<select
					class="select"
					style="width: auto"
					aria-label={f.label}
					value={params.get(f.id) ?? ''}
					onchange={(e) =>
						goto(withParams(page.url.search, { [f.id]: e.currentTarget.value }), { replaceState: true, keepFocus: true, noScroll: true })}
					><option value="">{f.label}: all</option>{#each f.choices as c (c)}<option value={c}>{c}</option>{/each}</select
				>{/each}
			<a class="link" href="/api/customers/all.csv" download>All as CSV</a><a class="link" href="/api/customers/all.vcf" download
				>as address cards</a
			>
		{/snippet}
		{#snippet cell(c)}<a class="link" href="/win/customers/{c.id}">{c.name}</a>{/snippet}
	</DataTable>
</Page>
<CustomersImport bind:open={taking} />
<Dialog bind:open={adding} title="New customer" save="Add" onsave={add} {problem}>
	<Field label="Name" problem={field === 'name' ? problem : ''}
		><input class="input" name="customer-name" bind:value={t.name} required /></Field
	>
	<Field label="Kind"
		><select class="select" bind:value={t.kind}
			><option value="person">person</option><option value="organization">organization</option></select
		></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Mail" problem={field === 'mail' ? problem : ''}><input class="input" bind:value={t.mail} /></Field>
		<Field label="Phone"><input class="input" bind:value={t.phone} /></Field>
	</div>
	<Field label="Address"><input class="input" bind:value={t.address} /></Field>
	{#if adding}<Likely
			name={t.name}
			mail={t.mail}
			phone={t.phone}
			address={t.address}
			words="Open them"
			onuse={(c) => void goto(`/win/customers/${c.id}`)}
		/>{/if}
	<Field label="Language" hint="Of their pages, mails and documents"
		><select class="select" name="language" bind:value={t.language}
			>{#each LANGUAGES as l (l)}<option value={l}>{LANGUAGE_NAMES[l]}</option>{/each}</select
		></Field
	>
</Dialog>
