<script lang="ts">
	import type { Input } from '$lib/contract';
	import { wordsOf } from '$lib/core/refusal';
	import { flushSync, onMount, untrack } from 'svelte';
	import {
		cellOf,
		explainLine,
		typeIn,
		type Estimate,
		type EstimateResult,
		type Line,
		type LineField,
		type LineResult,
		type ScopeResult
	} from '$lib/core/estimate';
	import { dimensionOf, measureLabel, toUnit, unitName, type MeasureName, type Shape } from '$lib/core/measure';
	import { fixed, formatCents, formatQuantity, formatRate } from '$lib/core/money';
	import type { Drags } from '../drag/drags';
	import { toggled } from '../lists';
	import type { Held } from './held';
	import type Menu from '../menu/Menu.svelte';
	import type { MenuEntry } from '../menu/menu';
	import How from '../money/How.svelte';
	import Waterline from '../money/Waterline.svelte';
	import Mark from '../shell/Mark.svelte';
	import { cellText, cellTyped, offerChanges, OFFERS, type Column, type ColumnSpec, type Offer } from './columns';
	import Figure from './Figure.svelte';

	interface Props {
		estimate: Estimate;
		result: EstimateResult;
		scope: ScopeResult;
		/** `seen` is what stood in the cell when the person began: another one's change of the same cell is said, not run over. */
		onchange: (
			lineId: string,
			field: Input<'estimates.change-line'>['field'],
			value: string,
			seen: string,
			patch: Partial<Line> | null
		) => Promise<string | null>;
		onscope: (act: 'copy' | 'rename' | 'option' | 'aside' | 'remove' | 'wording' | 'up' | 'down' | 'margin') => void;
		onshape: (shape: (Shape & { id: string }) | null) => void;
		onunshape: (id: string) => void;
		online: (act: 'up' | 'down' | 'remove' | 'remark' | 'details' | 'decide', lineId: string) => void;
		/** The columns that are shown, and the taxes that a line can have. */
		columns: readonly ColumnSpec[];
		codes: readonly { id: string; name: string }[];
		/** Lines that are picked, over all scopes. */
		picked: ReadonlySet<string>;
		onpick: (lineIds: string[], on: boolean) => void;
		/** Lines and scopes of the whole estimate are dragged together. */
		drags: Drags<Held>;
		/** A block was pasted while a cell of this scope had the focus. */
		onpaste: (text: string) => void;
		/** Words that are looked for: lines without them step back. */
		find: string;
		/** How many remarks stand beside each line. */
		remarks: ReadonlyMap<string, number>;
		/** Among the first of the page: drawn before anybody scrolls. */
		early: boolean;
		/** Lines with something typed that is not saved yet. */
		unsaved: ReadonlySet<string>;
	}
	let {
		estimate,
		result,
		scope,
		onchange,
		onscope,
		onshape,
		onunshape,
		online,
		columns,
		codes,
		picked,
		onpick,
		drags,
		onpaste,
		find,
		remarks,
		early,
		unsaved
	}: Props = $props();
	let at: { row: number; col: number } = $state({ row: 0, col: 0 });
	let editing: { row: number; col: number; text: string; seen: string } | null = $state(null);
	let problem: { row: number; text: string } | null = $state(null);
	let folded = $state(false);
	/** Long scopes are drawn in blocks, and only those near the window: an edit touches what is seen, not two thousand lines. */
	const BLOCK = 40;
	const ROW = 32;
	const blocks = $derived(
		Array.from({ length: Math.max(1, Math.ceil(scope.lines.length / BLOCK)) }, (_, n) => scope.lines.slice(n * BLOCK, (n + 1) * BLOCK))
	);
	let near: ReadonlySet<number> = $state(untrack(() => new Set(early ? [0] : [])));
	/** The focus is in this grid: its row is drawn wherever the window is. */
	let focused = $state(false);
	let observer: IntersectionObserver | undefined = $state();
	onMount(() => {
		observer = new IntersectionObserver(
			(seen) => {
				const block = (e: IntersectionObserverEntry) => Number((e.target as HTMLElement).dataset.block);
				near = toggled(
					toggled(near, seen.filter((e) => e.isIntersecting).map(block), true),
					seen.filter((e) => !e.isIntersecting).map(block),
					false
				);
			},
			{ rootMargin: '600px 0px' }
		);
		return () => observer?.disconnect();
	});
	const watch = (node: HTMLElement) => {
		observer?.observe(node);
		return () => observer?.unobserve(node);
	};
	const drawn = (n: number) => near.has(n) || (focused && Math.floor(at.row / BLOCK) === n);
	const words = $derived(find.toLowerCase().split(/\s+/).filter(Boolean));
	const fits = (l: LineResult) => words.every((w) => `${l.line.name} ${l.line.note} ${l.line.phase}`.toLowerCase().includes(w));
	/** The picked lines go along with one of them. */
	const held = (l: LineResult): Held => {
		const lineIds = picked.has(l.line.id) ? [...picked] : [l.line.id];
		return { lineIds, words: lineIds.length > 1 ? `${lineIds.length} lines` : l.line.name };
	};
	function pasted(e: ClipboardEvent) {
		if (editing) return;
		const text = e.clipboardData?.getData('text/plain') ?? '';
		if (text.trim() === '') return;
		e.preventDefault();
		onpaste(text);
	}
	/** The line whose menu is asked for, and what it stands beside; one menu for all lines. */
	let asked: { lineId: string; beside: HTMLElement } | null = $state(null);
	let menuOpen = $state(false);
	let Loaded: typeof Menu | undefined = $state();
	async function askMenu(lineId: string, row: number, beside: HTMLElement) {
		const again = menuOpen && asked?.lineId === lineId;
		if (at.row !== row) at = { row, col: 0 };
		Loaded ??= (await import('../menu/Menu.svelte')).default;
		asked = { lineId, beside };
		menuOpen = !again;
	}
	const entriesOf = (l: LineResult): MenuEntry[] => {
		const go = (words: string, act: Parameters<typeof online>[0], keys?: string): MenuEntry => ({
			words,
			does: () => online(act, l.line.id),
			...(keys ? { keys } : {})
		});
		const turn = (words: string, field: LineField, value: string, keys?: string): MenuEntry => ({
			words,
			does: () => void put(l, field, value),
			...(keys ? { keys } : {})
		});
		const flip = (field: 'setAside' | 'option' | 'hidden' | 'locked', on: string, off: string, keys?: string) =>
			turn(l.line[field] ? off : on, field, String(!l.line[field]), keys);
		return [
			...(l.line.heading ? [] : [go(`All about it${l.line.itemId ? ', paid before' : ''}`, 'details', 'Alt Enter')]),
			...(l.line.placeholder ? [go(`Decide: ${l.line.placeholder}`, 'decide'), turn('Decided as it is', 'placeholder', '')] : []),
			flip('setAside', 'Set aside', 'Put back', 'Alt Delete'),
			flip('option', 'Make an option', 'No option'),
			flip('hidden', 'Hide from the customer', 'Show to the customer'),
			flip('locked', 'Lock', 'Unlock'),
			go('Remark', 'remark'),
			...(l.line.override ? [turn(`Back to ${formatQuantity(l.computed ?? 0)}`, 'quantity', '')] : []),
			{ line: true },
			go('Move up', 'up', 'Alt ↑'),
			go('Move down', 'down', 'Alt ↓'),
			go('Delete', 'remove')
		];
	};
	const askedLine = $derived(asked === null ? undefined : scope.lines.find((l) => l.line.id === asked?.lineId));
	let body: HTMLElement | undefined = $state();
	const measures = $derived((Object.entries(scope.measures) as [MeasureName, number][]).filter(([, v]) => v > 0));

	const put = (l: LineResult, field: LineField, value: string) =>
		onchange(l.line.id, field, value, cellOf(l.line, field), typed(l, field, value));
	/** What typing does to the line at once. @throws Refusal, in words for the cell */
	const typed = (l: LineResult, field: LineField, value: string) =>
		typeIn(l.line, field, value, { overheadPercent: estimate.overheadPercent, computed: l.computed, basis: l.basis });
	/**
	 * At once, not with the next frame: by then a quick typist may be in another cell, and would be pulled out of it. The field that
	 * is being left is still there: taking it away with the focus in it would lay the whole page out twice.
	 */
	function focusCell() {
		const cell = () => body?.querySelector<HTMLElement>(`[data-cell="${at.row}-${at.col}"]`);
		// A row that is not drawn yet, because nobody was near it, is drawn for the focus.
		if (!cell()) flushSync();
		cell()?.focus();
	}
	/** What was said of a row is over when it is changed; what is said of another row stays. */
	const clear = (row: number) => {
		if (problem?.row === row) problem = null;
	};
	function begin(l: LineResult, col: number, text?: string) {
		const c = columns[col];
		if (!c?.edit || (l.line.heading && c.key !== 'name')) return;
		const chosen = c.edit === 'tax' || c.edit === 'offer';
		editing = {
			row: at.row,
			col,
			text: chosen ? cellTyped(l, c.key) : (text ?? cellTyped(l, c.key)),
			seen: c.edit === 'offer' ? '' : cellOf(l.line, c.edit)
		};
		clear(at.row);
		// At once, not with the next frame: the next key of a quick typist belongs to this field.
		flushSync();
		const field = body?.querySelector<HTMLInputElement | HTMLSelectElement>('.cell');
		field?.focus();
		if (text === undefined && field instanceof HTMLInputElement) field.select();
	}
	async function commit(l: LineResult, go: [number, number] = [0, 0]) {
		if (!editing) return;
		const { text, col, row, seen } = editing;
		const c = columns[col];
		const same = c && text === cellTyped(l, c.key);
		if (c?.edit === 'offer' && !same) {
			editing = null;
			move(go[0], go[1]);
			for (const [f, value] of offerChanges(l.line, text as Offer)) {
				const wrong = await put(l, f, value);
				if (wrong) problem = { row, text: wrong };
			}
			return;
		}
		if (c?.edit && c.edit !== 'offer' && !same) {
			let patch: Partial<Line> | null;
			try {
				patch = typed(l, c.edit, text);
			} catch (e) {
				problem = { row, text: wordsOf(e) };
				return;
			}
			// The typist goes on at once; what the server refuses comes back to this cell.
			editing = null;
			clear(row);
			move(go[0], go[1]);
			let wrong = await onchange(l.line.id, c.edit, text, seen, patch);
			// Whoever gives a placeholder its name has decided it.
			if (!wrong && c.key === 'name' && l.line.placeholder) wrong = await put(l, 'placeholder', '');
			if (wrong) takeBack(l.line.id, row, col, text, wrong);
			return;
		}
		editing = null;
		clear(row);
		move(go[0], go[1]);
	}
	/** What was typed stands in its cell again with the reason; somebody who types elsewhere by now is only told. */
	function takeBack(lineId: string, row: number, col: number, text: string, wrong: string) {
		const edit = columns[col]?.edit;
		const now = scope.lines.find((x) => x.line.id === lineId);
		problem = { row, text: editing ? `${wrong} You typed “${text}”.` : wrong };
		if (editing || !edit || edit === 'offer' || !now) return;
		at = { row, col };
		// Who was told what stands there now, and still presses Enter, means it.
		editing = { row, col, text, seen: cellOf(now.line, edit) };
		flushSync();
		body?.querySelector<HTMLElement>('.cell')?.focus();
	}
	/** Somebody goes on elsewhere. What was refused stays said, with what was typed, and the grid is free again. */
	function leave(l: LineResult) {
		if (!editing) return;
		if (problem?.row !== editing.row) return void commit(l);
		problem = { row: problem.row, text: `${problem.text} You typed “${editing.text}”.` };
		editing = null;
	}
	function move(rows: number, cols: number) {
		at = {
			row: Math.max(0, Math.min(scope.lines.length - 1, at.row + rows)),
			col: Math.max(0, Math.min(columns.length - 1, at.col + cols))
		};
		focusCell();
	}
	function keys(e: KeyboardEvent, l: LineResult) {
		if (editing) return;
		const step = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] }[e.key];
		if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
			online(e.key === 'ArrowUp' ? 'up' : 'down', l.line.id);
			move(e.key === 'ArrowUp' ? -1 : 1, 0);
		} else if (e.altKey && e.key === 'Enter') online('details', l.line.id);
		else if (e.shiftKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
			const other = scope.lines[at.row + (step?.[0] ?? 0)];
			onpick([l.line.id, ...(other ? [other.line.id] : [])], true);
			move(step?.[0] ?? 0, 0);
		} else if (e.key === ' ') onpick([l.line.id], !picked.has(l.line.id));
		else if (step) move(step[0] ?? 0, step[1] ?? 0);
		else if (e.key === 'Enter' || e.key === 'F2') begin(l, at.col);
		else if (e.key === 'ContextMenu' || (e.key === 'F10' && e.shiftKey)) {
			void askMenu(l.line.id, at.row, e.currentTarget as HTMLElement);
		} else if (e.altKey && e.key === 'Delete') void put(l, 'setAside', String(!l.line.setAside));
		else if (e.key === 'Delete' || e.key === 'Backspace') {
			// The cell is cleared as if its text had been taken out: what it cannot be without is refused beside it.
			begin(l, at.col, '');
			if (editing) void commit(l);
		} else if (e.key.length === 1 && !e.ctrlKey && !e.metaKey && !e.altKey && e.key !== ' ') begin(l, at.col, e.key);
		else return;
		e.preventDefault();
	}
	function typing(e: KeyboardEvent, l: LineResult) {
		if (e.key === 'Enter') void commit(l, [1, 0]);
		else if (e.key === 'Tab') void commit(l, [0, e.shiftKey ? -1 : 1]);
		else if (e.key === 'Escape') {
			editing = null;
			clear(at.row);
			focusCell();
		} else return;
		e.preventDefault();
		e.stopPropagation();
	}
	const price = (c: Column, l: LineResult) => c === 'price' && l.line.settled !== null;
