<script lang="ts">
	import { clockText } from './plan';
	import { drawn, lanesOf, moved, spanOf, stretched, STEP, type Span } from './day-hours';
	import type { Bar } from './layout';
	import { jobTone } from './tones';

	type Shown = Bar['shifts'][number];
	/** One person's day by the hour: bars are dragged along it and to others, pulled at their end, drawn on empty hours, worked by keys. */
	interface Props {
		personId: string | null;
		label: string;
		shifts: readonly Shown[];
		workday: Span;
		/** The hours that are shown. */
		hours: Span;
		conflicts: Record<string, { text: string }[]>;
		off?: string | null;
		editable: boolean;
		onopen: (shift: Shown) => void;
		/** Other hours, or somebody else; hours null: it keeps its own. */
		onmove: (shift: Shown, to: { hours: Span | null; personId: string | null }) => void;
		ondraw: (personId: string | null, hours: Span) => void;
		onoff: (shift: Shown) => void;
		/** One row up or down, with a bar. */
		onrow: (shift: Shown, by: number) => void;
	}
	let { personId, label, shifts, workday, hours, conflicts, off = null, editable, onopen, onmove, ondraw, onoff, onrow }: Props = $props();
	const lanes = $derived(lanesOf(shifts, workday));
	let track: HTMLElement | undefined = $state();
	const place = (s: Span) => {
		const long = hours.to - hours.from;
		return `left: ${((s.from - hours.from) / long) * 100}%; width: ${((s.to - s.from) / long) * 100}%`;
	};
	const minutesPer = () => (hours.to - hours.from) / (track?.clientWidth || 1);
	const minuteAt = (x: number) => hours.from + (x - (track?.getBoundingClientRect().left ?? 0)) * minutesPer();

	let held = $state<{ shift: Shown; end: boolean; x: number; hours: Span } | null>(null);
	let dragged = $state(false);
	function takeUp(e: PointerEvent, shift: Shown) {
		if (!editable || e.button !== 0) return;
		e.stopPropagation();
		const bar = e.currentTarget as HTMLElement;
		const end = e.clientX > bar.getBoundingClientRect().right - 10;
		held = { shift, end, x: e.clientX, hours: spanOf(shift, workday) };
		dragged = false;
		bar.setPointerCapture(e.pointerId);
	}
	function carry(e: PointerEvent) {
		if (!held) return;
		const by = (e.clientX - held.x) * minutesPer();
		const was = spanOf(held.shift, workday);
		if (Math.abs(e.clientX - held.x) > 4) dragged = true;
		held = { ...held, hours: !dragged ? was : held.end ? stretched(was, by) : moved(was, by) };
	}
	/** Whose row lies under the pointer. */
	const rowAt = (e: PointerEvent): string | null => {
		const row = document.elementsFromPoint(e.clientX, e.clientY).find((el) => el instanceof HTMLElement && 'row' in el.dataset);
		return row instanceof HTMLElement ? (row.dataset['row'] ?? null) : null;
	};
	function letGo(e: PointerEvent) {
		const h = held;
		held = null;
		if (!h) return;
		const row = rowAt(e);
		const whose = row === null || h.end ? personId : row || null;
		const was = spanOf(h.shift, workday);
		const same = h.hours.from === was.from && h.hours.to === was.to;
		if (whose !== personId) dragged = true;
		if (!same || whose !== personId) onmove(h.shift, { hours: same ? null : h.hours, personId: whose });
	}
	function keys(e: KeyboardEvent, shift: Shown) {
		if (!editable) return;
		if (e.key === 'Delete') return onoff(shift);
		if (!e.altKey) return;
		const by = e.key === 'ArrowRight' ? STEP : e.key === 'ArrowLeft' ? -STEP : 0;
		const row = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
		if (by === 0 && row === 0) return;
		e.preventDefault();
		if (row) return onrow(shift, row);
		const was = spanOf(shift, workday);
		onmove(shift, { hours: e.shiftKey ? stretched(was, by) : moved(was, by), personId });
	}
	let drawing = $state<{ from: number; to: number } | null>(null);
	const shownDraw = $derived(drawing === null ? null : drawn(drawing.from, drawing.to));
	function draw(e: PointerEvent) {
		if (!editable || e.button !== 0 || e.pointerType === 'touch') return;
		drawing = { from: minuteAt(e.clientX), to: minuteAt(e.clientX) };
		(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
	}
	function drawEnd() {
		const span = shownDraw;
		drawing = null;
		if (span) ondraw(personId, span);
	}
	const says = (s: Shown) => {
		const at = s.from === null ? 'whole day' : `${clockText(s.from)} to ${clockText(s.to)}`;
		return [label, at, s.phase, s.note, ...(conflicts[s.id] ?? []).map((c) => c.text)].filter(Boolean).join(', ');
	};
</script>

<div
	class="track"
	bind:this={track}
	role="group"
	aria-label="Hours of {label}"
	data-row={personId ?? ''}
	style="background-size: {100 / ((hours.to - hours.from) / 60)}% 100%; min-height: {Math.max(1, lanes.length) * 30 + 6}px"
	onpointerdown={draw}
	onpointermove={(e) => {
		if (drawing) drawing = { ...drawing, to: minuteAt(e.clientX) };
	}}
	onpointerup={drawEnd}
	onpointercancel={() => (drawing = null)}
>
	{#if off !== null}<span class="off">time off{off ? `: ${off}` : ''}</span>{/if}
	{#if shownDraw}<span class="drawing" style={place(shownDraw)}>{clockText(shownDraw.from)}–{clockText(shownDraw.to)}</span>{/if}
	{#each lanes as lane, n (n)}{#each lane as s (s.id)}{@const at = held?.shift === s ? held.hours : spanOf(s, workday)}<button
				type="button"
				class="bar"
				class:open={personId === null}
				class:twice={(conflicts[s.id]?.length ?? 0) > 0}
				class:held={held?.shift === s && dragged}
				style="{place(at)}; top: {n * 30 + 3}px; --tone: {jobTone(s.number)}"
				data-shift={s.id}
				title={says(s)}
				onpointerdown={(e) => takeUp(e, s)}
				onpointermove={carry}
				onpointerup={letGo}
				onpointercancel={() => (held = null)}
				onkeydown={(e) => keys(e, s)}
				onclick={() => {
					// The press that ends a drag opens nothing.
					if (dragged) dragged = false;
					else onopen(s);
				}}
				>{held?.shift === s && dragged
					? `${clockText(at.from)}–${clockText(at.to)} `
					: s.from === null
						? ''
						: `${clockText(s.from)} `}{s.job}{s.phase ? `, ${s.phase}` : ''}<span class="sr-only">, {says(s)}</span></button
			>{/each}{/each}
</div>

<style>
	.track {
		position: relative;
		background-image: linear-gradient(to right, var(--line) 1px, transparent 1px);
	}
	.bar {
		position: absolute;
		height: 27px;
		padding: 3px 7px;
		text-align: left;
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
		cursor: pointer;
		touch-action: none;
		border-left: 4px solid var(--tone, var(--color-primary));
		border-right: 2px solid color-mix(in oklab, var(--tone, var(--color-primary)) 45%, transparent);
		background: color-mix(in oklab, var(--tone, var(--color-primary)) 16%, var(--color-base-100));
	}
	.bar.held {
		z-index: 5;
		box-shadow: 0 4px 12px rgb(0 0 0 / 25%);
	}
	.bar.open {
		border: 1px dashed var(--color-base-content);
		background: var(--color-base-100);
	}
	.bar.twice {
		outline: 2px solid var(--color-error);
	}
	.drawing {
		position: absolute;
		top: 3px;
		height: 27px;
		padding: 3px 7px;
		background: color-mix(in oklab, var(--color-primary) 22%, var(--color-base-100));
		pointer-events: none;
	}
	.off {
		position: absolute;
		inset: 3px 0;
		padding: 4px 10px;
		background: var(--hatch);
		pointer-events: none;
	}
</style>
