<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { addDays } from '$lib/core/time';
	import { formatCents, mulDiv, parseCents, toTyped } from '$lib/core/money';
	import { differs, emptyLine, lineOf, readLines, typedTotal, type TypedLine } from '$lib/ui/buying/bill-form';
	import Field from '$lib/ui/forms/Field.svelte';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	// What is typed is the page's own from then on; another supplier begins anew, in the effect below.
	let lines: TypedLine[] = $state(untrack(() => data.open.filter((o) => o.delivered > o.billed).map(lineOf)));
	let head = $state(untrack(() => ({ number: '', day: data.today, due: addDays(data.today, 30), total: '', early: '', earlyUntil: '' })));
	let foot = $state({ freight: '', other: '', tax: '', recovered: '', discount: '' });
	let despite = $state(false);
	let problem = $state('');
	let field = $state('');
	let busy = $state(false);
	let scan: File | null = $state(null);
	let beside = $state('');
	/** The scan stands beside what is typed; a PDF is opened in a window of its own. */
	function takeScan(file: File | null) {
		if (beside) URL.revokeObjectURL(beside);
		scan = file;
		beside = file ? URL.createObjectURL(file) : '';
	}
	const made = $derived(typedTotal(lines, foot));
	const rest = $derived(data.open.filter((o) => !lines.some((l) => l.order?.id === o.id)));
	const at = (name: string) => (field === name ? problem : '');
	const terms = $derived(data.firms.find((f) => f.id === data.firmId));
	/** What was agreed with them; both can be typed over. */
	function applyTerms() {
		head.due = addDays(head.day, terms?.payDays ?? 30);
		head.earlyUntil = terms?.earlyPercent ? addDays(head.day, terms.earlyDays ?? 0) : '';
		applyEarly();
	}
	function applyEarly() {
		if (!terms?.earlyPercent || head.total.trim() === '') return;
		const total = readForm(() => parseCents(head.total));
		if (total.ok) head.early = toTyped(mulDiv(total.value, terms.earlyPercent, 10_000), 2, 2);
	}
	async function choose(firmId: string) {
		await goto(`?firm=${firmId}`, { replaceState: true, keepFocus: true });
		lines = data.open.filter((o) => o.delivered > o.billed).map(lineOf);
		applyTerms();
	}
	const money = (name: string, text: string) => (text.trim() === '' ? 0 : readAt(name, () => parseCents(text)));
	async function save() {
		const read = readForm(() => ({
			...{ firmId: data.firmId, number: head.number, day: head.day, due: head.due, despite },
			lines: readLines(lines),
			...{ freight: money('freight', foot.freight), other: money('other', foot.other), tax: money('tax', foot.tax) },
			...{ recovered: money('recovered', foot.recovered), discount: money('discount', foot.discount) },
			total: readAt('total', () => parseCents(head.total, 'The total')),
			...{ earlyDiscount: money('earlyDiscount', head.early), earlyUntil: head.earlyUntil || null }
		}));
		if (!read.ok) {
			[problem, field] = [read.message, read.field];
			return;
		}
		busy = true;
		const r = await command('buying.enter-bill', read.value);
		if (!r.ok) {
			[problem, field, busy] = [r.message, r.field ?? '', false];
			return;
		}
		if (scan) {
			const form = new FormData();
			form.set('subject', `supplier-bill:${r.result.billId}`);
			form.set('file', scan);
			// The bill is entered; a scan that cannot be kept is said, and added, on its page.
			await fetch('/api/attachments', { method: 'POST', body: form }).catch(() => null);
		}
		await goto(`/work/supplier-bills/${r.result.billId}`);
	}
</script>

<Page
	asks
	title="Enter a bill"
	sub="As it stands on paper; it is matched to its order and shared among jobs"
	pages={pagesOf('Work')}
	current="/work/supplier-bills"
