<script lang="ts">
	import Field from '../forms/Field.svelte';
	/** How long a visit stands on the board: who goes, travel and set-up, and the step its block is rounded up to. */
	interface Props {
		t: { setUp: string; crewSize: string; step: string };
		at: (field: string) => string;
	}
	let { t = $bindable(), at }: Props = $props();
</script>

<div class="grid grid-cols-3 gap-3">
	<Field label="Set-up, min" problem={at('setUp')}><input class="input" name="setUp" inputmode="numeric" bind:value={t.setUp} /></Field>
	<Field label="People a visit" hint="empty: the whole crew" problem={at('crewSize')}
		><input class="input" name="crewSize" inputmode="numeric" bind:value={t.crewSize} /></Field
	>
	<Field label="Up to full, min" problem={at('step')}><input class="input" name="step" inputmode="numeric" bind:value={t.step} /></Field>
</div>
