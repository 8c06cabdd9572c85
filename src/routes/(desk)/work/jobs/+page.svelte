<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import JobMap from '$lib/ui/job/JobMap.svelte';
	import JobStages from '$lib/ui/job/JobStages.svelte';
	import { command } from '$lib/client/command';
	import { latestOf } from '$lib/client/shown.svelte';
	import { isLooked, JOB_LOOKS, markOf, pricingOf, type JobLook } from '$lib/core/sales';
	import { formatCents, formatQuantity } from '$lib/core/money';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { nearDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import { moneyColumn, quantityColumn } from '$lib/ui/tables/columns';
	import SavedViews from '$lib/ui/tables/SavedViews.svelte';
	import DataTable from '$lib/ui/tables/DataTable.svelte';
	import { withParams, type Column } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Job = (typeof data.jobs)[number];
	/** The stages in the order a job goes through them. */
	const PLACES_OF: readonly string[] = ['bidding', 'won', 'ready', 'under way', 'finished', 'closed', 'lost'];
	const hours = (n: number) => formatQuantity(Math.round(n / 1000) * 1000);
	const NAMES: Readonly<Record<JobLook, string>> = { over: 'Over its hours', unbilled: 'Costs not billed', unplanned: 'Nothing planned' };
	const looks = $derived(JOB_LOOKS.filter((l) => l !== 'unbilled' || data.mayMoney));
	const look = $derived(looks.find((l) => l === page.url.searchParams.get('look')) ?? '');
	const shown = $derived(look === '' ? data.jobs : data.jobs.filter((j) => isLooked(look, j)));
	/** The list, its columns by stage, or the map. */
	const AS = [
		['', 'Table'],
		['stages', 'By stage'],
		['map', 'Map']
	] as const;
	const as = $derived(AS.find(([a]) => a === page.url.searchParams.get('as'))?.[0] ?? '');
	/** What the list is narrowed by, on the server: in charge, branch, kind, and each own field that offers choices. */
	const narrows = $derived<{ param: string; label: string; choices: (readonly [string, string])[] }[]>([
		{ param: 'person', label: 'In charge', choices: data.staff.map((p) => [p.id, p.name] as const) },
		...(data.branches.length > 1 ? [{ param: 'branch', label: 'Branch', choices: data.branches.map((b) => [b.id, b.name] as const) }] : []),
		{ param: 'kind', label: 'Kind of work', choices: data.kinds.map((k) => [k, k] as const) },
		...data.fields
			.filter((f) => f.choices.length > 0)
			.map((f) => ({ param: `own.${f.id}`, label: f.label, choices: f.choices.map((c) => [c, c] as const) }))
	]);
	const narrowedBy = $derived([...narrows.map((n) => n.param), 'from', 'to'].some((p) => page.url.searchParams.get(p)));
	const narrow = (params: Record<string, string>) =>
		void goto(withParams(page.url.search, params) || '?', { replaceState: true, keepFocus: true, noScroll: true });
	let picked: string[] = $state([]);
	let said = $state('');
	/** Changes those that are picked and still shown: what was filtered away is not meant. */
	async function change(what: { stageId?: string; personId?: string }, select: HTMLSelectElement) {
		if (!(what.stageId || what.personId)) return;
		const jobIds = shown.filter((j) => picked.includes(j.id)).map((j) => j.id);
		select.value = '';
		if (jobIds.length === 0) return;
		const r = await command('jobs.change-many', { jobIds, ...what });
		said = r.ok ? `${r.result.changed} job${r.result.changed === 1 ? '' : 's'} changed.` : r.message;
		if (r.ok) picked = [];
	}
	/** What stands for a contract where there is none. */
	const noContract = (j: Job): string => (j.mends ? 'mends another' : pricingOf({ pricing: j.pricing, contractNet: j.contract }));
	const columns: Column<Job>[] = $derived([
		{ key: 'number', label: 'Job', value: (j) => j.number },
		{ key: 'name', label: 'Name', value: (j) => j.name, own: true },
		{ key: 'customer', label: 'Customer', value: (j) => j.customer, group: true },
		{ key: 'kind', label: 'Kind of work', value: (j) => j.kindOfWork, extra: true, group: true },
		{
			key: 'stage',
			label: 'Stage',
			value: (j) => j.stage,
			rank: (j) => PLACES_OF.indexOf(j.meaning),
			own: true,
			group: true
		},
		moneyColumn('contract', 'Contract', (j) => j.contract || null, { text: (j) => (j.contract ? formatCents(j.contract) : noContract(j)) }),
		moneyColumn('sold', 'Cost sold', (j) => j.sold, { extra: true }),
		moneyColumn('used', 'Cost used', (j) => j.used),
		{ key: 'share', label: 'Used against sold', value: (j) => (j.sold ? j.used / j.sold : null), own: true, width: '15%' },
		...(data.mayMoney ? [moneyColumn<Job>('billed', 'Billed', (j) => j.billed ?? 0)] : []),
		...(data.mayMoney ? [moneyColumn<Job>('toBill', 'Costs not billed', (j) => j.toBill ?? 0, { blank: true, extra: true })] : []),
		{ key: 'person', label: 'In charge', value: (j) => j.person, extra: true, group: true },
		{ key: 'branch', label: 'Branch', value: (j) => j.branch, extra: true, group: true },
		{
			key: 'next',
			label: 'Next planned',
			value: (j) => j.nextDay,
			text: (j) => (j.nextDay ? nearDay(j.nextDay, data.today) : ''),
			extra: true
		},
		{ key: 'last', label: 'Last planned', value: (j) => j.lastDay, text: (j) => showDay(j.lastDay), extra: true },
		quantityColumn('hoursSold', 'Hours sold', (j) => j.hoursSold, hours, { extra: true }),
		quantityColumn('hoursUsed', 'Hours used', (j) => j.hoursUsed, hours, { extra: true }),
		...data.fields.map((f): Column<Job> => ({ key: `own.${f.id}`, label: f.label, value: (j) => j.own[f.id] ?? '', extra: true }))
	]);
</script>

<Page
	title="Jobs"
	sub={data.mayMoney ? 'What is won, with what it cost and what is billed' : 'What is won, with what it cost'}
	pages={pagesOf('Work')}
	current="/work/jobs"
>
	<div class="narrow">
		<SavedViews of="jobs" views={data.views} />
		<nav class="flex gap-3" aria-label="Seen as">
			{#each AS as [value, word] (value)}<a
					class="link"
					href={withParams(page.url.search, { as: value })}
					aria-current={as === value ? 'true' : undefined}>{word}</a
				>{/each}
		</nav>
		{#each narrows as n (n.param)}<select
				class="select"
				aria-label={n.label}
				value={page.url.searchParams.get(n.param) ?? ''}
				onchange={(e) => narrow({ [n.param]: e.currentTarget.value })}
				><option value="">{n.label}: all</option>{#each n.choices as [value, word] (value)}<option {value}>{word}</option>{/each}</select
			>{/each}
		<label
			>from <input
				class="input"
				type="date"
				aria-label="Worked on from"
				value={data.by.from}
				onchange={(e) => narrow({ from: e.currentTarget.value })}
			/></label
		>
		<label
			>to <input
				class="input"
				type="date"
				aria-label="Worked on to"
				value={data.by.to}
				onchange={(e) => narrow({ to: e.currentTarget.value })}
			/></label
		>
		{#if narrowedBy}<button
				class="link"
				onclick={() => narrow(Object.fromEntries([...narrows.map((n) => [n.param, '']), ['from', ''], ['to', '']]))}
				>Narrow by nothing</button
			>{/if}
	</div>
	{#if said}<p class="mb-2" role="status">{said}</p>{/if}
	{#if as === 'stages'}<JobStages
			jobs={shown.map((j) => ({ ...j, without: noContract(j) }))}
			stages={data.allStages}
			today={data.today}
			mayMoney={data.mayMoney}
		/>
	{:else if as === 'map'}<JobMap jobs={shown} tiles={data.tiles} today={data.today} />
	{:else}<div class="list">
			<DataTable
				name="jobs"
				rows={shown}
				bind:picked={
					() => (data.mayChange ? picked : undefined),
					(now) => {
						picked = now ?? [];
					}
				}
				{columns}
				href={(j) => `/jobs/${j.id}`}
				search="server"
				placeholder="Name, customer or number"
				empty="No job fits. Jobs get here when their quote is accepted."
				filters={[
					{
						param: 'stage',
						label: 'Stage',
						value: data.stage,
						choices: [
							['', 'All'],
							['ready', 'Ready'],
							['under way', 'Under way'],
							['finished', 'Finished'],
							['closed', 'Closed']
						]
					},
					{ param: 'look', label: 'Look at', value: look, choices: [['', 'All of them'], ...looks.map((l) => [l, NAMES[l]] as const)] }
				]}
			>
				{#snippet tools()}{#if data.mayChange && picked.length}<select
							class="select pick"
							aria-label="Stage of those picked"
							onchange={(e) => change({ stageId: e.currentTarget.value }, e.currentTarget)}
							><option value="">{picked.length} to stage …</option>{#each data.stages as s (s.id)}<option value={s.id}>{s.name}</option
								>{/each}</select
						><select
							class="select pick"
							aria-label="In charge of those picked"
							onchange={(e) => change({ personId: e.currentTarget.value }, e.currentTarget)}
							><option value="">{picked.length} in charge of …</option>{#each data.staff as p (p.id)}<option value={p.id}>{p.name}</option
								>{/each}</select
						>{/if}{/snippet}
				{#snippet cell(j, key)}
					{#if key === 'name'}<a class="link" href="/jobs/{j.id}">{j.name}</a>
					{:else if key === 'stage'}<Mark kind={markOf(j)} label={j.stage} />
					{:else if j.sold}<Waterline
							kind="used"
							cost={Math.min(j.used, j.sold)}
							breakEven={j.sold}
							price={j.used}
							words={['', '', '']}
							height={10}
							label="{formatCents(j.used)} of {formatCents(j.sold)}"
						/>{/if}
				{/snippet}
			</DataTable>
		</div>{/if}
</Page>

<style>
	.list {
		--above: 290px;
	}
	.narrow {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px 12px;
		margin-bottom: 8px;
	}
	.narrow .select {
		width: auto;
		max-width: 180px;
		padding-right: 1.9rem;
	}
	.narrow .input {
		width: 140px;
	}
	.narrow a[aria-current] {
		font-weight: 700;
		text-decoration: none;
	}
	.pick {
		width: auto;
		max-width: 190px;
		padding-right: 1.9rem;
	}
</style>
