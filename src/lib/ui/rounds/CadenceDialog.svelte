<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { Refusal } from '$lib/core/refusal';
	import type { Cadence } from '$lib/core/rounds';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { wholeTyped } from '../forms/typed';
	import { cadenceForm, cadenceTyped, visitedTyped } from './cadence-form';
	import VisitFields from './VisitFields.svelte';
	import CadenceFields from './CadenceFields.svelte';
	/** A further cadence of a service: a fuller or a leaner season, by a name of the company's own. */
	interface Known {
		id: string;
		name: string;
		cadence: Cadence;
		setUp: number;
		crewSize: number | null;
		step: number;
		archived: boolean;
		version: number;
	}
	interface Props {
		service: { id: string; name: string; setUp: number; crewSize: number | null; step: number };
		known: Known | null;
		onclose: () => void;
	}
	let { service, known, onclose }: Props = $props();
	let open = $state(true);
	let f = $state(untrack(() => cadenceForm(known?.cadence ?? null)));
	let t = $state(
		untrack(() => ({
			...{ name: known?.name ?? '', setUp: String(known?.setUp ?? service.setUp), archived: known?.archived ?? false },
			...{ crewSize: String((known ?? service).crewSize ?? ''), step: String((known ?? service).step) }
		}))
	);
	let wrong = $state({ message: '', field: '' });
	const at = (field: string) => (wrong.field === field ? wrong.message : '');
	async function save() {
		try {
			const r = await command('rounds.save-cadence', {
				...{ cadenceId: known?.id ?? null, serviceId: service.id, name: t.name, archived: t.archived },
				...{ cadence: cadenceTyped(f), setUp: wholeTyped(t.setUp), ...visitedTyped(t) },
				...(known ? { version: known.version } : {})
			});
			if (r.ok) onclose();
			else wrong = { message: r.message, field: r.field ?? '' };
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			wrong = { message: e.message, field: e.field ?? '' };
		}
	}
</script>

<Dialog
	bind:open={() => open, (v) => (v ? (open = true) : onclose())}
	title={known ? `Cadence ${known.name}` : `Another cadence of ${service.name}`}
	onsave={save}
	problem={['name', 'setUp', 'crewSize', 'step'].includes(wrong.field) ? '' : wrong.message}
>
	<Field label="Name" hint="fuller, leaner, spring only" problem={at('name')}
		><input class="input" name="cadence-name" required bind:value={t.name} /></Field
	>
	<CadenceFields bind:f />
	<VisitFields bind:t {at} />
	{#if known}<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox checkbox-sm" name="cadence-archived" bind:checked={t.archived} /> set aside: not planned by any
			more</label
		>{/if}
</Dialog>
