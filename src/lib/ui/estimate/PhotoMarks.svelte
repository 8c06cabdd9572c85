<script lang="ts">
	import type { UnitSystem } from '$lib/core/measure';
	import { marksSvg, type PhotoMark, type PhotoScale, type Spot } from '$lib/core/survey';
	/** Marks laid over a picture of their own size: the same drawing that is printed and sent. */
	let {
		marks,
		scale,
		system,
		width,
		height,
		draft = null
	}: {
		marks: readonly PhotoMark[];
		scale: PhotoScale | null;
		system: UnitSystem;
		width: number;
		height: number;
		/** What is being drawn right now. */
		draft?: { from: Spot; to: Spot; points: Spot[]; tool: string } | null;
	} = $props();
	const all = $derived<PhotoMark[]>([
		...marks,
		...(draft
			? [
					draft.tool === 'pencil'
						? {
								id: 'draft',
								inside: false,
								kind: 'pencil' as const,
								points: draft.points.length > 1 ? draft.points : [draft.from, draft.to]
							}
						: {
								id: 'draft',
								inside: false,
								kind: draft.tool === 'arrow' ? ('arrow' as const) : ('measure' as const),
								from: draft.from,
								to: draft.to
							}
				]
			: [])
	]);
	// A known length of no length is said beside the picture, not here.
	const drawing = $derived.by(() => {
		try {
			return marksSvg(all, { width, height }, scale, system);
		} catch {
			return marksSvg(
				all.filter((m) => m.kind !== 'measure'),
				{ width, height },
				null,
				system
			);
		}
	});
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
