<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatRate, formatUnitPrice, parsePercent, parseQuantity, parseUnitPrice, toTyped } from '$lib/core/money';
	import { explainLaborRate, laborRate, type LaborSheet } from '$lib/core/pricing';
	import Field from '$lib/ui/forms/Field.svelte';
	import How from '$lib/ui/money/How.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
	let typed = $state(
		untrack(() => {
			const s = data.sheet.sheet;
			return {
				members: s.members.map((m) => ({ label: m.label, wage: toTyped(m.wage, 4, 2), count: String(m.count) })),
				paidHours: toTyped(s.paidHours, 4),
				overtimeHours: toTyped(s.overtimeHours, 4),
				overtimeMultiplier: toTyped(s.overtimeMultiplier, 4),
				burden: `${toTyped(s.burden, 2)}%`,
				nonBillable: `${toTyped(s.nonBillable, 2)}%`,
				overhead: toTyped(s.overheadPerHour, 4, 2),
				by: 'margin' in s.target ? 'margin' : 'price',
				target: 'margin' in s.target ? `${toTyped(s.target.margin, 2)}%` : toTyped(s.target.price, 4, 2)
			};
		})
	);
	let said = $state('');
	let savedField = $state('');
	const read = $derived.by((): { sheet: LaborSheet | null; problem: string; field: string } => {
		try {
			const sheet: LaborSheet = {
				members: typed.members.map((m) => ({
					label: m.label,
					wage: parseUnitPrice(m.wage, `The wage of ${m.label || 'a member'}`),
					count: Number(m.count) || 0
				})),
				paidHours: parseQuantity(typed.paidHours, 'Paid hours'),
				overtimeHours: parseQuantity(typed.overtimeHours, 'Overtime'),
				overtimeMultiplier: parseQuantity(typed.overtimeMultiplier, 'The multiplier'),
				burden: parsePercent(typed.burden, 'The burden'),
				nonBillable: parsePercent(typed.nonBillable, 'Non-billable'),
				overheadPerHour: parseUnitPrice(typed.overhead, 'Overhead'),
				target: typed.by === 'margin' ? { margin: parsePercent(typed.target, 'The margin') } : { price: parseUnitPrice(typed.target) }
			};
			laborRate(sheet);
			return { sheet, problem: '', field: '' };
		} catch (e) {
			return { sheet: null, problem: (e as Error).message, field: (e as { field?: string }).field ?? '' };
		}
	});
	const rate = $derived(read.sheet ? laborRate(read.sheet) : null);
	async function save() {
		if (!read.sheet) return void (said = read.problem);
		const r = await command('rates.save', {
			sheetId: data.sheet.id,
			name: data.sheet.name,
			from: data.sheet.from,
			branchId: data.sheet.branchId,
			sheet: read.sheet,
			version: data.sheet.version
		});
		[said, savedField] = r.ok ? ['Saved. Estimates keep the rate they were priced with.', ''] : [r.message, r.field ?? ''];
	}
	const at = (f: string) => (read.field === f || savedField === f ? read.problem : '');
</script>

<Page title={data.sheet.name} sub="Labor rate sheet" pages={pagesOf('Price')} current="/price/rates">
	{#snippet actions()}{#if data.mayChange}<button class="btn btn-primary" onclick={save}>Save</button>{/if}{/snippet}
	{#if said}<p class="mb-2" role="status">{said}</p>{/if}
	<div class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_320px]">
		<div class="sheet grid content-start gap-4 p-4">
			<table class="grid-table">
				<thead><tr><th>Who</th><th class="num">Wage</th><th class="num">How many</th><th></th></tr></thead><tbody
					>{#each typed.members as m, n (n)}<tr
							><td><input class="input" aria-label="Member {n + 1}" bind:value={m.label} /></td><td
								><input class="input" aria-label="Wage {n + 1}" bind:value={m.wage} /></td
							><td><input class="input" aria-label="Count {n + 1}" bind:value={m.count} /></td><td
								><button class="link" onclick={() => typed.members.splice(n, 1)}>Remove</button></td
							></tr
						>{/each}</tbody
				>
			</table>
			<button class="btn justify-self-start" onclick={() => typed.members.push({ label: '', wage: '', count: '1' })}>Add a member</button>
			<div class="grid grid-cols-3 gap-3">
				<Field label="Paid hours a week" problem={at('paidHours')}><input class="input" bind:value={typed.paidHours} /></Field><Field
					label="Of these overtime"
					problem={at('overtimeHours')}><input class="input" bind:value={typed.overtimeHours} /></Field
				><Field label="Overtime pays times" problem={at('overtimeMultiplier')}
					><input class="input" bind:value={typed.overtimeMultiplier} /></Field
				><Field label="Burden" problem={at('burden')}><input class="input" bind:value={typed.burden} /></Field><Field
					label="Non-billable time"
					problem={at('nonBillable')}
					hint="Driving that estimates charge must not be in here too."><input class="input" bind:value={typed.nonBillable} /></Field
				><Field label="Overhead an hour"><input class="input" bind:value={typed.overhead} /></Field><Field label="Typed is the"
					><select class="select" bind:value={typed.by}><option value="margin">margin</option><option value="price">price</option></select
					></Field
				><Field label={typed.by === 'margin' ? 'Margin' : 'Price an hour'} problem={at(typed.by)}
					><input class="input" bind:value={typed.target} /></Field
				>
			</div>
			{#if read.problem}<p class="problem" role="alert">{read.problem}</p>{/if}
		</div>
		<aside class="sheet h-fit p-4" aria-label="Tally">
			<div class="flex justify-between">
				<h2>Tally</h2>
				{#if read.sheet}<How steps={() => explainLaborRate(read.sheet as LaborSheet)} about="the rate" />{/if}
			</div>
			{#if rate}<div class="mt-2">
					<Waterline cost={rate.loadedCost} breakEven={rate.breakEven} price={rate.price} label="Price {formatUnitPrice(rate.price)}" />
				</div>
				<dl class="mt-2">
					{#each [['Average wage', rate.averageWage], ['Paid cost', rate.paidCost], ['Burdened cost', rate.burdenedCost], ['Loaded cost', rate.loadedCost], ['Break-even', rate.breakEven]] as const as [word, n] (word)}<div
							class="flex justify-between py-[2px]"
						>
							<dt>{word}</dt>
							<dd class="figure">{formatUnitPrice(n)}</dd>
						</div>{/each}
					<div class="flex justify-between border-t pt-1 text-lg font-bold" style="border-color: var(--line)">
						<dt>Price</dt>
						<dd class="figure">{formatUnitPrice(rate.price)}</dd>
					</div>
					<div class="flex justify-between">
						<dt>Margin</dt>
						<dd class="figure">{formatRate(rate.margin, 2)}</dd>
					</div>
				</dl>
				{#if rate.belowBreakEven > 0}<p class="problem mt-2" role="alert">
						Every hour sold at this price loses {formatUnitPrice(rate.belowBreakEven)}: it is below break-even.
					</p>{/if}{/if}
		</aside>
	</div>
</Page>
