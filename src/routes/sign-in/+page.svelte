<script lang="ts">
	import { enhance } from '$app/forms';
	import { onMount } from 'svelte';
	import { forgetPages } from '$lib/client/pages';
	import Field from '$lib/ui/forms/Field.svelte';
	let { data, form } = $props();
	onMount(() => void forgetPages());
</script>

<svelte:head><title>Sign in · Nickel Yard</title></svelte:head>
<main class="mx-auto mt-[14vh] w-[min(360px,92vw)]">
	<form
		method="POST"
		class="sheet grid gap-3 p-6"
		use:enhance={() =>
			async ({ update }) =>
				update({ reset: false })}
	>
		<h1>Nickel Yard</h1>
		{#if data.chosen}<p role="status">Your password is kept. Sign in with it.</p>{/if}
		<input type="hidden" name="to" value={data.to} />
		<Field label="Mail"><input class="input" name="mail" type="email" autocomplete="username" required value={form?.mail ?? ''} /></Field>
		<Field label="Password"><input class="input" name="password" type="password" autocomplete="current-password" required /></Field>
		{#if form?.message}<p class="problem" role="alert">{form.message}</p>{/if}
		<button class="btn btn-primary">Sign in</button>
		<a class="link justify-self-start" href="/password">Forgot your password?</a>
	</form>
</main>
