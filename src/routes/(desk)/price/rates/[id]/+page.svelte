<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { wordsOf } from '$lib/core/refusal';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { formatPercent, formatRate, formatShare, formatUnitPrice, parsePercent, toTyped } from '$lib/core/money';
	import {
		computeBudget,
		doubleCounted,
		explainLaborRate,
		laborRate,
		nonBillableOf,
		variantPrice,
		type LaborSheet
	} from '$lib/core/pricing';
	import Field from '$lib/ui/forms/Field.svelte';
	import Unseen from '$lib/ui/forms/Unseen.svelte';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import { readSheet, typeSheet } from '$lib/ui/price/sheet-form';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let shown = $state(untrack(() => data.shown.from));
	let t = $state(untrack(() => typeSheet(data.shown.sheet, data.billing)));
	let name = $state(untrack(() => data.head.name));
	let branchId = $state(untrack(() => data.head.branchId));
	let from = $state(untrack(() => data.shown.from));
	$effect(() => {
		if (data.shown.from !== shown) [shown, from, t] = [data.shown.from, data.shown.from, typeSheet(data.shown.sheet, data.billing)];
	});
	let said = $state('');
	let wrong = $state({ text: '', field: '' });
	const read = $derived.by((): { sheet: LaborSheet | null; problem: string; field: string } => {
		try {
			const sheet = readSheet(t);
			laborRate(sheet);
			return { sheet, problem: '', field: '' };
		} catch (e) {
			return { sheet: null, problem: wordsOf(e), field: (e as { field?: string }).field ?? '' };
		}
	});
	const rate = $derived(read.sheet ? laborRate(read.sheet) : null);
	const fresh = $derived(!data.versions.some((v) => v.from === from));
	const budget = $derived(data.budget ? computeBudget(data.budget.budget).chosen : null);
	const twice = $derived(read.sheet?.parts ? doubleCounted(read.sheet.parts, data.drivingIsEstimated) : '');
	const rows = $derived.by((): TallyRow[] =>
		rate && read.sheet
			? [
					{ label: 'Average wage', value: formatUnitPrice(rate.averageWage) },
					{ label: 'With overtime', note: formatRate(rate.overtimePremium, 2), value: formatUnitPrice(rate.paidCost) },
					{ label: 'With burden', note: formatPercent(read.sheet.burden), value: formatUnitPrice(rate.burdenedCost) },
					{ label: 'Loaded cost', value: formatUnitPrice(rate.loadedCost), rule: true, tone: 'strong', testId: 'loaded-cost' },
					{ label: 'Overhead', value: formatUnitPrice(read.sheet.overheadPerHour) },
					{ label: 'Break-even', value: formatUnitPrice(rate.breakEven), rule: true, testId: 'break-even' },
					{ label: 'Price', value: formatUnitPrice(rate.price), rule: true, tone: 'price', testId: 'rate-price' },
					{ label: 'Margin', value: formatRate(rate.margin, 2), tone: rate.margin < 0 ? 'problem' : 'gain', testId: 'rate-margin' },
					...(read.sheet.variants ?? []).map((v) => ({
						label: v.name,
						note: `× ${toTyped(v.multiplier, 4)}`,
						value: formatUnitPrice(variantPrice(rate.price, v.multiplier)),
						tone: 'quiet' as const
					}))
				]
			: []
	);
	async function save() {
		if (!read.sheet) return void (wrong = { text: read.problem, field: read.field });
		const isNew = fresh;
		const r = await command('rates.save', { sheetId: data.head.id, name, from, branchId, sheet: read.sheet, version: data.head.version });
		if (!r.ok) return void ([said, wrong] = ['', { text: r.message, field: r.field ?? '' }]);
		wrong = { text: '', field: '' };
		said = isNew
			? `From ${showDay(from)} on this is the rate. What was priced before keeps its own.`
			: 'Saved. Estimates keep the rate they were priced with.';
		if (from !== data.shown.from) await goto(`?from=${from}`, { noScroll: true });
	}
	const at = (f: string) => (read.field === f ? read.problem : wrong.field === f ? wrong.text : '');
	/** The other one follows what is typed: margin or price. */
	function turn(by: 'margin' | 'price') {
		if (rate && t.by !== by) t.target = by === 'price' ? toTyped(rate.price, 4, 2) : `${toTyped(Math.round(rate.margin / 100), 2)}%`;
		t.by = by;
	}
	const share = $derived.by(() => {
		try {
			return t.parts.length ? formatShare(nonBillableOf(read.sheet?.parts ?? [], Number(t.dayMinutes))) : '';
		} catch {
			return '';
		}
	});
	async function setAside() {
		const back = data.head.setAside;
		const r = await command('rates.set-aside', { sheetId: data.head.id, ...(back ? { back } : {}) });
		[said, wrong] = r.ok
			? [back ? 'Put back.' : 'Set aside: it is offered nowhere any more.', { text: '', field: '' }]
			: ['', { text: r.message, field: '' }];
	}
	const burdenShown = $derived.by(() => {
		try {
			return t.burdenParts.reduce((a, p) => a + (p.percent.trim() ? parsePercent(p.percent) : 0), 0);
		} catch {
			return 0;
		}
	});
