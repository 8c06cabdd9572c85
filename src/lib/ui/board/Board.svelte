<script lang="ts">
	import { flushSync, onDestroy, onMount, tick, untrack } from 'svelte';
	import { browser } from '$app/environment';
	import { formatMinutes } from '$lib/core/money';
	import { Drags, type Drop, type Over } from '../drag/drags';
	import { narrowDay, shortDay } from '../shell/dates';
	import { onGrip } from './grip';
	import { InSight } from './in-sight.svelte';
	import type { Bar, Held } from './layout';
	import { dayLines, weekStarts } from './layout';
	import LoadLine from './LoadLine.svelte';
	import Row from './Row.svelte';
	import { boardRows, rowBeside, rowHeight, steadyRows, type BoardData, type BoardRow, type Lane } from './rows';
	import { rowAtTop } from './sight';
	import { jobTone } from './tones';
	/**
	 * The plan board: a row for each person, a column for each day. The rows in sight are drawn first, the others while the page rests. By keyboard
	 * it is one stop: arrows go from day to day and row to row, Enter opens, Alt with arrows moves a bar, Alt Shift → makes it longer.
	 */
	interface Props {
		b: BoardData;
		today: string;
		editable: boolean;
		/** A day, or a stretch of days, of somebody is to be planned. */
		onday: (personId: string | null, day: string, last?: string, jobId?: string, phase?: string) => void;
		onbar: (bar: Bar, more: boolean) => void;
		/** Something was let go on somebody's day; with a key held it is copied. */
		onlet: (held: Held, personId: string | null, day: string, copy: boolean) => Promise<unknown>;
		/** A bar shall end on another day. */
		onstretch: (bar: Bar, day: string) => Promise<unknown>;
		/** A bar is taken off by its key. */
		onoff: (bar: Bar) => Promise<unknown>;
		picked: ReadonlySet<string>;
	}
	let { b, today, editable, onday, onbar, onlet, onstretch, onoff, picked }: Props = $props();
	/** Crews that are folded: on this device, as one likes it. */
	const FOLDED = 'plan.folded';
	let folded = $state<ReadonlySet<string>>(new Set());
	onMount(() => (folded = new Set(JSON.parse(localStorage.getItem(FOLDED) ?? '[]') as string[])));
	function fold(crew: string) {
		const next = folded.has(crew) ? [...folded].filter((c) => c !== crew) : [...folded, crew];
		folded = new Set(next);
		localStorage.setItem(FOLDED, JSON.stringify(next));
	}
	// On the server rows are drawn once.
	const steady = browser ? steadyRows() : (all: BoardRow[]) => all;
	const rows = $derived(steady(boardRows(b, folded)));
	const sight = new InSight(
		() => rows.map(rowHeight),
		() => scroller
	);
	const begins = $derived(weekStarts(b.days));
	/** There is room for words in a column. */
	const few = $derived(b.days.length <= 12);
	const roundsOf = (id: string | null) =>
		b.rounds.filter((r) => r.crewId === id && b.days.includes(r.day)).sort((x, y) => (x.day < y.day ? -1 : 1));
	let at = $state({ row: 0, day: 0 });
	let scroller: HTMLElement | undefined = $state();
	let touch = $state(false);
	/** The days are wider than the page. */
	let wide = $state(false);
	onMount(() => {
		touch = matchMedia('(any-pointer: coarse)').matches;
		sight.fill();
		if (!scroller) return;
		const sized = new ResizeObserver(() => (wide = (scroller?.scrollWidth ?? 0) > (scroller?.clientWidth ?? 0)));
		sized.observe(scroller);
		return () => sized.disconnect();
	});
	// Other days draw every row anew: those in sight first.
	const span = $derived(b.days.join());
	$effect.pre(() => {
		void span;
		// By the days alone: what it reads of the rows shall not call it again.
		untrack(() => sight.again());
	});
	$effect(() => {
		void span;
		wide = (scroller?.scrollWidth ?? 0) > (scroller?.clientWidth ?? 0);
	});

	/** Held while something is dragged: it is copied, and stays where it is. */
	let copying = false;
	const held = (e: KeyboardEvent) => (copying = e.ctrlKey || e.metaKey || e.altKey);
	const drags = new Drags<Held>({
		words: (h) => ('bar' in h ? `${copying ? 'Copy: ' : ''}${h.bar.shifts[0]?.job ?? ''}` : h.words),
		surface: { scrolls: () => scroller, place: (x, y) => placeUnder(x, y) },
		still: (e) => onGrip(e, touch),
		drop: (h, { place }: Drop) => {
			const [person = '', day = ''] = place.split('|');
			void onlet(h, person || null, day, copying);
		}
	});
	onDestroy(() => {
		drags.stop();
		sight.stop();
	});
	const personOf = (row: number) => {
		const r = rows[row];
		return r?.kind === 'person' ? r.person.id : null;
	};

	/** The day of somebody that is under the pointer, reckoned from how high the rows are. */
	function placeUnder(x: number, y: number): Over | null {
		const box = scroller?.getBoundingClientRect();
		const high = (part: string) => scroller?.querySelector<HTMLElement>(part)?.offsetHeight ?? 0;
		// The line of days stays at the top.
		const head = high('.head');
		if (!scroller || !box || x < box.left || x > box.right || y > box.bottom || y < box.top + head) return null;
		const down = y - box.top - head + scroller.scrollTop - high('[data-row="0"]');
		const n = down < 0 ? 0 : 1 + rowAtTop(rows.slice(1).map(rowHeight), down);
		const on = scroller.querySelector<HTMLElement>(`[data-row="${n}"] [data-cells]`);
		const days = on?.getBoundingClientRect();
		if (!on || !days || x < days.left || x > days.right) return null;
		const column = Math.min(b.days.length - 1, Math.floor(((x - days.left) / days.width) * b.days.length));
		const row = rows[n];
		const [day = ''] = b.days.slice(column);
		return {
			...{ on, column, place: `${on.dataset.cells}|${day}` },
			words: `${row?.kind === 'person' ? row.person.name : 'Nobody yet'}, ${day}`
		};
	}

	/** Puts the focus on the bar of a day, or on the day where there is none. */
	async function focusAt(row: number, day: number, shift = '') {
		at = { row, day };
		sight.reach(row);
		await tick();
		stand(row, day, shift);
	}
	function stand(row: number, day: number, shift = '') {
		const r = scroller?.querySelector(`[data-row="${row}"]`);
		const bars = [...(r?.querySelectorAll<HTMLElement>('[data-shift]') ?? [])];
		const bar =
			bars.find((x) => x.dataset.shift === shift) ?? bars.find((x) => Number(x.dataset.first) <= day && Number(x.dataset.last) >= day);
		(bar ?? r?.querySelector<HTMLElement>(`[data-day="${day}"]`))?.focus();
	}
	/** A day was pressed: the keyboard stands there from now on, and comes back there from a dialog. */
	function stoodBy(row: number, day: number) {
		flushSync(() => (at = { row, day }));
		stand(row, day);
	}
	const laneOf = (row: number): Lane | null => {
		const r = rows[row];
		return r?.kind === 'person' || r?.kind === 'nobody' ? r.lane : null;
	};
	/** The bar that an element is, as its row draws it. */
	const barOf = (it: HTMLElement): Bar | null => {
		const row = Number(it.closest<HTMLElement>('[data-row]')?.dataset.row ?? -1);
		return laneOf(row)?.bars.find((x) => x.key === it.dataset.shift) ?? null;
	};
	const barAt = (e: Event): Bar | null => ((e.target as HTMLElement).dataset.shift ? barOf(e.target as HTMLElement) : null);
	function keys(e: KeyboardEvent) {
		const here = (e.target as HTMLElement).closest<HTMLElement>('[data-day],[data-shift]');
		const step = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[e.key];
		if (here && !step) return void otherKeys(e);
		if (!here || !step || e.ctrlKey || e.metaKey) return;
		e.preventDefault();
		const bar = barAt(e);
		if (e.altKey) {
			if (bar && editable) void (e.shiftKey ? longer(bar, step) : moveBar(bar, step));
			return;
		}
		const [down = 0, right = 0] = step;
		if (down) return void focusAt(rowBeside(rows, at.row, down as 1 | -1), at.day);
		const from = bar ? (right > 0 ? bar.last : bar.first) : Number(here.dataset.day);
		void focusAt(at.row, Math.max(0, Math.min(b.days.length - 1, from + right)));
	}
	/** What was copied by its keys, or cut out. */
	let carried: { bar: Bar; cut: boolean } | null = null;
	/** Delete takes off, Ctrl C and V copy, Ctrl X and V move. */
	function otherKeys(e: KeyboardEvent) {
		if (!editable) return;
		const bar = barAt(e);
		const key = e.ctrlKey || e.metaKey ? e.key.toLowerCase() : e.key;
		if (bar && (key === 'Delete' || key === 'Backspace')) void onoff(bar);
		else if (bar && (e.ctrlKey || e.metaKey) && (key === 'c' || key === 'x')) carried = { bar, cut: key === 'x' };
		else if (carried && (e.ctrlKey || e.metaKey) && key === 'v') {
			void onlet({ bar: carried.bar }, personOf(at.row), b.days[at.day] ?? '', !carried.cut);
			if (carried.cut) carried = null;
		} else return;
		e.preventDefault();
	}
	async function moveBar(bar: Bar, [down = 0, right = 0]: number[]) {
		const row = down ? rowBeside(rows, at.row, down as 1 | -1) : at.row;
		const day = Math.max(0, Math.min(b.days.length - 1, bar.first + right));
		if (row === at.row && day === bar.first) return;
		const done = onlet({ bar }, personOf(row), b.days[day] ?? '', false);
		void focusAt(row, day, bar.key);
		await done;
		if (!document.querySelector('dialog[open]')) void focusAt(row, day, bar.key);
	}
	async function longer(bar: Bar, [, right = 0]: number[]) {
		const day = b.days[bar.last + right];
		if (right === 0 || !day || bar.last + right < bar.first) return;
		await onstretch(bar, day);
		if (!document.querySelector('dialog[open]')) void focusAt(at.row, bar.first, bar.key);
	}
	function stood(e: FocusEvent) {
		const here = (e.target as HTMLElement).closest<HTMLElement>('[data-day],[data-shift]');
		const row = here?.closest<HTMLElement>('[data-row]')?.dataset.row;
		if (here && row !== undefined) at = { row: Number(row), day: Number(here.dataset.day ?? here.dataset.first) };
	}
	/** The first cell can be reached before anybody stood anywhere. */
	const cursor = (n: number) => (at.row === n ? at.day : -1);
