<script lang="ts">
	import { queue } from '$lib/client/queue.svelte';
	/** What was done on this device and is not saved yet, and what the server did not take. */
	const refused = $derived(queue.items.filter((k) => k.refused !== null && k.name !== 'picture'));
	const waiting = $derived(queue.items.filter((k) => k.refused === null && k.name !== 'picture'));
	const things = (n: number) => (n === 1 ? 'One thing waits' : `${n} things wait`);
	const when = (ms: number) => new Date(ms).toLocaleTimeString('en-US', { hour: '2-digit', minute: '2-digit', hour12: false });
</script>

{#if queue.lost || queue.signedOut || refused.length}
	<section class="bar" aria-label="Queue">
		{#if queue.signedOut}<p role="status">
				You were signed out. <a class="link" href="/sign-in?to=/field">Sign in</a>: {things(waiting.length)} for it on this phone.
			</p>
		{:else if queue.lost}<p role="status">
				No reception. {waiting.length ? `${things(waiting.length)} on this phone and will be sent.` : 'What you do is kept on this phone.'}
			</p>{/if}
		{#if waiting.length && (queue.lost || queue.signedOut)}<details>
				<summary>What waits</summary>
				<ul>
					{#each waiting as k (k.seq)}<li>{k.label} <span class="quiet">{when(k.occurredAt)}</span></li>{/each}
				</ul>
			</details>{/if}
		{#each refused as k (k.seq)}<div class="mt-2" role="alert">
				<p><strong>{k.label}</strong> <span class="quiet">{when(k.occurredAt)}</span> was not taken. {k.refused}</p>
				<div class="mt-1 grid grid-cols-2 gap-3">
					<button class="btn btn-tall" onclick={() => queue.retry(k.group)}>Try again<span class="sr-only">: {k.label}</span></button
					><button class="btn btn-tall" onclick={() => queue.drop(k.group)}>Throw away<span class="sr-only">: {k.label}</span></button>
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
