<script lang="ts">
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** Why a job is lost: asked wherever its stage is set, since the reports are made of it. */
	interface Props {
		name: string;
		reasons: readonly string[];
		onclose: () => void;
		/** Marks it; gives null, or what was wrong. */
		lose: (reason: string) => Promise<string | null>;
	}
	let { name, reasons, onclose, lose }: Props = $props();
	let reason = $state('');
	let problem = $state('');
	async function save() {
		const wrong = await lose(reason);
		if (wrong) problem = wrong;
		else onclose();
	}
</script>

<Dialog onclosed={onclose} title="Lost: {name}" save="Mark as lost" onsave={save} {problem}>
	<Field label="Why? It feeds the reports."><input class="input" name="reason" list="lost-reasons" bind:value={reason} required /></Field>
	<datalist id="lost-reasons"
		>{#each reasons as r (r)}<option value={r}></option>{/each}</datalist
	>
	<p class="flex flex-wrap gap-2">
		{#each reasons as r (r)}<button type="button" class="btn btn-sm" onclick={() => (reason = r)}>{r}</button>{/each}
	</p>
</Dialog>
