<script lang="ts">
	import { page } from '$app/state';
</script>

<svelte:head><title>{page.status} · Nickel Yard</title></svelte:head>
<main class="mx-auto max-w-lg p-8">
	<h1>{page.status === 404 ? 'Nothing here' : 'That did not work'}</h1>
	<p class="mt-2">{page.error?.message}</p>
	<p class="mt-4"><a class="link" href="/">To the start</a></p>
</main>
