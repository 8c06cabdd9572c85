<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { may } from '$lib/core/access';
	import { formatMinutes } from '$lib/core/money';
	import { daysBetween } from '$lib/core/time';
	import { jobTone } from '$lib/ui/board/tones';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const mayJobs = $derived(may(data.me, 'jobs.see'));
	const title = $derived(
		new Date(`${data.month}-01T12:00Z`).toLocaleDateString('en-US', { month: 'long', year: 'numeric', timeZone: 'UTC' })
	);
	const step = (n: number) => {
		const months = Number(data.month.slice(0, 4)) * 12 + Number(data.month.slice(5)) - 1 + n;
		return `${Math.floor(months / 12)}-${String((months % 12) + 1).padStart(2, '0')}`;
	};
	const weeks = $derived(
		Array.from({ length: 6 }, (_, n) => data.days.slice(n * 7, n * 7 + 7)).filter((w) => w.some((d) => d.day.startsWith(data.month)))
	);
	const MOST = 4;
	/** A phase that is laid over days of this week, as columns of it. */
	const barsOf = (week: typeof data.days) => {
		const [monday, sunday] = [week[0]?.day ?? '', week.at(-1)?.day ?? ''];
		return data.phases
			.filter((p) => (p.from ?? '') <= sunday && (p.to ?? '') >= monday)
			.map((p) => {
				const first = Math.max(0, daysBetween(monday, p.from ?? monday));
				const last = Math.min(6, daysBetween(monday, p.to ?? sunday));
				return { ...p, first, last };
			});
	};
</script>

<Page {title} sub="Who is where, by the day" pages={pagesOf('Plan')} current="/plan/month">
	{#snippet actions()}
		<a class="btn" href="?month={step(-1)}" aria-label="The month before">←</a><a class="btn" href="/plan/month">This month</a><a
			class="btn"
			href="?month={step(1)}"
			aria-label="The month after">→</a
		>
	{/snippet}
	<div class="sheet month" role="table" aria-label="Month">
		<div class="head" role="row">
			{#each ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as d (d)}<span role="columnheader">{d}</span>{/each}
		</div>
		{#each weeks as week (week[0]?.day)}
			{@const bars = barsOf(week)}
			<div class="week" role="row">
				{#each week as d (d.day)}<div
						class="day"
						role="cell"
						class:free={!d.working}
						class:outside={!d.day.startsWith(data.month)}
						class:today={d.day === data.today}
					>
						<a class="number" href="/plan/day?day={d.day}" aria-label={showDay(d.day)}>{Number(d.day.slice(8))}</a>{#if d.holiday}<span
								class="quiet">{d.holiday}</span
							>{/if}
						{#each d.jobs.slice(0, MOST) as j (j.jobId)}<svelte:element
								this={mayJobs ? 'a' : 'span'}
								class="job"
								href={mayJobs ? `/jobs/${j.jobId}` : undefined}
								style="--tone: {jobTone(j.number)}"><span class="figure">{j.people || ''}{j.open ? '▲' : ''}</span> {j.job}</svelte:element
							>{/each}
						{#if d.jobs.length > MOST}<a class="link" href="/plan/day?day={d.day}">{d.jobs.length - MOST} more</a>{/if}
						{#each d.rounds as r (r.crew)}<a class="job round" href="/plan/day?day={d.day}"
								>{r.crew}: {r.stops} stops, {formatMinutes(r.minutes)}</a
							>{/each}
					</div>{/each}
				{#each bars as p (p.id)}<div role="cell" class="over" style="grid-column: {p.first + 1} / {p.last + 2}">
						<svelte:element
							this={mayJobs ? 'a' : 'span'}
							class="phase"
							href={mayJobs ? `/jobs/${p.jobId}` : undefined}
							style="--tone: {jobTone(p.number)}">{p.job}: {p.name}</svelte:element
						>
					</div>{/each}
			</div>
		{/each}
	</div>
	<p class="quiet mt-2">A number is how many people are planned; ▲ nobody yet. Bars below a week are phases laid over its days.</p>
</Page>

<style>
	.head,
	.week {
		display: grid;
		grid-template-columns: repeat(7, minmax(0, 1fr));
	}
	.head span {
		padding: 5px 8px;
		color: var(--quiet);
		font-family: var(--font-figure);
		font-size: 0.9rem;
	}
	.day {
		min-height: 92px;
		padding: 4px 6px;
		border-top: 1px solid var(--line);
		border-left: 1px solid var(--line);
		display: flex;
		flex-direction: column;
		gap: 2px;
		font-size: 0.92rem;
	}
	.free {
		background: var(--color-base-200);
	}
	.outside .number {
		color: var(--quiet);
	}
	.today .number {
		color: var(--color-primary);
		font-weight: 700;
	}
	.number {
		font-family: var(--font-figure);
		text-decoration: none;
		align-self: flex-start;
	}
	.job {
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
		text-decoration: none;
		border-left: 3px solid var(--tone, var(--color-primary));
		padding-left: 5px;
	}
	.round {
		border-left-style: double;
	}
	.over {
		min-width: 0;
		display: grid;
	}
	.phase {
		margin: 1px 2px;
		padding: 1px 7px;
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
		text-decoration: none;
		font-size: 0.92rem;
		border: 1px solid var(--tone);
		background: color-mix(in oklab, var(--tone) 14%, var(--color-base-100));
	}
</style>
