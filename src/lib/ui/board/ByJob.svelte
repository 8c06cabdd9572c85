<script lang="ts">
	import { formatMinutes } from '$lib/core/money';
	import Go from '../shell/Go.svelte';
	import { narrowDay, shortDay } from '../shell/dates';
	import { weekStarts } from './layout';
	import { jobTone } from './tones';
	import type { JobRow, PhaseRow } from './job-rows';
	/** The plan by job: is it manned? Each phase over its days, how much of its hours is planned, and how many come on which day. */
	interface Props {
		jobs: JobRow[];
		days: readonly string[];
		holidays: readonly string[];
		today: string;
		editable: boolean;
		/** Phases are laid over days by who may change jobs. */
		mayLay: boolean;
		onday: (jobId: string, phase: string, day: string) => void;
		onphase: (job: JobRow, phase: PhaseRow) => void;
	}
	let { jobs, days, holidays, today, editable, mayLay, onday, onphase }: Props = $props();
	const begins = $derived(weekStarts(days));
	/** Where a bar stands among the days that are shown; null where none of them is its. */
	function span(p: PhaseRow): { first: number; last: number } | null {
		const { from, to } = p;
		if (from === null || to === null) return null;
		const on = days.flatMap((d, n) => (d >= from && d <= to ? [n] : []));
		return on.length === 0 ? null : { first: on[0] ?? 0, last: on.at(-1) ?? 0 };
	}
	const share = (p: PhaseRow) => (p.soldMinutes === 0 ? 0 : Math.min(1, p.plannedMinutes / p.soldMinutes));
	const onDay = (p: PhaseRow, d: string) => p.days.find((x) => x.day === d);
	/** What stands in a cell: how many come, and whether nobody has it yet. */
	const count = (p: PhaseRow, d: string): string => {
		const on = onDay(p, d);
		return on ? `${on.people.length + on.firms || ''}${on.nobody ? '▲' : ''}` : '';
	};
	const words = (p: PhaseRow, d: string): string => {
		const on = onDay(p, d);
		if (!on) return 'nobody';
		return [...on.people, ...(on.nobody ? [`${on.nobody} × nobody yet`] : []), ...(on.firms ? ['a subcontractor'] : [])].join(', ');
	};
</script>

<div class="board" style:--days={days.length} role="group" aria-label="The plan by job">
	<div class="row head">
		<span>Job and phase</span>
		<div class="cells">
			{#each days as d, n (d)}<span class:today={d === today} class:week={begins.has(n)} class:free={holidays.includes(d)}
					>{days.length > 12 ? narrowDay(d) : shortDay(d)}</span
				>{/each}
		</div>
		<span class="num">planned</span>
	</div>
	{#each jobs as j (j.id)}
		<div class="row job" style:--tone={jobTone(j.number)}>
			<span><Go right="jobs.see" class="link" href="/jobs/{j.id}">{j.number} {j.name}</Go></span><span class="quiet"
				>{j.stage}{j.kind ? ` · ${j.kind}` : ''}</span
			><span></span>
		</div>
		{#each j.phases as p (p.id)}
			{@const at = span(p)}
			<div class="row" style:--tone={jobTone(j.number)}>
				<span class="phase"
					>{#if mayLay && p.id}<button type="button" class="link" onclick={() => onphase(j, p)}>{p.name}</button>{:else}{p.name ||
							'no phase'}{/if}
					{#if p.outdoor}<span class="quiet">outdoor</span>{/if}</span
				>
				<div class="cells">
					{#if at}<button
							type="button"
							class="bar"
							disabled={!mayLay || !p.id}
							style:left="{(at.first / days.length) * 100}%"
							style:width="{((at.last - at.first + 1) / days.length) * 100}%"
							aria-label="{p.name}, {shortDay(p.from ?? '')} to {shortDay(p.to ?? '')}, {Math.round(share(p) * 100)} % of its hours planned"
							onclick={() => onphase(j, p)}><span class="fill" style:width="{share(p) * 100}%"></span></button
						>{/if}
					{#each days as d, n (d)}{@const on = onDay(p, d)}<span class="cell" class:week={begins.has(n)} class:free={holidays.includes(d)}
							><button
								type="button"
								class="count"
								class:open={(on?.nobody ?? 0) > 0}
								disabled={!editable}
								title={words(p, d)}
								aria-label="{j.name}, {p.name}, {shortDay(d)}: {count(p, d)} {words(p, d)}"
								onclick={() => onday(j.id, p.name, d)}>{count(p, d)}</button
							></span
						>{/each}
				</div>
				<span class="num figure" class:short={p.soldMinutes > 0 && p.plannedMinutes < p.soldMinutes}
					>{formatMinutes(p.plannedMinutes)}{p.soldMinutes ? ` / ${formatMinutes(p.soldMinutes)}` : ''}</span
				>
			</div>
		{/each}
	{:else}<p class="p-6">No job is ready or under way.</p>{/each}
</div>

<style>
	.board {
		background: var(--color-base-100);
		overflow: auto;
		height: calc(100vh - 142px);
		min-height: 320px;
	}
	.row {
		display: grid;
		grid-template-columns: 190px minmax(0, 1fr) 130px;
		min-width: calc(320px + max(560px, var(--days) * 40px));
		align-items: stretch;
		border-bottom: 1px solid color-mix(in oklab, var(--line) 60%, transparent);
		min-height: 30px;
	}
	.row > span {
		padding: 4px 10px;
	}
	.head {
		position: sticky;
		top: 0;
		z-index: 3;
		background: var(--color-base-100);
		color: var(--quiet);
		font-family: var(--font-figure);
	}
	.job {
		background: color-mix(in oklab, var(--tone) 9%, var(--color-base-100));
		border-left: 4px solid var(--tone);
		grid-template-columns: minmax(0, auto) 1fr 0;
		font-family: var(--font-figure);
	}
	.phase {
		padding-left: 22px !important;
	}
	.cells {
		position: relative;
		display: grid;
		grid-template-columns: repeat(var(--days), 1fr);
		border-left: 1px solid var(--line);
	}
	.head .cells span {
		padding: 4px 6px;
		white-space: nowrap;
		overflow: hidden;
	}
	.today {
		color: var(--color-primary);
		font-weight: 700;
	}
	.cell {
		border-left: 1px solid color-mix(in oklab, var(--line) 45%, transparent);
		display: grid;
	}
	.week {
		border-left: 2px solid var(--line);
	}
	.free {
		background: color-mix(in oklab, var(--color-base-300) 55%, transparent);
	}
	.count {
		position: relative;
		z-index: 1;
		font-family: var(--font-figure);
		cursor: pointer;
		min-height: 28px;
	}
	.count.open {
		color: var(--color-error);
		font-weight: 700;
	}
	.bar {
		position: absolute;
		top: 3px;
		bottom: 3px;
		border: 1px solid var(--tone);
		border-radius: 2px;
		background: var(--color-base-100);
		overflow: hidden;
		cursor: pointer;
		padding: 0;
	}
	.fill {
		position: absolute;
		inset: 0 auto 0 0;
		background: color-mix(in oklab, var(--tone) 24%, var(--color-base-100));
	}
	.short {
		color: var(--color-error);
	}
	.num {
		text-align: right;
	}
</style>
