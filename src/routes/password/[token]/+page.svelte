<script lang="ts">
	import { enhance } from '$app/forms';
	import Field from '$lib/ui/forms/Field.svelte';
	import { door } from '$lib/ui/words/door';
	let { data, form } = $props();
	const words = $derived(door());
</script>

<svelte:head><title>{words.choose} · Nickel Yard</title><meta name="robots" content="noindex, nofollow" /></svelte:head>
<main class="mx-auto mt-[14vh] w-[min(360px,92vw)]">
	<form
		method="POST"
		class="sheet grid gap-3 p-6"
		use:enhance={() =>
			async ({ update }) =>
				update({ reset: false })}
	>
		<h1>{words.choose}</h1>
		<p class="quiet">{words.for(data.mail)}</p>
		<input type="hidden" name="username" autocomplete="username" value={data.mail} />
		<Field label={words.newPassword} hint={words.hint} problem={form?.message ?? ''}
			><input class="input" name="password" type="password" autocomplete="new-password" required /></Field
		>
		<button class="btn btn-primary">{words.keep}</button>
	</form>
</main>
