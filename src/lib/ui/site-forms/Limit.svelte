<script lang="ts">
	import { untrack } from 'svelte';
	import { formatQuantity, parseQuantity } from '$lib/core/money';
	import { wordsOf } from '$lib/core/refusal';
	import Field from '../forms/Field.svelte';
	/** A limit as it is typed; empty: none. What is no number is said beside it and leaves the limit as it was. */
	let {
		label,
		name,
		value,
		set,
		problem = ''
	}: {
		label: string;
		name: string;
		value: number | undefined;
		set: (value: number | undefined) => void;
		problem?: string;
	} = $props();
	// What is typed stays as it is typed, also while it is no number yet.
	let typed = $state(untrack(() => (value === undefined ? '' : formatQuantity(value))));
	let wrong = $state('');
	function read() {
		try {
			set(typed.trim() === '' ? undefined : parseQuantity(typed, label));
			wrong = '';
		} catch (e) {
			wrong = wordsOf(e);
		}
	}
</script>

<Field {label} problem={wrong || problem}><input class="input" {name} inputmode="decimal" bind:value={typed} oninput={read} /></Field>
