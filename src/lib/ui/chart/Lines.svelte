<script lang="ts">
	/** A few lines over the same steps, drawn as a picture with its figures as text for those who cannot see it. */
	interface Line {
		name: string;
		values: number[];
		dashed?: boolean;
	}
	let { lines, labels, show, height = 150 }: { lines: Line[]; labels: string[]; show: (n: number) => string; height?: number } = $props();
	const W = 640;
	const most = $derived(Math.max(1, ...lines.flatMap((l) => l.values)));
	const x = (n: number) => 8 + (labels.length < 2 ? 0 : (n / (labels.length - 1)) * (W - 90));
	const y = (v: number) => height - 22 - (v / most) * (height - 36);
	const path = (values: number[]) => values.map((v, n) => `${n === 0 ? 'M' : 'L'}${x(n).toFixed(1)} ${y(v).toFixed(1)}`).join('');
</script>

<svg
	viewBox="0 0 {W} {height}"
	role="img"
	aria-label={lines.map((l) => `${l.name}: ${l.values.map((v, n) => `${labels[n]} ${show(v)}`).join(', ')}`).join('. ')}
>
	<line x1="8" x2={W - 82} y1={y(0)} y2={y(0)} class="axis" />
	{#each labels as l, n (n)}{#if labels.length <= 13 || n % Math.ceil(labels.length / 12) === 0}<text x={x(n)} y={height - 6} class="label"
				>{l}</text
			>{/if}{/each}
	{#each lines as l (l.name)}
		<path d={path(l.values)} class:dashed={l.dashed} />
		{#if l.values.length}<circle cx={x(l.values.length - 1)} cy={y(l.values.at(-1) ?? 0)} r="3.5" class:hollow={l.dashed} /><text
				x={x(l.values.length - 1) + 8}
				y={y(l.values.at(-1) ?? 0) + (l.dashed ? -5 : 11)}
				class="name">{l.name} {show(l.values.at(-1) ?? 0)}</text
			>{/if}
	{/each}
</svg>

<style>
	svg {
		width: 100%;
		max-width: 760px;
		overflow: visible;
	}
	.axis {
		stroke: var(--line);
	}
	path {
		fill: none;
		stroke: var(--color-primary);
		stroke-width: 2;
	}
	path.dashed {
		stroke: var(--color-base-content);
		stroke-width: 1.5;
		stroke-dasharray: 5 4;
	}
	circle {
		fill: var(--color-primary);
	}
	.hollow {
		fill: var(--color-base-100);
		stroke: var(--color-base-content);
	}
	text {
		font-family: var(--font-figure);
		font-size: 11.5px;
		fill: var(--color-base-content);
	}
	.label {
		fill: var(--quiet);
	}
	.name {
		font-weight: 600;
	}
</style>
