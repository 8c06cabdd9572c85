<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import type { Input } from '$lib/contract';
	import { parseCents, parseQuantity, toTyped } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import type { Billing } from '$lib/core/rounds';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, wholeTyped } from '../forms/typed';
	import { toggled } from '../lists';
	import { clockText, minutesOfClock } from '../board/plan';
	import { showDay } from '../shell/dates';
	import { WEEKDAYS } from './agreement-rows';
	import BillingSelect from './BillingSelect.svelte';
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
			/** Who has what is planned of it (null: nobody yet), and on which weekday; no weekday: nothing is planned. */
			crewId: string | null;
			weekday: number | null;
			billing: Billing;
			onDays: number[] | null;
			openFrom: number | null;
			openTo: number | null;
			charged: number;
			to: string;
			note: string;
			version: number;
		} | null;
		onclose: () => void;
	}
	type Sold = Pick<Input<'rounds.sell-many'>['rows'][number], 'visits' | 'hours' | 'price' | 'note'>;
	let { service, sites, today, agreement, onclose }: Props = $props();
	let open = $state(true);
	/** As a field for a time holds it. */
	const timeTyped = (minutes: number | null) => (minutes === null ? '' : clockText(minutes).padStart(5, '0'));
	let find = $state('');
	// As it was when the dialog was opened, once: from then on it is what is typed.
	let t = $state(
		untrack(() => ({
			year: today.slice(0, 4),
			visits: String(agreement?.sold ?? service.visits),
			hours: toTyped(agreement?.hours ?? service.hours, 4),
			price: toTyped(agreement?.price ?? service.price, 2),
			billing: agreement?.billing ?? ('visit' as Billing),
			openFrom: timeTyped(agreement?.openFrom ?? null),
			openTo: timeTyped(agreement?.openTo ?? null),
			note: agreement?.note ?? '',
			reason: '',
			addOn: ''
		}))
	);
	/** The weekdays on which one gets in; none ticked: any. As they were when it was opened, like the rest. */
	let onDays = $state<ReadonlySet<number>>(untrack(() => new Set(agreement?.onDays ?? [])));
	let siteIds = $state<ReadonlySet<string>>(new Set());
	const chosenSites = $derived(sites.filter((s) => siteIds.has(s.id)));
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
				onDays: onDays.size === 0 ? null : [...onDays].sort((a, b) => a - b),
				openFrom: t.openFrom === '' ? null : minutesOfClock(t.openFrom),
				openTo: t.openTo === '' ? null : minutesOfClock(t.openTo),
				note: t.note
			};
			if (!agreement && siteIds.size === 0) return void ([problem, field] = ['Choose the site, or several.', 'siteId']);
			const r = agreement
				? await command('rounds.change-agreement', { agreementId: agreement.id, version: agreement.version, ...what })
				: await sell(what);
			if (r.ok) open = false;
			else [problem, field] = [r.message, r.field ?? ''];
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			[problem, field] = [e.message, e.field ?? ''];
		}
	}
	/** One site, or each of several for the same. */
	async function sell(what: Sold & { billing: Billing; onDays: number[] | null; openFrom: number | null; openTo: number | null }) {
		const [of, [only, ...more]] = [{ serviceId: service.id, year: wholeTyped(t.year) }, chosenSites];
		const { billing, onDays: days, ...sold } = what;
		const r =
			only && more.length === 0
				? await command('rounds.add-agreement', { ...of, siteId: only.id, ...what })
				: await command('rounds.sell-many', { ...of, billing, rows: chosenSites.map((s) => ({ ...asRow(s), ...sold, onDays: days })) });
		if (r.ok) {
			const agreementIds = 'agreementIds' in r.result ? r.result.agreementIds : [r.result.agreementId];
			told(`${agreementIds.length === 1 ? 'An agreement' : `${agreementIds.length} agreements`} sold.`, async () => {
				const back = await command('rounds.unsell', { agreementIds, reason: 'Taken back' });
				return back.ok ? null : back.message;
			});
		}
		return r;
	}
	const asRow = (s: Props['sites'][number]) => ({
		...{ siteId: s.id, customer: s.customer, address: s.address, district: '', lat: null, lng: null }
	});
	async function end() {
		if (!agreement) return;
		const r = await command('rounds.end-agreement', { agreementId: agreement.id, reason: t.reason, version: agreement.version });
		if (r.ok) open = false;
		else [problem, field] = [r.field === 'reason' ? 'Say why.' : r.message, r.field ?? ''];
	}
	/** One visit more, by the crew that has the others. */
	async function addVisit() {
		if (!agreement) return;
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
	const FIELDS = ['siteId', 'year', 'visits', 'hours', 'price', 'billing', 'reason', 'addOn', 'openFrom', 'openTo'];
</script>

<Dialog
	bind:open
	title={agreement ? `Agreement ${agreement.number}, ${agreement.address}` : `New agreement: ${service.name}`}
	onsave={save}
	problem={FIELDS.includes(field) ? '' : problem}
>
	{#if !agreement}
		<Field label="Find the sites"><input class="input" name="find" placeholder="Customer or address" bind:value={find} /></Field>
		<fieldset class="sites">
			<legend>Sites{siteIds.size ? `: ${siteIds.size} chosen` : ''}</legend>
			<div>
				{#each [...chosenSites, ...found.filter((s) => !siteIds.has(s.id))] as s (s.id)}<label
						><input
							type="checkbox"
							class="checkbox"
							name="site"
							value={s.id}
							checked={siteIds.has(s.id)}
							onchange={(e) => (siteIds = toggled(siteIds, [s.id], e.currentTarget.checked))}
						/>
						{s.customer}: {s.address}</label
					>{:else}<p class="quiet">No site is found by that.</p>{/each}{#if found.length === 60}<p class="quiet">
						and more: find them by name
					</p>{/if}
			</div>
			{#if at('siteId')}<p class="problem" role="alert">{problem}</p>{/if}
		</fieldset>
		<Field label="Year" problem={at('year')}><input class="input" name="year" inputmode="numeric" bind:value={t.year} /></Field>
	{/if}
	<div class="grid grid-cols-3 gap-3">
		<Field label="Visits sold" problem={at('visits')}><input class="input" name="visits" inputmode="numeric" bind:value={t.visits} /></Field
		>
		<Field label="Labor hours" problem={at('hours')}><input class="input" name="hours" inputmode="decimal" bind:value={t.hours} /></Field>
		<Field label="Price" problem={at('price')}><input class="input" name="price" inputmode="decimal" bind:value={t.price} /></Field>
	</div>
	<BillingSelect bind:value={t.billing} problem={at('billing')} />
	<fieldset>
		<legend>One gets in on <span class="quiet">(none ticked: any day)</span></legend>
		<div class="flex flex-wrap gap-x-4">
			{#each WEEKDAYS as w, n (w)}<label
					><input
						type="checkbox"
						class="checkbox"
						name="on-day-{n + 1}"
						checked={onDays.has(n + 1)}
						onchange={(e) => (onDays = toggled(onDays, [n + 1], e.currentTarget.checked))}
					/>
					{w.slice(0, 3)}</label
				>{/each}
		</div>
	</fieldset>
	<div class="grid grid-cols-2 gap-3">
		<Field label="In the day from, empty: any time" problem={at('openFrom')}
			><input class="input" type="time" name="openFrom" bind:value={t.openFrom} /></Field
		>
		<Field label="to" problem={at('openTo')}><input class="input" type="time" name="openTo" bind:value={t.openTo} /></Field>
	</div>
	<Field label="Note for the crew"><textarea class="textarea" rows="2" name="note" bind:value={t.note}></textarea></Field>
	{#if agreement}
		<div class="flex items-end gap-3">
			<Field label="End it before the season does: why" problem={at('reason')}
				><input class="input" name="reason" bind:value={t.reason} /></Field
			>
			<button type="button" class="btn" onclick={end}>End the agreement</button>
		</div>
		{#if agreement.weekday !== null}<div class="flex items-end gap-3">
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

<style>
	.sites > div {
		max-height: 22vh;
		overflow: auto;
		display: grid;
		gap: 2px;
		padding: 6px 10px;
		border: 1px solid var(--line);
	}
</style>