</script>

<Page
	asks
	title={data.head.name}
	sub="Labor rate sheet, as it holds from {showDay(data.shown.from)}"
	pages={pagesOf('Price')}
	current="/price/rates"
	wide
>
	{#snippet actions()}{#if data.mayChange}<button class="btn" onclick={setAside}>{data.head.setAside ? 'Put back' : 'Set aside'}</button
			><button class="btn btn-primary" onclick={save}>{fresh ? 'Save as a new version' : 'Save'}</button>{/if}{/snippet}
	<div class="bench-page">
		<div class="bench-left">
			{#if said}<p role="status"><Mark kind="done" label={said} /></p>{/if}
			{#if wrong.text && !wrong.field}<p class="problem" role="alert">{wrong.text}</p>{/if}
			<fieldset class="sheet p-4" disabled={!data.mayChange}>
				<div class="grid grid-cols-3 gap-3">
					<Field label="Name"><input class="input" bind:value={name} /></Field><Field label="Branch"
						><select class="select" bind:value={branchId}
							><option value={null}>all</option>{#each data.branches as b (b.id)}<option value={b.id}>{b.name}</option>{/each}</select
						></Field
					><Field label="Holds from" hint={fresh ? 'A new version; the one before stays.' : ''}
						><input class="input" type="date" name="from" bind:value={from} /></Field
					>
				</div>
				<h2>Who is in the crew</h2>
				<table class="rows" aria-label="Members">
					<thead><tr><th>Who</th><th>Wage an hour</th><th>How many</th><th></th></tr></thead><tbody
						>{#each t.members as m, n (n)}<tr
								><td><input class="input" aria-label="Member {n + 1}" bind:value={m.label} /></td><td
									><input class="input figure" aria-label="Wage {n + 1}" bind:value={m.wage} /></td
								><td><input class="input figure" aria-label="Count {n + 1}" bind:value={m.count} /></td><td
									><button type="button" class="quiet" aria-label="Remove member {n + 1}" onclick={() => t.members.splice(n, 1)}>×</button
									></td
								></tr
							>{/each}</tbody
					>
				</table>
				<button type="button" class="link" onclick={() => t.members.push({ label: '', wage: '', count: '1' })}>Add a member</button
				>{#if at('members')}<span class="problem ml-3" role="alert">{at('members')}</span>{/if}
				<div class="mt-3 grid grid-cols-3 gap-3">
					<Field label="Paid hours a week" problem={at('paidHours')}><input class="input figure" bind:value={t.paidHours} /></Field><Field
						label="Of these overtime"
						problem={at('overtimeHours')}><input class="input figure" bind:value={t.overtimeHours} /></Field
					><Field label="Overtime pays times" problem={at('overtimeMultiplier')}
						><input class="input figure" bind:value={t.overtimeMultiplier} /></Field
					>
				</div>
			</fieldset>
			<div class="two">
				<fieldset class="sheet p-4" disabled={!data.mayChange}>
					<h2 class="first">Non-billable time</h2>
					{#if t.parts.length === 0}<Field label="Share of paid time" problem={at('nonBillable')}
							><input class="input figure" name="nonBillable" bind:value={t.nonBillable} /></Field
						>{:else}
						<table class="rows" aria-label="Parts of the day">
							<thead><tr><th>What</th><th>Minutes a day</th><th>Driving</th><th></th></tr></thead><tbody
								>{#each t.parts as p, n (n)}<tr
										><td><input class="input" aria-label="Part {n + 1}" bind:value={p.name} /></td><td
											><input class="input figure" aria-label="Minutes {n + 1}" bind:value={p.minutes} /></td
										><td class="mid"><input type="checkbox" aria-label="{p.name} is driving" bind:checked={p.driving} /></td><td
											><button type="button" class="quiet" aria-label="Remove part {n + 1}" onclick={() => t.parts.splice(n, 1)}>×</button
											></td
										></tr
									>{/each}</tbody
							>
						</table>
						<p class="flex items-center gap-2">
							of <input class="input figure" style="width: 70px" aria-label="Paid minutes of a day" bind:value={t.dayMinutes} /> paid
							minutes a day:
							<strong class="figure">{share}</strong>
						</p>
					{/if}
					<button
						type="button"
						class="link mt-1"
						onclick={() => {
							if (t.parts.length) t.parts.push({ name: '', minutes: '', driving: false });
							else
								t.parts = [
									{ name: 'Loading', minutes: '20', driving: false },
									{ name: 'Driving', minutes: '30', driving: true },
									{ name: 'Clean-up', minutes: '15', driving: false },
									{ name: 'Training', minutes: '7', driving: false }
								];
						}}>{t.parts.length ? 'Add a part' : 'Build it from parts of the day'}</button
					>
					{#if at('parts')}<p class="problem" role="alert">{at('parts')}</p>{/if}
					<p class="quiet mt-1">Driving that estimates charge must not be counted here too.</p>
					{#if twice}<p class="problem" role="alert">{twice}</p>{/if}
				</fieldset>
				<fieldset class="sheet p-4" disabled={!data.mayChange}>
					<h2 class="first">Burden</h2>
					{#if t.burdenParts.length === 0}<Field label="On top of wages" problem={at('burden')}
							><input class="input figure" name="burden" bind:value={t.burden} /></Field
						>{:else}
						<table class="rows" aria-label="Parts of the burden">
							<thead><tr><th>What</th><th>Percent</th><th>On overtime</th><th></th></tr></thead><tbody
								>{#each t.burdenParts as p, n (n)}<tr
										><td><input class="input" aria-label="Burden {n + 1}" bind:value={p.name} /></td><td
											><input class="input figure" aria-label="Percent {n + 1}" bind:value={p.percent} /></td
										><td class="mid"><input type="checkbox" aria-label="{p.name} on overtime" bind:checked={p.onPremium} /></td><td
											><button type="button" class="quiet" aria-label="Remove burden {n + 1}" onclick={() => t.burdenParts.splice(n, 1)}
												>×</button
											></td
										></tr
									>{/each}</tbody
							>
						</table>
						<p>together <strong class="figure">{formatPercent(burdenShown)}</strong></p>
					{/if}
					<button
						type="button"
						class="link mt-1"
						onclick={() => {
							if (t.burdenParts.length) t.burdenParts.push({ name: '', percent: '', onPremium: true });
							else
								t.burdenParts = [
									{ name: 'Payroll tax', percent: '7.65%', onPremium: true },
									{ name: 'Workers’ insurance', percent: '8.35%', onPremium: false },
									{ name: 'Benefits', percent: '2%', onPremium: false }
								];
						}}>{t.burdenParts.length ? 'Add a part' : 'Build it from its parts'}</button
					>
				</fieldset>
			</div>
			<div class="two">
				<fieldset class="sheet p-4" disabled={!data.mayChange}>
					<h2 class="first">Overhead and margin</h2>
					<Field label="Overhead an hour"><input class="input figure" name="overhead" bind:value={t.overhead} /></Field
					>{#if budget && data.budget}<p class="mt-1">
							{#if data.mayChange}<button type="button" class="link" onclick={() => (t.overhead = toTyped(budget.perHour, 4, 2))}
									>Take {formatUnitPrice(budget.perHour)} from the {data.budget.year} budget</button
								>{:else}<span class="quiet">{formatUnitPrice(budget.perHour)} in the {data.budget.year} budget</span>{/if}
						</p>{/if}
					<div class="mt-2 grid grid-cols-2 gap-3">
						<Field label="Typed is the"
							><select class="select" name="by" value={t.by} onchange={(e) => turn(e.currentTarget.value as 'margin' | 'price')}
								><option value="margin">margin</option><option value="price">price</option></select
							></Field
						><Field label={t.by === 'margin' ? 'Margin' : 'Price an hour'} problem={at(t.by)}
							><input class="input figure" name="target" bind:value={t.target} /></Field
						>
					</div>
				</fieldset>
				<fieldset class="sheet p-4" disabled={!data.mayChange}>
					<h2 class="first">Billing and other hours</h2>
					<div class="grid grid-cols-2 gap-3">
						<Field label="Billed in steps of minutes"><input class="input figure" bind:value={t.step} /></Field><Field
							label="At least, minutes"><input class="input figure" bind:value={t.minimum} /></Field
						>
					</div>
					<table class="rows mt-2" aria-label="Other hours">
						<tbody
							>{#each t.variants as v, n (n)}<tr
									><td><input class="input" aria-label="Other hour {n + 1}" bind:value={v.name} /></td><td
										><input class="input figure" aria-label="Times {n + 1}" bind:value={v.multiplier} /></td
									><td
										><button type="button" class="quiet" aria-label="Remove {v.name}" onclick={() => t.variants.splice(n, 1)}>×</button></td
									></tr
								>{/each}</tbody
						>
					</table>
					<button
						type="button"
						class="link"
						onclick={() => t.variants.push({ name: t.variants.length ? 'Call-out' : 'After hours', multiplier: '1.5' })}
						>Add after hours or call-out</button
					>
				</fieldset>
			</div>
			<Unseen problem={wrong.text} />
			{#if read.problem && !['members', 'paidHours', 'overtimeHours', 'overtimeMultiplier', 'nonBillable', 'parts', 'burden', t.by].includes(read.field)}<p
					class="problem"
					role="alert"
				>
					{read.problem}
				</p>{/if}
		</div>
		<Tally
			{rows}
			bar={['Price an hour', rate ? formatUnitPrice(rate.price) : '–', rate ? formatRate(rate.margin, 1) : '']}
			how={read.sheet ? () => explainLaborRate(read.sheet as LaborSheet) : undefined}
			about="the rate"
		>
			{#snippet picture()}{#if rate}<Waterline
						cost={rate.loadedCost}
						breakEven={rate.breakEven}
						price={rate.price}
						label="Price {formatUnitPrice(rate.price)}, break-even {formatUnitPrice(rate.breakEven)}"
					/>{/if}{/snippet}
			{#if rate && rate.belowBreakEven > 0}<p class="problem mt-2" role="alert">
					Every hour sold at this price loses {formatUnitPrice(rate.belowBreakEven)}: it is below break-even.
				</p>{/if}
			<h2 class="mt-4">Versions</h2>
			<ul class="mt-1">
				{#each data.versions as v (v.from)}<li class="flex justify-between py-[2px]">
						<a class="link" class:font-bold={v.from === data.shown.from} href="?from={v.from}" data-sveltekit-noscroll
							>from {showDay(v.from)}{v.from > data.today ? ' (ahead)' : ''}</a
						><span class="figure">{formatUnitPrice(v.price)}</span>
					</li>{/each}
			</ul>
		</Tally>
	</div>
</Page>

<style>
	.two {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 12px;
		align-items: start;
	}
	h2 {
		margin: 14px 0 4px;
	}
	h2.first {
		margin: 0 0 6px;
	}
	.rows {
		width: 100%;
		margin-bottom: 4px;
	}
	.rows th {
		text-align: left;
		font-weight: 500;
		color: var(--quiet);
		font-size: 0.9rem;
	}
	.rows td {
		padding: 2px 6px 2px 0;
	}
	.rows td:not(:first-child) {
		width: 112px;
	}
	.rows td:last-child {
		width: 24px;
	}
	.mid {
		text-align: center;
	}
	@media (max-width: 1100px) {
		.two {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
