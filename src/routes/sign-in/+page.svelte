<script lang="ts">
	import { enhance } from '$app/forms';
	import { onMount } from 'svelte';
	import { forgetPages } from '$lib/client/pages';
	import Field from '$lib/ui/forms/Field.svelte';
	import { door } from '$lib/ui/words/door';
	let { data, form } = $props();
	const words = $derived(door());
	onMount(() => void forgetPages());
</script>

<svelte:head><title>{words.signIn} · Nickel Yard</title></svelte:head>
<main class="mx-auto mt-[14vh] w-[min(360px,92vw)]">
	<form
		method="POST"
		class="sheet grid gap-3 p-6"
		use:enhance={() =>
			async ({ update }) =>
				update({ reset: false })}
	>
		<h1>Nickel Yard</h1>
		{#if data.chosen}<p role="status">{words.kept}</p>{/if}
		<input type="hidden" name="to" value={data.to} />
		<Field label={words.mail}
			><input class="input" name="mail" type="email" autocomplete="username" required value={form?.mail ?? ''} /></Field
		>
		<Field label={words.password}><input class="input" name="password" type="password" autocomplete="current-password" required /></Field>
		{#if form?.message}<p class="problem" role="alert">{form.message}</p>{/if}
		<button class="btn btn-primary">{words.signIn}</button>
		<a class="link justify-self-start" href="/password">{words.forgot}</a>
	</form>
</main>
