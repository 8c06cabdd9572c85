<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import type { ForecastMonth } from '$lib/core/sales';
	/** What is likely to be won by month: the whole worth as an outline, the likely part filled. */
	let { months }: { months: ForecastMonth[] } = $props();
	const most = $derived(Math.max(1, ...months.map((m) => m.worth)));
	const word = (m: string) =>
		m === 'later' || m === 'no day'
			? m
			: new Date(`${m}-15T12:00Z`).toLocaleDateString('en-US', { month: 'short', year: '2-digit', timeZone: 'UTC' });
	const sum = $derived(months.reduce((a, m) => a + m.weighted, 0));
	const round = (n: number) => formatCents(Math.round(n / 100) * 100).replace(/\.00$/, '');
</script>

{#if months.some((m) => m.count)}<section class="forecast" aria-label="Forecast">
		<p><span class="quiet">Likely to be won</span> <strong class="figure">{round(sum)}</strong></p>
		<ul>
			{#each months as m (m.month)}<li title="{m.count} jobs, {formatCents(m.worth)} in all">
					<span class="quiet">{word(m.month)}</span>
					<span class="bar" aria-hidden="true"
						><i style:width="{(100 * m.worth) / most}%"></i><b style:width="{(100 * m.weighted) / most}%"></b></span
					>
					<span class="figure">{m.count ? round(m.weighted) : '–'}</span><span class="quiet figure"
						>{m.count ? `of ${round(m.worth)}` : ''}</span
					>
				</li>{/each}
		</ul>
	</section>{/if}

<style>
	.forecast {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 22px;
		align-items: baseline;
		margin-bottom: 12px;
	}
	.forecast > p strong {
		display: block;
		font-size: 1.2rem;
	}
	ul {
		display: grid;
		grid-auto-flow: column;
		grid-auto-columns: minmax(84px, 1fr);
		gap: 14px;
		flex: 1;
	}
	li {
		display: grid;
		font-size: 0.92rem;
	}
	.bar {
		position: relative;
		height: 8px;
		margin: 2px 0;
	}
	.bar i,
	.bar b {
		position: absolute;
		inset: 0 auto 0 0;
		border: 1px solid var(--color-primary);
	}
	.bar :is(i, b)[style*='width: 0%'] {
		display: none;
	}
	.bar b {
		background: var(--color-primary);
	}
</style>
