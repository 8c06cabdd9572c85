<script lang="ts">
	import { onMount } from 'svelte';
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
		const r = await fetch(`/api/coming/${jobId}`).catch(() => null);
		const body = (await r?.json().catch(() => null)) as { result?: typeof t | null; message?: string } | null;
		if (body?.result) t = body.result;
		else problem = body?.message ?? 'No day is planned on this job: plan it first, or write what you want to say.';
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
