<script lang="ts">
	import { untrack } from 'svelte';
	import { sizeText, type UnitSystem } from '$lib/core/measure';
	import type { Scope } from '$lib/core/estimate';
	import type { Input } from '$lib/contract';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** A copy of a scope with its own name and, where its shapes can be said so, its own dimensions: the next room in one step. */
	interface Props {
		scope: Scope;
		system: UnitSystem;
		onclose: () => void;
		/** Makes the copy; gives null, or what was wrong. */
		copy: (input: Input<'estimates.copy-scope'>) => Promise<{ message: string; field: string | null } | null>;
	}
	let { scope, system, onclose, copy }: Props = $props();
	// It begins as the scope is; then it is what was typed.
	let name = $state(untrack(() => `${scope.name}, copy`));
	let option = $state(untrack(() => scope.option));
	let problem = $state('');
	let field = $state('');
	let sizes = $state(
		untrack(() =>
			scope.shapes.flatMap((s) => {
				const size = sizeText(s.figure, system);
				return size === null ? [] : [{ shapeId: s.id, was: size, size, times: s.times, wasTimes: s.times, kind: s.figure.kind }];
			})
		)
	);
	async function save() {
		const changed = sizes.filter((s) => s.size.trim() !== s.was || s.times !== s.wasTimes);
		const wrong = await copy({
			...{ scopeId: scope.id, name, option },
			sizes: changed.map(({ shapeId, size, times }) => ({ shapeId, size: size.trim(), times }))
		});
		if (wrong) [problem, field] = [wrong.message, wrong.field ?? ''];
		else onclose();
	}
</script>

<Dialog onclosed={onclose} title="Copy {scope.name}" save="Copy" onsave={save} problem={field === 'sizes' ? '' : problem}>
	<Field label="Name"><input class="input" name="scope-name" bind:value={name} required /></Field>
	{#each sizes as s, n (s.shapeId)}<div class="flex gap-3">
			<Field label="{s.kind} {n + 1}" problem={field === 'sizes' && n === sizes.length - 1 ? problem : ''} hint="was {s.was}"
				><input class="input" name="size-{n + 1}" autocomplete="off" bind:value={s.size} required /></Field
			>{#if s.wasTimes > 1}<Field label="times"
					><input class="input" name="times-{n + 1}" type="number" min="1" bind:value={s.times} style="width: 80px" /></Field
				>{/if}
		</div>{/each}
	<label class="flex items-center gap-2"
		><input type="checkbox" class="checkbox" name="copy-option" bind:checked={option} /> Offered as an option</label
	>
</Dialog>
