<script lang="ts">
	import { wordsOf } from '$lib/core/refusal';
	import { onMount, untrack } from 'svelte';
	import type { Answer } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	import { cellOf, ratioKept, typeIn, type Estimate, type LineField, type LineResult } from '$lib/core/estimate';
	import { command } from '$lib/client/command';
	import { formatQuantity, formatRate, formatUnitPrice, marginOf, markupOf, toTyped } from '$lib/core/money';
	import { breakEvenWithHours, KINDS } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import PaidBefore from './PaidBefore.svelte';
	/** All about one line: what the customer reads, how it is priced, taxed and offered, what it hangs on, what was paid before. */
	let {
		line: l,
		estimate,
		siblings,
		codes,
		jobId,
		zone,
		mayPush,
		onclose,
		settled
	}: {
		line: LineResult;
		estimate: Estimate;
		/** The lines of its scope with their quantities. */
		siblings: LineResult[];
		codes: { id: string; name: string }[];
		jobId: string;
		zone: string;
		/** Whether this person may change the catalog. */
		mayPush: boolean;
		onclose: () => void;
		/** What is typed in the grid is saved first. */
		settled: () => Promise<void>;
	} = $props();
	const line = $derived(l.line);
	const parentOf = () => (line.source.by === 'parent' ? line.source : null);
	const ruleText = () => {
		const r = line.rule;
		return r.by === 'fixed' ? toTyped(r.price, 4, 2) : 'percent' in r ? `${r.percent / 100}%` : '';
	};
	const start = untrack(() => ({
		wording: line.wording,
		note: line.note,
		phase: line.phase,
		tax: line.taxCodeId ?? '',
		offer: line.option ? 'option' : line.hidden ? 'hidden' : 'shown',
		discountable: line.discountable,
		locked: line.locked,
		by: line.rule.by as string,
		value: ruleText(),
		kind: line.kind as string,
		rate: `${line.sheetId ?? ''}|${line.variant ?? ''}`,
		parentId: parentOf()?.parentId ?? '',
		ratio: parentOf() ? toTyped(parentOf()?.ratio ?? 10_000, 4) : '1'
	}));
	let typed = $state({ ...start });
	let problem = $state('');
	let field = $state('');
	/** Whose hour it can be, and at which of its prices: asked for when the line is an hour. */
	let hours: Answer<'find.hours'> = $state([]);
	onMount(async () => {
		if (!line.sheetId) return;
		const r = await ask('find.hours', {});
		if (r.ok) hours = r.result;
	});
	/** What is hung on a line keeps the quantity it has: 12 caps on 3 h are 4 for each. */
	function hung() {
		const parent = siblings.find((x) => x.line.id === typed.parentId);
		if (parent && typed.parentId !== start.parentId) typed.ratio = toTyped(ratioKept(l.quantity, parent.quantity), 4);
	}
	let busy = $state(false);
	let said = $state('');
	const at = (f: string) => (field === f ? problem : '');
	const phases = $derived([...new Set(estimate.scopes.flatMap((s) => s.lines.map((x) => x.phase)))].filter(Boolean));
	/** What it can hang on: other lines of the scope that do not hang on it themselves. */
	const others = $derived(l.scope.lines.filter((x) => x.id !== line.id && !x.heading && !hangsOnIt(x.id)));
	function hangsOnIt(id: string): boolean {
		for (let n = 0, x = l.scope.lines.find((y) => y.id === id); x && n < 200; n++) {
			if (x.source.by !== 'parent') return false;
			if (x.source.parentId === line.id) return true;
			const parentId = x.source.parentId;
			x = l.scope.lines.find((y) => y.id === parentId);
		}
		return false;
	}
	/** The price as typed here would make it, with the others of the three beside it. */
	const priced = $derived.by(() => {
		try {
			const patch =
				typed.by === start.by && typed.value === start.value
					? {}
					: typed.by === 'inherit'
						? null
						: typeIn(line, (typed.by === 'fixed' ? 'price' : typed.by) as LineField, typed.value, {
								overheadPercent: estimate.overheadPercent,
								computed: l.computed,
								basis: l.basis
							});
			if (patch === null) return 'as the catalog says';
			const price = patch.unitPrice ?? line.unitPrice;
			const breakEven = breakEvenWithHours(line, line.unitCost, estimate.overheadPercent);
			return `${formatUnitPrice(price)} a ${line.unit}: margin ${formatRate(marginOf(price, breakEven))}, markup ${formatRate(markupOf(price, line.unitCost))}, break-even ${formatUnitPrice(breakEven)}`;
		} catch (e) {
			return wordsOf(e);
		}
	});
	const changed = $derived.by(() => {
		const all: { field: LineField; value: string; seen: string }[] = [];
		const put = (f: LineField, value: string) => all.push({ field: f, value, seen: cellOf(line, f) });
		for (const f of ['wording', 'note', 'phase', 'tax', 'kind', 'rate'] as const) if (typed[f] !== start[f]) put(f, typed[f]);
		if (typed.offer !== start.offer) {
			if (line.hidden !== (typed.offer === 'hidden')) put('hidden', String(typed.offer === 'hidden'));
			if (line.option !== (typed.offer === 'option')) put('option', String(typed.offer === 'option'));
		}
		for (const f of ['discountable', 'locked'] as const) if (typed[f] !== start[f]) put(f, String(typed[f]));
		if (typed.by !== start.by || typed.value !== start.value) {
			if (typed.by === 'fixed') put('price', typed.value);
			else if (typed.by === 'inherit') put('price', '');
			else put(typed.by as LineField, typed.value);
		}
		if (typed.parentId !== start.parentId || (typed.parentId && typed.ratio !== start.ratio))
			put('parent', typed.parentId ? `${typed.parentId} × ${typed.ratio}` : '');
		return all;
	});
	async function save() {
		if (changed.length === 0) return onclose();
		busy = true;
		await settled();
		const r = await command('estimates.change-line-fields', { lineId: line.id, fields: changed });
		busy = false;
		if (r.ok) onclose();
		else
			[problem, field] = [
				r.message,
				{ price: 'value', margin: 'value', markup: 'value', hidden: 'offer', option: 'offer' }[r.field ?? ''] ?? r.field ?? ''
			];
	}
	async function push() {
		const r = await command('catalog.take-line-price', { lineId: line.id });
		said = r.ok ? `The catalog sells it at ${formatUnitPrice(line.unitPrice)} from now on.` : r.message;
	}
