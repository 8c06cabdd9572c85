<script lang="ts">
	import { enhance } from '$app/forms';
	import Letterhead from '$lib/ui/shell/Letterhead.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	let { data, form } = $props();
	const at = (f: string) => (form?.field === f ? form.message : '');
</script>

<svelte:head><title>{data.name}</title><meta name="description" content={data.intro} /></svelte:head>
<Letterhead name={data.name} line={data.letterhead.line} color={data.letterhead.color} footer={data.letterhead.footer}>
	<h1>How can we help?</h1>
	<p class="mt-2 mb-4">{data.intro} Or call {data.phone}.</p>
	{#if form?.sent}<p class="sheet p-4" role="status">
			<strong>Thank you, {form.name}.</strong> Your request is with us; we answer within one working day.
		</p>
	{:else}
		<form
			method="POST"
			class="sheet tall grid gap-3 p-4"
			use:enhance={() =>
				async ({ update }) =>
					update({ reset: false })}
		>
			<input type="hidden" name="opened" value={data.opened} />
			<div class="trap" aria-hidden="true"><label>Leave this empty<input name="website" tabindex="-1" autocomplete="off" /></label></div>
			<Field label="Your name" problem={at('name')}
				><input class="input" name="name" autocomplete="name" required value={form?.name ?? ''} /></Field
			>
			<Field label="Mail" problem={at('mail')}
				><input class="input" name="mail" type="email" autocomplete="email" value={form?.mail ?? ''} /></Field
			>
			<Field label="Phone" problem={at('phone')}
				><input class="input" name="phone" type="tel" autocomplete="tel" value={form?.phone ?? ''} /></Field
			>
			<Field label="Where is the work" problem={at('address')}
				><input class="input" name="address" autocomplete="street-address" value={form?.address ?? ''} /></Field
			>
			<Field label="What is to be done" problem={at('wanted')}
				><textarea class="textarea" name="wanted" rows="4" required>{form?.wanted ?? ''}</textarea></Field
			>
			{#if form?.message && !form.field}<p class="problem" role="alert">{form.message}</p>{/if}
			<button class="btn btn-primary btn-tall">Send the request</button>
		</form>
	{/if}
</Letterhead>

<style>
	.trap {
		position: absolute;
		left: -9999px;
	}
</style>
