<script lang="ts">
	import { formatMinutes } from '$lib/core/money';
	import { addDays } from '$lib/core/time';
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
		/** A phase is opened; where its bar was moved or stretched, on those days, for saving. */
		onphase: (job: JobRow, phase: PhaseRow, laid?: { from: string; to: string }) => void;
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
	/** A bar on its way: moved whole, or only its end, by so many of the days that are shown. */
	let pulled = $state<{ key: string; end: boolean; by: number } | null>(null);
	let start: { x: number; wide: number } | null = null;
	let dragged = false;
	/** Taken at its end, it gets longer or shorter. */
	const atEnd = (e: PointerEvent) => e.clientX > (e.currentTarget as HTMLElement).getBoundingClientRect().right - 10;
	const pull = (e: PointerEvent, key: string, end: boolean) => {
		if (e.button !== 0) return;
		e.stopPropagation();
		const cells = (e.currentTarget as HTMLElement).closest('.cells');
		start = { x: e.clientX, wide: (cells?.clientWidth ?? 1) / days.length };
		pulled = { key, end, by: 0 };
		dragged = false;
		(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
	};
	const pullTo = (e: PointerEvent) => {
		if (!pulled || !start) return;
		const by = Math.round((e.clientX - start.x) / start.wide);
		if (by !== pulled.by) [pulled, dragged] = [{ ...pulled, by }, true];
	};
	function letGo(job: JobRow, p: PhaseRow, at: { first: number; last: number }) {
		const was = pulled;
		[pulled, start] = [null, null];
		if (was?.by) lay(job, p, at, was.end, was.by);
	}
	/** The days a bar comes to when it, or its end, goes so many shown days on; its first day never passes its last. */
	function lay(job: JobRow, p: PhaseRow, at: { first: number; last: number }, end: boolean, by: number) {
		const day = (known: string | null, n: number) => days[n + by] ?? addDays(known ?? '', by);
		const to = day(p.to, at.last);
		const from = end ? (p.from ?? '') : day(p.from, at.first);
		onphase(job, p, { from, to: to < from ? from : to });
	}
	const keys = (e: KeyboardEvent, job: JobRow, p: PhaseRow, at: { first: number; last: number }) => {
		const by = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0;
		if (by === 0 || !e.altKey) return;
		e.preventDefault();
		lay(job, p, at, e.shiftKey, by);
	};
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
					{#if at}{@const now = pulled?.key === p.id ? pulled : { end: true, by: 0 }}<button
							type="button"
							class="bar"
							disabled={!mayLay || !p.id}
							data-phase={p.id}
							style:left="{((at.first + (now.end ? 0 : now.by)) / days.length) * 100}%"
							style:width="{((Math.max(at.first, at.last + (now.end ? now.by : 0)) - at.first + 1) / days.length) * 100}%"
							title="Drag it to other days, or its end; with Alt and the arrows, by keyboard"
							onpointerdown={(e) => pull(e, p.id, atEnd(e))}
							onpointermove={pullTo}
							onpointerup={() => letGo(j, p, at)}
							onpointercancel={() => (pulled = null)}
							onkeydown={(e) => keys(e, j, p, at)}
							aria-label="{p.name}, {shortDay(p.from ?? '')} to {shortDay(p.to ?? '')}, {Math.round(share(p) * 100)} % of its hours planned"
							onclick={() => {
								// The press that ends a drag opens nothing of its own.
								if (dragged) dragged = false;
								else onphase(j, p);
							}}
							><span class="fill" style:width="{share(p) * 100}%"></span>{#if mayLay}<span class="grip"></span>{/if}</button
						>{/if}
					{#each days as d, n (d)}{@const on = onDay(p, d)}<span class="cell" class:week={begins.has(n)} class:free={holidays.includes(d)}
							><button
								type="button"
								class="count"
								class:under={at !== null}
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
	/** A bar lies above: the day is pressed below it. */
	.count.under {
		min-height: 24px;
		margin-top: 19px;
	}
	.count.open {
		color: var(--color-error);
		font-weight: 700;
	}
	.bar {
		position: absolute;
		top: 3px;
		height: 15px;
		z-index: 2;
		border: 1px solid var(--tone);
		border-radius: 2px;
		background: var(--color-base-100);
		overflow: hidden;
		cursor: pointer;
		padding: 0;
	}
	.bar {
		touch-action: none;
	}
	.grip {
		position: absolute;
		inset: 0 0 0 auto;
		width: 8px;
		cursor: ew-resize;
		border-right: 3px solid var(--tone);
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
