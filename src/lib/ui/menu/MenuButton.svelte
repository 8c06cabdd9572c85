<script lang="ts">
	import type { Snippet } from 'svelte';
	import type Menu from './Menu.svelte';
	import type { MenuEntry } from './menu';
	/** A button that opens a menu. What a menu is made of comes when somebody nears one. */
	let {
		label,
		entries,
		icon = false,
		class: looks = 'link',
		tabindex,
		children
	}: {
		/** The name of the menu. */
		label: string;
		/** It shows a sign and no words: the label is what it is called. */
		icon?: boolean;
		entries: readonly MenuEntry[];
		class?: string;
		tabindex?: number;
		children: Snippet;
	} = $props();
	let button: HTMLButtonElement | undefined = $state();
	let open = $state(false);
	let Loaded: typeof Menu | undefined = $state();
	const near = async () => (Loaded ??= (await import('./Menu.svelte')).default);
	async function press() {
		await near();
		open = !open;
	}
</script>

<button
	type="button"
	class={looks}
	bind:this={button}
	{tabindex}
	aria-label={icon ? label : undefined}
	aria-haspopup="menu"
	aria-expanded={open}
	onpointerenter={near}
	onfocus={near}
	onclick={press}
	onkeydown={(e) => {
		if (e.key !== 'ArrowDown' || open) return;
		e.preventDefault();
		void press();
	}}>{@render children()}</button
>
{#if Loaded && button}<Loaded bind:open anchor={button} {label} {entries} />{/if}
