<script lang="ts">
	/** A state as a small shape with a word: shape carries the meaning, color only helps. */
	let { kind, label = '' }: { kind: 'ring' | 'half' | 'done' | 'wait' | 'need'; label?: string } = $props();
	const words = { ring: 'not begun', half: 'going on', done: 'done', wait: 'waiting for somebody', need: 'needs you' };
</script>

<span class="mark is-{kind}"
	><svg
		viewBox="0 0 12 12"
		width="11"
		height="11"
		role="img"
		aria-label={label ? '' : words[kind]}
		aria-hidden={label ? 'true' : undefined}
	>
		{#if kind === 'ring'}<circle cx="6" cy="6" r="4.4" fill="none" stroke="currentColor" stroke-width="1.8" />
		{:else if kind === 'half'}<circle cx="6" cy="6" r="4.4" fill="none" stroke="currentColor" stroke-width="1.6" /><path
				d="M6 1.6a4.4 4.4 0 0 1 0 8.8z"
				fill="currentColor"
			/>
		{:else if kind === 'done'}<circle cx="6" cy="6" r="5.2" fill="currentColor" />
		{:else if kind === 'wait'}<path d="M6 .6 11.4 6 6 11.4.6 6z" fill="currentColor" />
		{:else}<path d="M6 1 11.6 11H.4z" fill="currentColor" />{/if}
	</svg>{#if label}<span>{label}</span>{/if}</span
>

<style>
	.mark {
		display: inline-flex;
		align-items: center;
		gap: 0.4rem;
		white-space: nowrap;
	}
	svg {
		flex: none;
	}
	.is-ring svg {
		color: var(--quiet);
	}
	.is-half svg,
	.is-done svg {
		color: var(--color-primary);
	}
	.is-wait svg {
		color: var(--color-warning);
	}
	.is-need svg {
		color: var(--color-error);
	}
</style>
