<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { formatRate, parseRate } from '$lib/core/money';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Component = (typeof data.components)[number];
	type Code = (typeof data.codes)[number];
	type Branch = (typeof data.branches)[number];
	let open: 'component' | 'code' | 'branch' | null = $state(null);
	let component: Component | null = $state(null);
	let code: Code | null = $state(null);
	let branch: Branch | null = $state(null);
	let tax = $state({ name: '', rate: '', from: '' });
	let set = $state({ name: '', componentIds: [] as string[] });
	let place = $state({ name: '', address: '', taxCodeId: null as string | null });
	let problem = $state('');
	let field = $state('');
	const at = (f: string) => (field === f ? problem : '');
	const begin = (what: typeof open) => ([problem, field, open] = ['', '', what]);
	function editComponent(c: Component | null) {
		component = c;
		tax = { name: c?.name ?? '', rate: '', from: data.today };
		begin('component');
	}
	function editCode(c: Code | null) {
		code = c;
		set = { name: c?.name ?? '', componentIds: [...(c?.componentIds ?? [])] };
		begin('code');
	}
	function editBranch(b: Branch | null) {
		branch = b;
		place = { name: b?.name ?? '', address: b?.address ?? '', taxCodeId: b?.taxCodeId ?? null };
		begin('branch');
	}
	async function save() {
		const read = readForm(() => (open === 'component' ? readAt('rate', () => parseRate(tax.rate, 'The rate')) : 0));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r =
			open === 'component'
				? await command('tax.save-component', { ...(component ? { componentId: component.id } : {}), ...tax, rate: read.value })
				: open === 'code'
					? await command('tax.save-code', { ...(code ? { codeId: code.id } : {}), ...set })
					: await command('branches.save', {
							...(branch ? { branchId: branch.id } : {}),
							...place,
							lat: branch?.lat ?? null,
							lng: branch?.lng ?? null
						});
		if (r.ok) open = null;
		else [problem, field] = [r.message, r.field ?? ''];
	}
	/** The rate that holds today, and what comes. */
	const holds = (c: Component) => [...c.rates].sort((a, b) => (a.from < b.from ? 1 : -1)).find((r) => r.from <= data.today);
	const coming = (c: Component) => c.rates.filter((r) => r.from > data.today);
	const names = (ids: string[]) => ids.map((id) => data.components.find((c) => c.id === id)?.name ?? '').join(' + ');
	const sum = (ids: string[]) => data.components.filter((c) => ids.includes(c.id)).reduce((a, c) => a + (holds(c)?.rate ?? 0), 0);
</script>

<Page
	title="Branches and tax"
	sub="What a document is taxed with, from which day, and where"
	pages={pagesOf('Company')}
	current="/company/tax"
