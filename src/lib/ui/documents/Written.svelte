<script lang="ts">
	import type { RichText, Run } from '$lib/core/documents';
	/** Written text of the company: words, bold, italic, lists. */
	let { text }: { text: RichText } = $props();
</script>

{#snippet words(runs: Run[])}{#each runs as r, n (n)}{#if r.bold && r.italic}<strong><em>{r.text}</em></strong>{:else if r.bold}<strong
				>{r.text}</strong
			>{:else if r.italic}<em>{r.text}</em>{:else}{r.text}{/if}{/each}{/snippet}

<div class="written">
	{#each text as b, n (n)}{#if b.type === 'list' && b.ordered}<ol>
				{#each b.items as i, k (k)}<li>{@render words(i)}</li>{/each}
			</ol>{:else if b.type === 'list'}<ul>
				{#each b.items as i, k (k)}<li>{@render words(i)}</li>{/each}
			</ul>{:else if b.type === 'heading'}<h3>{@render words(b.runs)}</h3>{:else}<p>{@render words(b.runs)}</p>{/if}{/each}
</div>

<style>
	.written {
		display: grid;
		gap: 8px;
		margin: 12px 0;
	}
	h3 {
		font-weight: 600;
		margin-top: 4px;
	}
	ul,
	ol {
		padding-left: 1.4em;
		list-style: disc;
	}
	ol {
		list-style: decimal;
	}
</style>