</script>

<section class="sheet scope" class:aside={scope.state === 'aside'} data-place="scope {scope.scope.id}" aria-label={scope.scope.name}>
	<!-- By keyboard the arrows below do the same. -->
	<header {@attach drags.thing(() => ({ scopeId: scope.scope.id, words: scope.scope.name }))}>
		{#if scope.scope.shapes[0]}<Figure shape={scope.scope.shapes[0]} />{/if}
		<button type="button" class="fold" aria-expanded={!folded} aria-label="Fold {scope.scope.name}" onclick={() => (folded = !folded)}
			><h2>{scope.scope.name}</h2></button
		>
		{#each measures.slice(0, 5) as [name, value] (name)}<span class="chip"
				>{measureLabel(name)}
				{fixed(toUnit(value, dimensionOf(name), estimate.system), dimensionOf(name) === 'count' ? 0 : 1)}
				{unitName(dimensionOf(name), estimate.system)}</span
			>{/each}
		{#if scope.scope.option}<span class="chip chip-wait"><Mark kind="wait" label="option" /></span>{/if}
		{#if scope.state === 'aside'}<span class="chip chip-wait">set aside</span>{/if}
		{#if scope.price > 0}<span class="level no-print"
				><Waterline
					cost={scope.cost}
					breakEven={scope.breakEven}
					price={scope.price}
					label="{scope.scope.name}: price {formatCents(scope.price)}, break-even {formatCents(scope.breakEven)}, margin {formatRate(
						scope.margin
					)}"
					words={['', '', '']}
					height={9}
				/></span
			>{/if}
		<strong class="figure total">{formatCents(scope.price)}</strong>
	</header>
	{#if scope.problem}<p class="problem px-3 pb-2" role="alert">{scope.problem}</p>{/if}
	<div class="tools no-print">
		{#each scope.scope.shapes as s, i (s.id)}<span class="shape"
				><button type="button" class="link" onclick={() => onshape(s)}
					>{s.subtract ? 'less ' : ''}{s.figure.kind} {i + 1}{s.times > 1 ? ` ×${s.times}` : ''}</button
				><button type="button" class="quiet" aria-label="Remove {s.figure.kind} {i + 1}" onclick={() => onunshape(s.id)}>×</button></span
			>{/each}
		<button type="button" class="link" aria-label="Add a shape to {scope.scope.name}" onclick={() => onshape(null)}>Add a shape</button
		><span class="sep"></span>
		<button type="button" class="link" aria-label="Rename {scope.scope.name}" onclick={() => onscope('rename')}>Rename</button><button
			type="button"
			class="link"
			aria-label="Wording {scope.scope.name}"
			onclick={() => onscope('wording')}>Wording</button
		><button type="button" class="link" aria-label="Copy {scope.scope.name}" onclick={() => onscope('copy')}>Copy</button><button
			type="button"
			class="link"
			aria-label="Margin {scope.scope.name}"
			onclick={() => onscope('margin')}>Margin</button
		><button
			type="button"
			class="link"
			aria-label="{scope.scope.option ? 'No option' : 'Make an option'}: {scope.scope.name}"
			onclick={() => onscope('option')}>{scope.scope.option ? 'No option' : 'Make an option'}</button
		><button
			type="button"
			class="link"
			aria-label="{scope.scope.setAside ? 'Put back' : 'Set aside'} {scope.scope.name}"
			onclick={() => onscope('aside')}>{scope.scope.setAside ? 'Put back' : 'Set aside'}</button
		>
		<button type="button" class="link" aria-label="Move {scope.scope.name} up" onclick={() => onscope('up')}>↑</button><button
			type="button"
			class="link"
			aria-label="Move {scope.scope.name} down"
			onclick={() => onscope('down')}>↓</button
		><button type="button" class="link" aria-label="Delete {scope.scope.name}" onclick={() => onscope('remove')}>Delete</button>
	</div>
	{#if !folded}
		<table
			class="grid-table"
			role="grid"
			aria-label="Lines of {scope.scope.name}"
			bind:this={body}
			onpaste={pasted}
			onfocusin={() => (focused = true)}
			onfocusout={(e) => (focused = body?.contains(e.relatedTarget as Node | null) ?? false)}
		>
			<colgroup
				><col style="width: 26px" />{#each columns as c (c.key)}<col
						style:width={c.width === null ? undefined : `${c.width}px`}
					/>{/each}<col style="width: 36px" /></colgroup
			>
			<thead
				><tr
					><th class="pick" scope="col"
						><input
							type="checkbox"
							tabindex="-1"
							aria-label="Pick all lines of {scope.scope.name}"
							checked={scope.lines.length > 0 && scope.lines.every((l) => picked.has(l.line.id))}
							onchange={(e) =>
								onpick(
									scope.lines.map((l) => l.line.id),
									e.currentTarget.checked
								)}
						/></th
					>{#each columns as c (c.key)}<th class:num={c.num} scope="col">{c.head}</th>{/each}<th scope="col"
						><span class="sr-only">More</span></th
					></tr
				></thead
			>
			{#each blocks as block, n (n)}
				<tbody data-block={n} {@attach watch}>
					{#if !drawn(n)}<tr aria-hidden="true" style:height="{block.length * ROW}px"><td colspan={columns.length + 2}></td></tr>{/if}
					{#each drawn(n) ? block : [] as l, k (l.line.id)}
						{@const row = n * BLOCK + k}
						<!-- By row first: moving or typing then touches the cells of one row, not of all. -->
						{@const mine = at.row === row ? at.col : -1}
						{@const here = editing?.row === row}
						<tr
							class:out={l.state === 'aside'}
							class:faint={words.length > 0 && !fits(l)}
							class:picked={picked.has(l.line.id)}
							class:unsaved={unsaved.has(l.line.id)}
							data-place="line {l.line.id}"
							title={l.line.note}
						>
							<td class="pick" {@attach drags.thing(() => held(l))}
								><input
									type="checkbox"
									tabindex="-1"
									aria-label="Pick {l.line.name}"
									checked={picked.has(l.line.id)}
									onchange={(e) => onpick([l.line.id], e.currentTarget.checked)}
								/></td
							>
							{#if l.line.heading}<td
									colspan={columns.length}
									class="heading"
									data-cell="{row}-0"
									data-column="name"
									tabindex={mine >= 0 ? 0 : -1}
									onfocus={() => (at = { row, col: 0 })}
									onkeydown={(e) => keys(e, l)}
									ondblclick={() => begin(l, 0)}
									>{#if here && editing}<input
											class="cell"
											aria-label="Heading"
											bind:value={editing.text}
											onkeydown={(e) => typing(e, l)}
											onblur={() => leave(l)}
										/>{:else}{l.line.name}{/if}</td
								>{:else}
								{#each columns as c, col (c.key)}
									<td
										class:num={c.num}
										class:calc={c.key === 'quantity' && l.computed !== null}
										data-cell="{row}-{col}"
										data-column={c.key}
										tabindex={mine === col ? 0 : -1}
										onfocus={() => (at = { row, col })}
										onkeydown={(e) => keys(e, l)}
										ondblclick={() => begin(l, col)}
									>
										{#if here && editing?.col === col && c.edit === 'tax'}<select
												class="cell"
												aria-label="Tax of {l.line.name}"
												bind:value={editing.text}
												onkeydown={(e) => typing(e, l)}
												onblur={() => leave(l)}
												><option value="">not taxed</option>{#each codes as x (x.id)}<option value={x.id}>{x.name}</option>{/each}</select
											>{:else if here && editing?.col === col && c.edit === 'offer'}<select
												class="cell"
												aria-label="How {l.line.name} is offered"
												bind:value={editing.text}
												onkeydown={(e) => typing(e, l)}
												onblur={() => leave(l)}
												>{#each OFFERS as x (x)}<option value={x}>{x}</option>{/each}</select
											>{:else if here && editing?.col === col}<input
												class="cell"
												class:num={c.num}
												aria-label="{c.head} of {l.line.name}"
												bind:value={editing.text}
												onkeydown={(e) => typing(e, l)}
												onblur={() => leave(l)}
											/>
										{:else if c.key === 'name'}<span class="name"
												>{#if l.line.source.by === 'parent'}<span class="quiet">↳ </span>{/if}{#if l.line.hidden}<span class="chip hid"
														>hidden</span
													>{/if}{l.line.name}{#if l.line.placeholder}&nbsp;— <button
														type="button"
														class="decide"
														tabindex="-1"
														onclick={() => online('decide', l.line.id)}>{l.line.placeholder}</button
													>{/if}{#if l.line.option}<span class="chip chip-wait">option</span>{/if}{#if l.line.note}<span class="note quiet"
														>{mine >= 0 && focused ? l.line.note : 'note'}</span
													>{/if}</span
											>
										{:else if c.key === 'quantity' && l.line.override}<span
												class:stale={l.stale}
												title={l.stale
													? 'The measures give another quantity now than when this was typed'
													: 'Typed over the computed quantity'}
												><s class="quiet">{formatQuantity(l.computed ?? 0)}</s>
												{cellText(l, c.key)}{#if l.stale}<Mark kind="need" />{/if}</span
											>
										{:else if c.key === 'amount'}<How
												label={cellText(l, c.key)}
												steps={() => explainLine(estimate, result, l)}
												about="the amount of {l.line.name}"
											/>
										{:else}<span class:quiet={price(c.key, l) || c.extra}>{cellText(l, c.key, codes)}</span>{/if}
									</td>
								{/each}{/if}
							<td class="more">
								{#if remarks.get(l.line.id)}<button
										type="button"
										class="remarks"
										tabindex="-1"
										aria-label="{remarks.get(l.line.id)} remarks on {l.line.name}"
										onclick={() => online('remark', l.line.id)}>{remarks.get(l.line.id)}</button
									>{/if}
								<button
									type="button"
									class="dots"
									tabindex="-1"
									aria-label="More for {l.line.name}"
									aria-haspopup="menu"
									aria-expanded={menuOpen && asked?.lineId === l.line.id}
									onclick={(e) => askMenu(l.line.id, row, e.currentTarget)}>⋯</button
								>
							</td>
						</tr>
						{#if problem?.row === row || l.problem}<tr
								><td colspan={columns.length + 2}
									><span class="problem" role="alert">{problem?.row === row ? problem.text : l.problem}</span></td
								></tr
							>{/if}
					{/each}
				</tbody>{/each}
			{#if scope.lines.length === 0}<tbody
					><tr
						><td colspan={columns.length + 2} class="quiet" data-cell="0-0" tabindex="0" onfocus={() => (at = { row: 0, col: 0 })}
							>No lines yet: add a shape, then put an assembly on it below. Or paste rows from a spreadsheet here.</td
						></tr
					></tbody
				>{/if}
		</table>
	{/if}
</section>
{#if Loaded && asked && askedLine}<Loaded
		bind:open={menuOpen}
		anchor={asked.beside}
		label="More for {askedLine.line.name}"
		entries={entriesOf(askedLine)}
		onclosed={focusCell}
	/>{/if}

<style>
	.scope {
		margin-bottom: 10px;
	}
	.aside {
		opacity: 0.75;
	}
	header {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px;
		padding: 8px 12px;
		min-height: 48px;
	}
	header {
		cursor: grab;
	}
	.fold {
		cursor: pointer;
		text-align: left;
	}
	.level {
		width: 92px;
		margin-left: auto;
	}
	.total {
		min-width: 84px;
		text-align: right;
	}
	.fold + .total {
		margin-left: auto;
	}
	.tools {
		display: flex;
		flex-wrap: wrap;
		gap: 3px 12px;
		padding: 0 12px 7px;
		font-size: 0.88rem;
		border-bottom: 1px solid var(--line);
	}
	.tools .link {
		text-decoration: none;
	}
	.tools .link:hover {
		text-decoration: underline;
	}
	.sep {
		width: 1px;
		background: var(--line);
	}
	.shape {
		display: inline-flex;
		gap: 3px;
	}
	table {
		table-layout: fixed;
	}
	td {
		position: relative;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.pick {
		padding: 0 0 0 8px;
		overflow: visible;
	}
	td.pick {
		cursor: grab;
	}
	tr.picked td {
		background: color-mix(in oklab, var(--color-primary) 9%, var(--color-base-100));
	}
	tr.unsaved td:first-child {
		box-shadow: inset 3px 0 0 var(--color-warning);
	}
	.faint td {
		opacity: 0.35;
	}
	.heading {
		font-family: var(--font-figure);
		font-weight: 650;
	}
	/* A note is read where the cursor is, without a mouse; elsewhere it only says that there is one. */
	.note {
		margin-left: 8px;
		font-size: 0.82rem;
	}
	.hid {
		margin-right: 6px;
	}
	.remarks {
		cursor: pointer;
		font-size: 0.82rem;
		font-weight: 650;
		color: var(--color-warning);
		border: 1px solid currentColor;
		border-radius: 3px;
		padding: 0 4px;
	}
	td.more {
		overflow: visible;
		text-align: right;
		font-size: 0.88rem;
	}
	td:focus {
		outline: 2px solid var(--color-primary);
		outline-offset: -2px;
	}
	.calc {
		color: var(--color-info);
	}
	.decide {
		display: inline;
		color: var(--color-warning);
		font-weight: 600;
		cursor: pointer;
	}
	.stale {
		color: var(--color-error);
	}
	.out {
		color: var(--quiet);
		text-decoration: line-through;
	}
	td :global(.how) {
		color: inherit;
		text-decoration: none;
	}
	td:hover :global(.how) {
		text-decoration: underline dotted;
	}
	.cell {
		position: absolute;
		inset: 0;
		width: 100%;
		padding: 0 0.65rem;
		background: var(--color-base-100);
		border: 2px solid var(--color-primary);
		font: inherit;
		outline: none;
	}
	.dots {
		cursor: pointer;
		padding: 0 6px;
	}
</style>
