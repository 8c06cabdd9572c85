<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import { may, type Holder, type Right } from '$lib/core/access';
	/** A way to a page for those who may see it; the same words without a way for the others. */
	interface Props {
		href: string;
		right: Right;
		class?: string;
		style?: string;
		title?: string;
		children: Snippet;
	}
	let { href, right, class: look = 'link', style, title, children }: Props = $props();
	const open = $derived.by(() => {
		const who = page.data.me as Holder | undefined;
		return who !== undefined && may(who, right);
	});
</script>

{#if open}<a {href} class={look} {style} {title}>{@render children()}</a>{:else}<span
		class={look === 'link' ? undefined : look}
		{style}
		{title}>{@render children()}</span
	>{/if}
