<script lang="ts">
	import { onMount } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** Tells the customer when somebody comes: proposed from the plan, in words that can be changed. */
	let { jobId, onclose }: { jobId: string; onclose: () => void } = $props();
	let open = $state(true);
	let t = $state({ to: '', subject: '', text: '' });
	let problem = $state('');
	let field = $state('');
	let loaded = $state(false);
	const at = (f: string) => (field === f ? problem : '');
	$effect(() => {
		if (!open) onclose();
	});
	onMount(async () => {
		const r = await ask('plan.coming', { jobId });
		if (r.ok && r.result) t = r.result;
		else problem = r.ok ? 'No day is planned on this job: plan it first, or write what you want to say.' : r.message;
		loaded = true;
	});
	async function save() {
		const r = await command('plan.tell-customer', { jobId, ...t });
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Dialog
	bind:open
	title="Tell the customer when we come"
	save="Send"
	onsave={save}
	busy={!loaded}
	problem={['to', 'text'].includes(field) ? '' : problem}
>
	<Field label="To" problem={at('to')}><input class="input" name="to" bind:value={t.to} /></Field>
	<Field label="Subject"><input class="input" name="subject" bind:value={t.subject} /></Field>
	<Field label="Text" problem={at('text')}><textarea class="textarea" rows="9" name="text" bind:value={t.text}></textarea></Field>
</Dialog>
