<script lang="ts">
	import { locale } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/field';
	import { queue } from '$lib/client/queue.svelte';
	/** What was done on this device and is not saved yet, and what the server did not take. */
	const refused = $derived(queue.items.filter((k) => k.refused !== null && k.name !== 'picture'));
	const waiting = $derived(queue.items.filter((k) => k.refused === null && k.name !== 'picture'));
	const when = (ms: number) => new Date(ms).toLocaleTimeString(locale(), { hour: '2-digit', minute: '2-digit', hour12: false });
</script>

{#if queue.lost || queue.signedOut || refused.length}
	<section class="bar" aria-label={words.field.queue.name}>
		{#if queue.signedOut}<p role="status">
				{words.field.queue.signedOut}
				<a class="link" href="/sign-in?to=/field">{words.field.queue.signIn}</a>:
				{words.field.queue.forIt(words.field.queue.things(waiting.length))}
			</p>
		{:else if queue.lost}<p role="status">
				{words.field.queue.lost}
				{waiting.length ? words.field.queue.willBeSent(words.field.queue.things(waiting.length)) : words.field.queue.kept}
			</p>{/if}
		{#if waiting.length && (queue.lost || queue.signedOut)}<details>
				<summary>{words.field.queue.what}</summary>
				<ul>
					{#each waiting as k (k.seq)}<li>{k.label} <span class="quiet">{when(k.occurredAt)}</span></li>{/each}
				</ul>
			</details>{/if}
		{#each refused as k (k.seq)}<div class="mt-2" role="alert">
				<p><strong>{k.label}</strong> <span class="quiet">{when(k.occurredAt)}</span> {words.field.queue.notTaken} {k.refused}</p>
				<div class="mt-1 grid grid-cols-2 gap-3">
					<button class="btn btn-tall" onclick={() => queue.retry(k.group)}
						>{words.field.queue.again}<span class="sr-only">: {k.label}</span></button
					><button class="btn btn-tall" onclick={() => queue.drop(k.group)}
						>{words.field.queue.throwAway}<span class="sr-only">: {k.label}</span></button
					>
				</div>
			</div>{/each}
	</section>
{/if}

<style>
	/* It stays in sight: whoever scrolls down to a note still sees that there is no reception. */
	.bar {
		position: sticky;
		top: 0;
		z-index: 5;
		padding: 10px 16px;
		border-bottom: 1px solid var(--line);
		border-left: 4px solid var(--color-accent);
		background: var(--color-base-100);
	}
</style>
