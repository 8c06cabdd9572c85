<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { pricingOf, PRICINGS, type Pricing } from '$lib/core/sales';
	import Field from '../forms/Field.svelte';
	import Form from '../forms/Form.svelte';
	interface Job {
		id: string;
		version: number;
		pricing: Pricing | null;
		contractNet: number | null;
		outdoor: boolean;
		firstDay: string | null;
		lastDay: string | null;
		hoursOnTask: boolean;
		onBoard: boolean;
	}
	/** How a won job is worked and billed. */
	let { job, mayChange }: { job: Job; mayChange: boolean } = $props();
	const read = (j: Job) => ({
		...{ pricing: j.pricing ?? '', outdoor: j.outdoor, firstDay: j.firstDay ?? '', lastDay: j.lastDay ?? '' },
		...{ hoursOnTask: j.hoursOnTask, onBoard: j.onBoard }
	});
	let t = $state(untrack(() => read(job)));
	let wrong = $state({ message: '', field: '' });
	let saved = $state(false);
	const WORDS: Record<Pricing, string> = {
		...{ fixed: 'Fixed price', 'time and materials': 'Time and materials' },
		...{ 'pay application': 'By pay application', 'per visit': 'Per visit' }
	};
	async function save() {
		const r = await command('jobs.change', {
			...{ jobId: job.id, version: job.version, ...t },
			pricing: PRICINGS.find((p) => p === t.pricing) ?? null
		});
		saved = r.ok;
		wrong = r.ok ? { message: '', field: '' } : { message: r.message, field: r.field ?? '' };
		if (r.ok) t = read(job);
	}
</script>

<Form label="How it is worked" onsave={save}>
	<fieldset class="grid grid-cols-2 gap-x-3 gap-y-2" disabled={!mayChange} oninput={() => (saved = false)}>
		<div class="col-span-2">
			<Field label="Billed"
				><select class="select" name="pricing" bind:value={t.pricing}
					><option value="">as it was won: {WORDS[pricingOf({ pricing: null, contractNet: job.contractNet })].toLowerCase()}</option
					>{#each PRICINGS as p (p)}<option value={p}>{WORDS[p]}</option>{/each}</select
				></Field
			>
		</div>
		<Field label="From" hint="as promised"><input class="input" type="date" name="first-day" bind:value={t.firstDay} /></Field>
		<Field label="To" problem={wrong.field === 'lastDay' ? wrong.message : ''}
			><input class="input" type="date" name="last-day" bind:value={t.lastDay} /></Field
		>
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" name="outdoor" bind:checked={t.outdoor} />Outdoors: rain stops it</label
		>
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" name="on-board" bind:checked={t.onBoard} />Shown on the plan board</label
		>
		<label class="col-span-2 flex items-center gap-2"
			><input type="checkbox" class="checkbox" name="hours-on-task" bind:checked={t.hoursOnTask} />Hours must be booked on a task</label
		>
	</fieldset>
	{#if wrong.message && !wrong.field}<p class="problem" role="alert">{wrong.message}</p>{/if}
	{#if saved}<p class="quiet mt-1" role="status">Saved.</p>{/if}
	{#if mayChange}<button class="btn mt-2">Save how it is worked</button>{/if}
</Form>
