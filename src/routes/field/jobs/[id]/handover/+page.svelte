<script lang="ts">
	import { untrack } from 'svelte';
	import { refresh } from '$lib/client/refresh';
	import { formatMinutes, formatQuantity } from '$lib/core/money';
	import Field from '$lib/ui/forms/Field.svelte';
	import SignaturePad from '$lib/ui/forms/SignaturePad.svelte';
	import { words } from '$lib/ui/words/field';
	let { data } = $props();
	const c = $derived(data.content);
	let shown = $state({ tasks: true, hours: false, materials: true, pictures: true });
	// What is typed stays while the page hears news of the job.
	let t = $state(untrack(() => ({ note: '', signedBy: data.job.customer, signature: '', mailTo: '' })));
	let problem = $state('');
	let field = $state('');
	let said = $state('');
	let busy = $state(false);
	const at = (f: string) => (field === f ? problem : '');
	async function sign() {
		busy = true;
		const answer = await fetch('/api/handovers', {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ jobId: data.job.id, shown, ...t })
		}).catch(() => null);
		busy = false;
		const body = (await answer?.json().catch(() => null)) as { result?: { number: number }; message?: string; field?: string } | null;
		if (!body?.result) return void ([problem, field] = [body?.message ?? words.field.form.noReception, body?.field ?? '']);
		[problem, field, said] = ['', '', words.field.handover.thanks(body.result.number)];
		t = { ...t, note: '', signature: '' };
		await refresh();
	}
</script>

<p><a class="link" href="/field/jobs/{data.job.id}">{words.field.form.back}</a></p>
<h1 class="mt-1">{words.field.handover.title}</h1>
<p class="quiet mb-3">{data.job.name}</p>
{#if said}<p class="sheet mb-3 p-4" role="status">{said}</p>{/if}
<section class="sheet mb-3 p-4">
	<h2>{words.field.handover.show}</h2>
	<div class="mt-2 grid gap-1">
		<label class="flex min-h-11 items-center gap-3"
			><input type="checkbox" class="checkbox" name="tasks" bind:checked={shown.tasks} /><span
				>{words.field.handover.parts.tasks}
				<span class="quiet">{c.tasks?.length ? c.tasks.join(', ') : words.field.handover.nothing}</span></span
			></label
		>
		<label class="flex min-h-11 items-center gap-3"
			><input type="checkbox" class="checkbox" name="hours" bind:checked={shown.hours} /><span
				>{words.field.handover.parts.hours} <span class="quiet">{formatMinutes(c.minutes ?? 0)}</span></span
			></label
		>
		<label class="flex min-h-11 items-center gap-3"
			><input type="checkbox" class="checkbox" name="materials" bind:checked={shown.materials} /><span
				>{words.field.handover.parts.materials}
				<span class="quiet"
					>{c.materials?.length
						? c.materials.map((m) => `${m.name} ${formatQuantity(m.quantity)} ${m.unit}`).join(', ')
						: words.field.handover.nothing}</span
				></span
			></label
		>
		<label class="flex min-h-11 items-center gap-3"
			><input type="checkbox" class="checkbox" name="pictures" bind:checked={shown.pictures} /><span
				>{words.field.handover.parts.pictures} <span class="quiet">{c.pictures?.length || words.field.handover.nothing}</span></span
			></label
		>
	</div>
	{#if shown.pictures && c.pictures?.length}<div class="mt-2 flex flex-wrap gap-2">
			{#each c.pictures as id (id)}<img class="h-20 w-20 object-cover" src="/api/files/{id}?small" alt="" />{/each}
		</div>{/if}
	{#if at('shown')}<p class="problem" role="alert">{problem}</p>{/if}
	<Field label={words.field.handover.note}><textarea class="textarea" rows="3" name="note" bind:value={t.note}></textarea></Field>
</section>
<section class="sheet mb-3 grid gap-3 p-4">
	<Field label={words.field.handover.name} problem={at('signedBy')}><input class="input" name="signedBy" bind:value={t.signedBy} /></Field>
	<SignaturePad bind:value={t.signature} />
	{#if at('signature')}<p class="problem" role="alert">{problem}</p>{/if}
	<Field label={words.field.handover.mail} problem={at('to')}
		><input class="input" name="mailTo" inputmode="email" bind:value={t.mailTo} /></Field
	>
	{#if problem && !['shown', 'signedBy', 'signature', 'to'].includes(field)}<p class="problem" role="alert">{problem}</p>{/if}
	<button type="button" class="btn btn-primary btn-tall" disabled={busy} onclick={sign}>{words.field.handover.sign}</button>
</section>
