<script lang="ts">
	import { Virtualizer, type VirtualizerHandle } from 'virtua/svelte';
	import { onDestroy, onMount, tick } from 'svelte';
	import { grouped } from '$lib/core/lists';
	import { formatMinutes } from '$lib/core/money';
	import { Drags, type Drop } from '../drag/drags';
	import Waterline from '../money/Waterline.svelte';
	import { narrowDay, shortDay } from '../shell/dates';
	import type { Bar, Held } from './layout';
	import { barsOf, weekStarts } from './layout';
	import Row from './Row.svelte';
	import { boardRows, rowBeside, type BoardData, type BoardRow } from './rows';
	import { jobTone } from './tones';
	/**
	 * The plan board: a row for each person, a column for each day. Only the rows in sight are drawn. By keyboard it is one stop: arrows
	 * go from day to day and row to row, Enter opens, Alt with arrows moves a bar, Alt Shift → makes it longer.
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
	const rows = $derived(boardRows(b, folded));
	const freeOf = $derived(new Map((b.free ?? []).map((f) => [f.personId, f.days])));
	const busyOf = $derived(grouped(b.busy ?? [], (t) => t.personId));
	const begins = $derived(weekStarts(b.days));
	const roundsOf = (id: string | null) => b.rounds.filter((r) => r.crewId === id).sort((x, y) => (x.day < y.day ? -1 : 1));
	let at = $state({ row: 0, day: 0 });
	let holding: number[] = $state([]);
	let scroller: HTMLElement | undefined = $state();
	let list: VirtualizerHandle | undefined = $state();

	/** Held while something is dragged: it is copied, and stays where it is. */
	let copying = false;
	const held = (e: KeyboardEvent) => (copying = e.ctrlKey || e.metaKey || e.altKey);
	const drags = new Drags<Held>({
		words: (h) => ('bar' in h ? `${copying ? 'Copy: ' : ''}${h.bar.shifts[0]?.job ?? ''}` : h.words),
		// The row that is held stays drawn while the board is scrolled.
		hold: (h) => (holding = h && 'bar' in h ? [rowOf(h.bar.shifts[0]?.personId ?? null)] : []),
		drop: (h, { place }: Drop) => {
			const [person = '', day = ''] = place.split('|');
			void onlet(h, person || null, day, copying);
		}
	});
	onDestroy(() => drags.stop());
	const personOf = (row: number) => {
		const r = rows[row];
		return r?.kind === 'person' ? r.person.id : null;
	};
	const rowOf = (personId: string | null) => rows.findIndex((r) => (r.kind === 'person' ? r.person.id === personId : r.kind === 'nobody'));

	/** Puts the focus on the bar of a day, or on the day where there is none. */
	async function focusAt(row: number, day: number, shift = '') {
		at = { row, day };
		list?.scrollToIndex(row, { align: 'nearest' });
		await tick();
		requestAnimationFrame(() => {
			const r = scroller?.querySelector(`[data-row="${row}"]`);
			const bars = [...(r?.querySelectorAll<HTMLElement>('[data-shift]') ?? [])];
			const bar =
				bars.find((x) => x.dataset.shift === shift) ?? bars.find((x) => Number(x.dataset.first) <= day && Number(x.dataset.last) >= day);
			(bar ?? r?.querySelector<HTMLElement>(`[data-day="${day}"]`))?.focus();
		});
	}
	/** The bar that has the focus, as its row draws it. */
	const barAt = (e: Event): Bar | null => {
		const id = (e.target as HTMLElement).dataset.shift;
		const row = rows[at.row];
		if (!id || (row?.kind !== 'person' && row?.kind !== 'nobody')) return null;
		return barsOf(row.shifts, b.days, (s) => (b.conflicts[s]?.length ?? 0) > 0).find((x) => x.key === id) ?? null;
	};
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

<svelte:window onkeydown={held} onkeyup={held} />
<!-- The arrows of its cells are heard here. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div
	class="board"
	role="group"
	aria-label="Plan board: arrows from day to day, Enter opens, Space picks, Alt with arrows moves, Alt Shift with arrows makes longer or shorter, Delete takes off, Ctrl C and Ctrl V copy"
	bind:this={scroller}
	onkeydown={keys}
	onfocusin={stood}
	style:--days={b.days.length}