>
	{#snippet actions()}{#if data.mayChange}<button class="btn" onclick={() => editComponent(null)}>New tax</button><button
				class="btn"
				onclick={() => editCode(null)}>New code</button
			><button class="btn btn-primary" onclick={() => editBranch(null)}>New branch</button>{/if}{/snippet}
	<div class="grid gap-4 lg:grid-cols-2">
		<section class="sheet" aria-label="Taxes">
			<h2 class="p-3">Taxes</h2>
			<table class="grid-table">
				<thead><tr><th>Tax</th><th class="num">Today</th><th>Changes</th><th></th></tr></thead>
				<tbody
					>{#each data.components as c (c.id)}<tr
							><td>{c.name}</td><td class="num">{formatRate(holds(c)?.rate ?? null, 2)}</td><td
								>{coming(c)
									.map((r) => `${formatRate(r.rate, 2)} from ${showDay(r.from)}`)
									.join(', ') || `since ${showDay(holds(c)?.from)}`}</td
							><td class="num"
								>{#if data.mayChange}<button class="link" onclick={() => editComponent(c)}>New rate</button>{/if}</td
							></tr
						>{:else}<tr><td colspan="4">No tax yet.</td></tr>{/each}</tbody
				>
			</table>
		</section>
		<section class="sheet" aria-label="Tax codes">
			<h2 class="p-3">Tax codes</h2>
			<table class="grid-table">
				<thead><tr><th>Code</th><th>Made of</th><th class="num">Together today</th><th class="num">Items</th><th></th></tr></thead>
				<tbody
					>{#each data.codes as c (c.id)}<tr
							><td>{c.name}</td><td>{names(c.componentIds)}</td><td class="num">{formatRate(sum(c.componentIds), 2)}</td><td class="num"
								>{c.items.toLocaleString('en-US')}</td
							><td class="num"
								>{#if data.mayChange}<button class="link" onclick={() => editCode(c)}>Change</button>{/if}</td
							></tr
						>{:else}<tr><td colspan="5">No code yet: items and lines choose one.</td></tr>{/each}</tbody
				>
			</table>
		</section>
		<section class="sheet" aria-label="Branches">
			<h2 class="p-3">Branches</h2>
			<table class="grid-table">
				<thead><tr><th>Branch</th><th>Labor rates</th><th>Taxable lines</th><th class="num">Jobs</th><th></th></tr></thead>
				<tbody
					>{#each data.branches as b (b.id)}<tr
							><td
								>{b.name}
								<div class="quiet">{b.address}</div></td
							><td
								>{#each b.sheets as s, i (s.id)}{i ? ', ' : ''}{#if data.mayRates}<a class="link" href="/price/rates/{s.id}">{s.name}</a
										>{:else}{s.name}{/if}{:else}<span class="quiet">the company’s</span>{/each}</td
							><td>{data.codes.find((c) => c.id === b.taxCodeId)?.name ?? 'as the item says'}</td><td class="num">{b.jobs}</td><td
								class="num"
								>{#if data.mayChange}<button class="link" onclick={() => editBranch(b)}>Change</button>{/if}</td
							></tr
						>{/each}</tbody
				>
			</table>
		</section>
		<section class="sheet" aria-label="Exempt customers">
			<h2 class="p-3">Exempt customers</h2>
			<table class="grid-table">
				<thead><tr><th>Customer</th><th>Certificate</th><th>Free from</th><th>Until</th></tr></thead>
				<tbody
					>{#each data.exempt as c (c.id)}<tr
							><td><a class="link" href="/win/customers/{c.id}">{c.name}</a></td><td>{c.exemption?.certificate}</td><td
								>{c.exemption?.componentIds.length
									? names(c.exemption.componentIds)
									: `all taxes (${data.components.map((x) => x.name).join(', ')})`}</td
							><td class:problem={c.exemption?.expires && c.exemption.expires < data.today}
								>{c.exemption?.expires ? showDay(c.exemption.expires) : 'no end'}{c.exemption?.expires && c.exemption.expires < data.today
									? ', expired'
									: ''}</td
							></tr
						>{:else}<tr><td colspan="4" class="quiet">Nobody is exempt. A certificate is put in on the customer’s page.</td></tr
						>{/each}</tbody
				>
			</table>
		</section>
	</div>
</Page>
<Dialog
	bind:open={
		() => open !== null,
		(v) => {
			if (!v) open = null;
		}
	}
	title={open === 'component'
		? component
			? `A new rate of ${component.name}`
			: 'New tax'
		: open === 'code'
			? (code?.name ?? 'New tax code')
			: (branch?.name ?? 'New branch')}
	onsave={save}
	{problem}
>
	{#if open === 'component'}
		<Field label="Name" problem={at('name')}><input class="input" name="tax-name" bind:value={tax.name} required /></Field>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Rate" problem={at('rate')}
				><input class="input" name="tax-rate" bind:value={tax.rate} placeholder="4.75%" required /></Field
			>
			<Field label="From" problem={at('from')}><input class="input" type="date" name="tax-from" bind:value={tax.from} required /></Field>
		</div>
		<p class="quiet">The rate of a document’s own day holds. What was issued before stays as it was.</p>
	{:else if open === 'code'}
		<Field label="Name" problem={at('name')}><input class="input" name="code-name" bind:value={set.name} required /></Field>
		<fieldset class="grid gap-1">
			<legend class="quiet">Made of</legend>
			{#each data.components as c (c.id)}<label
					><input type="checkbox" value={c.id} bind:group={set.componentIds} />
					{c.name} <span class="quiet">{formatRate(holds(c)?.rate ?? null, 2)}</span></label
				>{/each}
		</fieldset>
	{:else}
		<Field label="Name" problem={at('name')}><input class="input" name="branch-name" bind:value={place.name} required /></Field>
		<Field label="Address"><input class="input" bind:value={place.address} /></Field>
		<Field label="Taxable lines of its jobs are taxed with"
			><select class="select" name="branch-tax" bind:value={place.taxCodeId}
				><option value={null}>what the item says</option>{#each data.codes as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
			></Field
		>
		<p class="quiet">Holds for lines added from now on. Labor rates of a branch are set on their rate sheets.</p>
	{/if}
</Dialog>
