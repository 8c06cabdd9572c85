<script lang="ts">
	import type { Conflict } from '$lib/core/planning';
	import { formatMinutes } from '$lib/core/money';
	import { shortDay } from '../shell/dates';
	import type { Drags } from '../drag/drags';
	import { barsOf, weekStarts, type Bar, type Held } from './layout';
	import { jobTone } from './tones';

	interface Props {
		label: string;
		personId: string | null;
		days: readonly string[];
		shifts: readonly Bar['shifts'][number][];
		conflicts: Record<string, Conflict[]>;
		off?: (day: string) => boolean;
		gaps?: { day: string; minutes: number }[];
		drags: Drags<Held>;
		/** A bar is pressed; with a key held it is picked beside others. */
		onbar: (bar: Bar, more: boolean) => void;
		onstretch: (bar: Bar, day: string) => void;
		/** A day is pressed, or a stretch of days was drawn. */
		onday: (personId: string | null, day: string, last?: string) => void;
		picked?: ReadonlySet<string>;
		/** What somebody does not work, and what is taken elsewhere. */
		free?: readonly string[];
		taken?: readonly { day: string; text: string }[];
		editable: boolean;
		/** The day on which the keyboard stands, in this row; −1: elsewhere. */
		cursor: number;
	}
	let {
		label,
		personId,
		days,
		shifts,
		conflicts,
		off = () => false,
		gaps = [],
		drags,
		onbar,
		onstretch,
		onday,
		editable,
		cursor,
		picked = new Set(),
		free = [],
		taken = []
	}: Props = $props();
	const bars = $derived(barsOf(shifts, days, (id) => (conflicts[id]?.length ?? 0) > 0));
	const begins = $derived(weekStarts(days));
	const lanes = $derived(Math.max(1, ...bars.map((b) => b.lane + 1)));
	let stretching: { bar: Bar; day: number } | null = $state(null);
	let grid: HTMLElement | undefined = $state();

	const dayAt = (x: number): number => {
		const box = grid?.getBoundingClientRect();
		return box ? Math.max(0, Math.min(days.length - 1, Math.floor(((x - box.left) / box.width) * days.length))) : 0;
	};
	function pull(e: PointerEvent, bar: Bar) {
		e.preventDefault();
		(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
		stretching = { bar, day: bar.last };
	}
	function release() {
		const s = stretching;
		stretching = null;
		const day = s ? days[s.day] : undefined;
		if (s && day && s.day !== s.bar.last) onstretch(s.bar, day);
	}
	/** A stretch that is being drawn on empty days: from one to another. */
	let drawing: { from: number; to: number } | null = $state(null);
	let drawn = false;
	function draw(e: PointerEvent, n: number) {
		if (!editable || e.button !== 0 || e.pointerType === 'touch') return;
		drawing = { from: n, to: n };
		drawn = false;
		(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
	}
	function drawTo(e: PointerEvent) {
		if (!drawing) return;
		const to = dayAt(e.clientX);
		if (to !== drawing.to) drawing = { ...drawing, to };
	}
	function drawEnd() {
		const d = drawing;
		drawing = null;
		if (!d || d.from === d.to) return;
		drawn = true;
		const [first, last] = [Math.min(d.from, d.to), Math.max(d.from, d.to)];
		onday(personId, days[first] ?? '', days[last]);
	}
	const against = (b: Bar) => b.shifts.flatMap((s) => conflicts[s.id] ?? []);
	const WRONG = {
		...{ overlap: 'booked twice', taken: 'taken elsewhere', holiday: 'holiday', 'time off': 'time off', skill: 'lacks a skill' },
		...{ 'outside working hours': 'outside hours', clock: 'clocks change' }
	};
	/** The first thing that speaks against a bar, in a word: a double booking before all else. */
	const wrongWord = (b: Bar): string => WRONG[(against(b).find((c) => c.kind === 'overlap') ?? against(b)[0])?.kind ?? 'overlap'];
	const waits = (b: Bar): readonly string[] => b.shifts[0]?.waits ?? [];
	const title = (b: Bar) =>
		[b.shifts[0]?.job, b.shifts[0]?.phase, b.shifts[0]?.note, ...waits(b).map((w) => `waits for: ${w}`), ...against(b).map((c) => c.text)]
			.filter(Boolean)
			.join('\n');
	/** What the place and the color of a bar say to the eye. */
	const spoken = (b: Bar) =>
		[
			label,
			shortDay(days[b.first] ?? '') + (b.last > b.first ? ` to ${shortDay(days[b.last] ?? '')}` : ''),
			...(b.shifts.some((s) => s.tried) ? ['tried in this draft'] : []),
			...waits(b).map((w) => `waits for: ${w}`),
			...against(b).map((c) => c.text)
		].join(', ');
</script>

<div class="days" bind:this={grid} style:--days={days.length} style:height="{lanes * 38 + 4}px" role="group" aria-label="Days of {label}">
	{#each days as d, n (d)}
		<button
			type="button"
			class="day"
			class:week={begins.has(n)}
			class:off={off(d)}
			class:free={free.includes(d)}
			class:drawn={drawing !== null && n >= Math.min(drawing.from, drawing.to) && n <= Math.max(drawing.from, drawing.to)}
			style:left="{(n / days.length) * 100}%"
			aria-label="{label}, {d}{off(d) ? ', time off' : ''}{free.includes(d) ? ', does not work' : ''}{taken
				.filter((t) => t.day === d)
				.map((t) => `, taken elsewhere: ${t.text || 'busy'}`)
				.join('')}"
			data-place="{personId ?? ''}|{d}"
			data-day={n}
			tabindex={cursor === n && !bars.some((b) => b.first <= n && b.last >= n) ? 0 : -1}
			aria-disabled={!editable}
			onpointerdown={(e) => draw(e, n)}
			onpointermove={drawTo}
			onpointerup={drawEnd}
			onpointercancel={() => (drawing = null)}
			onclick={() => {
				// The press that ends a stretch is none of its own.
				if (drawn) drawn = false;
				else if (editable) onday(personId, d);
			}}
			>{#if off(d)}<span>{days.length > 12 ? 'off' : 'time off'}</span>{/if}{#each taken.filter((t) => t.day === d) as t (t.text)}<span
					class="taken"
					title="taken: {t.text || 'busy'}">{days.length > 12 ? '▪' : t.text || 'busy'}</span
				>{/each}</button
		>
	{/each}
	{#each gaps as g (g.day)}{@const n = days.indexOf(g.day)}{#if n >= 0 && g.minutes < 480 && g.minutes > 0}<span
				class="gap"
				title="gap {formatMinutes(g.minutes)}"
				style:left="calc({((n + 0.42) / days.length) * 100}% + 2px)"
				style:width="calc({(0.58 / days.length) * 100}% - 6px)">{days.length > 12 ? '' : formatMinutes(g.minutes)}</span
			>{/if}{/each}
	{#each bars as b (b.key)}
		{@const bad = against(b).length > 0}
		{@const last = stretching?.bar === b ? stretching.day : b.last}
		{@const part = b.shifts[0]?.from !== null}
		<div
			class="bar"
			class:bad
			class:nobody={personId === null}
			class:picked={picked.has(b.key)}
			class:tried={b.shifts.some((s) => s.tried)}
			aria-pressed={picked.has(b.key)}
			role="button"
			tabindex={cursor >= b.first && cursor <= b.last ? 0 : -1}
			style:--tone={jobTone(b.shifts[0]?.number ?? null)}
			style:left="calc({((b.first + (part && (b.shifts[0]?.from ?? 0) > 660 ? 0.5 : 0)) / days.length) * 100}% + 2px)"
			style:width="calc({((last - b.first + (part && b.first === last ? 0.5 : 1)) / days.length) * 100}% - 5px)"
			style:top="{b.lane * 38 + 3}px"
			title={title(b)}
			data-bar="{label}: {b.shifts[0]?.job}"
			data-shift={b.key}
			data-first={b.first}
			data-last={b.last}
			{@attach drags.thing(() => (editable ? { bar: b } : null))}
			onclick={(e) => onbar(b, e.ctrlKey || e.metaKey || e.shiftKey)}
			onkeydown={(e) => {
				if ((e.key === 'Enter' || e.key === ' ') && !e.altKey) {
					e.preventDefault();
					onbar(b, e.key === ' ');
				}
			}}
		>
			<strong>{waits(b).length ? '◆ ' : ''}{bad ? wrongWord(b) : b.shifts[0]?.job}</strong><span
				>{bad
					? b.shifts[0]?.job
					: [b.shifts[0]?.phase, formatMinutes(b.shifts.reduce((a, s) => a + s.minutes, 0))].filter(Boolean).join(' · ')}</span
			>
			<em class="sr-only">{spoken(b)}</em>
			{#if editable}<span
					class="grip"
					data-still
					role="presentation"
					onpointerdown={(e) => pull(e, b)}
					onpointermove={(e) => {
						if (stretching) stretching = { ...stretching, day: Math.max(b.first, dayAt(e.clientX)) };
					}}
					onpointerup={release}
					onpointercancel={() => (stretching = null)}
					onclick={(e) => e.stopPropagation()}
				></span>{/if}
		</div>
	{/each}
</div>

<style>
	.days {
		position: relative;
		/* What is drawn in one row moves nothing in the others. */
		contain: layout style;
	}
	.day {
		position: absolute;
		top: 0;
		bottom: 0;
		width: calc(100% / var(--days));
		border-left: 1px solid color-mix(in oklab, var(--line) 55%, transparent);
		font-size: 0.86rem;
		color: var(--quiet);
		text-align: left;
		padding-left: 8px;
		overflow: hidden;
	}
	.day.week {
		border-left: 2px solid var(--line);
	}
	.day.off {
		background: var(--hatch);
	}
	.day.free {
		background: color-mix(in oklab, var(--color-base-300) 55%, var(--color-base-100));
	}
	.day.drawn {
		background: color-mix(in oklab, var(--color-primary) 22%, var(--color-base-100));
	}
	.day .taken {
		display: block;
		border-left: 3px double var(--quiet);
		padding-left: 4px;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.bar.picked {
		outline: 3px solid var(--color-primary);
		outline-offset: -1px;
	}
	.day.off span {
		background: var(--color-base-100);
		color: var(--color-base-content);
		padding: 0 4px;
	}
	.bar {
		position: absolute;
		height: 34px;
		padding: 2px 8px;
		border-radius: 2px;
		background: color-mix(in oklab, var(--tone) 15%, var(--color-base-100));
		border-left: 4px solid var(--tone);
		overflow: hidden;
		cursor: grab;
		display: grid;
		align-content: center;
		line-height: 1.2;
		user-select: none;
		-webkit-touch-callout: none;
	}
	.bar strong,
	.bar > span {
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
		font-family: var(--font-figure);
		font-size: 0.9rem;
		font-stretch: 88%;
	}
	.bar strong {
		font-weight: 600;
	}
	.bar > span {
		font-size: 0.8rem;
		color: var(--quiet);
	}
	.bar.tried {
		border-style: dashed;
		border-width: 1px 1px 1px 4px;
		border-left-style: solid;
		border-color: var(--tone);
		background: var(--color-base-100);
	}
	.bar.nobody {
		background: var(--color-base-100);
		border: 1px solid var(--tone);
		border-left-width: 4px;
	}
	.bar.bad {
		border: 2px solid var(--color-error);
	}
	.bar.bad strong {
		color: var(--color-error);
	}
	.bar > .grip {
		position: absolute;
		right: 0;
		top: 0;
		bottom: 0;
		width: 8px;
		cursor: ew-resize;
		touch-action: none;
	}
	.gap {
		position: absolute;
		top: 4px;
		height: 32px;
		border: 1px dashed var(--color-warning);
		color: var(--color-warning);
		font-size: 0.82rem;
		padding: 0 4px;
		line-height: 30px;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
		pointer-events: none;
		font-family: var(--font-figure);
		font-stretch: 75%;
	}
</style>
