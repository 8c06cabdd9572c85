<script lang="ts">
	import { formatMinutes } from '$lib/core/money';
	import { onGrip } from './grip';
	import type { Bar } from './layout';
	import { looksOf, placeOfBar } from './look';
	import type { Lane } from './rows';
	/**
	 * The days of one row: one surface, on which only what is there is drawn (bars, days off, gaps). Its empty days are no elements of their own;
	 * the one on which the keyboard stands is. Two hundred rows of twenty days would be four thousand buttons otherwise.
	 */
	interface Props {
		label: string;
		personId: string | null;
		days: readonly string[];
		lane: Lane;
		gaps?: readonly { day: string; minutes: number }[];
		/** A bar is pressed; with a key held it is picked beside others. */
		onbar: (bar: Bar, more: boolean) => void;
		onstretch: (bar: Bar, day: string) => void;
		/** A day is pressed, or a stretch of days was drawn. */
		onday: (personId: string | null, day: string, last?: string) => void;
		/** The keyboard shall stand on a day of this row. */
		onstand: (day: number) => void;
		picked?: ReadonlySet<string>;
		editable: boolean;
		/** Fingers are at work: bars have a handle for them. */
		touch: boolean;
		/** The day on which the keyboard stands, in this row; −1: elsewhere. */
		cursor: number;
	}
	let {
		label,
		personId,
		days,
		lane,
		gaps = [],
		onbar,
		onstretch,
		onday,
		onstand,
		editable,
		touch,
		cursor,
		picked = new Set()
	}: Props = $props();
	// Each only once for the row: its bars must not each ask anew where the keyboard stands and what is picked.
	const here = $derived(cursor);
	const own = $derived(
		lane.bars
			.map((b) => b.key)
			.filter((k) => picked.has(k))
			.join(' ')
	);
	const looks = $derived(looksOf(lane, days, label, personId === null, (key) => own.split(' ').includes(key)));
	const wide = $derived(days.length <= 12);
	let stretching: { bar: Bar; day: number } | null = $state(null);
	let surface: HTMLElement | undefined = $state();
	const dayAt = (x: number): number => {
		const box = surface?.getBoundingClientRect();
		return box ? Math.max(0, Math.min(days.length - 1, Math.floor(((x - box.left) / box.width) * days.length))) : 0;
	};
	const lookOf = (e: Event) => {
		const key = (e.target as HTMLElement).closest<HTMLElement>('[data-shift]')?.dataset.shift;
		return key === undefined ? undefined : looks.find((x) => x.key === key);
	};
	/** A stretch that is being drawn on empty days: from one to another. */
	let drawing: { from: number; to: number } | null = $state(null);
	/** The press that ends a stretch is none of its own. */
	let ended = false;
	function down(e: PointerEvent) {
		ended = false;
		if (!editable || e.button !== 0) return;
		const look = lookOf(e);
		if (look) {
			if (!onGrip(e, touch)) return;
			e.preventDefault();
			stretching = { bar: look.bar, day: look.last };
		} else if (e.pointerType === 'touch') return;
		else {
			const n = dayAt(e.clientX);
			drawing = { from: n, to: n };
		}
		surface?.setPointerCapture(e.pointerId);
	}
	function move(e: PointerEvent) {
		if (stretching) stretching = { ...stretching, day: Math.max(stretching.bar.first, dayAt(e.clientX)) };
		const to = drawing && dayAt(e.clientX);
		if (drawing && to !== null && to !== drawing.to) drawing = { ...drawing, to };
	}
	function up() {
		const [s, d] = [stretching, drawing];
		stop();
		const day = s ? days[s.day] : undefined;
		ended = s !== null;
		if (s && day && s.day !== s.bar.last) onstretch(s.bar, day);
		if (!d || d.from === d.to) return;
		ended = true;
		const [first, last] = [Math.min(d.from, d.to), Math.max(d.from, d.to)];
		onday(personId, days[first] ?? '', days[last]);
	}
	function stop() {
		stretching = null;
		drawing = null;
	}
	function click(e: MouseEvent) {
		if (ended) return void (ended = false);
		const look = lookOf(e);
		if (look) return onbar(look.bar, e.ctrlKey || e.metaKey || e.shiftKey);
		// A key on the day it stands on presses it too, and has no place of its own.
		const n = e.detail === 0 ? here : dayAt(e.clientX);
		if (n < 0) return;
		onstand(n);
		if (editable) onday(personId, days[n] ?? '');
	}
	function key(e: KeyboardEvent) {
		const look = lookOf(e);
		if (!look || (e.key !== 'Enter' && e.key !== ' ') || e.altKey) return;
		e.preventDefault();
		onbar(look.bar, e.key === ' ');
	}
	const at = (n: number) => `left:${((n / days.length) * 100).toFixed(3)}%`;
	const place = (d: string) => days.indexOf(d);
	/** Where on its day a gap begins: after what is planned on the first half. */
	const gapFrom = (n: number) => (looks.some((x) => x.first <= n && x.last >= n) ? 0.5 : 0.42);
	/** What a day is beside its bars, for the ear. */
	const dayWords = (n: number): string => {
		const d = days[n] ?? '';
		const elsewhere = lane.taken.filter((t) => t.day === d).map((t) => `, taken elsewhere: ${t.text || 'busy'}`);
		return `${label}, ${d}${lane.off.includes(d) ? ', time off' : ''}${lane.free.includes(d) ? ', does not work' : ''}${elsewhere.join('')}`;
	};
