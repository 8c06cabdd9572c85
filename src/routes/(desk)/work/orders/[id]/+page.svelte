<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { orderFigures } from '$lib/core/buying';
	import { step } from '$lib/core/explain';
	import { formatCents, formatQuantity, formatUnitPrice, parseQuantity, parseUnitPrice, toTyped } from '$lib/core/money';
	import OrderLineDialog from '$lib/ui/buying/OrderLineDialog.svelte';
	import { Doing } from '$lib/ui/forms/doing.svelte';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Line = (typeof data.lines)[number];
	const o = $derived(data.order);
	const draft = $derived(o.state === 'draft');
	const sum = (pick: (l: Line) => number) => data.lines.reduce((a, l) => a + pick(l), 0);
	const rows = $derived.by((): TallyRow[] => [
		{ label: 'Ordered', value: formatCents(sum((l) => l.amount)), tone: 'price' },
		...(draft
			? []
			: [
					{ label: 'Billed', value: formatCents(sum((l) => l.billedAmount)) },
					{ label: 'Committed', value: formatCents(sum((l) => l.committed)), rule: true, tone: 'strong' as const, testId: 'committed' }
				])
	]);
	const doing = new Doing<'send' | 'deliver' | 'withdraw' | 'line'>();
	// What is being typed is the page's own: a change that arrives from elsewhere does not overwrite it.
	let head = $state(untrack(() => ({ deliverTo: data.order.deliverTo, wanted: data.order.wanted ?? '', note: data.order.note })));
	let letter = $state(untrack(() => ({ ...data.letter })));
	let delivery = $state(untrack(() => ({ day: data.today, note: '' })));
	let came: Record<string, { quantity: string; last: boolean }> = $state({});
	let reason = $state('');
	function start(what: 'send' | 'deliver' | 'withdraw' | 'line') {
		doing.start(what);
		reason = '';
		if (what === 'deliver')
			came = Object.fromEntries(
				data.lines
					.filter((l) => !l.closed)
					.map((l) => [l.id, { quantity: l.bought > l.delivered ? toTyped(l.bought - l.delivered, 4) : '0', last: l.last }])
			);
	}
	const saveHead = () =>
		doing.run('buying.change-order', () => ({
			orderId: o.id,
			deliverTo: head.deliverTo,
			wanted: head.wanted || null,
			note: head.note,
			version: o.version
		}));
	async function deliver() {
		const read = readForm(() =>
			Object.entries(came).map(([lineId, c]) => ({
				lineId,
				quantity: readAt('lines', () => parseQuantity(c.quantity.trim() || '0', 'What came')),
				last: c.last
			}))
		);
		if (!read.ok) doing.refuse(read.message, read.field);
		else await doing.run('buying.take-delivery', () => ({ orderId: o.id, day: delivery.day, note: delivery.note, lines: read.value }));
	}
	/** A changed need, price or pack of a draft's line. */
	async function change(l: Line, what: { need?: [string, string]; price?: string; pack?: string }) {
		const read = readForm(() => ({
			lineId: l.id,
			needs: l.needs.map((n) => ({ id: n.id, quantity: what.need?.[0] === n.id ? parseQuantity(what.need[1]) : n.quantity })),
			price: what.price === undefined ? l.price : parseUnitPrice(what.price),
			pack: what.pack === undefined ? l.pack : what.pack.trim() === '' ? null : parseQuantity(what.pack, 'The pack'),
			packUnit: l.packUnit
		}));
		if (read.ok) await doing.run('buying.change-line', () => read.value);
		else doing.refuse(read.message, read.field);
	}
	async function withdraw() {
		const r = await doing.run('buying.withdraw-order', () => ({ orderId: o.id, reason }));
		if (r.ok && draft) await goto('/work/orders');
	}
	const how = (l: Line) => {
		const f = orderFigures(
			l.needs.map((n) => n.quantity),
			l
		);
		return step(l.name, formatCents(l.amount), {
			formula:
				l.pack === null
					? `${formatQuantity(f.needed)} ${l.unit} × ${formatUnitPrice(l.price)}`
					: `${f.packs} × ${formatUnitPrice(l.price)}`,
			steps:
				l.pack === null
					? []
					: [
							step('Packs', String(f.packs), {
								formula: `${formatQuantity(f.needed)} ÷ ${formatQuantity(l.pack)}, rounded up; ${formatQuantity(f.over)} left over`
							})
						]
		});
	};
	const stateWord = { draft: 'draft', sent: 'sent', closed: 'closed', withdrawn: 'taken back' } as const;
</script>