</script>

<Dialog onclosed={onclose} title={line.name} onsave={save} {busy} {problem}>
	<Field label="What the customer reads" hint="empty: {line.name}" problem={at('wording')}
		><textarea class="textarea" name="line-wording" rows="2" bind:value={typed.wording}></textarea></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Phase" problem={at('phase')}
			><input class="input" name="line-phase" list="line-phases" bind:value={typed.phase} /><datalist id="line-phases">
				{#each phases as p (p)}<option value={p}></option>{/each}
			</datalist></Field
		>
		<Field label="Note for us" problem={at('note')}><input class="input" name="line-note" bind:value={typed.note} /></Field>
		<Field label="Price" problem={at('value')}
			><span class="flex gap-2"
				><select class="select" name="line-rule" bind:value={typed.by}
					>{#if line.itemId || line.sheetId || start.by === 'inherit'}<option value="inherit">as the catalog says</option>{/if}<option
						value="fixed">is</option
					><option value="markup">by markup on cost</option><option value="margin">by margin on break-even</option></select
				>{#if typed.by !== 'inherit'}<input
						class="input"
						name="line-value"
						aria-label="Its value"
						style="width: 96px"
						bind:value={typed.value}
					/>{/if}</span
			></Field
		>
		<Field label="Tax" problem={at('tax')}
			><select class="select" name="line-tax" bind:value={typed.tax}
				><option value="">not taxed</option>{#each codes as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
			></Field
		>
	</div>
	<p class="quiet">{priced}</p>
	{#if !line.itemId && !line.sheetId}<Field label="Kind" problem={at('kind')} hint="typed by hand, so it can be any"
			><select class="select" name="line-kind" bind:value={typed.kind}
				>{#each KINDS as k (k)}<option value={k}>{k}</option>{/each}</select
			></Field
		>{/if}
	{#if line.sheetId && hours.length}<Field label="Whose hour, at which price" problem={at('rate')}
			><select class="select" name="line-rate" bind:value={typed.rate}
				>{#each hours as h (`${h.id}|${h.variant}`)}<option value="{h.id}|{h.variant}">{h.name}, {formatUnitPrice(h.price)}</option
					>{/each}</select
			></Field
		>{/if}
	<div class="grid grid-cols-2 gap-3">
		<Field label="For the customer" problem={at('offer')}
			><select class="select" name="line-offer" bind:value={typed.offer}
				><option value="shown">shown</option><option value="hidden">hidden, in the price</option><option value="option"
					>an option to add</option
				></select
			></Field
		>
		<Field label="Hangs on" problem={at('parent')}
			><span class="flex items-center gap-2"
				><select class="select" name="line-parent" bind:value={typed.parentId} onchange={hung}
					><option value="">nothing</option>{#each others as o (o.id)}<option value={o.id}>{o.name}</option>{/each}</select
				>{#if typed.parentId}×<input
						class="input"
						name="line-ratio"
						aria-label="How many for one of it"
						style="width: 64px"
						bind:value={typed.ratio}
					/>{/if}</span
			></Field
		>
	</div>
	<div class="flex flex-wrap gap-x-6 gap-y-1">
		<label class="flex gap-2"><input type="checkbox" class="checkbox" bind:checked={typed.discountable} /> takes part in a discount</label>
		<label class="flex gap-2"
			><input type="checkbox" class="checkbox" bind:checked={typed.locked} /> keeps its amount when the total is set</label
		>
	</div>
	{#if line.source.by === 'measure'}<p class="quiet">
			Quantity {formatQuantity(l.quantity)}
			{line.unit} from the scope’s measures; type over it in the grid.
		</p>{/if}
	{#if line.itemId}<section aria-label="Paid before">
			<h3 class="mb-1">Paid before</h3>
			<PaidBefore
				itemId={line.itemId}
				{jobId}
				{zone}
				ontake={(price) => {
					typed.by = 'fixed';
					typed.value = toTyped(price, 4, 2);
				}}
			/>
			{#if mayPush}<p class="mt-1">
					<button type="button" class="link" onclick={push}>Make {formatUnitPrice(line.unitPrice)} its price in the catalog</button>
					{#if said}<span role="status">{said}</span>{:else}<span class="quiet">What is typed here is for this quote alone.</span>{/if}
				</p>{/if}
		</section>{/if}
</Dialog>
