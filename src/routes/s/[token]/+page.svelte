<script lang="ts">
	import { enhance } from '$app/forms';
	import Field from '$lib/ui/forms/Field.svelte';
	import Letterhead from '$lib/ui/shell/Letterhead.svelte';
	import { locale } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/customer';
	let { data, form } = $props();
	const day = (d: string) =>
		new Date(`${d}T12:00Z`).toLocaleDateString(locale(), {
			weekday: 'long',
			month: 'long',
			day: 'numeric',
			year: 'numeric',
			timeZone: 'UTC'
		});
	const when = $derived(data.from === data.to ? day(data.from) : words.customer.asked.span(day(data.from), day(data.to)));
</script>

<svelte:head
	><title>{words.customer.asked.title} · {data.company.name}</title><meta name="robots" content="noindex, nofollow" /></svelte:head
>
<Letterhead
	name={data.company.name}
	line={words.customer.asked.for(data.firm)}
	color={data.letterhead.color}
	face={data.letterhead.face}
	footer={data.letterhead.footer}
	watched={false}
>
	<h1>{words.customer.asked.title}</h1>
	<dl class="sheet card">
		<div>
			<dt>{words.customer.asked.when}</dt>
			<dd>{when}</dd>
		</div>
		<div>
			<dt>{words.customer.asked.where}</dt>
			<dd>{data.address ?? data.job}</dd>
		</div>
		{#if data.phase}<div>
				<dt>{words.customer.asked.what}</dt>
				<dd>{data.phase}</dd>
			</div>{/if}
	</dl>
	{#if data.text}<p class="said">{data.text}</p>{/if}
	{#if data.state === 'yes'}<p class="notice" role="status"><strong>{words.customer.asked.thanks}</strong></p>
	{:else if data.state === 'no'}<p class="notice" role="status">{words.customer.asked.noted}</p>
	{:else if data.state === 'withdrawn'}<p class="notice" role="status">{words.customer.asked.withdrawn}</p>
	{:else}
		{#if form?.message && !form.field}<p class="problem" role="alert">{form.message}</p>{/if}
		<form method="POST" use:enhance>
			<Field label={words.customer.asked.name}><input class="input" name="name" autocomplete="name" value={form?.name ?? ''} /></Field>
			<button class="btn btn-primary btn-tall" name="answer" value="yes" disabled={data.staff}>{words.customer.asked.yes}</button>
			<Field label={words.customer.asked.why} problem={form?.field === 'why' ? form.message : ''}
				><textarea class="textarea" rows="2" name="why" value={form?.why ?? ''}></textarea></Field
			>
			<button class="btn btn-tall" name="answer" value="no" disabled={data.staff}>{words.customer.asked.no}</button>
			<Field label={words.customer.asked.otherDay} problem={form?.field === 'otherDay' ? form.message : ''}
				><input class="input" type="date" name="otherDay" value={form?.otherDay ?? ''} /></Field
			>
			<button class="btn btn-tall" name="answer" value="other" disabled={data.staff}>{words.customer.asked.noOther}</button>
		</form>
		{#if data.staff}<p class="quiet">{words.customer.asked.staff}</p>{/if}
	{/if}
	<p class="quiet">{words.customer.asked.call(data.company.phone)}</p>
</Letterhead>

<style>
	dl {
		padding: 12px 16px;
		margin: 12px 0;
	}
	dl div {
		display: grid;
		grid-template-columns: 90px 1fr;
		padding: 4px 0;
	}
	dt {
		color: var(--quiet);
	}
	form {
		display: grid;
		gap: 12px;
		margin: 16px 0;
	}
	.said {
		white-space: pre-line;
		margin: 8px 0;
	}
	.notice {
		margin: 12px 0;
	}
</style>
