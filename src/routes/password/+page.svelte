<script lang="ts">
	import { enhance } from '$app/forms';
	import Field from '$lib/ui/forms/Field.svelte';
	import { door } from '$lib/ui/words/door';
	let { form } = $props();
	const words = $derived(door());
</script>

<svelte:head><title>{words.newPassword} · Nickel Yard</title></svelte:head>
<main class="mx-auto mt-[14vh] w-[min(360px,92vw)]">
	<div class="sheet p-6">
		<h1>{words.newPassword}</h1>
		{#if form?.sent}<p class="mt-3" role="status">{words.sent(form.mail)}</p>
		{:else}<form
				method="POST"
				class="mt-3 grid gap-3"
				use:enhance={() =>
					async ({ update }) =>
						update({ reset: false })}
			>
				<Field label={words.mail} problem={form?.message ?? ''}
					><input class="input" name="mail" type="email" autocomplete="username" required value={form?.mail ?? ''} /></Field
				>
				<button class="btn btn-primary">{words.send}</button>
			</form>{/if}
		<p class="mt-4"><a class="link" href="/sign-in">{words.back}</a></p>
	</div>
</main>
