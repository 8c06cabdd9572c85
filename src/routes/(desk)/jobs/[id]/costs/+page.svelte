<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import type { Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatCents, formatQuantity, formatRate, parseCents, parsePercent, toTyped } from '$lib/core/money';
	import { step } from '$lib/core/explain';
	import TaskField from '$lib/ui/work/TaskField.svelte';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import How from '$lib/ui/money/How.svelte';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const WORDS = { labor: 'Labor', material: 'Materials', equipment: 'Equipment', subcontract: 'Subcontract', other: 'Other' };
	const REST = {
		typed: 'as typed',
		percent: 'from the percent complete',
		budget: 'what is left of the budget',
		'low percent': 'what is left of the budget: under 10 % says too little'
	} as const;
	const costs = $derived(data.costs);
	const earned = $derived(costs.earned);
	const worth = $derived(costs.contract + costs.apart);
	const billing = $derived(costs.billing);
	const all = $derived(costs.all);
	type Row = (typeof costs.rows)[number];
	type Figures = Omit<Row, 'phaseId' | 'kind' | 'restBy'>;
	let byPhase = $state(false);
	const phaseName = (id: string | null) => data.phases.find((p) => p.id === id)?.name ?? 'no phase';
	/** By kind, or by phase and kind: each with its name and figures. */
	const shown = $derived<{ key: string; name: string; row: Row | null; f: Figures }[]>(
		byPhase
			? [...data.phases.map((p) => p.id), null].flatMap((id) =>
					costs.rows
						.filter((r) => r.phaseId === id)
						.map((r) => ({ key: `${id ?? ''}${r.kind}`, name: `${phaseName(id)} · ${WORDS[r.kind]}`, row: r, f: r }))
				)
			: costs.byKind.map((r) => ({ key: r.kind, name: WORDS[r.kind], row: null, f: r }))
	);
	const forecastSteps = (name: string, f: Figures, row: Row | null) =>
		step(`${name}: difference`, formatCents(f.difference), {
			formula: `${formatCents(f.budget)} budget − ${formatCents(f.forecast)} forecast`,
			steps: [
				step('Budget now', formatCents(f.budget), { formula: `${formatCents(f.sold)} sold + ${formatCents(f.changed)} changed` }),
				step('Forecast', formatCents(f.forecast), {
					formula: `${formatCents(f.actual)} used + ${formatCents(f.committed)} committed + ${formatCents(f.toCome)} to come${row ? `, ${REST[row.restBy]}` : ''}`
				})
			]
		});
	const rows = $derived.by((): TallyRow[] => [
		{ label: 'Contract, net', value: formatCents(costs.contract) },
		...(costs.apart ? [{ label: 'Charged beside it', value: formatCents(costs.apart), note: 'hours and materials' }] : []),
		{ label: 'Forecast cost', value: formatCents(all.forecast) },
		{
			label: earned.profit < 0 ? 'Loss expected' : 'Profit expected',
			value: formatCents(Math.abs(earned.profit)),
			note: formatRate(earned.margin),
			rule: true,
			tone: earned.profit < 0 ? 'problem' : 'gain',
			testId: 'profit',
			how: () =>
				step('Profit expected', formatCents(earned.profit), {
					formula: `${formatCents(worth)} ${costs.apart ? 'contract and charges' : 'contract'} − ${formatCents(all.forecast)} forecast`
				})
		},
		{
			label: 'Complete, by cost',
			value: formatRate(earned.complete),
			how: () =>
				step('Complete, by cost', formatRate(earned.complete), {
					formula: `(${formatCents(all.actual)} used${costs.unfitted ? ` − ${formatCents(costs.unfitted)} not fitted yet` : ''}) ÷ ${formatCents(all.forecast)} forecast`
				})
		},
		{
			label: 'Earned',
			value: formatCents(earned.earned),
			rule: true,
			how: () =>
				step('Earned', formatCents(earned.earned), {
					formula: `${formatCents(worth)} × ${formatCents(all.actual - costs.unfitted)} ÷ ${formatCents(all.forecast)}`
				})
		},
		...(billing ? billedRows(billing) : [])
	]);
	const billedRows = (b: NonNullable<typeof billing>): TallyRow[] => [
		{ label: 'Billed, net', value: formatCents(b.billed) },
		{
			label: b.over < 0 ? 'Billed too little' : 'Billed ahead',
			value: formatCents(Math.abs(b.over)),
			rule: true,
			tone: b.over < 0 ? 'problem' : 'strong'
		},
		...(b.toBill > 0 ? [{ label: '▲ Not billed', value: formatCents(b.toBill), tone: 'strong' as const, testId: 'not-billed' }] : [])
	];
	let adding = $state(false);
	// What is being typed is the page's own: news from elsewhere does not run over it.
	let typed: Omit<Input<'costs.add'>, 'jobId' | 'cost'> & { cost: string } = $state(
		untrack(() => ({ kind: 'subcontract', name: '', day: data.today, cost: '' }))
	);
	let problem = $state('');
	let field = $state('');
	let percent = $state(untrack(() => (data.head.job.percentComplete === null ? '' : String(data.head.job.percentComplete / 100))));
	async function add() {
		const read = readForm(() => ({ ...typed, cost: readAt('cost', () => parseCents(typed.cost, 'The cost')) }));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('costs.add', { jobId: data.head.job.id, ...read.value });
		if (r.ok) [adding, problem] = [false, ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function mark(costId: string, state: Input<'costs.mark'>['state']) {
		const r = await command('costs.mark', { costId, state });
		problem = r.ok ? '' : r.message;
	}
	/** Time that overlaps other time of the same person, or was booked wrongly: the office puts it right, with the reason. */
	type Time = NonNullable<(typeof costs.entries)[number]['time']>;
	let righting: { time: Time; name: string } | null = $state(null);
	let right = $state({ day: '', from: '', to: '', breaks: '', reason: '', taskId: '' });
	function putRight(time: Time, name: string) {
		righting = { time, name };
		right = { day: time.day, from: time.from, to: time.to, breaks: String(time.breakMinutes), reason: '', taskId: time.taskId ?? '' };
		[problem, field] = ['', ''];
	}
	async function saveTime(takeOff = false) {
		if (!righting) return;
		const { id: entryId, version } = righting.time;
		const r = takeOff
			? await command('time.remove', { entryId, reason: right.reason })
			: await command('time.correct', {
					...{ entryId, version, day: right.day, from: right.from, to: right.to, reason: right.reason, taskId: right.taskId || null },
					breakMinutes: Number.isInteger(Number(right.breaks)) ? Number(right.breaks) : -1
				});
		if (r.ok) [righting, problem] = [null, ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	/** What is typed into a phase's cell: what is still to come of it. */
	async function setRest(r: Row, text: string) {
		const read = readForm(() => (text.trim() === '' ? null : readAt('amount', () => parseCents(text))));
		if (!read.ok) {
			problem = read.message;
			return;
		}
		const done = await command('costs.set-remainder', { jobId: data.head.job.id, phaseId: r.phaseId, kind: r.kind, amount: read.value });
		problem = done.ok ? '' : done.message;
	}
	async function setPhase(p: (typeof data.phases)[number], text: string) {
		const read = readForm(() => (text.trim() === '' ? null : readAt('percent', () => parsePercent(text))));
		if (!read.ok) {
			problem = read.message;
			return;
		}
		const done = await command('costs.set-complete', { phaseId: p.id, percent: read.value, version: p.version });
		problem = done.ok ? '' : done.message;
	}
	async function savePercent() {
		const read = readForm(() => (percent.trim() === '' ? null : parsePercent(percent, 'The percent complete')));
		if (!read.ok) return void (problem = read.message);
		const r = await command('jobs.change', { jobId: data.head.job.id, percentComplete: read.value });
		problem = r.ok ? '' : r.message;
	}
</script>

<Page
	title={data.head.job.name}
	sub="Costs · {data.head.customer.name}"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/costs"
	wide
>
	{#snippet actions()}{#if data.mayChange && data.head.job.number !== null}<button class="btn btn-primary" onclick={() => (adding = true)}
				>Add a cost</button
			>{/if}{/snippet}
	<ThreadStrip steps={data.thread} />
	<div class="grid gap-4 p-[18px] lg:grid-cols-[minmax(0,1fr)_300px]">
		<div class="grid content-start gap-4">
			{#if problem && !adding}<p class="problem" role="alert">{problem}</p>{/if}
			<div class="sheet overflow-x-auto">
				<p class="flex gap-4 px-3 pt-3">
					<button class="link" aria-pressed={!byPhase} class:font-bold={!byPhase} onclick={() => (byPhase = false)}>By kind</button><button
						class="link"
						aria-pressed={byPhase}
						class:font-bold={byPhase}
						onclick={() => (byPhase = true)}>By phase and kind</button
					>
				</p>
				<table class="grid-table" aria-label={byPhase ? 'Costs by phase and kind' : 'Costs by kind'}>
					<thead
						><tr
							><th>{byPhase ? 'Phase and kind' : 'Kind'}</th><th class="num">Sold</th>{#if all.changed}<th class="num">Changed</th
								>{/if}{#if all.committed}<th class="num">Committed</th>{/if}<th class="num">Used</th><th class="num">To come</th><th
								class="num">Forecast</th
							><th class="num">Difference</th><th class="num">Hours used / sold</th><th style="width: 12%">Used of budget</th></tr
						></thead
					>
					<tbody
						>{#each [...shown, { key: 'all', name: 'All', row: null, f: all }] as { key, name, row, f } (key)}<tr
								class:font-bold={key === 'all'}
								><td>{name}</td><td class="num">{formatCents(f.sold)}</td>{#if all.changed}<td class="num"
										>{f.changed ? formatCents(f.changed) : ''}</td
									>{/if}{#if all.committed}<td class="num">{f.committed ? formatCents(f.committed) : ''}</td>{/if}<td class="num"
									>{formatCents(f.actual)}</td
								><td class="num"
									>{#if row && data.mayChange}<input
											class="input text-right"
											style="width: 92px; height: 24px; min-height: 24px"
											aria-label="To come: {name}"
											title={REST[row.restBy]}
											placeholder={formatCents(f.toCome)}
											value={row.restBy === 'typed' ? toTyped(f.toCome, 2, 2) : ''}
											onchange={(e) => setRest(row, e.currentTarget.value)}
										/>{:else}{formatCents(f.toCome)}{/if}</td
								><td class="num">{formatCents(f.forecast)}</td>
								<td class="num" class:problem={f.difference < 0}
									><How label={formatCents(f.difference)} about="the difference of {name}" steps={() => forecastSteps(name, f, row)} /></td
								>
								<td class="num"
									>{f.soldHours || f.actualHours ? `${formatQuantity(f.actualHours)} / ${formatQuantity(f.soldHours)}` : ''}</td
								><td
									><Waterline
										kind="used"
										cost={Math.min(f.actual, f.budget)}
										breakEven={f.budget}
										price={f.actual}
										words={['', '', '']}
										height={12}
										label="{formatCents(f.actual)} used of {formatCents(f.budget)}"
									/></td
								></tr
							>{/each}</tbody
					>
				</table>
				{#if byPhase && data.mayChange && data.phases.length}<p class="flex flex-wrap gap-4 p-3">
						{#each data.phases as p (p.id)}<label class="flex items-center gap-2"
								>{p.name}, % complete<input
									class="input text-right"
									style="width: 64px; height: 24px; min-height: 24px"
									value={p.percentComplete === null ? '' : toTyped(p.percentComplete, 2)}
									onchange={(e) => setPhase(p, e.currentTarget.value)}
								/></label
							>{/each}
					</p>{/if}
			</div>
			<div class="sheet overflow-x-auto">
				<table class="grid-table" aria-label="Cost entries">
					<thead
						><tr
							><th>Day</th><th>Kind</th><th>What</th><th class="num">Quantity</th><th class="num">Cost</th><th class="num">Charge</th><th
								>State</th
							><th></th></tr
						></thead
					>
					<tbody
						>{#each costs.entries as e (e.id)}<tr
								><td class="whitespace-nowrap">{showDay(e.day)}</td><td>{WORDS[e.kind]}</td><td>{e.name}</td><td class="num"
									>{formatQuantity(e.quantity)} {e.unit}</td
								><td class="num">{formatCents(e.cost)}</td><td class="num">{formatCents(e.charge)}</td><td
									><Mark
										kind={e.state === 'to bill' ? 'need' : e.state === 'billed' ? 'done' : 'ring'}
										label={e.state === 'absorbed'
											? 'in the contract'
											: e.billed && e.state !== 'billed'
												? `${formatCents(e.billed)} billed`
												: e.state}
									/>{#if e.toConfirm}<br /><span class="quiet">catalog price, its bill to come</span>{/if}{#if e.time?.conflict}<br /><Mark
											kind="need"
											label="in conflict: in no bill"
										/>{/if}</td
								><td class="whitespace-nowrap"
									>{#if data.mayChange && e.billed === 0}<button
											class="link"
											onclick={() => mark(e.id, e.state === 'to bill' ? 'absorbed' : 'to bill')}
											>{e.state === 'to bill' ? 'In the contract' : 'Bill apart'}</button
										>{/if}{#if e.time && data.mayCorrect && e.billed === 0}<button
											class="link ml-3"
											onclick={() => e.time && putRight(e.time, e.name)}>Put right</button
										>{/if}</td
								></tr
							>{:else}<tr
								><td colspan="8">Nothing spent yet. Hours come from the clock, materials from the crew, bills from the office.</td></tr
							>{/each}</tbody
					>
				</table>
			</div>
		</div>
		<Tally
			{rows}
			own
			bar={billing
				? ['Billed', formatCents(billing.billed), `earned ${formatCents(earned.earned)}`]
				: ['Earned', formatCents(earned.earned), `of ${formatCents(costs.contract)}`]}
		>
			{#snippet picture()}{#if billing}<Waterline
						kind="used"
						cost={Math.min(billing.billed, costs.contract)}
						breakEven={costs.contract}
						price={billing.billed}
						words={['billed', 'contract', 'over']}
						label="{formatCents(billing.billed)} billed of {formatCents(costs.contract)}"
					/>{/if}{/snippet}
			{#if data.mayChange}<Form class="mt-4" onsave={() => savePercent()}>
					<Field label="Percent complete, as you see it" hint="Used from 10 % on; empty: what is left of the budget"
						><input class="input" bind:value={percent} inputmode="decimal" /></Field
					>
				</Form>{/if}
		</Tally>
	</div>
</Page>
<Dialog bind:open={adding} title="A cost on this job" onsave={add} {problem}>
	<Field label="Kind"
		><select class="select" bind:value={typed.kind}
			><option value="subcontract">subcontract</option><option value="material">material</option><option value="equipment">equipment</option
			><option value="other">other</option></select
		></Field
	>
	<Field label="What" problem={field === 'name' ? problem : ''}><input class="input" bind:value={typed.name} required /></Field>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Day"><input class="input" type="date" bind:value={typed.day} /></Field><Field
			label="Cost"
			problem={field === 'cost' ? problem : ''}><input class="input" bind:value={typed.cost} required /></Field
		>
	</div>
</Dialog>
<Dialog
	bind:open={
		() => righting !== null,
		(v) => {
			if (!v) righting = null;
		}
	}
	title="Put right: {righting?.name ?? ''}"
	onsave={() => saveTime()}
	{problem}
>
	{#if righting?.time.conflict}<p>This overlaps other time of the same person. Until one of them is put right it stands in no bill.</p>{/if}
	<div class="grid grid-cols-2 gap-3">
		<Field label="Day"><input class="input" type="date" name="day" bind:value={right.day} /></Field>
		<Field label="Break, minutes" problem={field === 'breakMinutes' ? problem : ''}
			><input class="input" name="breaks" inputmode="numeric" bind:value={right.breaks} /></Field
		>
		<Field label="From" problem={field === 'from' ? problem : ''}><input class="input" name="from" bind:value={right.from} /></Field>
		<Field label="To" problem={field === 'to' ? problem : ''}><input class="input" name="to" bind:value={right.to} /></Field>
	</div>
	<TaskField jobId={data.head.job.id} bind:taskId={right.taskId} label="Task" none="not said" problem={field === 'taskId' ? problem : ''} />
	<Field label="Why" problem={field === 'reason' ? problem : ''}><input class="input" name="reason" bind:value={right.reason} /></Field>
	<button type="button" class="btn justify-self-start" onclick={() => saveTime(true)}>Take it off instead</button>
</Dialog>

<style>
	.problem :global(.how) {
		color: var(--color-error);
	}
</style>
