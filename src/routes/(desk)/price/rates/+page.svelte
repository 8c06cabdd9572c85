<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { explainEquipment, equipmentCost, KINDS, laborRate } from '$lib/core/pricing';
	import { formatPercent, formatRate, formatUnitPrice, parseUnitPrice } from '$lib/core/money';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import How from '$lib/ui/money/How.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import GroupDialog from '$lib/ui/price/GroupDialog.svelte';
	import EquipmentDialog from '$lib/ui/price/EquipmentDialog.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let machine: (typeof data.equipment)[number] | null = $state(null);
	let machineOpen = $state(false);
	let group: (typeof data.groups)[number] | null = $state(null);
	let groupOpen = $state(false);
	let adding = $state(false);
	/** Whose hours cost by it: the first of many. */
	const namesOf = (names: readonly string[]) => `${names.slice(0, 2).join(', ')}${names.length > 2 ? ` and ${names.length - 2} more` : ''}`;
	const aside = $derived(data.sheets.filter((s) => s.setAside));
	let name = $state('');
	let like = $state('');
	/** The one thing an empty sheet cannot be without. */
	let wage = $state('');
	let field = $state('');
	let problem = $state('');
	async function add() {
		const model = data.sheets.find((s) => s.id === like);
		const read = readForm(() => (model ? 0 : readAt('wage', () => parseUnitPrice(wage, 'The wage'))));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const sheet = model?.sheet ?? {
			members: [{ label: '', wage: read.value, count: 1 }],
			paidHours: 400_000,
			overtimeHours: 0,
			overtimeMultiplier: 15_000,
			burden: 0,
			nonBillable: 0,
			overheadPerHour: 0,
			target: { margin: 1000 }
		};
		const r = await command('rates.save', { name, from: data.today, branchId: model?.branchId ?? null, sheet }, { refresh: false });
		if (r.ok) await goto(`/price/rates/${r.result.id}`);
		else [problem, field] = [r.message, ''];
	}
</script>

