<script lang="ts">
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { refresh } from '$lib/client/refresh';
	import { formatCents, formatQuantity, parseQuantity, toTyped } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import Field from '$lib/ui/forms/Field.svelte';
	import { readAt } from '$lib/ui/forms/typed';
	import SignaturePad from '$lib/ui/forms/SignaturePad.svelte';
	import { spoken, words } from '$lib/ui/words/field';
	let { data } = $props();
	const sale = $derived(data.sale);
	interface Picked {
		kind: 'service' | 'item';
		id: string;
		name: string;
		unit: string;
		quantity: string;
		hours: string;
		usual: number;
	}
	let find = $state('');
	let found: {
		services: { id: string; title: string; catalog: string; price: number; hours: number }[];
		items: { id: string; name: string; unit: string }[];
	} = $state({ services: [], items: [] });
	let picked: Picked[] = $state([]);
	let title = $state('');
	let problem = $state('');
	let field = $state('');
	let busy = $state(false);
	// What is typed stays while the page hears news of the job.
	let t = $state(untrack(() => ({ name: data.job.customer, agreed: false, signature: '' })));
	let card = $state({ amount: '', number: '', expiry: '', code: '' });
	let said = $state('');
	let asked = 0;
	const at = (f: string) => (field === f ? problem : '');
	const open = $derived(sale?.invoice ? sale.invoice.total - sale.invoice.paid : 0);
	async function look() {
		const mine = ++asked;
		const r = await ask('find.offers', { text: find.slice(0, 100) });
		if (r.ok && mine === asked) found = r.result;
	}
	function pick(p: Omit<Picked, 'quantity' | 'hours'>) {
		picked.push({ ...p, quantity: '1', hours: '' });
		if (title === '') title = p.name;
		[find, found] = ['', { services: [], items: [] }];
	}
	const number = (text: string, name: string): number => readAt(name, () => parseQuantity(text));
	async function offer() {
		if (picked.length === 0) return void ([problem, field] = [words.field.sell.nothing, 'services']);
		busy = true;
		try {
			const services = picked
				.map((p, n) => ({ p, n }))
				.filter(({ p }) => p.kind === 'service')
				.map(({ p, n }) => ({
					serviceId: p.id,
					quantity: number(p.quantity, `quantity-${n}`),
					hours: p.hours.trim() === '' ? null : number(p.hours, `hours-${n}`)
				}));
			const items = picked
				.map((p, n) => ({ p, n }))
				.filter(({ p }) => p.kind === 'item')
				.map(({ p, n }) => ({ itemId: p.id, quantity: number(p.quantity, `quantity-${n}`) }));
			const r = await command(
				'field.offer',
				{ jobId: data.job.id, title: title.trim() || (picked[0]?.name ?? ''), services, items },
				{ refresh: false }
			);
			if (r.ok) {
				[problem, field] = ['', ''];
				await goto(`?offer=${r.result.revisionId}`);
			} else [problem, field] = [r.message, r.field ?? ''];
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			[problem, field] = [spoken(e.said), e.field ?? ''];
		} finally {
			busy = false;
		}
	}
	async function post<R>(path: string, body: object): Promise<R | null> {
		busy = true;
		const r = await fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }).catch(
			() => null
		);
		busy = false;
		const answer = (await r?.json().catch(() => null)) as { result?: R; message?: string; field?: string } | null;
		if (answer?.result) {
			[problem, field] = ['', ''];
			return answer.result;
		}
		[problem, field] = [answer?.message ?? words.field.sell.noReception, answer?.field ?? ''];
		return null;
	}
	async function sign() {
		if (!sale) return;
		if (await post('/api/field-sales', { revisionId: sale.id, ...t })) {
			await refresh();
			card.amount = toTyped(open, 2);
		}
	}
	async function pay() {
		if (!sale) return;
		const r = await post<{ state: string; message: string }>('/api/field-pay', {
			jobId: data.job.id,
			revisionId: sale.id,
			key: data.key,
			...card
		});
		if (!r) return;
		said = r.state === 'paid' ? '' : r.message;
		await refresh();
	}
	async function drop() {
		if (!sale) return;
		const r = await command('field.drop-offer', { revisionId: sale.id });
		if (!r.ok) [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<p><a class="link" href="/field/jobs/{data.job.id}">{words.field.sell.back}</a></p>
<h1 class="mt-1">{words.field.sell.title}</h1>
<p class="quiet mb-3">{data.job.name}</p>
{#if !sale}
	<section class="sheet mb-3 grid gap-3 p-4">
		<Field label={words.field.sell.find} problem={at('services')}
			><input class="input" name="find" bind:value={find} oninput={look} /></Field
		>
		<ul>
			{#each found.services as s (s.id)}<li>
					<button
						type="button"
						class="flex min-h-11 w-full items-center justify-between gap-3 text-left"
						onclick={() => pick({ kind: 'service', id: s.id, name: s.title, unit: '', usual: s.hours })}
						><span>{s.title} <span class="quiet">{s.catalog}</span></span><span class="figure">{formatCents(s.price)}</span></button
					>
				</li>{/each}
			{#each found.items as i (i.id)}<li>
					<button
						type="button"
						class="min-h-11 w-full text-left"
						onclick={() => pick({ kind: 'item', id: i.id, name: i.name, unit: i.unit, usual: 0 })}
						>{i.name} <span class="quiet">{i.unit}</span></button
					>
				</li>{/each}
		</ul>
		{#each picked as p, n (n)}<div class="border-t pt-2" style="border-color: var(--line)">
				<div class="flex justify-between gap-3">
					<strong>{p.name}</strong><button type="button" class="link" onclick={() => picked.splice(n, 1)}
						>{words.field.sell.takeOff}<span class="sr-only">: {p.name}</span></button
					>
				</div>
				<div class="mt-1 grid grid-cols-2 gap-3">
					<Field label="{words.field.sell.quantity}{p.unit ? `, ${p.unit}` : ''}" problem={at(`quantity-${n}`)}
						><input class="input" name="quantity-{n}" inputmode="decimal" bind:value={p.quantity} /></Field
					>
					{#if p.kind === 'service'}<Field
							label={words.field.sell.hours}
							hint={words.field.sell.asUsual(formatQuantity(p.usual))}
							problem={at(`hours-${n}`)}><input class="input" name="hours-{n}" inputmode="decimal" bind:value={p.hours} /></Field
						>{/if}
				</div>
			</div>{/each}
		{#if picked.length}<Field label={words.field.sell.what} problem={at('title')}
				><input class="input" name="title" bind:value={title} /></Field
			>{/if}
		{#if problem && !['services', 'title'].includes(field) && !/-\d+$/.test(field)}<p class="problem" role="alert">{problem}</p>{/if}
		<button type="button" class="btn btn-primary btn-tall" disabled={busy} onclick={offer}>{words.field.sell.price}</button>
	</section>
{:else}
	<section class="sheet mb-3 p-4">
		{#each sale.view.scopes as s (s.id)}
			<h2>{s.name}</h2>
			{#each s.lines as l (l.id)}<p class="flex justify-between gap-3 py-1">
					<span>{l.text}</span><span class="figure">{l.amount === null ? '' : formatCents(l.amount)}</span>
				</p>{/each}
		{/each}
		<dl class="mt-2 border-t pt-2" style="border-color: var(--line)">
			<div class="flex justify-between">
				<dt>{words.field.sell.net}</dt>
				<dd class="figure">{formatCents(sale.net)}</dd>
			</div>
			<div class="flex justify-between">
				<dt>{words.field.sell.tax}</dt>
				<dd class="figure">{formatCents(sale.tax)}</dd>
			</div>
			<div class="flex justify-between font-bold">
				<dt>{words.field.sell.total}</dt>
				<dd class="figure" data-test="total">{formatCents(sale.total)}</dd>
			</div>
		</dl>
	</section>
	{#if sale.state === 'open'}
		<section class="sheet mb-3 grid gap-3 p-4">
			{#if sale.terms}<details>
					<summary>{words.field.sell.terms}</summary>
					<p class="whitespace-pre-line">{sale.terms}</p>
				</details>{/if}
			<label class="flex min-h-11 items-center gap-3"
				><input type="checkbox" class="checkbox" name="agreed" bind:checked={t.agreed} />{words.field.sell.agree}</label
			>
			{#if at('agreed')}<p class="problem" role="alert">{problem}</p>{/if}
			<Field label={words.field.sell.name} problem={at('name')}><input class="input" name="name" bind:value={t.name} /></Field>
			<SignaturePad bind:value={t.signature} />
			{#if at('signature')}<p class="problem" role="alert">{problem}</p>{/if}
			{#if problem && !['agreed', 'name', 'signature'].includes(field)}<p class="problem" role="alert">{problem}</p>{/if}
			<button type="button" class="btn btn-primary btn-tall" disabled={busy} onclick={sign}>{words.field.sell.sign}</button>
			<button type="button" class="btn btn-tall" disabled={busy} onclick={drop}>{words.field.sell.notNow}</button>
		</section>
	{:else if sale.state === 'accepted'}
		<p class="sheet mb-3 p-4" role="status"><strong>{words.field.sell.ordered}</strong></p>
		{#if sale.invoice}<section class="sheet mb-3 grid gap-3 p-4">
				<p class="flex justify-between">
					<span>{words.field.sell.invoice(sale.invoice.number ?? 0)}</span><span class="figure">{formatCents(sale.invoice.total)}</span>
				</p>
				{#if open > 0}
					<p class="flex justify-between font-bold"><span>{words.field.sell.left}</span><span class="figure">{formatCents(open)}</span></p>
					<Field label={words.field.sell.amount} problem={at('amount')}
						><input class="input" name="amount" inputmode="decimal" placeholder={toTyped(open, 2)} bind:value={card.amount} /></Field
					>
					<Field label={words.field.sell.card} problem={at('number')} hint={data.testCards[0] ? `To try: ${data.testCards[0].number}` : ''}
						><input class="input" name="number" inputmode="numeric" autocomplete="cc-number" bind:value={card.number} /></Field
					>
					<div class="grid grid-cols-2 gap-3">
						<Field label={words.field.sell.expiry} problem={at('expiry')}
							><input class="input" name="expiry" placeholder="09/29" bind:value={card.expiry} /></Field
						>
						<Field label={words.field.sell.code} problem={at('code')}
							><input class="input" name="code" inputmode="numeric" bind:value={card.code} /></Field
						>
					</div>
					{#if problem && !['amount', 'number', 'expiry', 'code'].includes(field)}<p class="problem" role="alert">{problem}</p>{/if}
					{#if said}<p role="status">{said}</p>{/if}
					<button type="button" class="btn btn-primary btn-tall" disabled={busy} onclick={pay}>{words.field.sell.pay}</button>
					<p class="quiet">{words.field.sell.later}</p>
				{:else}<p role="status"><strong>{words.field.sell.paid}</strong></p>{/if}
			</section>{/if}
	{:else}<p class="sheet mb-3 p-4" role="status">{words.field.sell.dropped}</p>{/if}
{/if}