>
	{#snippet actions()}<button class="btn btn-primary" disabled={busy || !data.firmId || lines.length === 0} onclick={save}>Enter it</button
		>{/snippet}
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<div class="sheet mb-4 grid gap-3 p-4 lg:grid-cols-5">
		<Field label="From"
			><select class="select" name="firm" value={data.firmId} onchange={(e) => choose(e.currentTarget.value)}
				><option value="" disabled>Choose</option>{#each data.firms as f (f.id)}<option value={f.id}>{f.name}</option>{/each}</select
			></Field
		>
		<Field label="Its number" problem={at('number')}><input class="input" name="number" bind:value={head.number} /></Field>
		<Field label="Day" problem={at('day')}><input class="input" type="date" name="day" bind:value={head.day} onchange={applyTerms} /></Field
		>
		<Field label="Due" problem={at('due')}><input class="input" type="date" name="due" bind:value={head.due} /></Field>
		<Field label="Scan" hint={scan ? scan.name : 'a PDF or a picture'}
			><input
				class="input pt-1"
				type="file"
				name="scan"
				accept="application/pdf,image/*"
				onchange={(e) => takeScan(e.currentTarget.files?.[0] ?? null)}
			/></Field
		>
	</div>
	{#if scan && beside}<div class="sheet mb-4 p-3">
			{#if scan.type.startsWith('image/')}<img src={beside} alt="Scan of the bill" class="max-h-[420px] max-w-full" />
			{:else}<a class="link" href={beside} target="_blank" rel="noopener">Open the scan beside this page</a>{/if}
		</div>{/if}
	<div class="sheet mb-4 overflow-x-auto">
		<table class="grid-table" aria-label="Lines of the bill">
			<thead
				><tr
					><th>What</th><th>Kind</th><th class="num">Quantity</th><th>Unit</th><th class="num">Amount</th><th>Whose cost</th><th
						>Billed on</th
					><th></th></tr
				></thead
			>
			<tbody
				>{#each lines as l, n (l.key)}<tr
						><td style="min-width: 220px"
							><input class="input" aria-label="What, line {n + 1}" bind:value={l.name} />{#if l.order}<span class="quiet"
									>order {l.order.number}</span
								>{/if}{#if differs(l, data.tolerance)}<br /><Mark
									kind="need"
									label={differs(l, data.tolerance)}
								/>{/if}{#if at(`line-${n}`)}<br /><span class="problem">{problem}</span>{/if}</td
						><td
							><select class="select" aria-label="Kind, line {n + 1}" bind:value={l.kind}
								><option value="material">material</option><option value="equipment">equipment</option><option value="subcontract"
									>subcontract</option
								><option value="other">other</option></select
							></td
						><td class="num"
							><input class="input text-right" style="width: 84px" aria-label="Quantity, line {n + 1}" bind:value={l.quantity} /></td
						><td><input class="input" style="width: 70px" aria-label="Unit, line {n + 1}" bind:value={l.unit} /></td><td class="num"
							><input class="input text-right" style="width: 104px" aria-label="Amount, line {n + 1}" bind:value={l.amount} /></td
						><td
							>{#if l.order && l.order.needs.length > 1}{l.order.needs.length} jobs, by what each needs{:else if l.order && l.order.needs.length === 1}{data.jobs.find(
									(j) => j.id === l.order?.needs[0]?.jobId
								)?.name ?? 'its job'}{:else}<select class="select" aria-label="Whose cost, line {n + 1}" bind:value={l.jobId}
									><option value="">ours: overhead</option>{#each data.jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option
										>{/each}</select
								>{#if data.toConfirm.some((c) => c.jobId === l.jobId)}<select
										class="select mt-1"
										aria-label="Confirms, line {n + 1}"
										bind:value={l.confirms}
										><option value="">a new cost</option>{#each data.toConfirm.filter((c) => c.jobId === l.jobId) as c (c.id)}<option
												value={c.id}>is {c.name}, {formatCents(c.cost)}</option
											>{/each}</select
									>{/if}{/if}</td
						><td
							><select class="select" aria-label="Billed on, line {n + 1}" bind:value={l.how}
								><option value="">as the job is priced</option><option value="to bill">to bill</option><option value="absorbed"
									>in the contract</option
								></select
							></td
						><td
							><button class="link" onclick={() => (lines = lines.filter((x) => x.key !== l.key))}
								>Take off<span class="sr-only"> line {n + 1}</span></button
							></td
						></tr
					>{:else}<tr
						><td colspan="8" class="quiet">{data.firmId ? 'Nothing of this supplier is open. Add its lines.' : 'Choose who it is from.'}</td
						></tr
					>{/each}</tbody
			>
		</table>
		<p class="flex flex-wrap gap-2 p-3">
			<button class="btn" disabled={!data.firmId} onclick={() => (lines = [...lines, emptyLine(data.jobs[0]?.id ?? '')])}>Add a line</button
			>
			{#each rest as o (o.id)}<button class="btn" onclick={() => (lines = [...lines, lineOf(o)])}>+ {o.name}, order {o.number}</button
				>{/each}
		</p>
	</div>
	<div class="sheet grid gap-3 p-4 lg:grid-cols-4">
		<Field label="Freight" problem={at('freight')}><input class="input" name="freight" bind:value={foot.freight} /></Field>
		<Field label="Other" problem={at('other')}><input class="input" name="other" bind:value={foot.other} /></Field>
		<Field label="Tax" problem={at('tax')}><input class="input" name="tax" bind:value={foot.tax} /></Field>
		<Field label="Tax of it that comes back" problem={at('recovered')}
			><input class="input" name="recovered" bind:value={foot.recovered} /></Field
		>
		<Field label="Discount" problem={at('discount')}><input class="input" name="discount" bind:value={foot.discount} /></Field>
		<Field label="Total, as it stands there" problem={at('total')} hint="So far {formatCents(made)}"
			><input class="input" name="total" bind:value={head.total} onchange={applyEarly} /></Field
		>
		<Field label="Less, if paid early" problem={at('earlyDiscount')}><input class="input" name="early" bind:value={head.early} /></Field>
		<Field label="paid until and with"><input class="input" type="date" name="early-until" bind:value={head.earlyUntil} /></Field>
		{#if field === 'despite' || despite}<label class="flex items-center gap-2 lg:col-span-4"
				><input type="checkbox" class="checkbox" name="despite" bind:checked={despite} /> It is another bill of the same total: enter it too</label
			>{/if}
	</div>
</Page>
