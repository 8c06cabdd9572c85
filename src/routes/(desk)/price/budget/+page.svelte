<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { wordsOf } from '$lib/core/refusal';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { readCsv, readYearFigures } from '$lib/core/formats';
	import { formatCents, formatPercent, formatRate, formatShare, formatUnitPrice } from '$lib/core/money';
	import {
		AS_BUDGETED,
		carriedBy,
		computeBudget,
		explainBudget,
		explainCarried,
		OTHER_KINDS,
		RECOVERY_METHODS,
		recoveryToDate,
		whatIf,
		type Recovery,
		type WhatIf,
		type YearlyBudget
	} from '$lib/core/pricing';
	import Lines from '$lib/ui/chart/Lines.svelte';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import How from '$lib/ui/money/How.svelte';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import AmountTable from '$lib/ui/price/AmountTable.svelte';
	import { readBudget, takeLastYear, typeBudget } from '$lib/ui/price/budget-form';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const METHODS = { hours: 'On hours', dollars: 'On dollars', split: 'Split' } as const;
	const KIND_WORDS = { material: 'Materials', equipment: 'Equipment', subcontract: 'Subcontract', other: 'Other' } as const;
	let t = $state(untrack(() => typeBudget(data.budget)));
	let year = $state(untrack(() => data.year));
	$effect(() => {
		if (data.year !== year) [t, year] = [typeBudget(data.budget), data.year];
	});
	let said = $state('');
	let problem = $state('');
	let factors: WhatIf = $state({ ...AS_BUDGETED });
	let taking = $state(false);
	let from = $state(untrack(() => data.today));
	let naming = $state(false);
	let scenario = $state('');
	const read = $derived.by((): { budget: YearlyBudget | null; problem: string } => {
		try {
			const budget = readBudget(data.year, t, data.sheets);
			computeBudget(budget);
			return { budget, problem: '' };
		} catch (e) {
			return { budget: null, problem: wordsOf(e) };
		}
	});
	const plain = $derived(read.budget ? computeBudget(read.budget) : null);
	const moved = $derived(Object.values(factors).some((f) => f !== 10_000));
	const b = $derived(read.budget && moved ? whatIf(read.budget, factors) : read.budget);
	const r = $derived(b ? computeBudget(b) : null);
	const way = (w: Recovery | null) =>
		w
			? [w.perHour ? `${formatUnitPrice(w.perHour)} an hour` : '', w.perDollar ? `${formatRate(w.perDollar, 2)} of dollars` : '']
					.filter(Boolean)
					.join(' + ') || 'nothing to carry'
			: 'cannot carry it';
	const rows = $derived.by((): TallyRow[] =>
		r && b
			? [
					{ label: 'Billable hours', value: r.billableHours.toLocaleString('en-US') },
					{ label: 'Labor', value: formatCents(r.labor) },
					{ label: 'Other direct cost', value: formatCents(r.other) },
					{ label: 'Direct cost', value: formatCents(r.direct), rule: true },
					{ label: 'Overhead', value: formatCents(r.overhead), how: () => explainBudget(b) },
					{ label: 'Expected sales', value: formatCents(r.sales), rule: true, tone: 'price' },
					{
						label: r.profit < 0 ? 'Loss' : 'Profit',
						value: `${formatCents(r.profit)}${r.profitShare === null ? '' : ` · ${formatRate(r.profitShare)}`}`,
						tone: r.profit < 0 ? 'problem' : 'gain'
					},
					{
						label: 'Break-even sales',
						value: r.breakEvenSales === null ? 'never' : formatCents(r.breakEvenSales),
						testId: 'break-even-sales'
					},
					{
						label: 'Each hour carries',
						value: r.chosen ? formatUnitPrice(r.chosen.perHour) : '–',
						rule: true,
						tone: 'strong',
						testId: 'per-hour'
					},
					{ label: 'Each dollar carries', value: r.chosen ? formatRate(r.chosen.perDollar, 2) : '–', tone: 'strong', testId: 'per-dollar' }
				]
			: []
	);
	const recovered = $derived(b ? recoveryToDate(b, data.months) : []);
	async function act<N extends CommandName>(name: N, input: Input<N>, words: string): Promise<boolean> {
		const done = await command(name, input);
		[said, problem] = done.ok ? [words, ''] : ['', done.message];
		return done.ok;
	}
	async function save() {
		if (!read.budget) return void (problem = read.problem);
		await act(
			'budget.save',
			{ ...read.budget, ...(data.version === undefined ? {} : { version: data.version }) },
			`The budget of ${data.year} is saved.`
		);
	}
	async function lastYear(e: Event & { currentTarget: HTMLInputElement }) {
		const file = e.currentTarget.files?.[0];
		if (!file) return;
		try {
			const { figures, rejected } = readYearFigures(readCsv(await file.text()));
			const { known, added } = takeLastYear(t, figures);
			said = `${known} lines found again, ${added} added as overhead${rejected.length ? `, ${rejected.length} rows could not be read (first: row ${rejected[0]?.row})` : ''}. Nothing is saved yet.`;
		} catch (x) {
			problem = (x as Error).message;
		}
	}
	const SLIDERS = [
		['hours', 'Hours sold'],
		['wages', 'Wages'],
		['overhead', 'Overhead'],
		['other', 'Materials and subs'],
		['sales', 'Sales']
	] as const;
	const at = (w: WhatIf) => (read.budget ? computeBudget(whatIf(read.budget, w)) : null);
