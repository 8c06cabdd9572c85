<script lang="ts">
	import type { Snippet } from 'svelte';
	/** A labelled input with its message beside it. */
	let { label, problem = '', hint = '', children }: { label: string; problem?: string | null; hint?: string; children: Snippet } = $props();
</script>

<label class="field"
	><span class="name">{label}</span>{@render children()}{#if problem}<span class="problem" role="alert">{problem}</span>{:else if hint}<span
			class="quiet hint">{hint}</span
		>{/if}</label
>

<style>
	.field {
		display: block;
	}
	.name {
		display: block;
		font-size: 0.93rem;
		color: var(--quiet);
		margin-bottom: 2px;
	}
	.hint {
		font-size: 0.88rem;
	}
</style>