</script>

{#snippet roundDays(crewId: string | null)}<span class="firm-days"
		>{#each roundsOf(crewId) as d (d.day)}{@const stops = `${d.stops} stop${d.stops === 1 ? '' : 's'}`}<a
				class="round"
				style:grid-column={b.days.indexOf(d.day) + 1}
				href="/plan/day?day={d.day}"
				aria-label="{few ? `${stops}, ${formatMinutes(d.minutes)}` : d.stops}, round of {shortDay(d.day)}"
				title="Round of {shortDay(d.day)}: {stops}, {formatMinutes(d.minutes)}">{few ? `${stops}, ${formatMinutes(d.minutes)}` : d.stops}</a
			>{/each}</span
	>{/snippet}
<svelte:window onkeydown={held} onkeyup={held} />
<!-- The arrows of its cells are heard here. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div
	class="board"
	class:rolls={wide}
	role="group"
	aria-label="Plan board: arrows from day to day, Enter opens, Space picks, Alt with arrows moves, Alt Shift with arrows makes longer or shorter, Delete takes off, Ctrl C and Ctrl V copy"
	bind:this={scroller}
	onkeydown={keys}
	onfocusin={stood}
	style:--days={b.days.length}
	style:--day-lines={dayLines(b.days)}
	{@attach drags.things('[data-shift]', (it) => {
		const bar = editable ? barOf(it) : null;
		return bar && { bar };
	})}
>
	<div class="head row">
		<span class="who"></span>
		<div class="heads">
			{#each b.days as d, n (d)}<time
					datetime={d}
					class:today={d === today}
					class:week={begins.has(n)}
					title="{shortDay(d)}{b.holidays.includes(d) ? ', holiday' : ''}"
					>{few ? shortDay(d) : narrowDay(d)}{b.holidays.includes(d) ? ' ✳' : ''}</time
				>{/each}
		</div>
		<span class="load">load</span>
	</div>
	{#each sight.drawn as n (rows[n]?.key)}
		{@const r = rows[n]}
		{#if n > 1 && n === sight.from}<div style="height:{sight.above}px" aria-hidden="true"></div>{/if}
		{#if r?.kind === 'crew'}
			<div class="row crew">
				<span class="who"
					><button type="button" class="fold" aria-expanded={!folded.has(r.crew)} onclick={() => fold(r.crew)}
						>{folded.has(r.crew) ? '▸' : '▾'} <strong>{r.crew}</strong> <span class="quiet">lead {r.lead.split(' ')[0]}</span></button
					></span
				>
				{@render roundDays(r.crewId)}
				<span></span>
			</div>
		{:else if r?.kind === 'rounds'}
			<div class="row crew">
				<span class="who"><span>Rounds to give</span></span>
				{@render roundDays(null)}
				<span></span>
			</div>
		{:else if r?.kind === 'firms'}
			<div class="row crew"><span class="who"><strong>Subcontractors</strong></span></div>
		{:else if r?.kind === 'firm'}
			<div class="row">
				<span class="who"><span class="name">{r.firm}</span></span>
				<span class="firm-days"
					>{#each r.coming as s (s.id)}<a
							class="firm-day"
							class:asked={s.state !== 'yes'}
							style="grid-column: {b.days.indexOf(s.day) + 1}; --tone: {jobTone(s.number)}"
							href="/plan/subcontractors"
							title="{s.job}{s.phase ? `, ${s.phase}` : ''}: {s.state === 'yes' ? 'they come' : 'asked, no answer yet'}"
							>{s.job}{s.state === 'yes' ? '' : ' ?'}</a
						>{/each}</span
				>
				<span class="load"></span>
			</div>
		{:else if r?.kind === 'nobody'}
			<div class="row" data-row={n}>
				<span class="who"
					><strong>Nobody yet</strong><span class="quiet">{b.unmanned.length} phase{b.unmanned.length === 1 ? '' : 's'} to man</span></span
				>
				<div class="lane">
					<Row
						label="Nobody yet"
						personId={null}
						days={b.days}
						lane={r.lane}
						{onbar}
						{onstretch}
						onday={(p, d, last) => onday(p, d, last)}
						onstand={(day) => stoodBy(n, day)}
						{editable}
						{touch}
						{picked}
						cursor={cursor(n)}
					/>
					<div class="chips">
						{#each b.unmanned as u (`${u.jobId}${u.phase}`)}<button
								type="button"
								class="phase"
								style:--tone={jobTone(u.number)}
								disabled={!editable}
								{@attach drags.thing(() =>
									editable ? { jobId: u.jobId, phase: u.phase, minutes: u.leftMinutes, words: `${u.job}: ${u.phase}` } : null
								)}
								onclick={() => onday(null, today < b.from ? b.from : today, undefined, u.jobId, u.phase)}
								title={[...u.waits.map((w) => `waits for: ${w}`), 'Drag onto a person and day'].join('\n')}
								>{u.waits.length ? '◆ ' : ''}{u.job}: {u.phase} <span class="figure">{formatMinutes(u.leftMinutes)}</span></button
							>{/each}
					</div>
				</div>
				<span class="load"></span>
			</div>
		{:else if r}
			{@const p = r.person}
			<div class="row person" data-row={n} style:--high="{rowHeight(r)}px">
				<span class="who"><span class="name">{p.name}</span><span class="quiet">{p.skills}</span></span>
				<Row
					label={p.name}
					personId={p.id}
					days={b.days}
					lane={r.lane}
					gaps={p.load.gaps.filter((g) => g.day >= today)}
					{onbar}
					{onstretch}
					onday={(who, d, last) => onday(who, d, last)}
					onstand={(day) => stoodBy(n, day)}
					{editable}
					{touch}
					{picked}
					cursor={cursor(n)}
				/>
				<span class="load"><LoadLine planned={p.load.planned} paid={p.load.paid} name={p.name} /></span>
			</div>
		{/if}
	{/each}
	<div style="height:{sight.below}px" aria-hidden="true"></div>
	{#if b.staff.length === 0}<p class="p-6">No crews yet. Add people to crews under Company.</p>{/if}
</div>

<style>
	.board {
		background: var(--color-base-100);
		overflow: auto;
		/* What the focus goes to is not under the days or the names. */
		scroll-padding: 30px 0 0 150px;
		height: calc(100vh - 142px);
		min-height: 320px;
	}
	.row {
		display: grid;
		grid-template-columns: 150px minmax(0, 1fr) 74px;
		border-bottom: 1px solid color-mix(in oklab, var(--line) 70%, transparent);
		align-items: center;
		min-height: 43px;
		min-width: calc(224px + max(560px, var(--days) * 44px));
	}
	/* What changes in one row moves nothing in the others. */
	.row.person {
		contain: strict;
		height: var(--high);
	}
	/* Two lines, each as long as it fits, also where letters are large. */
	.row.person .who {
		line-height: 1.25;
	}
	.row.person .who span {
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.head {
		min-height: 29px;
		position: sticky;
		top: 0;
		background: var(--color-base-100);
		z-index: 3;
	}
	.heads {
		display: grid;
		grid-template-columns: repeat(var(--days), 1fr);
		font-family: var(--font-figure);
		color: var(--quiet);
	}
	.heads time {
		padding: 4px 8px;
		border-bottom: 2px solid transparent;
		white-space: nowrap;
		overflow: hidden;
	}
	.heads .today {
		color: var(--color-primary);
		font-weight: 700;
		border-color: var(--color-primary);
	}
	.heads .week {
		box-shadow: inset 2px 0 0 var(--line);
	}
	.who {
		padding: 2px 10px;
		display: grid;
		border-right: 1px solid var(--line);
		align-self: stretch;
		align-content: center;
	}
	/* Names stay in sight where the days are wider than the page: only there, as every name that sticks costs each step of scrolling. */
	.rolls .who {
		position: sticky;
		left: 0;
		z-index: 2;
		background: var(--color-base-100);
	}
	.name {
		font-family: var(--font-figure);
		font-size: 1.02rem;
	}
	.who .quiet {
		font-size: 0.86rem;
	}
	.fold {
		cursor: pointer;
		text-align: left;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.row.crew,
	.crew .who {
		background: color-mix(in oklab, var(--color-base-300) 45%, var(--color-base-100));
	}
	.row.crew {
		min-height: 30px;
		height: 30px;
		font-family: var(--font-figure);
	}
	.crew .who {
		border-right-color: transparent;
	}
	.load {
		padding: 0 10px;
		border-left: 1px solid var(--line);
		align-self: stretch;
		display: grid;
		align-content: center;
		color: var(--quiet);
	}
	.chips {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		padding: 3px 4px 6px;
		max-height: 70px;
		overflow: auto;
	}
	.phase {
		background: var(--color-base-100);
		border: 1px solid var(--tone);
		border-left-width: 4px;
		border-radius: 2px;
		padding: 2px 8px;
		cursor: grab;
		font-family: var(--font-figure);
		font-size: 0.9rem;
		user-select: none;
	}
	.firm-days {
		display: grid;
		align-items: center;
		grid-template-columns: repeat(var(--days), 1fr);
	}
	.firm-day {
		grid-row: 1;
		margin: 4px 2px;
		padding: 3px 7px;
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
		text-decoration: none;
		border-left: 4px solid var(--tone);
		background: color-mix(in oklab, var(--tone) 14%, var(--color-base-100));
	}
	.firm-day.asked {
		border: 1px dashed var(--tone);
		background: var(--color-base-100);
	}
	.round {
		grid-row: 1;
		margin: 0 2px;
		padding: 0 6px;
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
		border: 1px solid var(--line);
		border-radius: 3px;
		text-decoration: none;
		background: var(--color-base-100);
	}
</style>
