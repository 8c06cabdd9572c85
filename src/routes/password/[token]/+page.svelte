<script lang="ts">
	import { enhance } from '$app/forms';
	import Field from '$lib/ui/forms/Field.svelte';
	let { data, form } = $props();
</script>

<svelte:head><title>Choose a password · Nickel Yard</title><meta name="robots" content="noindex, nofollow" /></svelte:head>
<main class="mx-auto mt-[14vh] w-[min(360px,92vw)]">
	<form
		method="POST"
		class="sheet grid gap-3 p-6"
		use:enhance={() =>
			async ({ update }) =>
				update({ reset: false })}
	>
		<h1>Choose a password</h1>
		<p class="quiet">for {data.mail}</p>
		<input type="hidden" name="username" autocomplete="username" value={data.mail} />
		<Field label="New password" hint="at least ten characters; a few words in a row are good" problem={form?.message ?? ''}
			><input class="input" name="password" type="password" autocomplete="new-password" required /></Field
		>
		<button class="btn btn-primary">Keep it</button>
	</form>
</main>
