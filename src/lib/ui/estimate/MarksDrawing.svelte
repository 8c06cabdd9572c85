<script lang="ts">
	/** Marks over a picture of their own size, as `drawnMarks` made them: the same drawing that is printed and sent. */
	let { drawing }: { drawing: string } = $props();
</script>

<!-- The drawing escapes every word that is in it; see marksSvg. -->
<!-- eslint-disable-next-line svelte/no-at-html-tags -->
<div class="marks" aria-hidden="true">{@html drawing}</div>

<style>
	.marks {
		position: absolute;
		inset: 0;
		pointer-events: none;
	}
	.marks :global(svg) {
		width: 100%;
		height: 100%;
		display: block;
	}
</style>