</script>

<!-- Pressed and drawn on by hand; by keys its bars and the day one stands on are reached. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div
	class="days"
	bind:this={surface}
	style:height="{lane.lanes * 38 + 4}px"
	role="group"
	aria-label="Days of {label}"
	data-cells={personId ?? ''}
	onpointerdown={down}
	onpointermove={move}
	onpointerup={up}
	onpointercancel={stop}
	onclick={click}
	onkeydown={key}
>
	{#each lane.free as d (d)}{#if place(d) >= 0}<span class="day free" style={at(place(d))}></span>{/if}{/each}
	{#each lane.off as d (d)}<span class="day off" style={at(place(d))}><span>{wide ? 'time off' : 'off'}</span></span>{/each}
	{#each lane.taken as t, n (n)}{#if place(t.day) >= 0}<span class="day" style={at(place(t.day))}
				><span class="taken" title="taken: {t.text || 'busy'}">{wide ? t.text || 'busy' : '▪'}</span></span
			>{/if}{/each}
	{#if drawing}<span
			class="drawn"
			style="{at(Math.min(drawing.from, drawing.to))};width:{((Math.abs(drawing.to - drawing.from) + 1) / days.length) * 100}%"
		></span>{/if}
	{#if here >= 0 && !looks.some((x) => x.first <= here && x.last >= here)}<!-- Another day is another button: that is what the ear hears. -->{#key here}<button
				type="button"
				class="day"
				style={at(here)}
				aria-label={dayWords(here)}
				data-day={here}
				tabindex="0"
				aria-disabled={!editable}
			></button>{/key}{/if}
	{#each gaps as g (g.day)}{#if place(g.day) >= 0 && g.minutes < 480 && g.minutes > 0}<span
				class="gap"
				title="gap {formatMinutes(g.minutes)}"
				style:left="calc({((place(g.day) + gapFrom(place(g.day))) / days.length) * 100}% + 2px)"
				style:width="calc({((1 - gapFrom(place(g.day))) / days.length) * 100}% - 6px)">{wide ? formatMinutes(g.minutes) : ''}</span
			>{/if}{/each}
	{#each looks as x (x.key)}
		<div
			class={x.class}
			class:editable
			style={stretching?.bar.key === x.key ? placeOfBar(x.bar, days.length, stretching.day) : x.style}
			role="button"
			tabindex={here >= x.first && here <= x.last ? 0 : -1}
			aria-pressed={own.includes(x.key)}
			aria-label={x.label}
			title={x.title}
			data-shift={x.key}
			data-first={x.first}
			data-last={x.last}
		>
			{`${x.head}\n${x.foot}`}{#if touch && editable}<span class="grip" data-still role="presentation"></span>{/if}
		</div>
	{/each}
</div>

<style>
	.days {
		position: relative;
		/* The lines between days and weeks, drawn once for the whole row. */
		background: var(--day-lines);
	}
	/* The day over which something is held. */
	.days:global([data-over])::before {
		content: '';
		position: absolute;
		top: 0;
		bottom: 0;
		left: calc(var(--over) / var(--days) * 100%);
		width: calc(100% / var(--days));
		box-shadow: inset 0 0 0 2px var(--color-primary);
	}
	.day {
		position: absolute;
		top: 0;
		bottom: 0;
		width: calc(100% / var(--days));
		font-size: 0.86rem;
		color: var(--quiet);
		text-align: left;
		padding-left: 8px;
		overflow: hidden;
	}
	.day.off {
		background: var(--hatch);
	}
	.day.free {
		background: color-mix(in oklab, var(--color-base-300) 55%, var(--color-base-100));
	}
	.drawn {
		position: absolute;
		top: 0;
		bottom: 0;
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
	/* One element with two lines: a board has a thousand of them. */
	.bar {
		position: absolute;
		height: 34px;
		padding: 2px 8px;
		border-radius: 2px;
		background: color-mix(in oklab, var(--tone) 15%, var(--color-base-100));
		border-left: 4px solid var(--tone);
		overflow: hidden;
		cursor: grab;
		white-space: pre;
		text-overflow: ellipsis;
		line-height: 15px;
		font-family: var(--font-figure);
		font-size: 0.8rem;
		font-stretch: 88%;
		color: var(--quiet);
		user-select: none;
		-webkit-touch-callout: none;
	}
	.bar::first-line {
		font-size: 0.9rem;
		font-weight: 600;
		color: var(--color-base-content);
	}
	.bar.tried {
		padding-block: 1px;
		border-style: dashed;
		border-width: 1px 1px 1px 4px;
		border-left-style: solid;
		border-color: var(--tone);
		background: var(--color-base-100);
	}
	.bar.nobody {
		padding-block: 1px;
		background: var(--color-base-100);
		border: 1px solid var(--tone);
		border-left-width: 4px;
	}
	.bar.bad {
		padding-block: 0;
		border: 2px solid var(--color-error);
	}
	.bar.bad::first-line {
		color: var(--color-error);
	}
	/* Where it is pulled longer: a finger must not push the page by it, which only an element of its own can say. */
	.bar.editable::after,
	.bar > .grip {
		content: '';
		position: absolute;
		right: 0;
		top: 0;
		bottom: 0;
		width: 8px;
		cursor: ew-resize;
	}
	.bar > .grip {
		width: 14px;
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
