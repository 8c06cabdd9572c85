<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { forPage } from '$lib/client/keys';
	import { grouped } from '$lib/core/lists';
	import { formatMinutes } from '$lib/core/money';
	import { outOfRuns } from '$lib/core/planning';
	import { addDays } from '$lib/core/time';
	import { Arranger, changed, copied, off } from '$lib/ui/board/arranger.svelte';
	import Board from '$lib/ui/board/Board.svelte';
	import DoubtDialog from '$lib/ui/board/DoubtDialog.svelte';
	import ByJob from '$lib/ui/board/ByJob.svelte';
	import type { JobRow, PhaseRow } from '$lib/ui/board/job-rows';
	import { barsOf, type Bar, type Held } from '$lib/ui/board/layout';
	import MoveDayDialog from '$lib/ui/board/MoveDayDialog.svelte';
	import PlanDialog from '$lib/ui/board/PlanDialog.svelte';
	import PlanTools from '$lib/ui/board/PlanTools.svelte';
	import type { Plan } from '$lib/ui/board/plan';
	import ShiftPanel from '$lib/ui/board/ShiftPanel.svelte';
	import SlotDialog from '$lib/ui/board/SlotDialog.svelte';
	import { filtered, jobShown, skillsOn, viewOf, viewPath } from '$lib/ui/board/view';
	import PhaseDialog from '$lib/ui/job/PhaseDialog.svelte';
	import MenuButton from '$lib/ui/menu/MenuButton.svelte';
	import UndoButtons from '$lib/ui/board/UndoButtons.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { shortDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const view = $derived(viewOf(page.url.searchParams));
	const arranger = new Arranger(() => data.draft?.id);
	const shifts = $derived(outOfRuns(data.runs));
	const b = $derived(filtered({ ...data.board, shifts: [...arranger.shown(shifts)] }, view));
	const free = $derived(b.staff.reduce((a, p) => a + p.load.gaps.reduce((x, g) => x + g.minutes, 0), 0));
	const conflictCount = $derived(b.shifts.filter((s) => (data.board.conflicts[s.id]?.length ?? 0) > 0).length);
	let plan: Plan | null = $state(null);
	/** The shift whose bar is open beside the board. */
	let openShift: string | null = $state(null);
	let picked = $state<ReadonlySet<string>>(new Set());
	let slot: { jobId: string; phase: string } | true | null = $state(null);
	let moving = $state(false);
	let laying: { job: JobRow; phase: PhaseRow; laid?: { from: string; to: string } | undefined } | null = $state(null);
	const nameOf = (id: string | null) => b.staff.find((p) => p.id === id)?.name ?? 'nobody yet';
	const startDay = $derived(data.today < b.from ? b.from : data.today);

	// The view one looked through last is the one the board opens with, wherever one signs in.
	onMount(() => {
		if (page.url.search === '' && data.planView)
			void goto(viewPath(viewOf(new URLSearchParams(data.planView)), b.from, weeksOf(data.planView)), { replaceState: true });
	});
	const weeksOf = (q: string) => Number(new URLSearchParams(q).get('weeks') ?? 2);
	const go = (path: string) => void goto(path, { keepFocus: true, noScroll: true });
	/** The address as a view to come back to: without the days, which are others next time. */
	const viewKept = $derived(viewPath({ ...view, draft: '' }, '', data.weeks).split('?')[1] ?? '');
	// Only what it was when the page came: from then on this page writes it itself.
	let kept = untrack(() => data.planView);
	$effect(() => {
		if (page.url.search === '' || viewKept === kept) return;
		kept = viewKept;
		void command('plan.keep-view', { view: viewKept }).then((r) => {
			if (!r.ok) arranger.problem = r.message;
		});
	});

	const barsOfAll = $derived.by(() => {
		const own = b.shifts.filter((s) => !s.firmId);
		return [...grouped(own, (s) => s.personId ?? '').values()].flatMap((of) =>
			barsOf(of, b.days, (s) => (data.board.conflicts[s]?.length ?? 0) > 0)
		);
	});
	const openBar = $derived(openShift === null ? undefined : barsOfAll.find((x) => x.shifts.some((s) => s.id === openShift)));

	function open(personId: string | null, day: string, last = day, jobId = '', phase = '') {
		plan = { jobId: jobId || view.job, phase, personIds: [personId], from: day, to: last, start: '', end: '', note: '' };
	}
	function press(bar: Bar, more: boolean) {
		if (!more) {
			openShift = bar.shifts[0]?.id ?? null;
			return;
		}
		picked = new Set(picked.has(bar.key) ? [...picked].filter((k) => k !== bar.key) : [...picked, bar.key]);
		arranger.said = `${picked.size} picked`;
	}
	/** The bars that go with one: all that are picked with it, else it alone. */
	const withIt = (bar: Bar): Bar[] => (picked.has(bar.key) ? barsOfAll.filter((x) => picked.has(x.key)) : [bar]);
	/** A day as many columns on: over free days that are not shown; beyond the board by the calendar. */
	function dayBy(day: string, by: number): string {
		const at = b.days.indexOf(day);
		return b.days[at + by] ?? addDays(day, Math.round((by * 7) / Math.max(1, b.days.length / data.weeks)));
	}
	async function drop(held: Held, personId: string | null, day: string, copy: boolean) {
		if (!('bar' in held)) {
			const span = Math.max(1, Math.ceil(held.minutes / 480));
			const at = b.days.indexOf(day);
			return open(personId, day, b.days[Math.min(b.days.length - 1, at + Math.min(span, 5) - 1)] ?? day, held.jobId, held.phase);
		}
		const s = held.bar.shifts[0];
		if (!s || (!copy && s.personId === personId && s.day === day)) return;
		const by = b.days.indexOf(day) - b.days.indexOf(s.day);
		const bars = withIt(held.bar);
		const changes = bars.flatMap((bar) =>
			bar.shifts.map((x) => {
				// Somebody else gets what was that one's; bars of others that are moved along stay theirs.
				const to = { day: dayBy(x.day, by), personId: x.personId === s.personId ? personId : x.personId };
				return copy ? copied(x, to) : changed(x, to);
			})
		);
		const what = bars.length > 1 ? `${bars.length} bars` : s.job;
		await arranger.do(changes, `${what}: ${nameOf(personId)}, ${shortDay(day)}${copy ? ', copied' : ''}.`);
	}
	async function stretch(bar: Bar, day: string) {
		const last = bar.shifts.at(-1);
		if (!last || day === last.day) return;
		const longer = b.days.filter((d) => d > last.day && d <= day && !b.holidays.includes(d)).map((d) => copied(last, { day: d }));
		const shorter = bar.shifts.filter((s) => s.day > day && s !== bar.shifts[0]).map(off);
		await arranger.do([...longer, ...shorter], `${last.job}: until ${shortDay(day)}.`);
	}
	async function takeOff(bar: Bar) {
		const bars = withIt(bar);
		const n = bars.flatMap((x) => x.shifts);
		if (await arranger.do(n.map(off), `${bars.length > 1 ? `${bars.length} bars` : (bar.shifts[0]?.job ?? '')} off the plan.`))
			picked = new Set();
	}
	function keys(e: KeyboardEvent) {
		if (!forPage(e)) return;
		const key = e.key.toLowerCase();
		if (e.key === 'Escape' && picked.size > 0) picked = new Set();
		if (!(e.ctrlKey || e.metaKey)) return;
		if (key === 'z' && !e.shiftKey) void arranger.undo();
		else if (key === 'y' || (key === 'z' && e.shiftKey)) void arranger.redo();
		else return;
		e.preventDefault();
	}
	const week = (n: number) => viewPath(view, addDays(b.from, n * 7), data.weeks);
	const jobsShown = $derived(data.byJob.filter((j) => jobShown(view, j.id, j) && (view.branch === '' || j.branchId === view.branch)));
	const menu = $derived([
		{ words: 'Find a slot …', does: () => (slot = true) },
		{ words: 'Move a day …', does: () => (moving = true) },
		{ line: true as const },
		{
			words: 'Sheets to print',
			does: () => void goto(`/plan/sheet?from=${b.from}&weeks=${Math.min(data.weeks, 4)}${view.crew ? `&crew=${view.crew}` : ''}`)
		},
		{ words: 'Calendars', does: () => void goto('/plan/calendars') },
		{ words: 'Draft plans', does: () => void goto('/plan/drafts') }
	]);
