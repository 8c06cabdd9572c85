<script lang="ts">
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { refresh } from '$lib/client/refresh';
	import { fieldsOf, soundOnly, type FormValues, type SiteForm } from '$lib/core/site-forms';
	import Field from '../forms/Field.svelte';
	import SignaturePad from '../forms/SignaturePad.svelte';
	import { words } from '../words/field';
	import FormRead from './FormRead.svelte';
	import FormSheet from './FormSheet.svelte';
	/** A record of a site form: filled in and kept field by field, then signed. */
	interface Props {
		form: SiteForm;
		record: {
			id: string;
			state: 'open' | 'signed' | 'approved';
			number: number | null;
			values: FormValues;
			pictures: string[];
			leadName: string;
			version: number;
		};
		replacesNumber: number | null;
		me: string;
		/** Somebody who records nothing only reads it. */
		mayFill?: boolean;
		/** Where to go when it is taken off. */
		back: string;
	}
	let { form, record: r, replacesNumber, me, back, mayFill = true }: Props = $props();
	const closed = $derived(r.state !== 'open' || !mayFill);
	// What is being filled in belongs to whoever types: news of the record may not write over it. Each record has a page of its own.
	let values: FormValues = $state.raw(untrack(() => r.values));
	let pictures: string[] = $state(untrack(() => [...r.pictures]));
	let version = $state(untrack(() => r.version));
	let lead = $state(untrack(() => ({ name: me, signature: '' })));
	let customer = $state({ name: '', signature: '' });
	let problem = $state('');
	let field = $state('');
	let said = $state('');
	let busy = $state(false);
	const at = (f: string) => (field === f ? problem : '');
	const asksCustomer = $derived(form.customerSigns !== 'no');
	let going: Promise<boolean> | null = null;
	/** One after the other, without what is wrong, which stands at its field: a save that began before the last field changed is followed by another. */
	async function save(all = false): Promise<boolean> {
		while (going) await going;
		going = keepNow(all ? values : soundOnly(form, values));
		const kept = await going;
		going = null;
		return kept;
	}
	async function keepNow(what: FormValues): Promise<boolean> {
		const done = await command('forms.save', { recordId: r.id, values: whole(what), pictures, version }, { refresh: false });
		if (done.ok) version = done.result.version;
		[problem, field] = done.ok ? ['', ''] : [done.message, done.field ?? ''];
		said = done.ok ? words.field.form.saved : '';
		return done.ok;
	}
	/** As it is sent: rows are lists of their own. */
	const whole = (v: FormValues) =>
		Object.fromEntries(Object.entries(v).map(([id, x]) => [id, typeof x === 'string' ? x : x.map((row) => ({ ...row }))]));
	async function sign() {
		busy = true;
		if (!(await save(true))) {
			busy = false;
			return;
		}
		const answer = await fetch(`/api/site-forms/${r.id}`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({
				leadName: lead.name,
				leadSignature: lead.signature,
				customerName: asksCustomer ? customer.name : '',
				customerSignature: asksCustomer ? customer.signature : '',
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
	async function keepPicture(file: Blob): Promise<string | null> {
		busy = true;
		const given = new FormData();
		given.set('picture', file, 'picture.png');
		const answer = await fetch('/api/pictures', { method: 'POST', body: given }).catch(() => null);
		busy = false;
		const body = (await answer?.json().catch(() => null)) as { result?: { fileId: string }; message?: string } | null;
		if (body?.result) return body.result.fileId;
		[problem, field] = [body?.message ?? words.field.form.noReception, 'picture'];
		return null;
	}
	async function add(list: FileList | null) {
		const file = list?.[0];
		const id = file ? await keepPicture(file) : null;
		if (id === null) return;
		pictures = [...pictures, id];
		await save();
	}
	async function takeOff() {
		const done = await command('forms.remove', { recordId: r.id }, { refresh: false });
		if (done.ok) await goto(back);
		else [problem, field] = [done.message, done.field ?? ''];
	}
	const known = $derived(new Set(fieldsOf(form).map((f) => f.id)));
	const seen = $derived(known.has(field.split('.')[0] ?? ''));
	const SIGNING = ['leadName', 'leadSignature', 'customerName', 'customerSignature', 'picture'];
</script>

{#snippet taken()}{#each closed ? r.pictures : pictures as id (id)}<img
			class="h-20 w-20 object-cover"
			src="/api/files/{id}?small"
			alt=""
		/>{/each}{/snippet}
{#if replacesNumber !== null}<p class="quiet mb-3">{words.field.form.replaces(replacesNumber)}</p>{/if}
{#if r.state === 'signed'}<p class="sheet mb-3 p-4" role="status">{words.field.form.done(r.leadName)}</p>
{:else if r.state === 'approved'}<p class="sheet mb-3 p-4" role="status">{words.field.form.issued(r.number ?? 0)}</p>{/if}
{#if closed}
	<FormRead {form} values={r.values} />
	{#if r.pictures.length > 0}<section class="sheet mb-3 p-4">
			<h2>{words.field.form.pictures}</h2>
			<div class="my-2 flex flex-wrap gap-2">{@render taken()}</div>
		</section>{/if}
{:else}
	<div role="presentation" onchange={() => void save()}>
		<FormSheet {form} bind:values {at} keep={keepPicture} onadded={() => void save()} />
		<section class="sheet mb-3 p-4">
			<h2>{words.field.form.pictures}</h2>
			<div class="my-2 flex flex-wrap gap-2">{@render taken()}</div>
			<Field label={words.field.form.pictures} problem={at('picture')}
				><input type="file" name="picture" accept="image/*" capture="environment" onchange={(e) => add(e.currentTarget.files)} /></Field
			>
		</section>
	</div>
	<button type="button" class="btn btn-tall mb-3 w-full" disabled={busy} onclick={() => save(true)}>{words.field.form.save}</button>
	{#if said}<p class="mb-3" role="status">{said}</p>{/if}
	<section class="sheet mb-3 p-4">
		<h2>{asksCustomer ? words.field.form.signing : words.field.form.onlyLead}</h2>
		<div class="mt-2 grid gap-3">
			<Field label={words.field.form.lead} problem={at('leadName')}><input class="input" name="leadName" bind:value={lead.name} /></Field>
			<SignaturePad bind:value={lead.signature} />
			{#if at('leadSignature')}<p class="problem" role="alert">{problem}</p>{/if}
			{#if asksCustomer}<Field
					label={form.customerSigns === 'must' ? words.field.form.customerMust : words.field.form.customer}
					problem={at('customerName')}><input class="input" name="customerName" bind:value={customer.name} /></Field
				>
				{#if customer.name.trim()}<SignaturePad bind:value={customer.signature} />{/if}
				{#if at('customerSignature')}<p class="problem" role="alert">{problem}</p>{/if}{/if}
		</div>
		{#if problem && !SIGNING.includes(field)}<p class="problem mt-2" role={seen ? undefined : 'alert'}>{problem}</p>{/if}
		<button type="button" class="btn btn-primary btn-tall mt-3 w-full" disabled={busy} onclick={sign}>{words.field.form.sign}</button>
	</section>
	<button type="button" class="link" onclick={takeOff}>{words.field.form.takeOff}</button>
{/if}
