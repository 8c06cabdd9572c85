<script lang="ts">
	/**
	 * A price against its cost: hatched up to cost, plain up to break-even (the waterline), solid beyond it. Also for
	 * sold and used, contract and billed. Pattern and position carry the meaning.
	 */
	let {
		cost,
		breakEven,
		price,
		label,
		words = ['cost', 'break-even', 'profit'],
		height = 20,
		kind = 'price'
	}: {
		cost: number;
		breakEven: number;
		price: number;
		label: string;
		words?: [string, string, string];
		height?: number;
		kind?: 'price' | 'used' | 'load';
	} = $props();
	const most = $derived(Math.max(cost, breakEven, price, 1));
	const at = (n: number) => `${Math.max(0, Math.min(100, (n / most) * 100))}%`;
	// Beyond the line is profit for a price, but an overrun for what is used up.
	const short = $derived(kind === 'price' && price < breakEven);
</script>

<div class="waterline {kind}" role="img" aria-label={label}>
	<div class="bar" style:height="{height}px">
		<span class="cost" style:width={at(Math.min(cost, price))}></span>
		<span
			class="plain"
			style:left={at(Math.min(cost, price))}
			style:width="calc({at(Math.min(breakEven, price))} - {at(Math.min(cost, price))})"
		></span>
		{#if !short}<span class="over" style:left={at(breakEven)} style:width="calc({at(price)} - {at(breakEven)})"></span>{/if}
		<span class="line" style:left={at(breakEven)}></span>
	</div>
	{#if words[0]}
		<div class="words">
			<span>{words[0]}</span><span class="mid">{words[1]}</span><span class:problem={short || (kind === 'used' && price > breakEven)}
				>{short ? 'below' : kind !== 'price' && price <= breakEven ? '' : words[2]}</span
			>
		</div>
	{/if}
</div>

<style>
	.bar {
		position: relative;
		background: color-mix(in oklab, var(--color-base-300) 35%, transparent);
	}
	.bar span {
		position: absolute;
		top: 0;
		bottom: 0;
	}
	.cost {
		left: 0;
		background: var(--hatch), color-mix(in oklab, var(--color-base-300) 80%, transparent);
	}
	.plain {
		background: color-mix(in oklab, var(--color-base-content) 22%, var(--color-base-100));
	}
	.over {
		background: var(--color-primary);
	}
	.used .over,
	.load .over {
		background: repeating-linear-gradient(
			45deg,
			var(--color-error) 0 4px,
			color-mix(in oklab, var(--color-error) 62%, var(--color-base-100)) 4px 7px
		);
	}
	.load .plain {
		background: color-mix(in oklab, var(--color-primary) 82%, var(--color-base-100));
	}
	.bar .line {
		width: 3px;
		margin-left: -1px;
		top: -3px;
		bottom: -4px;
		background: var(--color-base-content);
	}
	.words {
		display: flex;
		justify-content: space-between;
		font-size: 0.82rem;
		color: var(--quiet);
		margin-top: 4px;
		font-family: var(--font-figure);
	}
	.mid {
		color: var(--color-base-content);
		margin-left: auto;
		padding-inline: 0.6rem;
	}
	.words span:last-child:not(.problem) {
		color: var(--color-primary);
	}
</style>