<Page title="Rate sheets" sub="How an hour of labor, and an hour of a machine, is built up" pages={pagesOf('Price')} current="/price/rates">
	{#snippet actions()}{#if data.mayChange}<button
				class="btn"
				onclick={() => {
					machine = null;
					machineOpen = true;
				}}>New machine</button
			><button class="btn btn-primary" onclick={() => (adding = true)}>New labor sheet</button>{/if}{/snippet}
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="Labor">
			<thead
				><tr
					><th>Labor</th><th>Branch</th><th>Hours of</th><th>Holds from</th><th class="num">Loaded cost</th><th class="num">Break-even</th
					><th class="num">Price</th><th class="num">Margin</th><th style="width: 22%">Waterline</th></tr
				></thead
			><tbody
				>{#each data.sheets.filter((s) => !s.setAside && s.sheet) as s (s.id)}{@const r = s.sheet ? laborRate(s.sheet) : null}{#if r}<tr
							><td><a class="link" href="/price/rates/{s.id}">{s.name}</a></td><td>{s.branch ?? 'all'}</td><td
								class="quiet names"
								title={data.people[s.id]?.join(', ')}>{namesOf(data.people[s.id] ?? [])}</td
							><td
								>{showDay(s.from)}{#if s.ahead}&nbsp;<Mark kind="wait" label="changes ahead" />{/if}</td
							><td class="num">{formatUnitPrice(r.loadedCost)}</td><td class="num">{formatUnitPrice(r.breakEven)}</td><td class="num"
								><How label={formatUnitPrice(r.price)} of="sheet:{s.id}" about="the price of {s.name}" /></td
							><td class="num" class:problem={r.margin < 0}>{formatRate(r.margin, 2)}</td><td
								><Waterline
									cost={r.loadedCost}
									breakEven={r.breakEven}
									price={r.price}
									words={['', '', '']}
									height={12}
									label="{s.name}: price {formatUnitPrice(r.price)}, break-even {formatUnitPrice(r.breakEven)}"
								/></td
							></tr
						>{/if}{:else}<tr><td colspan="9">No sheets yet.</td></tr>{/each}</tbody
			>
		</table>
	</div>
	{#if aside.length}<p class="quiet mt-2">
			Set aside: {#each aside as s, n (s.id)}{n > 0 ? ', ' : ''}<a class="link" href="/price/rates/{s.id}">{s.name}</a>{/each}
		</p>{/if}
	<div class="sheet mt-4 overflow-x-auto">
		<table class="grid-table" aria-label="Equipment">
			<thead
				><tr
					><th>Equipment</th><th>Its cost lies</th><th class="num">Cost an hour</th><th class="num">Hours a day</th><th class="num"
						>Cost a day</th
					><th>Sold as</th></tr
				></thead
			><tbody
				>{#each data.equipment as e (e.id)}<tr
						><td
							>{#if data.mayChange}<button
									class="link"
									onclick={() => {
										machine = e;
										machineOpen = true;
									}}>{e.name}</button
								>{:else}{e.name}{/if}</td
						><td>in {e.place}</td><td class="num"
							><How label={formatUnitPrice(e.hourlyCost)} of="machine:{e.id}" about="the hourly cost of {e.name}" /></td
						><td class="num">{e.hoursPerDay / 10_000}</td><td class="num"
							><How
								label={formatUnitPrice(equipmentCost(e.sheet, e.hoursPerDay / 10_000))}
								steps={() => explainEquipment(e.sheet, e.hoursPerDay / 10_000)}
								about="the day cost of {e.name}"
							/></td
						><td
							>{#if e.place === 'job cost' && e.itemId}<a class="link" href="/price/catalog/{e.itemId}">catalog item</a>{:else}<span
									class="quiet">carried by the overhead</span
								>{/if}</td
						></tr
					>{:else}<tr><td colspan="6">No machine has a sheet yet. A machine lies in the job cost or in the overhead, never in both.</td></tr
					>{/each}</tbody
			>
		</table>
	</div>
	<div class="sheet mt-4 overflow-x-auto">
		<table class="grid-table" aria-label="Rate groups">
			<thead
				><tr
					><th>Rate group</th>{#each KINDS as k (k)}<th class="num">{k}</th>{/each}<th>Fixed prices</th><th class="num">Customers</th></tr
				></thead
			><tbody
				>{#each data.groups as g (g.id)}<tr
						><td
							>{#if data.mayChange}<button
									class="link"
									onclick={() => {
										group = g;
										groupOpen = true;
									}}>{g.name}</button
								>{:else}{g.name}{/if}</td
						>{#each KINDS as k (k)}<td class="num">{g.percents[k] === undefined ? '' : formatPercent(g.percents[k] ?? 0)}</td>{/each}<td
							>{g.onFixed ? 'too' : 'as they are'}</td
						><td class="num">{g.customers}</td></tr
					>{:else}<tr
						><td colspan={KINDS.length + 3}>Every customer pays the usual price. A rate group gives some of them a percentage of it.</td
						></tr
					>{/each}</tbody
			>
		</table>
		{#if data.mayChange}<button
				class="link p-3"
				onclick={() => {
					group = null;
					groupOpen = true;
				}}>Add a rate group</button
			>{/if}
	</div>
</Page>
<GroupDialog bind:open={groupOpen} {group} />
<EquipmentDialog bind:open={machineOpen} {machine} />
<Dialog bind:open={adding} title="New labor rate sheet" save="Begin" onsave={add} problem={field === 'wage' ? '' : problem}
	><Field label="Name"><input class="input" name="sheet-name" bind:value={name} required /></Field>{#if data.sheets.length}<Field
			label="Begin like"
			><select class="select" bind:value={like}
				><option value="">nothing: empty</option>{#each data.sheets as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			></Field
		>{/if}{#if like === ''}<Field label="Wage an hour" problem={field === 'wage' ? problem : ''}
			><input class="input num" inputmode="decimal" name="wage" bind:value={wage} required /></Field
		>{/if}</Dialog
>
