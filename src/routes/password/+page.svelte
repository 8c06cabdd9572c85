<script lang="ts">
	import { enhance } from '$app/forms';
	import Field from '$lib/ui/forms/Field.svelte';
	let { form } = $props();
</script>

<svelte:head><title>New password · Nickel Yard</title></svelte:head>
<main class="mx-auto mt-[14vh] w-[min(360px,92vw)]">
	<div class="sheet p-6">
		<h1>New password</h1>
		{#if form?.sent}<p class="mt-3" role="status">
				If there is an account for {form.mail}, a mail is on its way. Open the link in it within an hour.
			</p>
		{:else}<form
				method="POST"
				class="mt-3 grid gap-3"
				use:enhance={() =>
					async ({ update }) =>
						update({ reset: false })}
			>
				<Field label="Mail" problem={form?.message ?? ''}
					><input class="input" name="mail" type="email" autocomplete="username" required value={form?.mail ?? ''} /></Field
				>
				<button class="btn btn-primary">Send me a link</button>
			</form>{/if}
		<p class="mt-4"><a class="link" href="/sign-in">Back to signing in</a></p>
	</div>
</main>
