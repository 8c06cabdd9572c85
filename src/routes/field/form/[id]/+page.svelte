<script lang="ts">
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { refresh } from '$lib/client/refresh';
	import { formatQuantity } from '$lib/core/money';
	import { formReadings, type FormField } from '$lib/core/site-forms';
	import Field from '$lib/ui/forms/Field.svelte';
	import SignaturePad from '$lib/ui/forms/SignaturePad.svelte';
	import { words } from '$lib/ui/words/field';
	let { data } = $props();
	const r = $derived(data.record);
	const closed = $derived(r.state !== 'open');
	// What is being filled in belongs to whoever types: news of the record may not write over it. Each record has a page of its own.
	let values: Record<string, string> = $state(untrack(() => ({ ...data.record.values })));
	let pictures: string[] = $state(untrack(() => [...data.record.pictures]));
	let version = $state(untrack(() => data.record.version));
	let lead = $state(untrack(() => ({ name: data.me.name, signature: '' })));
	let customer = $state({ name: '', signature: '' });
	let problem = $state('');
	let field = $state('');
	let said = $state('');
	let busy = $state(false);
	const at = (f: string) => (field === f ? problem : '');
	const readings = $derived.by(() => {
		try {
			return new Map(formReadings(data.form, values).map((x) => [x.field.id, x]));
		} catch {
			return new Map();
		}
	});
	const limits = (f: FormField): string => {
		const unit = f.unit ?? '';
		if (f.low !== undefined && f.high !== undefined) return words.field.form.between(formatQuantity(f.low), formatQuantity(f.high), unit);
		if (f.low !== undefined) return words.field.form.atLeast(formatQuantity(f.low), unit);
		return f.high === undefined ? unit : words.field.form.atMost(formatQuantity(f.high), unit);
	};
	async function save(): Promise<boolean> {
		busy = true;
		const done = await command('forms.save', { recordId: r.id, values, pictures, version }, { refresh: false });
		busy = false;
		if (done.ok) version = done.result.version;
		[problem, field] = done.ok ? ['', ''] : [done.message, done.field ?? ''];
		said = done.ok ? words.field.form.saved : '';
		return done.ok;
	}
	async function sign() {
		if (!(await save())) return;
		busy = true;
		const answer = await fetch(`/api/site-forms/${r.id}`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({
				leadName: lead.name,
				leadSignature: lead.signature,
				customerName: customer.name,
				customerSignature: customer.signature,
				version
			})
		}).catch(() => null);
		busy = false;
		const body = (await answer?.json().catch(() => null)) as { message?: string; field?: string } | null;
		said = '';
		if (answer?.ok) {
			[problem, field] = ['', ''];
			await refresh();
		} else [problem, field] = [body?.message ?? words.field.form.noReception, body?.field ?? ''];
	}
	async function add(list: FileList | null) {
		const file = list?.[0];
		if (!file) return;
		busy = true;
		const form = new FormData();
		form.set('picture', file);
		const answer = await fetch('/api/pictures', { method: 'POST', body: form }).catch(() => null);
		busy = false;
		const body = (await answer?.json().catch(() => null)) as { result?: { fileId: string }; message?: string } | null;
		if (body?.result) {
			pictures = [...pictures, body.result.fileId];
			await save();
		} else [problem, field] = [body?.message ?? words.field.form.noReception, 'picture'];
	}
	async function takeOff() {
		const done = await command('forms.remove', { recordId: r.id }, { refresh: false });
		if (done.ok) await goto(`/field/jobs/${data.job.id}`);
		else [problem, field] = [done.message, done.field ?? ''];
	}
	const known = $derived(new Set(data.form.sections.flatMap((s) => s.fields.map((f) => f.id))));
</script>

