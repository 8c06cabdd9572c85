<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatCents, formatMinutes } from '$lib/core/money';
	import TownMap from '$lib/ui/map/TownMap.svelte';
	import { jobTone } from '$lib/ui/board/tones';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const hanging = $derived(data.list.reduce((a, d) => a + (d.amount ?? 0), 0));
	const working = $derived(data.site.staff.filter((p) => p.shifts.length > 0).length);
	const hour = $derived(
		Number(new Date(data.now).toLocaleTimeString('en-US', { hour: '2-digit', hour12: false, timeZone: data.company.zone }))
	);
	const title = $derived(
		new Date(`${data.today}T12:00Z`).toLocaleDateString('en-US', { weekday: 'long', month: 'long', day: 'numeric', timeZone: 'UTC' })
	);
	const span = $derived(data.site.workday.to - data.site.workday.from);
	const left = (m: number) => `${Math.max(0, ((m - data.site.workday.from) / span) * 100)}%`;
	const clockOf = (id: string) => data.site.clocks.find((c) => c.personId === id);
</script>

<Page
	{title}
	sub="Good {hour < 12 ? 'morning' : hour < 18 ? 'afternoon' : 'evening'}, {data.me.name.split(' ')[0]} — {working} on site, {data.site
		.clocks.length} on the clock"
>
	{#snippet actions()}{#if data.mayOpen}<a class="btn" href="/win/track?new=1">New job <kbd class="quiet">N</kbd></a>{/if}{/snippet}
	<div class="grid gap-4 lg:grid-cols-[minmax(0,1.57fr)_minmax(0,1fr)]">
		<section aria-labelledby="decide">
			<h2 id="decide" class="mb-2">
				Decide <span class="quiet font-normal"
					>· {data.list.length} thing{data.list.length === 1 ? '' : 's'}, {formatCents(hanging)} hanging on them</span
				>
			</h2>
			<ul class="grid gap-[6px]">
				{#each data.list as d (d.id)}
					<li class="sheet card">
						<span class="figure amount">{d.amount === null ? '—' : formatCents(d.amount)}</span>
						<span class="what"><span class="title"><Mark kind={d.mark} /> {d.title}</span><span class="quiet">{d.detail}</span></span>
						<a class="btn" href={d.path} aria-label="{d.action}: {d.title}">{d.action}</a>
					</li>
				{:else}<li class="sheet p-6">
						Nothing waits for a decision. Quotes without an answer, costs that are not billed, late invoices and conflicts on the plan
						appear here.
					</li>{/each}
			</ul>
		</section>
		<div class="grid content-start gap-4">
			{#if data.calls.length}<section aria-labelledby="call">
					<h2 id="call" class="mb-2">Call now <span class="quiet font-normal">· open quotes, warmest first</span></h2>
					<ol class="sheet calls">
						{#each data.calls as c (c.revisionId)}<li>
								<span class="min-w-0"
									><a class="link" href="/jobs/{c.jobId}">{c.customer}</a>
									<span class="quiet">{c.reasons.slice(0, 3).join(', ')}</span></span
								><span class="figure ml-auto">{formatCents(c.total)}</span>{#if c.phone}<a
										class="link"
										href="tel:{c.phone.replace(/[^0-9+]/g, '')}">{c.phone}</a
									>{/if}
							</li>{/each}
					</ol>
				</section>{/if}
			<section aria-labelledby="site">
				<h2 id="site" class="mb-2">On site today</h2>
				<ul class="sheet people">
					{#each data.site.staff as p (p.id)}
						<li>
							<span class="who"
								>{p.name.split(' ')[0]}{#if clockOf(p.id)}<span class="live" title="on the clock"></span>{/if}</span
							>
							<span class="day">
								{#if p.off}<span class="off">time off</span>{/if}
								{#each p.shifts as s (s.id)}
									<a
										href="/jobs/{s.jobId}"
										class="shift"
										style:--tone={jobTone(s.number)}
										style:left={left(s.from ?? data.site.workday.from)}
										style:width="calc({left(s.to ?? data.site.workday.to)} - {left(s.from ?? data.site.workday.from)} - 3px)">{s.job}</a
									>
								{/each}
								{#if p.gap > 0 && !p.off}<span
										class="gap"
										style:left={p.shifts.length ? left(Math.max(...p.shifts.map((s) => s.to ?? 0))) : '0'}
										>no shift {formatMinutes(p.gap)}</span
									>{/if}
							</span>
						</li>
					{:else}<li>No crews yet. Add people under Company.</li>{/each}
				</ul>
			</section>
			<section aria-labelledby="where">
				<h2 id="where" class="mb-2">Where</h2>
				<TownMap
					tiles={data.tiles}
					places={data.site.places.map((p) => ({
						lat: p.lat,
						lng: p.lng,
						text: `${p.job}, ${p.people} people`,
						n: p.people,
						path: `/jobs/${p.jobId}`
					}))}
				/>
			</section>
		</div>
	</div>
</Page>

<style>
	.card {
		display: flex;
		align-items: center;
		gap: 14px;
		padding: 9px 14px;
		min-height: 58px;
	}
	.amount {
		width: 96px;
		text-align: right;
		font-size: 1.14rem;
		font-weight: 600;
		flex: none;
	}
	.what {
		min-width: 0;
		flex: 1;
		display: grid;
	}
	.title {
		font-weight: 600;
		font-family: var(--font-figure);
		font-size: 1.04rem;
	}
	.calls li {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 2px 12px;
		padding: 6px 12px;
	}
	.calls li + li {
		border-top: 1px solid var(--line);
	}
	.people {
		padding: 4px 12px;
	}
	.people li {
		display: grid;
		grid-template-columns: 78px 1fr;
		align-items: center;
		height: 34px;
		border-bottom: 1px solid color-mix(in oklab, var(--line) 60%, transparent);
	}
	.people li:last-child {
		border: 0;
	}
	.live {
		display: inline-block;
		width: 8px;
		height: 8px;
		border-radius: 50%;
		background: var(--color-primary);
		margin-left: 6px;
	}
	.day {
		position: relative;
		height: 24px;
	}
	.day > * {
		position: absolute;
		top: 0;
		bottom: 0;
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
		font: 500 0.88rem/24px var(--font-figure);
		padding: 0 6px;
		border-radius: 2px;
		text-decoration: none;
	}
	.shift {
		background: color-mix(in oklab, var(--tone) 15%, var(--color-base-100));
		border-left: 4px solid var(--tone);
	}
	.off {
		inset-inline: 0;
		background: var(--hatch);
		opacity: 0.9;
	}
	.off::first-line {
		background: var(--color-base-100);
	}
	.gap {
		right: 0;
		border: 1px dashed var(--color-warning);
		color: var(--color-warning);
		line-height: 22px;
	}
</style>
