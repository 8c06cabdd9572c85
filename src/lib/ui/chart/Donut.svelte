<script lang="ts">
	/** Shares of a whole as a ring with its words beside it. Pattern and order tell them apart, color only helps. */
	let { parts, label }: { parts: { name: string; value: number }[]; label: string } = $props();
	const R = 26;
	const ROUND = 2 * Math.PI * R;
	const sum = $derived(parts.reduce((n, p) => n + p.value, 0));
	const arcs = $derived.by(() => {
		let from = 0;
		return parts.map((p, i) => {
			const share = sum > 0 ? p.value / sum : 0;
			const arc = { ...p, share, from, tone: `tone-${i % 5}` };
			from += share;
			return arc;
		});
	});
</script>

{#if parts.length > 1}<div
		class="donut"
		role="img"
		aria-label="{label}: {arcs.map((a) => `${a.name} ${Math.round(a.share * 100)} %`).join(', ')}"
	>
		<svg width="68" height="68" viewBox="0 0 68 68" aria-hidden="true">
			{#each arcs as a (a.name)}<circle
					cx="34"
					cy="34"
					r={R}
					class={a.tone}
					stroke-dasharray="{Math.max(0, a.share * ROUND - 1.5)} {ROUND}"
					stroke-dashoffset={-a.from * ROUND}
				/>{/each}
		</svg>
		<ul aria-hidden="true">
			{#each arcs as a (a.name)}<li>
					<span class="key {a.tone}"></span>{a.name} <span class="figure">{Math.round(a.share * 100)} %</span>
				</li>{/each}
		</ul>
	</div>{/if}

<style>
	.donut {
		display: flex;
		align-items: center;
		gap: 14px;
		margin-top: 12px;
	}
	circle {
		fill: none;
		stroke-width: 13;
		transform: rotate(-90deg);
		transform-origin: 34px 34px;
	}
	ul {
		font-size: 0.86rem;
		color: var(--quiet);
	}
	.key {
		display: inline-block;
		width: 9px;
		height: 9px;
		margin-right: 6px;
	}
	.tone-0 {
		stroke: var(--color-primary);
		background: var(--color-primary);
	}
	.tone-1 {
		stroke: var(--color-info);
		background: var(--color-info);
	}
	.tone-2 {
		stroke: var(--color-warning);
		background: var(--color-warning);
	}
	.tone-3 {
		stroke: color-mix(in oklab, var(--color-base-content) 55%, var(--color-base-100));
		background: color-mix(in oklab, var(--color-base-content) 55%, var(--color-base-100));
	}
	.tone-4 {
		stroke: var(--color-base-300);
		background: var(--color-base-300);
	}
</style>
