<script lang="ts">
	/** A few sums side by side above a list. */
	let { sums }: { sums: readonly (readonly [word: string, figure: string])[] } = $props();
</script>

<dl class="sheet" style="--sums: {sums.length}">
	{#each sums as [word, figure] (word)}<div>
			<dt>{word}</dt>
			<dd class="figure">{figure}</dd>
		</div>{/each}
</dl>

<style>
	dl {
		display: grid;
		grid-template-columns: repeat(var(--sums), 1fr);
		margin-bottom: 12px;
	}
	div {
		padding: 8px 14px;
		border-right: 1px solid var(--line);
	}
	div:last-child {
		border: 0;
	}
	dt {
		color: var(--quiet);
		font-size: 0.9rem;
	}
	dd {
		font-size: 1.14rem;
		font-weight: 600;
	}
</style>
