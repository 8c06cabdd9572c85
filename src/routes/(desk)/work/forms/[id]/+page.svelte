<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import FormPage from '$lib/ui/site-forms/FormPage.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const r = $derived(data.record);
	let said = $state('');
	let returning = $state(false);
	let reason = $state('');
	let problem = $state('');
	async function approve() {
		const done = await command('forms.approve', { recordId: r.id, version: r.version });
		said = done.ok ? '' : done.message;
	}
	async function giveBack() {
		const done = await command('forms.return', { recordId: r.id, reason, version: r.version });
		if (done.ok) [returning, reason, problem] = [false, '', ''];
		else problem = done.field === 'reason' ? 'Say why.' : done.message;
	}
	async function anew() {
		const done = await command('forms.replace', { recordId: r.id });
		if (done.ok) await goto(`/work/forms/${done.result.recordId}`);
		else said = done.message;
	}
</script>

<Page title={data.form.name} sub="{data.job.name}{r.createdBy ? ` · begun by ${r.createdBy}` : ''}" current="/work/forms">
	{#snippet actions()}<a class="btn" href="/jobs/{data.job.id}/work#papers">To the job</a
		>{#if data.mayChange && r.state === 'signed'}<button class="btn" onclick={() => (returning = true)}>Give back …</button><button
				class="btn btn-primary"
				onclick={approve}>Approve</button
			>{/if}{#if r.state === 'approved'}{#if data.mayChange}<button class="btn" onclick={anew}>Make it anew</button>{/if}<a
				class="btn btn-primary"
				href="/api/pdf/certificate/{r.id}">PDF</a
			>{/if}{/snippet}
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="max-w-2xl">
		{#key `${r.id} ${r.state}`}<FormPage
				form={data.form}
				record={r}
				replacesNumber={data.replacesNumber}
				me={data.me.name}
				mayFill={data.mayFill}
				back="/jobs/{data.job.id}/work"
			/>{/key}
	</div>
</Page>
<Dialog bind:open={returning} title="Give the form back" save="Give back" onsave={giveBack} problem="">
	<Field label="Why" {problem}><input class="input" name="reason" bind:value={reason} /></Field>
</Dialog>
