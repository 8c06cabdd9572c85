<script lang="ts">
	import { page } from '$app/state';
	import { doorWords, languageOf } from '$lib/core/words';
	const words = $derived(doorWords(languageOf(page.error?.language ?? null)));
</script>

<svelte:head><title>{page.status} · Nickel Yard</title></svelte:head>
<main class="mx-auto max-w-lg p-8">
	<h1>{page.status === 404 ? words.nothing : words.failed}</h1>
	<p class="mt-2">{page.error?.message}</p>
	<!-- A customer has no start here: the words say whom to ask. -->
	{#if page.url.pathname.startsWith('/password/')}<p class="mt-4"><a class="link" href="/password">{words.newPassword}</a></p>
	{:else if !page.error?.language}<p class="mt-4"><a class="link" href="/">{words.start}</a></p>{/if}
</main>
