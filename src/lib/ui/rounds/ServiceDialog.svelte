<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { parseCents, parseQuantity, toTyped } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import type { Cadence } from '$lib/core/rounds';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, wholeTyped } from '../forms/typed';
	import { cadenceForm, cadenceTyped, visitedTyped } from './cadence-form';
	import VisitFields from './VisitFields.svelte';
	import CadenceFields from './CadenceFields.svelte';
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
		/** Cents of a visit; null for who sees no costs. */
		materials: number | null;
		setUp: number;
		crewSize: number | null;
		step: number;
		unit: string;
		skills: string;
		cadence: Cadence;
		version: number;
	}
	let { service, seesCosts, onclose }: { service: Service | null; seesCosts: boolean; onclose: () => void } = $props();
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
			materials: typeof service?.materials === 'number' ? toTyped(service.materials, 2) : '',
			setUp: String(service?.setUp ?? 0),
			crewSize: String(service?.crewSize ?? ''),
			step: String(service?.step ?? 5),
			unit: service?.unit ?? 'visit',
			skills: service?.skills ?? ''
		}))
	);
	let f = $state(untrack(() => cadenceForm(service?.cadence ?? null)));
	let problem = $state('');
	let field = $state('');
	const at = (f: string) => (field === f ? problem : '');
	$effect(() => {
		if (!open) onclose();
	});
	const md = (d: string) => d.slice(5);
	async function save() {
		try {
			const r = await command('rounds.save-service', {
				serviceId: service?.id ?? null,
				name: t.name,
				wording: t.wording,
				from: md(t.from),
				to: md(t.to),
				visits: wholeTyped(t.visits),
				hours: readAt('hours', () => parseQuantity(t.hours)),
				price: readAt('price', () => parseCents(t.price)),
				...(seesCosts ? { materials: t.materials.trim() === '' ? 0 : readAt('materials', () => parseCents(t.materials)) } : {}),
				setUp: wholeTyped(t.setUp),
				...visitedTyped(t),
				...{ unit: t.unit.trim() || 'visit', skills: t.skills },
				cadence: cadenceTyped(f),
				...(service ? { version: service.version } : {})
			});
			if (r.ok) open = false;
			else [problem, field] = [r.message, r.field ?? ''];
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			[problem, field] = [e.message, e.field ?? ''];
		}
	}
	const FIELDS = ['name', 'visits', 'hours', 'price', 'materials', 'setUp', 'crewSize', 'step'];
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
	<CadenceFields bind:f />
	<p class="quiet">As it is usually sold, for a whole season:</p>
	<div class="grid grid-cols-3 gap-3">
		<Field label="Visits" problem={at('visits')}><input class="input" name="visits" inputmode="numeric" bind:value={t.visits} /></Field>
		<Field label="Labor hours" problem={at('hours')}><input class="input" name="hours" inputmode="decimal" bind:value={t.hours} /></Field>
		<Field label="Price" problem={at('price')}><input class="input" name="price" inputmode="decimal" bind:value={t.price} /></Field>
	</div>
	{#if seesCosts}<Field label="Material of a visit" hint="what it costs us: counted in the break-even" problem={at('materials')}
			><input class="input" name="materials" inputmode="decimal" bind:value={t.materials} /></Field
		>{/if}
	<VisitFields bind:t {at} />
	<div class="grid grid-cols-2 gap-3">
		<Field label="Counted as" hint="on bills: “visit 3 of 14”"><input class="input" name="unit" maxlength="30" bind:value={t.unit} /></Field
		>
		<Field label="Skills" hint="somebody of the crew has them"><input class="input" name="skills" bind:value={t.skills} /></Field>
	</div>
</Dialog>
