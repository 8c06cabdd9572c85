<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { parseCents, parseQuantity, toTyped } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import type { Cadence } from '$lib/core/rounds';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, wholeTyped } from '../forms/typed';
	/** A season service: when, how often, how it is usually sold. */
	interface Service {
		id: string;
		name: string;
		wording: string;
		from: string;
		to: string;
		visits: number;
		hours: number;
		price: number;
		setUp: number;
		cadence: Cadence;
		version: number;
	}
	let { service, onclose }: { service: Service | null; onclose: () => void } = $props();
	let open = $state(true);
	/** The season's days are typed as days of any year. */
	const asDay = (md: string) => `2028-${md}`;
	let t = $state(
		untrack(() => ({
			name: service?.name ?? '',
			wording: service?.wording ?? '',
			from: asDay(service?.from ?? '04-01'),
			to: asDay(service?.to ?? '10-31'),
			visits: String(service?.visits ?? ''),
			hours: service ? toTyped(service.hours, 4) : '',
			price: service ? toTyped(service.price, 2) : '',
			setUp: String(service?.setUp ?? 0),
			by: service?.cadence.by ?? ('weeks' as Cadence['by']),
			every: String(service?.cadence.by === 'weeks' ? service.cadence.every : 2),
			gap: String(service?.cadence.by === 'windows' ? service.cadence.gap : 14),
			windows: (service?.cadence.by === 'windows' ? service.cadence.windows : [{ from: '04-01', to: '04-30' }]).map((w) => ({
				from: asDay(w.from),
				to: asDay(w.to)
			}))
		}))
	);
	let problem = $state('');
	let field = $state('');
	const at = (f: string) => (field === f ? problem : '');
	$effect(() => {
		if (!open) onclose();
	});
	const md = (d: string) => d.slice(5);
	async function save() {
		try {
			const cadence: Cadence =
				t.by === 'weeks'
					? { by: 'weeks', every: wholeTyped(t.every) }
					: { by: 'windows', gap: wholeTyped(t.gap), windows: t.windows.map((w) => ({ from: md(w.from), to: md(w.to) })) };
			const r = await command('rounds.save-service', {
				serviceId: service?.id ?? null,
				name: t.name,
				wording: t.wording,
				from: md(t.from),
				to: md(t.to),
				visits: wholeTyped(t.visits),
				hours: readAt('hours', () => parseQuantity(t.hours)),
				price: readAt('price', () => parseCents(t.price)),
				setUp: wholeTyped(t.setUp),
				cadence,
				...(service ? { version: service.version } : {})
			});
			if (r.ok) open = false;
			else [problem, field] = [r.message, r.field ?? ''];
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			[problem, field] = [e.message, e.field ?? ''];
		}
	}
	const FIELDS = ['name', 'visits', 'hours', 'price', 'setUp'];
</script>

<Dialog
	bind:open
	title={service ? `Change ${service.name}` : 'New season service'}
	onsave={save}
	problem={FIELDS.includes(field) ? '' : problem}
>
	<Field label="Name" problem={at('name')}><input class="input" name="name" required bind:value={t.name} /></Field>
	<Field label="What is done, in the crew’s words"
		><textarea class="textarea" rows="2" name="wording" bind:value={t.wording}></textarea></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Season from" hint="the year does not count"
			><input class="input" type="date" name="from" required bind:value={t.from} /></Field
		>
		<Field label="to and with"><input class="input" type="date" name="to" required bind:value={t.to} /></Field>
	</div>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Visits"
			><select class="select" name="by" bind:value={t.by}
				><option value="weeks">every so many weeks</option><option value="windows">each in a window</option></select
			></Field
		>
		{#if t.by === 'weeks'}<Field label="Every how many weeks"
				><input class="input" name="every" inputmode="numeric" bind:value={t.every} /></Field
			>
		{:else}<Field label="At least so many days apart"><input class="input" name="gap" inputmode="numeric" bind:value={t.gap} /></Field>{/if}
	</div>
	{#if t.by === 'windows'}
		{#each t.windows as w, n (n)}<div class="flex items-center gap-2">
				{n + 1}. <input class="input" type="date" aria-label="Window {n + 1} from" bind:value={w.from} /> to
				<input class="input" type="date" aria-label="Window {n + 1} to" bind:value={w.to} /><button
					type="button"
					class="link"
					aria-label="Take window {n + 1} away"
					onclick={() => t.windows.splice(n, 1)}>×</button
				>
			</div>{/each}
		<button type="button" class="link justify-self-start" onclick={() => t.windows.push({ from: asDay('10-01'), to: asDay('10-31') })}
			>Add a window</button
		>
	{/if}
	<p class="quiet">As it is usually sold, for a whole season:</p>
	<div class="grid grid-cols-4 gap-3">
		<Field label="Visits" problem={at('visits')}><input class="input" name="visits" inputmode="numeric" bind:value={t.visits} /></Field>
		<Field label="Labor hours" problem={at('hours')}><input class="input" name="hours" inputmode="decimal" bind:value={t.hours} /></Field>
		<Field label="Price" problem={at('price')}><input class="input" name="price" inputmode="decimal" bind:value={t.price} /></Field>
		<Field label="Set-up, min" problem={at('setUp')}><input class="input" name="setUp" inputmode="numeric" bind:value={t.setUp} /></Field>
	</div>
</Dialog>
