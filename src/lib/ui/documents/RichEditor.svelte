<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { baseKeymap, setBlockType, toggleMark } from 'prosemirror-commands';
	import { history, redo, undo } from 'prosemirror-history';
	import { keymap } from 'prosemirror-keymap';
	import { liftListItem, splitListItem, wrapInList } from 'prosemirror-schema-list';
	import { EditorState, type Command } from 'prosemirror-state';
	import { EditorView } from 'prosemirror-view';
	import type { RichText } from '$lib/core/documents';
	import { fromDoc, schema, toDoc } from './rich-doc';
	/** A small editor: bold, italic, headings, lists; undo; by keyboard as usual. */
	let { value = $bindable(), label }: { value: RichText; label: string } = $props();
	let box: HTMLDivElement | undefined = $state();
	let view: EditorView | undefined;
	const bold = toggleMark(schema.marks.bold);
	const italic = toggleMark(schema.marks.italic);
	const item = schema.nodes.list_item;
	onMount(() => {
		view = new EditorView(box ?? null, {
			state: EditorState.create({
				doc: toDoc(untrack(() => $state.snapshot(value) as RichText)),
				plugins: [
					history(),
					keymap({
						'Mod-z': undo,
						'Mod-y': redo,
						'Shift-Mod-z': redo,
						'Mod-b': bold,
						'Mod-i': italic,
						Enter: splitListItem(item),
						'Shift-Tab': liftListItem(item)
					}),
					keymap(baseKeymap)
				]
			}),
			attributes: { role: 'textbox', 'aria-multiline': 'true', 'aria-label': label, class: 'written-field' },
			dispatchTransaction(tr) {
				if (!view) return;
				view.updateState(view.state.apply(tr));
				if (tr.docChanged) value = fromDoc(view.state.doc);
			}
		});
		return () => view?.destroy();
	});
	const run = (command: Command) => {
		if (!view) return;
		command(view.state, view.dispatch.bind(view), view);
		view.focus();
	};
	const buttons: [string, string, Command][] = [
		['B', 'Bold', bold],
		['I', 'Italic', italic],
		['Heading', 'Heading', setBlockType(schema.nodes.heading)],
		['Text', 'Text, plain paragraph', setBlockType(schema.nodes.paragraph)],
		['• List', '• List', wrapInList(schema.nodes.bullet_list)],
		['1. List', '1. List, numbered', wrapInList(schema.nodes.ordered_list)],
		['No list', 'No list', liftListItem(item)]
	];
</script>

<div class="editor">
	<div role="toolbar" aria-label="Look of {label}">
		{#each buttons as [word, name, command] (name)}<button
				type="button"
				aria-label={name}
				title={name}
				class={name === 'Bold' ? 'font-bold' : name === 'Italic' ? 'italic' : ''}
				onmousedown={(e) => e.preventDefault()}
				onclick={() => run(command)}>{word}</button
			>{/each}
	</div>
	<div bind:this={box}></div>
</div>

<style>
	.editor {
		border: 1px solid var(--color-neutral);
		border-radius: 4px;
		background: var(--color-base-100);
	}
	[role='toolbar'] {
		display: flex;
		flex-wrap: wrap;
		gap: 2px;
		padding: 3px 6px;
		border-bottom: 1px solid var(--line);
	}
	[role='toolbar'] button {
		padding: 2px 8px;
		border-radius: 3px;
		cursor: pointer;
	}
	[role='toolbar'] button:hover {
		background: var(--color-base-200);
	}
	.editor :global(.written-field) {
		min-height: 90px;
		max-height: 320px;
		overflow: auto;
		padding: 8px 12px;
		white-space: pre-wrap;
		overflow-wrap: break-word;
	}
	.editor :global(.written-field > * + *) {
		margin-top: 6px;
	}
	.editor :global(.written-field h3) {
		font-weight: 600;
	}
	.editor :global(.written-field ul) {
		list-style: disc;
		padding-left: 1.4em;
	}
	.editor :global(.written-field ol) {
		list-style: decimal;
		padding-left: 1.4em;
	}
</style>