<Page title={o.number ? `Order ${o.number}` : 'Draft order'} sub={data.firm.name} pages={pagesOf('Work')} current="/work/orders">
	{#snippet actions()}
		<a class="btn" href="/api/pdf/order/{o.id}">PDF</a>
		{#if data.mayChange}{#if draft}<button class="btn" onclick={() => start('withdraw')}>Throw away</button><button
					class="btn"
					onclick={() => start('line')}>Add a line</button
				><button class="btn btn-primary" disabled={data.lines.length === 0} onclick={() => start('send')}>Send</button>
			{:else if o.state === 'sent'}<a class="btn" href="/work/supplier-bills/new?firm={data.firm.id}">Enter its bill</a><button
					class="btn btn-primary"
					onclick={() => start('deliver')}>Take a delivery</button
				>{/if}{/if}
	{/snippet}
	{#if doing.onPage}<p class="problem mb-2" role="alert">{doing.onPage}</p>{/if}
	<div class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_300px]">
		<div class="grid content-start gap-4">
			<section class="sheet overflow-x-auto">
				<div class="flex items-center justify-between p-3">
					<h2>Lines</h2>
					<Mark kind={o.state === 'closed' ? 'done' : o.state === 'sent' ? 'wait' : 'ring'} label={stateWord[o.state]} />
				</div>
				<table class="grid-table">
					<thead
						><tr
							><th>What, and for whom</th><th class="num">Needed</th><th class="num">Pack</th><th class="num">Bought</th><th class="num"
								>Price</th
							><th class="num">Amount</th>{#if !draft}<th class="num">Came</th><th class="num">Billed</th>{/if}<th></th></tr
						></thead
					>
					<tbody
						>{#each data.lines as l (l.id)}<tr
								><td
									>{l.name}{#each l.needs as n (n.id)}<br /><span class="quiet"
											><a class="link" href="/jobs/{n.jobId}/costs">{n.number} {n.job}</a>{#if draft && data.mayChange}
												<input
													class="input ml-2 text-right"
													style="width: 84px; height: 24px; min-height: 24px"
													aria-label="Needed of {l.name} for {n.job}"
													value={toTyped(n.quantity, 4)}
													onchange={(e) => change(l, { need: [n.id, e.currentTarget.value] })}
												/>{:else if l.needs.length > 1}, {formatQuantity(n.quantity)}{/if}</span
										>{/each}</td
								><td class="num">{formatQuantity(l.needed)} {l.unit}</td>
								<td class="num"
									>{#if draft && data.mayChange}<input
											class="input text-right"
											style="width: 74px; height: 24px; min-height: 24px"
											aria-label="Pack of {l.name}"
											placeholder="–"
											value={l.pack === null ? '' : toTyped(l.pack, 4)}
											onchange={(e) => change(l, { pack: e.currentTarget.value })}
										/>{:else}{l.pack === null ? '–' : `${formatQuantity(l.pack)} ${l.packUnit}`}{/if}</td
								><td class="num"
									>{l.pack === null ? formatQuantity(l.bought) : `${l.packs} × ${formatQuantity(l.pack)}`}{#if l.bought > l.needed}<br
										/><span class="quiet">{formatQuantity(l.bought - l.needed)} left over</span>{/if}</td
								><td class="num"
									>{#if draft && data.mayChange}<input
											class="input text-right"
											style="width: 84px; height: 24px; min-height: 24px"
											aria-label="Price of {l.name}"
											value={toTyped(l.price, 4, 2)}
											onchange={(e) => change(l, { price: e.currentTarget.value })}
										/>{:else}{formatUnitPrice(l.price)}{/if}</td
								><td class="num" title={how(l).formula ?? ''}>{formatCents(l.amount)}</td>
								{#if !draft}<td class="num"
										>{formatQuantity(l.delivered)}{#if l.last && l.delivered < l.bought}<br /><span class="quiet">no more comes</span
											>{/if}</td
									><td class="num">{l.billedAmount ? formatCents(l.billedAmount) : ''}</td>{/if}
								<td class="text-right whitespace-nowrap"
									>{#if data.mayChange}{#if draft}<button
												class="link"
												onclick={() => doing.run('buying.remove-line', () => ({ lineId: l.id }))}
												>Take off<span class="sr-only"> {l.name}</span></button
											>{:else if o.state !== 'withdrawn'}{#if l.closed}<Mark kind="done" label="closed" />{/if}
											{#if !l.closed || l.billed < l.bought}<button
													class="link"
													onclick={() => doing.run('buying.close-line', () => ({ lineId: l.id, closed: !l.closed }))}
													>{l.closed ? 'Open again' : 'Close'}<span class="sr-only"> {l.name}</span></button
												>{/if}{/if}{/if}</td
								></tr
							>{:else}<tr><td colspan="9" class="quiet">Nothing on it yet. Add a line, or order from a job’s material list.</td></tr
							>{/each}</tbody
					>
				</table>
			</section>
			{#if data.deliveries.length}<section class="sheet p-3">
					<h2 class="mb-1">Deliveries</h2>
					{#each data.deliveries as d (d.id)}<p>
							<strong>{showDay(d.day)}</strong>{d.note ? `, ${d.note}` : ''} <span class="quiet">{d.byName}</span>: {d.lines
								.map((l) => `${formatQuantity(l.quantity)} ${l.unit} ${l.name}`)
								.join(', ')}
						</p>{/each}
				</section>{/if}
			{#if data.bills.length}<section class="sheet p-3">
					<h2 class="mb-1">Bills</h2>
					{#each data.bills as b (b.id)}<p>
							<a class="link" href="/work/supplier-bills/{b.id}">{b.number}</a>, {showDay(b.day)}: {formatCents(b.total)}
						</p>{/each}
				</section>{/if}
		</div>
		<Tally {rows} own bar={['Ordered', formatCents(sum((l) => l.amount)), stateWord[o.state]]}>
			{#snippet picture()}{#if !draft}<Waterline
						kind="load"
						cost={0}
						breakEven={Math.max(
							1,
							sum((l) => l.amount)
						)}
						price={sum((l) => l.billedAmount)}
						words={['billed', 'ordered', '']}
						label="{formatCents(sum((l) => l.billedAmount))} billed of {formatCents(sum((l) => l.amount))}"
					/>{/if}{/snippet}
			<Form class="mt-3 grid gap-2" onsave={() => saveHead()}>
				<Field label="Deliver to"
					><input class="input" name="deliver-to" bind:value={head.deliverTo} disabled={!draft || !data.mayChange} /></Field
				>
				<Field label="Wanted by"
					><input class="input" type="date" name="wanted" bind:value={head.wanted} disabled={!draft || !data.mayChange} /></Field
				>
				<Field label="Note to the supplier"
					><textarea class="textarea" rows="2" bind:value={head.note} disabled={!draft || !data.mayChange}></textarea></Field
				>
				{#if draft && data.mayChange}<button class="btn justify-self-start">Keep</button>{/if}
			</Form>
			{#if o.state === 'sent' && data.mayChange}<button class="link mt-3" onclick={() => start('withdraw')}>Take the order back</button
				>{/if}
		</Tally>
	</div>
</Page>
<Dialog
	bind:open={() => doing.open === 'send', doing.ends('send')}
	title="Send the order to {data.firm.name}"
	save="Send"
	busy={doing.busy}
	problem={doing.problem}
	onsave={() => doing.run('buying.send-order', () => ({ orderId: o.id, ...letter, version: o.version }))}
>
	<Field label="To" problem={doing.at('to')} hint="Empty: it is sent by hand, with the PDF"
		><input class="input" name="to" bind:value={letter.to} /></Field
	>
	<Field label="Subject" hint="Empty: its number and our name"><input class="input" bind:value={letter.subject} /></Field>
	<Field label="Mail"><textarea class="textarea" rows="7" bind:value={letter.text}></textarea></Field>
</Dialog>
<Dialog
	bind:open={() => doing.open === 'deliver', doing.ends('deliver')}
	title="What came of order {o.number}"
	save="Take it in"
	busy={doing.busy}
	problem={doing.problem}
	onsave={deliver}
>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Day" problem={doing.at('day')}><input class="input" type="date" bind:value={delivery.day} /></Field>
		<Field label="Delivery note"><input class="input" name="note" bind:value={delivery.note} /></Field>
	</div>
	<table class="grid-table">
		<thead><tr><th>What</th><th class="num">Came</th><th>No more comes</th></tr></thead>
		<tbody
			>{#each data.lines.filter((l) => came[l.id]) as l (l.id)}{@const c = came[l.id]}{#if c}<tr
						><td
							>{l.name}<br /><span class="quiet">{formatQuantity(l.delivered)} of {formatQuantity(l.bought)} {l.unit} came before</span></td
						><td class="num"
							><input class="input text-right" style="width: 90px" aria-label="Came of {l.name}" bind:value={c.quantity} /></td
						><td><input type="checkbox" class="checkbox" aria-label="No more of {l.name} comes" bind:checked={c.last} /></td></tr
					>{/if}{/each}</tbody
		>
	</table>
	<p class="quiet">With a minus: it went back.</p>
</Dialog>
<Dialog
	bind:open={() => doing.open === 'withdraw', doing.ends('withdraw')}
	title={draft ? 'Throw this draft away' : `Take order ${o.number} back`}
	save={draft ? 'Throw it away' : 'Take it back'}
	danger
	busy={doing.busy}
	problem={doing.problem}
	onsave={withdraw}
	>{#if draft}<p>Its materials wait on their jobs’ lists again.</p>{:else}<p>The supplier is not told by this: call them.</p>
		<Field label="Why" problem={doing.at('reason')}><input class="input" bind:value={reason} /></Field>{/if}</Dialog
>
{#if doing.open === 'line'}<OrderLineDialog orderId={o.id} jobs={data.jobs} onclose={() => doing.close()} />{/if}
