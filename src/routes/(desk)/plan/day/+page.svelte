<script lang="ts">
	import { tick } from 'svelte';
	import { latestOf } from '$lib/client/shown.svelte';
	import { forPage } from '$lib/client/keys';
	import { grouped } from '$lib/core/lists';
	import { addDays } from '$lib/core/time';
	import { Arranger, changed, off } from '$lib/ui/board/arranger.svelte';
	import { hoursShown, type Span } from '$lib/ui/board/day-hours';
	import DayRow from '$lib/ui/board/DayRow.svelte';
	import DoubtDialog from '$lib/ui/board/DoubtDialog.svelte';
	import type { Bar } from '$lib/ui/board/layout';
	import PlanDialog from '$lib/ui/board/PlanDialog.svelte';
	import { clockText, type Plan } from '$lib/ui/board/plan';
	import ShiftPanel from '$lib/ui/board/ShiftPanel.svelte';
	import { jobTone } from '$lib/ui/board/tones';
	import { groupBy } from '$lib/ui/lists';
	import RoundsOfDay from '$lib/ui/rounds/RoundsOfDay.svelte';
	import UndoButtons from '$lib/ui/board/UndoButtons.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import Go from '$lib/ui/shell/Go.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const name = $derived(
		new Date(`${data.day}T12:00Z`).toLocaleDateString('en-US', {
			weekday: 'long',
			month: 'long',
			day: 'numeric',
			year: 'numeric',
			timeZone: 'UTC'
		})
	);
	type Shown = Bar['shifts'][number];
	const arranger = new Arranger();
	const all: readonly Shown[] = $derived(
		arranger.shown([...data.unassigned, ...data.people.flatMap((p) => p.shifts)]).filter((s) => s.day === data.day)
	);
	const rowOf = $derived(grouped(all, (s) => s.personId ?? ''));
	const shownHours = $derived(hoursShown(data.workday, all));
	const hours = $derived(Array.from({ length: (shownHours.to - shownHours.from) / 60 }, (_, n) => shownHours.from + n * 60));
	const groups = $derived(groupBy(data.people, (p) => p.crew));
	/** Whoever has a row, from top to bottom; nobody first. */
	const order = $derived([null, ...groups.flatMap(([, own]) => own.map((p) => p.id))]);
	const nameOf = (id: string | null) => data.people.find((p) => p.id === id)?.name ?? 'nobody yet';
	let plan: Plan | null = $state(null);
	let openShift: string | null = $state(null);
	const opened = $derived(all.find((s) => s.id === openShift));
	async function move(shift: Shown, to: { hours: Span | null; personId: string | null }) {
		const at = to.hours ? `, ${clockText(to.hours.from)} to ${clockText(to.hours.to)}` : '';
		const done = arranger.do([changed(shift, { personId: to.personId, ...to.hours })], `${shift.job}: ${nameOf(to.personId)}${at}.`);
		await tick();
		focusOn(shift.id);
		await done;
		if (!arranger.doubt) focusOn(shift.id);
	}
	const rowOn = (shift: Shown, by: number) => {
		const to = order[order.indexOf(shift.personId) + by];
		if (to !== undefined) void move(shift, { hours: null, personId: to });
	};
	/** Worked by keys, the bar keeps the focus on its new row. */
	const focusOn = (id: string) => document.querySelector<HTMLElement>(`[data-shift="${id}"]`)?.focus();
	const draw = (personId: string | null, span: Span) => {
		const at = { start: clockText(span.from), end: clockText(span.to) };
		plan = { jobId: '', phase: '', personIds: [personId], from: data.day, to: data.day, ...at, note: '' };
	};
	function keys(e: KeyboardEvent) {
		if (!forPage(e) || !(e.ctrlKey || e.metaKey)) return;
		const key = e.key.toLowerCase();
		if (key === 'z' && !e.shiftKey) void arranger.undo();
		else if (key === 'y' || (key === 'z' && e.shiftKey)) void arranger.redo();
		else return;
		e.preventDefault();
	}
</script>

