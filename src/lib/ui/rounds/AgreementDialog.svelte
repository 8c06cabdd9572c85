<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { parseCents, parseQuantity, toTyped } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import type { Billing } from '$lib/core/rounds';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, wholeTyped } from '../forms/typed';
	import { showDay } from '../shell/dates';
	/** A season service sold to a site, or what was sold put right. */
	interface Props {
		service: { id: string; name: string; visits: number; hours: number; price: number };
		sites: { id: string; address: string; customer: string }[];
		today: string;
		agreement: {
			id: string;
			number: number;
			address: string;
			sold: number;
			hours: number;
			price: number | null;
			crewId: string | null;
			billing: Billing;
			charged: number;
			to: string;
			note: string;
			version: number;
		} | null;
		onclose: () => void;
	}
	let { service, sites, today, agreement, onclose }: Props = $props();
	let open = $state(true);
	let find = $state('');
	let t = $state(
		untrack(() => ({
			siteId: '',
			year: today.slice(0, 4),
			visits: String(agreement?.sold ?? service.visits),
			hours: toTyped(agreement?.hours ?? service.hours, 4),
			price: toTyped(agreement?.price ?? service.price, 2),
			billing: agreement?.billing ?? ('visit' as Billing),
			note: agreement?.note ?? '',
			reason: '',
			addOn: ''
		}))
	);
	let problem = $state('');
	let field = $state('');
	const at = (f: string) => (field === f ? problem : '');
	$effect(() => {
		if (!open) onclose();
	});
	const found = $derived(
		sites
			.filter((s) =>
				find
					.toLowerCase()
					.split(/\s+/)
					.every((w) => `${s.customer} ${s.address}`.toLowerCase().includes(w))
			)
			.slice(0, 60)
	);
	async function save() {
		try {
			const what = {
				visits: wholeTyped(t.visits),
				hours: readAt('hours', () => parseQuantity(t.hours)),
				price: readAt('price', () => parseCents(t.price)),
				billing: t.billing,
				note: t.note
			};
			const r = agreement
				? await command('rounds.change-agreement', { agreementId: agreement.id, version: agreement.version, ...what })
				: await command('rounds.add-agreement', { serviceId: service.id, siteId: t.siteId, year: wholeTyped(t.year), ...what });
			if (r.ok) open = false;
			else [problem, field] = [r.field === 'siteId' && !t.siteId ? 'Choose the site.' : r.message, r.field ?? ''];
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			[problem, field] = [e.message, e.field ?? ''];
		}
	}
	async function end() {
		if (!agreement) return;
		const r = await command('rounds.end-agreement', { agreementId: agreement.id, reason: t.reason, version: agreement.version });
		if (r.ok) open = false;
		else [problem, field] = [r.field === 'reason' ? 'Say why.' : r.message, r.field ?? ''];
	}
	/** One visit more, by the crew that has the others. */
	async function addVisit() {
		if (!agreement?.crewId) return;
		const visit = { id: crypto.randomUUID(), agreementId: agreement.id, version: null, day: t.addOn, crewId: agreement.crewId };
		const r = await command('rounds.move-visits', { changes: [visit] });
		if (!r.ok) return void ([problem, field] = [r.message, 'addOn']);
		told(`A visit more on ${showDay(t.addOn)}.`, async () => {
			const back = await command('rounds.move-visits', { changes: r.result.undo });
			return back.ok ? null : back.message;
		});
		open = false;
	}
	async function complete() {
		if (!agreement) return;
		const r = await command('rounds.complete', { agreementId: agreement.id, version: agreement.version });
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const FIELDS = ['siteId', 'year', 'visits', 'hours', 'price', 'billing', 'reason', 'addOn'];
</script>

<Dialog
	bind:open
	title={agreement ? `Agreement ${agreement.number}, ${agreement.address}` : `New agreement: ${service.name}`}
	onsave={save}
	problem={FIELDS.includes(field) ? '' : problem}
>
	{#if !agreement}
		<Field label="Find the site"><input class="input" name="find" placeholder="Customer or address" bind:value={find} /></Field>
		<Field label="Site" problem={at('siteId')}
			><select class="select" name="site" bind:value={t.siteId}
				><option value="">{found.length === 60 ? 'choose, or find more' : 'choose'}</option>{#each found as s (s.id)}<option value={s.id}
						>{s.customer}: {s.address}</option
					>{/each}</select
			></Field
		>
		<Field label="Year" problem={at('year')}><input class="input" name="year" inputmode="numeric" bind:value={t.year} /></Field>
	{/if}
	<div class="grid grid-cols-3 gap-3">
		<Field label="Visits sold" problem={at('visits')}><input class="input" name="visits" inputmode="numeric" bind:value={t.visits} /></Field
		>
		<Field label="Labor hours" problem={at('hours')}><input class="input" name="hours" inputmode="decimal" bind:value={t.hours} /></Field>
		<Field label="Price" problem={at('price')}><input class="input" name="price" inputmode="decimal" bind:value={t.price} /></Field>
	</div>
	<Field label="Billed" problem={at('billing')}
		><select class="select" name="billing" bind:value={t.billing}
			><option value="visit">each visit its share, when it is done</option><option value="instalments"
				>in equal parts, at the end of each month of the season</option
			><option value="completion">whole, when all visits are done</option></select
		></Field
	>
	<Field label="Note for the crew"><textarea class="textarea" rows="2" name="note" bind:value={t.note}></textarea></Field>
	{#if agreement}
		<div class="flex items-end gap-3">
			<Field label="End it before the season does: why" problem={at('reason')}
				><input class="input" name="reason" bind:value={t.reason} /></Field
			>
			<button type="button" class="btn" onclick={end}>End the agreement</button>
		</div>
		{#if agreement.crewId}<div class="flex items-end gap-3">
				<Field label="One visit more, on" problem={at('addOn')}
					><input class="input" type="date" name="add-visit" bind:value={t.addOn} /></Field
				>
				<button type="button" class="btn" disabled={!t.addOn} onclick={addVisit}>Add the visit</button>
			</div>{/if}
		{#if agreement.billing === 'completion' && agreement.charged === 0 && agreement.to < today}<p>
				The season is over.
				<button type="button" class="btn" onclick={complete}>Bill the whole price</button>
			</p>{/if}
	{/if}
</Dialog>
