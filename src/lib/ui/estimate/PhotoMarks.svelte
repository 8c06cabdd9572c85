<script lang="ts">
	import type { UnitSystem } from '$lib/core/measure';
	import MarksDrawing from './MarksDrawing.svelte';
	import { drawnMarks, type PhotoMark, type PhotoScale, type Spot } from '$lib/core/survey';
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
	const drawing = $derived(drawnMarks(all, { width, height }, scale, system));
</script>

<MarksDrawing {drawing} />