<p><a class="link" href="/field/jobs/{data.job.id}">{words.field.form.back}</a></p>
<h1 class="mt-1">{words.field.siteForm(data.form.name)}</h1>
<p class="quiet mb-3">{data.job.name}</p>
{#if r.state === 'signed'}<p class="sheet mb-3 p-4" role="status">{words.field.form.done(r.leadName)}</p>
{:else if r.state === 'approved'}<p class="sheet mb-3 p-4" role="status">{words.field.form.issued(r.number ?? 0)}</p>{/if}
<fieldset disabled={closed}>
	{#each data.form.sections as s (s.title)}
		<section class="sheet mb-3 p-4">
			<h2>{words.field.siteForm(s.title)}</h2>
			<div class="mt-2 grid gap-3">
				{#each s.fields as f (f.id)}
					{@const outside = readings.get(f.id)?.outside ?? false}
					{#if f.kind === 'choice'}<Field label="{words.field.siteForm(f.label)}{f.required ? ' *' : ''}" problem={at(f.id)}
							><select class="select" name={f.id} bind:value={values[f.id]}
								><option value={undefined}>{words.field.form.open}</option>{#each f.choices ?? [] as c (c)}<option value={c}
										>{words.field.siteForm(c)}</option
									>{/each}</select
							></Field
						>
					{:else if f.kind === 'reading'}<Field
							label="{words.field.siteForm(f.label)}{f.required ? ' *' : ''}"
							problem={at(f.id) || (outside ? `▲ ${words.field.form.outside}: ${limits(f)}` : '')}
							hint={limits(f)}><input class="input" name={f.id} inputmode="decimal" bind:value={values[f.id]} /></Field
						>
					{:else}<Field label={words.field.siteForm(f.label)} problem={at(f.id)}
							><textarea class="textarea" rows="3" name={f.id} bind:value={values[f.id]}></textarea></Field
						>{/if}
				{/each}
			</div>
		</section>
	{/each}
	<section class="sheet mb-3 p-4">
		<h2>{words.field.form.pictures}</h2>
		<div class="my-2 flex flex-wrap gap-2">
			{#each pictures as id (id)}<img class="h-20 w-20 object-cover" src="/api/files/{id}?small" alt="" />{/each}
		</div>
		{#if !closed}<Field label={words.field.form.pictures} problem={at('picture')}
				><input type="file" name="picture" accept="image/*" capture="environment" onchange={(e) => add(e.currentTarget.files)} /></Field
			>{/if}
	</section>
	{#if !closed}
		<button type="button" class="btn btn-tall mb-3 w-full" disabled={busy} onclick={save}>{words.field.form.save}</button>
		{#if said}<p class="mb-3" role="status">{said}</p>{/if}
		<section class="sheet mb-3 p-4">
			<h2>{words.field.form.signing}</h2>
			<div class="mt-2 grid gap-3">
				<Field label={words.field.form.lead} problem={at('leadName')}><input class="input" name="leadName" bind:value={lead.name} /></Field>
				<SignaturePad bind:value={lead.signature} />
				{#if at('leadSignature')}<p class="problem" role="alert">{problem}</p>{/if}
				<Field label={words.field.form.customer} problem={at('customerName')}
					><input class="input" name="customerName" bind:value={customer.name} /></Field
				>
				{#if customer.name.trim()}<SignaturePad bind:value={customer.signature} />{/if}
				{#if at('customerSignature')}<p class="problem" role="alert">{problem}</p>{/if}
			</div>
			{#if problem && !known.has(field) && !['leadName', 'leadSignature', 'customerName', 'customerSignature', 'picture'].includes(field)}<p
					class="problem mt-2"
					role="alert"
				>
					{problem}
				</p>{:else if known.has(field) && problem}<p class="problem mt-2">{problem}</p>{/if}
			<button type="button" class="btn btn-primary btn-tall mt-3 w-full" disabled={busy} onclick={sign}>{words.field.form.sign}</button>
		</section>
		<button type="button" class="link" onclick={takeOff}>{words.field.form.takeOff}</button>
	{/if}
</fieldset>
