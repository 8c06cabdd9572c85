<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** Asks a subcontractor for days of a job. */
	interface Props {
		firmId: string;
		firms: { id: string; name: string; trade: string }[];
		jobs: { id: string; name: string; number: number | null }[];
		today: string;
		onclose: () => void;
	}
	let { firmId, firms, jobs, today, onclose }: Props = $props();
	let open = $state(true);
	let t = $state(untrack(() => ({ firmId, jobId: '', phase: '', from: today, to: today, text: '' })));
	let problem = $state('');
	let field = $state('');
	const at = (f: string) => (field === f ? problem : '');
	$effect(() => {
		if (!open) onclose();
	});
	async function save() {
		const r = await command('plan.ask-firm', { ...t, ...(field === 'despite' ? { despite: true } : {}) });
		if (r.ok) open = false;
		else
			[problem, field] = [
				r.field === 'firmId' && !t.firmId ? 'Choose the firm.' : r.field === 'jobId' && !t.jobId ? 'Choose the job.' : r.message,
				r.field ?? ''
			];
	}
</script>

<Dialog
	bind:open
	title="Ask a subcontractor"
	save={field === 'despite' ? 'Ask all the same' : 'Ask by mail'}
	onsave={save}
	problem={['firmId', 'jobId', 'from', 'to'].includes(field) ? '' : problem}
>
	<Field label="Firm" problem={at('firmId')}
		><select class="select" name="firm" bind:value={t.firmId}
			><option value="">choose</option>{#each firms as f (f.id)}<option value={f.id}>{f.name}{f.trade ? `, ${f.trade}` : ''}</option
				>{/each}</select
		></Field
	>
	<Field label="Job" problem={at('jobId')}
		><select class="select" name="job" bind:value={t.jobId}
			><option value="">choose</option>{#each jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option>{/each}</select
		></Field
	>
	<Field label="For"><input class="input" name="phase" placeholder="Scaffold, crane …" bind:value={t.phase} /></Field>
	<div class="grid grid-cols-2 gap-3">
		<Field label="From" problem={at('from')}><input class="input" type="date" name="from" bind:value={t.from} /></Field>
		<Field label="To and with" problem={at('to')}><input class="input" type="date" name="to" bind:value={t.to} /></Field>
	</div>
	<Field label="What they should know"><textarea class="textarea" rows="3" name="text" bind:value={t.text}></textarea></Field>
</Dialog>