</script>

<Page
	asks
	title="Budget {data.year}"
	sub="What each hour and each dollar must carry, and what is left"
	pages={pagesOf('Price')}
	current="/price/budget"
	wide
>
	{#snippet actions()}
		{#if data.mayChange}<button class="btn" disabled={!data.saved} title="A new version of each rate sheet" onclick={() => (taking = true)}
				>Put on the rate sheets</button
			><button class="btn btn-primary" onclick={save}>Save</button>{/if}
	{/snippet}
	<div class="bench-page">
		<div class="bench-left">
			<div class="bar no-print">
				<label
					>Year <select class="select year" value={data.year} onchange={(e) => goto(`?year=${e.currentTarget.value}`)}
						>{#each [...new Set([data.year + 1, data.year, data.year - 1, ...data.years])].sort((x, y) => y - x) as y (y)}<option value={y}
								>{y}{data.years.includes(y) ? '' : ' (not begun)'}</option
							>{/each}</select
					></label
				>
				{#if data.mayChange}<label class="file link"
						>Last year’s figures from a CSV<input type="file" accept=".csv,text/csv" onchange={lastYear} /></label
					>{/if}
			</div>
			{#if said}<p role="status" class="mb-2">{said}</p>{/if}
			{#if problem || read.problem}<p class="problem mb-2" role="alert">{problem || read.problem}</p>{/if}
			<div class="two">
				<AmountTable
					title="Expected sales"
					bind:lines={t.sales}
					actual={(l) => data.actual.sales[l.name.trim().toLowerCase()] ?? null}
					add={() => t.sales.push({ name: '', lastYear: '', amount: '' })}
					disabled={!data.mayChange}
				/>
				<section class="sheet">
					<h2>Direct cost</h2>
					<table class="grid-table" style="table-layout: fixed" aria-label="Direct cost">
						<thead
							><tr
								><th>What</th><th style="width: 136px">Kind</th><th class="num" style="width: 108px">Last year</th><th
									class="num"
									style="width: 108px">This year</th
								><th class="num" style="width: 96px">To date</th></tr
							></thead
						><tbody
							>{#each t.direct as d, n (n)}<tr
									><td><input class="bare" aria-label="Direct cost {n + 1}" bind:value={d.name} disabled={!data.mayChange} /></td><td
										><select class="bare" aria-label="Kind of {d.name}" bind:value={d.kind} disabled={!data.mayChange}
											>{#each OTHER_KINDS as k (k)}<option value={k}>{KIND_WORDS[k]}</option>{/each}</select
										></td
									><td><input class="bare num" aria-label="{d.name}, last year" bind:value={d.lastYear} disabled={!data.mayChange} /></td
									><td><input class="bare num" aria-label="{d.name}, this year" bind:value={d.amount} disabled={!data.mayChange} /></td><td
										class="num quiet">{formatCents(data.actual.cost[d.kind] ?? 0)}</td
									></tr
								>{:else}<tr><td colspan="5" class="quiet">Materials, subcontract, equipment.</td></tr>{/each}</tbody
						>
					</table>
					{#if data.mayChange}<button
							type="button"
							class="link more"
							onclick={() => t.direct.push({ name: '', kind: 'material', lastYear: '', amount: '' })}>Add a line</button
						>{/if}
				</section>
			</div>
			<section class="sheet">
				<h2>Field labor</h2>
				<table class="grid-table" aria-label="Field labor">
					<thead
						><tr
							><th>Crew</th><th>Rate sheet</th><th class="num">People</th><th class="num">Paid hours each</th><th class="num"
								>Non-billable</th
							><th class="num">Loaded cost</th><th></th></tr
						></thead
					><tbody
						>{#each t.crews as c, n (n)}{@const sheet = data.sheets.find((s) => s.id === c.sheetId)}<tr
								><td><input class="bare" aria-label="Crew {n + 1}" bind:value={c.name} disabled={!data.mayChange} /></td><td
									><select class="bare" aria-label="Rate sheet of {c.name}" bind:value={c.sheetId} disabled={!data.mayChange}
										><option value="">typed</option>{#each data.sheets as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
									></td
								><td><input class="bare num" aria-label="People of {c.name}" bind:value={c.heads} disabled={!data.mayChange} /></td><td
									><input class="bare num" aria-label="Paid hours of {c.name}" bind:value={c.paidHours} disabled={!data.mayChange} /></td
								><td
									>{#if sheet}<span class="given">{formatShare(sheet.nonBillable)}</span>{:else}<input
											class="bare num"
											aria-label="Non-billable of {c.name}"
											bind:value={c.nonBillable}
											disabled={!data.mayChange}
										/>{/if}</td
								><td
									>{#if sheet}<span class="given">{formatUnitPrice(sheet.loadedCost)}</span>{:else}<input
											class="bare num"
											aria-label="Loaded cost of {c.name}"
											bind:value={c.loadedCost}
											disabled={!data.mayChange}
										/>{/if}</td
								><td class="end"
									>{#if data.mayChange}<button type="button" class="quiet" aria-label="Remove {c.name}" onclick={() => t.crews.splice(n, 1)}
											>×</button
										>{/if}</td
								></tr
							>{:else}<tr><td colspan="7" class="quiet">Who works on jobs, and how long in the year.</td></tr>{/each}</tbody
					>
				</table>
				{#if data.mayChange}<button
						type="button"
						class="link more"
						onclick={() => t.crews.push({ name: '', sheetId: '', heads: '1', paidHours: '1880', nonBillable: '15%', loadedCost: '' })}
						>Add a crew</button
					>{/if}
			</section>
			<AmountTable
				title="Overhead"
				bind:lines={t.overhead}
				add={() => t.overhead.push({ name: '', lastYear: '', amount: '' })}
				disabled={!data.mayChange}
			/>
			<section class="sheet">
				<h2>Three ways to carry it</h2>
				<table class="grid-table" aria-label="Three ways to carry it">
					<thead
						><tr
							><th>Way</th><th>Carries</th>{#each data.typical as j (j.name)}<th class="num">{j.name}</th>{/each}</tr
						></thead
					><tbody
						>{#each RECOVERY_METHODS as m (m)}<tr class:font-bold={t.method === m}
								><td
									><label class="pick"
										><input type="radio" name="method" value={m} bind:group={t.method} disabled={!data.mayChange} />
										{METHODS[m]}</label
									>{#if m === 'split'}&nbsp;<input
											class="bare share"
											aria-label="Share on hours"
											bind:value={t.onHours}
											disabled={!data.mayChange}
										/> on hours{/if}</td
								><td>{r ? way(r.ways[m]) : ''}</td>{#each data.typical as j (j.name)}{@const w = r?.ways[m]}<td class="num"
										>{#if w && b}<How
												label={formatCents(carriedBy(j, m, w))}
												steps={() => explainCarried(j, { ...b, method: m }) ?? explainBudget(b)}
												about="what {j.name} carries"
											/>{:else}–{/if}</td
									>{/each}</tr
							>{/each}</tbody
					>
				</table>
				<p class="quiet more">What each typical job would carry of the overhead. The chosen way is the bold one.</p>
			</section>
			<section class="sheet p-3">
				<h2 class="mb-2">Recovered by what was sold in {data.year}</h2>
				{#if recovered.length}<Lines
						labels={recovered.map((m) => new Date(`${m.month}-15`).toLocaleDateString('en-US', { month: 'short', timeZone: 'UTC' }))}
						lines={[
							{ name: 'due', values: recovered.map((m) => m.due), dashed: true },
							{ name: 'recovered', values: recovered.map((m) => m.recovered) }
						]}
						show={(n) => formatCents(n).replace(/\.\d\d$/, '')}
					/>{:else}<p class="quiet">Nothing of this year yet.</p>{/if}
			</section>
		</div>
		<div>
			<Tally
				{rows}
				bar={['Each hour carries', r?.chosen ? formatUnitPrice(r.chosen.perHour) : '–', moved ? 'what if' : '']}
				how={b ? () => explainBudget(b) : undefined}
				about="the overhead to carry"
			>
				{#snippet picture()}{#if r}<Waterline
							cost={r.direct}
							breakEven={r.direct + r.overhead}
							price={r.sales}
							words={['direct cost', 'break-even', 'profit']}
							label="Sales {formatCents(r.sales)}, direct cost {formatCents(r.direct)}, overhead {formatCents(r.overhead)}"
						/>{/if}{/snippet}
				<h2 class="mt-4">What if</h2>
				<div class="sliders">
					{#each SLIDERS as [key, word] (key)}<label
							><span>{word}</span><output class="figure">{formatPercent(factors[key])}</output><input
								type="range"
								min="5000"
								max="15000"
								step="100"
								bind:value={factors[key]}
								aria-label="What if: {word}"
							/></label
						>{/each}
				</div>
				{#if moved}<p class="mt-2">
						{#if plain?.chosen && r?.chosen}{formatUnitPrice(plain.chosen.perHour)} →
							<strong class="figure">{formatUnitPrice(r.chosen.perHour)}</strong> an hour{/if}
					</p>
					<div class="buttons">
						<button class="btn" onclick={() => (factors = { ...AS_BUDGETED })}>As budgeted</button>{#if data.mayChange}<button
								class="btn"
								onclick={() => {
									scenario = '';
									naming = true;
								}}>Keep as scenario</button
							>{/if}
					</div>{/if}
				{#if data.scenarios.length}
					<h2 class="mt-4">Scenarios</h2>
					<table class="scenarios">
						<thead><tr><th></th><th>hour</th><th>profit</th><th></th></tr></thead>
						<tbody>
							{#each data.scenarios as s (s.id)}{@const x = at(s.whatIf)}<tr
									><td><button class="link" onclick={() => (factors = { ...s.whatIf })}>{s.name}</button></td><td class="figure"
										>{x?.chosen ? formatUnitPrice(x.chosen.perHour) : '–'}</td
									><td class="figure">{x ? formatCents(x.profit).replace(/\.\d\d$/, '') : ''}</td><td
										>{#if data.mayChange}<button
												class="quiet"
												aria-label="Drop {s.name}"
												onclick={() => act('budget.drop-scenario', { scenarioId: s.id }, 'Scenario dropped.')}>×</button
											>{/if}</td
									></tr
								>{/each}
						</tbody>
					</table>
				{/if}
			</Tally>
		</div>
	</div>
</Page>
<Dialog
	bind:open={naming}
	title="Keep these assumptions"
	{problem}
	onsave={async () => {
		if (await act('budget.save-scenario', { year: data.year, name: scenario, whatIf: factors }, 'Scenario kept.')) naming = false;
	}}><Field label="Name"><input class="input" bind:value={scenario} required /></Field></Dialog
>
<Dialog
	bind:open={taking}
	title="Put the overhead on the rate sheets"
	save="Make the new versions"
	{problem}
	onsave={async () => {
		if (
			await act(
				'budget.take-overhead',
				{ year: data.year, from },
				'Every rate sheet has a new version. Estimates keep what they were priced with.'
			)
		)
			taking = false;
	}}
	><p>
		Each of the {data.sheets.length} sheets gets {r?.chosen ? formatUnitPrice(r.chosen.perHour) : '–'} of overhead an hour from this day on; its
		margin stays, so its price moves.{#if r?.chosen?.perDollar}
			Dollars of other cost carry {formatRate(r.chosen.perDollar, 2)}.{/if}
	</p>
	<Field label="From"><input class="input" type="date" bind:value={from} /></Field></Dialog
>

<style>
	.bar {
		display: flex;
		gap: 20px;
		align-items: center;
	}
	.year {
		width: 150px;
		display: inline-block;
	}
	.file input {
		position: absolute;
		width: 1px;
		height: 1px;
		opacity: 0;
	}
	.file {
		cursor: pointer;
	}
	.file:focus-within {
		outline: 2px solid var(--color-primary);
	}
	.two {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 12px;
		align-items: start;
	}
	h2 {
		padding: 9px 12px 6px;
	}
	.sheet.p-3 h2,
	:global(aside) h2 {
		padding: 0;
	}
	.given {
		text-align: right;
		font-family: var(--font-figure);
		font-variant-numeric: tabular-nums;
	}
	.given {
		display: block;
		padding-right: 4px;
		color: var(--color-info);
	}
	.share {
		width: 52px;
		text-align: right;
		border: 1px solid var(--line);
		height: 24px;
	}
	.more {
		padding: 7px 12px;
		display: inline-block;
	}
	.end {
		width: 28px;
	}
	.pick {
		cursor: pointer;
	}
	.sliders {
		display: grid;
		gap: 6px;
		margin-top: 6px;
	}
	.sliders label {
		display: grid;
		grid-template-columns: 1fr auto;
	}
	.sliders input {
		grid-column: 1 / -1;
		accent-color: var(--color-primary);
	}
	.buttons {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		margin-top: 8px;
	}
	.scenarios {
		width: 100%;
	}
	.scenarios th {
		text-align: right;
		font-weight: 500;
		color: var(--quiet);
	}
	.scenarios td.figure {
		text-align: right;
		padding-left: 10px;
		white-space: nowrap;
	}
	.scenarios td:last-child {
		padding-left: 6px;
	}
	.scenarios button.link {
		text-align: left;
	}
	@media (max-width: 1100px) {
		.two {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
