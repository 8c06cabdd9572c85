<script lang="ts">
	import type { Arranger } from './arranger.svelte';
	/** What was done on the board, taken back and done again. */
	let { arranger }: { arranger: Arranger } = $props();
</script>

<button
	class="btn btn-square"
	aria-label="Undo"
	title={arranger.done.at(-1)?.words ?? 'Nothing to undo'}
	disabled={arranger.done.length === 0}
	onclick={() => arranger.undo()}>↶</button
><button
	class="btn btn-square"
	aria-label="Redo"
	title={arranger.undone.at(-1)?.words ?? 'Nothing to do again'}
	disabled={arranger.undone.length === 0}
	onclick={() => arranger.redo()}>↷</button
>