<svelte:window onkeydown={keys} />
{#snippet row(personId: string | null, label: string, shifts: readonly Shown[], isOff: string | null)}<DayRow
		{personId}
		{label}
		{shifts}
		workday={data.workday}
		hours={shownHours}
		conflicts={data.conflicts}
		off={isOff}
		editable={data.mayPlan}
		onopen={(s) => (openShift = s.id)}
		onmove={move}
		ondraw={draw}
		onoff={(s) => arranger.do([off(s)], `${s.job} off the plan.`)}
		onrow={rowOn}
	/>{/snippet}
<Page
	title={name}
	sub={data.free ? 'Not a working day' : `${data.people.filter((p) => rowOf.has(p.id)).length} of ${data.people.length} people planned`}
	pages={pagesOf('Plan')}
	current="/plan/day"
>
	{#snippet actions()}
		<a class="btn" href="?day={addDays(data.day, -1)}" aria-label="The day before">←</a><a class="btn" href="/plan/day">Today</a><a
			class="btn"
			href="?day={addDays(data.day, 1)}"
			aria-label="The day after">→</a
		>{#if data.mayPlan}<UndoButtons {arranger} /><button class="btn btn-primary" onclick={() => draw(null, data.workday)}>Plan</button>{/if}
	{/snippet}
	<p class="sr-only" role="status">{arranger.said}</p>
	{#if arranger.problem && !arranger.doubt && !opened}<p class="problem mb-2" role="alert">{arranger.problem}</p>{/if}
	<div class="sheet overflow-x-auto">
		<div class="grid-day">
			<div class="line head">
				<span></span><span class="hours"
					>{#each hours as h (h)}<span>{clockText(h % 1440)}</span>{/each}</span
				>
			</div>
			{#if rowOf.has('') || data.mayPlan}<div class="line">
					<span class="who"><strong>Nobody yet</strong></span>{@render row(null, 'nobody yet', rowOf.get('') ?? [], null)}
				</div>{/if}
			{#each groups as [crew, own] (crew)}
				<p class="crew">{crew}</p>
				{#each own as p (p.id)}<div class="line">
						<span class="who">{p.name} <span class="quiet">{p.skills}</span></span>{@render row(
							p.id,
							p.name,
							rowOf.get(p.id) ?? [],
							p.isOff ? (p.off ?? '') : null
						)}
					</div>{/each}
			{/each}
			{#if data.firms.length}<p class="crew">Subcontractors</p>
				{#each data.firms as f (f.id)}<div class="line">
						<span class="who">{f.firm} <span class="quiet">{f.state === 'yes' ? 'comes' : 'asked'}</span></span><span class="track"
							><Go right="jobs.see" class="firm" style="--tone: {jobTone(f.number)}" href="/jobs/{f.jobId}"
								>{f.job}{f.phase ? `, ${f.phase}` : ''}</Go
							></span
						>
					</div>{/each}{/if}
		</div>
	</div>
	<RoundsOfDay begin={data.workday.from} rounds={data.rounds} crews={data.crews} day={data.day} mayPlan={data.mayPlan} />
</Page>
{#if opened}{#key opened.id}<ShiftPanel
			bar={{ key: opened.id, shifts: [opened], first: 0, last: 0, lane: 0 }}
			{arranger}
			staff={data.people}
			days={[data.day]}
			editable={data.mayPlan}
			following={[opened]}
			onclose={() => (openShift = null)}
		/>{/key}{/if}
{#if plan}<PlanDialog bind:plan {arranger} staff={data.people} unmanned={data.unmanned} jobs={data.jobs} />{/if}
{#if arranger.doubt}<DoubtDialog {arranger} />{/if}

<style>
	.grid-day {
		min-width: 900px;
	}
	.line {
		display: grid;
		grid-template-columns: 200px 1fr;
		border-bottom: 1px solid var(--line);
		min-height: 36px;
	}
	.who {
		padding: 7px 10px;
		border-right: 1px solid var(--line);
	}
	.hours {
		display: grid;
		grid-auto-flow: column;
		grid-auto-columns: 1fr;
	}
	.hours span {
		padding: 4px 0 4px 4px;
		border-left: 1px solid var(--line);
		font-family: var(--font-figure);
		font-size: 0.86rem;
		color: var(--quiet);
	}
	.crew {
		padding: 3px 10px;
		font-weight: 650;
		background: var(--color-base-200);
		border-bottom: 1px solid var(--line);
	}
	.track {
		position: relative;
		padding: 3px 8% 3px 8%;
	}
	.track :global(.firm) {
		display: block;
		padding: 3px 7px;
		border-left: 4px solid var(--tone);
		background: color-mix(in oklab, var(--tone) 16%, var(--color-base-100));
	}
</style>
