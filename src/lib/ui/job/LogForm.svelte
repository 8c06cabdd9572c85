<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import Field from '../forms/Field.svelte';
	import Form from '../forms/Form.svelte';
	/** What the lead adds to a job's day. */
	interface Props {
		jobId: string;
		day: string;
		log: { weather: string; done: string; hindered: string; deliveries: string; version: number } | null;
		/** As the weather service says it; what somebody wrote goes before. */
		weather: string | null;
		words: { weather: string; done: string; hindered: string; deliveries: string; save: string; saved: string; title: string };
		tall?: boolean;
	}
	let { jobId, day, log, weather, words, tall = false }: Props = $props();
	const read = () => ({
		...{ weather: log?.weather ?? weather ?? '', done: log?.done ?? '' },
		...{ hindered: log?.hindered ?? '', deliveries: log?.deliveries ?? '' }
	});
	let t = $state(untrack(read));
	let problem = $state('');
	let saved = $state(false);
	async function save() {
		const r = await command('work.save-log', { jobId, day, ...t, ...(log ? { version: log.version } : {}) });
		saved = r.ok;
		problem = r.ok ? '' : r.message;
	}
</script>

<Form class="grid gap-3" label={words.title} onsave={save}>
	<Field label={words.weather}><input class="input" name="weather" bind:value={t.weather} oninput={() => (saved = false)} /></Field>
	<Field label={words.done}
		><textarea class="textarea" rows="3" name="done" bind:value={t.done} oninput={() => (saved = false)}></textarea></Field
	>
	<Field label={words.hindered}
		><textarea class="textarea" rows="2" name="hindered" bind:value={t.hindered} oninput={() => (saved = false)}></textarea></Field
	>
	<Field label={words.deliveries}
		><textarea class="textarea" rows="2" name="deliveries" bind:value={t.deliveries} oninput={() => (saved = false)}></textarea></Field
	>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	{#if saved}<p role="status">{words.saved}</p>{/if}
	<button class="btn btn-primary justify-self-start" class:btn-tall={tall}>{words.save}</button>
</Form>