</script>

<svelte:window onkeydown={keys} />
<Page
	title="{showDay(b.from).replace(/, \d+$/, '')} – {showDay(b.days.at(-1) ?? b.from)}"
	sub="{b.staff.length} people · {formatMinutes(free)} without a shift · {conflictCount} conflict{conflictCount === 1 ? '' : 's'}"
	pages={pagesOf('Plan')}
	current="/plan"
	wide
>
	{#snippet actions()}<a class="btn" href={week(-data.weeks)} aria-label="Earlier">←</a><a
			class="btn"
			href={viewPath(view, data.today, data.weeks)}>Today</a
		><a class="btn" href={week(data.weeks)} aria-label="Later">→</a>{#if data.mayPlan}<UndoButtons {arranger} /><a
				class="btn"
				href="/plan/tell">Tell{data.toTell ? ` ${data.toTell}` : ''}</a
			><MenuButton label="More" class="btn" entries={menu}>More ▾</MenuButton><button
				class="btn btn-primary"
				onclick={() => open(null, startDay)}>Plan</button
			>{/if}{/snippet}
	<PlanTools
		{view}
		from={b.from}
		weeks={data.weeks}
		crews={data.crews}
		branches={data.branches}
		stages={data.stages}
		jobs={data.jobs}
		kinds={data.kinds}
		districts={data.districts}
		skills={skillsOn(data.board.staff)}
		{go}
	/>
	{#if data.draft}<div class="draft">
			<p>
				<strong>Draft “{data.draft.name}”</strong>: nobody is told, and the plan stays as it is. {data.draft.changes}
				{data.draft.changes === 1 ? 'shift' : 'shifts'} tried{data.draft.since ? `, ${data.draft.since} changed on the plan since` : ''}.
			</p>
			<a class="btn btn-small" href="/plan/drafts/{data.draft.id}">Beside the plan, and take</a>
			<a class="link" href={viewPath({ ...view, draft: '' }, b.from, data.weeks)}>Back to the plan</a>
		</div>
	{:else if data.draftGone}<p class="draft" role="status">
			This draft was taken or dropped: this is the plan itself. <a class="link" href="/plan/drafts">Draft plans</a>
		</p>{/if}
	<p class="sr-only" role="status">{arranger.said}</p>
	{#if arranger.problem && !arranger.doubt && !openBar}<p class="problem p-3" role="alert">{arranger.problem}</p>{/if}
	{#if picked.size > 0}<p class="picked">
			{picked.size} picked: drag one of them, or Delete takes them off.
			<button class="link" onclick={() => (picked = new Set())}>Let go</button>
		</p>{/if}
	{#if view.by === 'job'}<ByJob
			jobs={jobsShown}
			days={b.days}
			holidays={b.holidays}
			today={data.today}
			editable={data.mayPlan}
			mayLay={data.mayLay}
			onday={(jobId, phase, day) => open(null, day, day, jobId, phase)}
			onphase={(job, phase, laid) => (laying = { job, phase, laid })}
		/>
	{:else}<Board
			{b}
			today={data.today}
			editable={data.mayPlan}
			onday={open}
			onbar={press}
			onlet={drop}
			onstretch={stretch}
			onoff={takeOff}
			{picked}
		/>{/if}
</Page>
{#if openBar}{#key openBar.key}<ShiftPanel
			bar={openBar}
			{arranger}
			staff={data.board.staff}
			days={b.days}
			editable={data.mayPlan}
			following={b.shifts.filter(
				(s) =>
					s.personId === openBar.shifts[0]?.personId &&
					s.jobId === openBar.shifts[0]?.jobId &&
					s.phase === openBar.shifts[0]?.phase &&
					s.day >= (openBar.shifts[0]?.day ?? '')
			)}
			onclose={() => (openShift = null)}
		/>{/key}{/if}
{#if plan}<PlanDialog bind:plan {arranger} staff={data.board.staff} unmanned={data.board.unmanned} jobs={data.jobs} />{/if}
{#if arranger.doubt}<DoubtDialog {arranger} />{/if}
{#if slot}<SlotDialog
		jobs={data.jobs}
		unmanned={data.board.unmanned}
		crews={data.crews}
		today={data.today}
		hours={data.calendar.hours}
		{arranger}
		start={slot === true ? null : slot}
		onclose={() => (slot = null)}
	/>{/if}
{#if moving}<MoveDayDialog crews={data.crews} day={startDay} {arranger} onclose={() => (moving = false)} />{/if}
{#if laying}{#key laying.phase.id}<PhaseDialog
			phase={laying.phase}
			laid={laying.laid}
			phases={laying.job.phases.filter((p) => p.id !== '')}
			calendar={data.calendar}
			onclose={() => (laying = null)}
		/>{/key}{/if}

<style>
	.draft {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 16px;
		align-items: baseline;
		padding: 6px 18px;
		background: var(--color-base-200);
		border-bottom: 2px dashed var(--quiet);
	}
	.draft p {
		flex: 1;
	}
	.picked {
		padding: 6px 18px;
		background: color-mix(in oklab, var(--color-primary) 12%, var(--color-base-100));
	}
</style>