>
	<div class="head row">
		<span class="who"></span>
		<div class="heads">
			{#each b.days as d, n (d)}<span
					class:today={d === today}
					class:week={begins.has(n)}
					title="{shortDay(d)}{b.holidays.includes(d) ? ', holiday' : ''}"
					>{b.days.length > 12 ? narrowDay(d) : shortDay(d)}{b.holidays.includes(d) ? ' ✳' : ''}</span
				>{/each}
		</div>
		<span class="load">load</span>
	</div>
	<Virtualizer
		bind:this={list}
		data={rows}
		getKey={(r: BoardRow) => r.key}
		scrollRef={scroller}
		startMargin={29}
		itemSize={43}
		ssrCount={14}
		bufferSize={120}
		keepMounted={holding}
	>
		{#snippet children(r: BoardRow, n: number)}
			{#if r.kind === 'crew'}
				<p class="crew">
					<button type="button" class="fold" aria-expanded={!folded.has(r.crew)} onclick={() => fold(r.crew)}
						>{folded.has(r.crew) ? '▸' : '▾'} <strong>{r.crew}</strong></button
					>
					<span class="quiet">lead {r.lead}</span>
					{#each roundsOf(r.crewId) as d (d.day)}<a class="round" href="/plan/day?day={d.day}"
							>{shortDay(d.day)}: {d.stops} stop{d.stops === 1 ? '' : 's'}, {formatMinutes(d.minutes)}</a
						>{/each}
				</p>
			{:else if r.kind === 'firms'}
				<p class="crew"><strong>Subcontractors</strong></p>
			{:else if r.kind === 'firm'}
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
			{:else if r.kind === 'nobody'}
				<div class="row" data-row={n}>
					<span class="who"
						><strong>Nobody yet</strong><span class="quiet">{b.unmanned.length} phase{b.unmanned.length === 1 ? '' : 's'} to man</span
						></span
					>
					<div class="lane">
						<Row
							label="Nobody yet"
							personId={null}
							days={b.days}
							shifts={r.shifts}
							conflicts={b.conflicts}
							{drags}
							{onbar}
							{onstretch}
							onday={(p, d, last) => onday(p, d, last)}
							{editable}
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
			{:else}
				{@const p = r.person}
				<div class="row" data-row={n}>
					<span class="who"><span class="name">{p.name}</span><span class="quiet">{p.skills}</span></span>
					<Row
						label={p.name}
						personId={p.id}
						days={b.days}
						shifts={r.shifts}
						conflicts={b.conflicts}
						off={(d) => b.timeOff.some((t) => t.personId === p.id && t.from <= d && d <= t.to)}
						gaps={p.load.gaps.filter((g) => g.day >= today)}
						{drags}
						{onbar}
						{onstretch}
						onday={(who, d, last) => onday(who, d, last)}
						{editable}
						{picked}
						free={freeOf.get(p.id) ?? []}
						taken={busyOf.get(p.id) ?? []}
						cursor={cursor(n)}
					/>
					<span class="load" title="{formatMinutes(p.load.planned)} of {formatMinutes(p.load.paid)}"
						><Waterline
							kind="load"
							cost={0}
							breakEven={p.load.paid}
							price={p.load.planned}
							words={['', '', '']}
							height={9}
							label="{p.name}: {formatMinutes(p.load.planned)} planned of {formatMinutes(p.load.paid)}"
						/></span
					>
				</div>
			{/if}
		{/snippet}
	</Virtualizer>
	{#if b.staff.length === 0}<p class="p-6">No crews yet. Add people to crews under Company.</p>{/if}
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
		grid-template-columns: 150px minmax(0, 1fr) 74px;
		border-bottom: 1px solid color-mix(in oklab, var(--line) 70%, transparent);
		align-items: center;
		min-height: 42px;
		min-width: calc(224px + max(560px, var(--days) * 44px));
	}
	.head {
		min-height: 28px;
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
	.heads span {
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
		min-width: 0;
	}
	.crew {
		background: color-mix(in oklab, var(--color-base-300) 45%, var(--color-base-100));
		padding: 1px 10px;
		font-family: var(--font-figure);
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
		margin-left: 12px;
		padding: 1px 7px;
		border: 1px solid var(--line);
		border-radius: 3px;
		text-decoration: none;
		background: var(--color-base-100);
	}
</style>
