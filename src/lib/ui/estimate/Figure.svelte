<script lang="ts">
	import type { Shape } from '$lib/core/measure';
	/** A small true-to-scale figure of a scope's first shape. */
	let { shape }: { shape: Shape | undefined } = $props();
	const W = 54;
	const H = 28;
	/** An outline of any form, drawn true to its scale. */
	const outline = $derived.by(() => {
		const f = shape?.figure;
		if (!f || (f.kind !== 'polygon' && f.kind !== 'roof polygon') || f.points.length < 3) return null;
		const [xs, ys] = [f.points.map((p) => p.x), f.points.map((p) => p.y)];
		const [x, y] = [Math.min(...xs), Math.max(...ys)];
		const k = Math.min(W / (Math.max(...xs) - x || 1), H / (y - Math.min(...ys) || 1));
		return f.points.map((p) => `${((p.x - x) * k).toFixed(1)},${((y - p.y) * k).toFixed(1)}`).join(' ');
	});
	const box = $derived.by(() => {
		const f = shape?.figure;
		if (!f || f.kind === 'polygon' || f.kind === 'roof polygon') return null;
		const [w, h] =
			f.kind === 'roof face'
				? [f.length, f.run * Math.sqrt(1 + (f.pitch / 12) ** 2)]
				: f.kind === 'roof triangle'
					? [f.base, f.run]
					: f.kind === 'room' || f.kind === 'slab'
						? [f.length, f.width]
						: f.kind === 'run'
							? [f.length, Math.max(f.height, f.length / 6)]
							: [2, 1];
		const k = Math.min(W / w, H / h);
		return { w: w * k, h: h * k, kind: f.kind };
	});
</script>

<svg width={W + 4} height={H + 4} viewBox="-2 -2 {W + 4} {H + 4}" aria-hidden="true">
	{#if outline}<polygon
			points={outline}
			fill="color-mix(in oklab, var(--color-info) 14%, transparent)"
			stroke="var(--color-info)"
			stroke-width="1.6"
		/>{/if}
	{#if box}
		<g
			transform="translate({(W - box.w) / 2} {(H - box.h) / 2})"
			fill="color-mix(in oklab, var(--color-info) 14%, transparent)"
			stroke="var(--color-info)"
			stroke-width="1.6"
		>
			{#if box.kind === 'roof triangle'}<path d="M0 {box.h} H{box.w} L{box.w / 2} 0Z" />
			{:else if box.kind === 'run'}<path d="M0 0 H{box.w} M0 0 V{box.h} M{box.w / 2} 0 V{box.h} M{box.w} 0 V{box.h}" fill="none" />
			{:else if box.kind === 'count' || box.kind === 'typed'}<path d="M0 {box.h / 2} H{box.w}" stroke-dasharray="3 3" />
			{:else}<rect width={box.w} height={box.h} />{#if box.kind === 'roof face'}<path d="M0 {box.h} H{box.w}" stroke-width="3" />{/if}{/if}
		</g>
	{/if}
</svg>
