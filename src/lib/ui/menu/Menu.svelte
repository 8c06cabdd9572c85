<script lang="ts">
	import { DropdownMenu } from 'bits-ui';
	import type { MenuEntry } from './menu';
	/** A menu beside what opened it: arrows, typing ahead and Escape as everywhere, the focus goes back to where it was. */
	let {
		open = $bindable(),
		anchor,
		label,
		entries,
		onclosed
	}: {
		open: boolean;
		/** What the menu stands beside, and has the focus again when it closes. */
		anchor: HTMLElement;
		label: string;
		entries: readonly MenuEntry[];
		/** Where the focus goes in place of the anchor. */
		onclosed?: () => void;
	} = $props();
	/** What was chosen is done when the menu has closed and given the focus back, so that a dialog which it opens keeps it. */
	let chosen: (() => void) | undefined;
	function closed(e: Event) {
		e.preventDefault();
		if (onclosed) onclosed();
		else anchor.focus();
		chosen?.();
		chosen = undefined;
	}
</script>

<DropdownMenu.Root bind:open>
	<DropdownMenu.Portal>
		<DropdownMenu.Content
			class="sheet menu-sheet"
			customAnchor={anchor}
			align="end"
			sideOffset={4}
			aria-label={label}
			aria-labelledby={undefined}
			onCloseAutoFocus={closed}
			onInteractOutside={(e) => {
				// A press on what opened it closes it by that button's own doing, not twice.
				if (anchor.contains(e.target as Node)) e.preventDefault();
			}}
		>
			{#each entries as e, i (i)}
				{#if 'line' in e}<DropdownMenu.Separator class="menu-line" />
				{:else if 'head' in e}<div class="menu-head quiet">{e.head}</div>
				{:else if 'tick' in e}<DropdownMenu.CheckboxItem
						class="menu-entry"
						checked={e.ticked}
						closeOnSelect={false}
						onCheckedChange={(on) => e.tick(on)}
						>{#snippet children({ checked })}<span class="menu-mark" aria-hidden="true">{checked ? '✓' : ''}</span
							>{e.words}{/snippet}</DropdownMenu.CheckboxItem
					>
				{:else}<DropdownMenu.Item class="menu-entry" disabled={e.off ?? false} onSelect={() => (chosen = e.does)}
						>{e.words}{#if e.keys}<kbd class="menu-keys">{e.keys}</kbd>{/if}</DropdownMenu.Item
					>{/if}
			{/each}
		</DropdownMenu.Content>
	</DropdownMenu.Portal>
</DropdownMenu.Root>

<style>
	:global(.menu-sheet) {
		z-index: 60;
		min-width: 190px;
		max-height: min(70vh, 520px);
		overflow: auto;
		padding: 5px;
		box-shadow: 0 6px 22px rgb(0 0 0 / 0.16);
	}
	:global(.menu-sheet:focus) {
		outline: none;
	}
	:global(.menu-entry) {
		display: flex;
		align-items: center;
		gap: 8px;
		padding: 5px 10px;
		border-radius: 3px;
		cursor: pointer;
		white-space: nowrap;
		font: 400 14px/1.4 var(--font-text, inherit);
		color: var(--color-base-content);
	}
	:global(.menu-entry[data-highlighted]) {
		background: var(--color-base-200);
		outline: 2px solid var(--color-primary);
		outline-offset: -2px;
	}
	:global(.menu-entry[data-disabled]) {
		color: var(--quiet);
		cursor: default;
	}
	:global(.menu-mark) {
		width: 14px;
	}
	:global(.menu-keys) {
		margin-left: auto;
		padding-left: 18px;
		font-size: 12px;
		color: var(--quiet);
	}
	:global(.menu-line) {
		height: 1px;
		margin: 5px 0;
		background: var(--color-base-300);
	}
	:global(.menu-head) {
		padding: 5px 10px 2px;
		font-size: 12px;
	}
</style>
