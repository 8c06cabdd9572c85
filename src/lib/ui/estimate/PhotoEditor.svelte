<script lang="ts">
	import { wordsOf } from '$lib/core/refusal';
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import type { Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { forPage } from '$lib/client/keys';
	import { formatUnitPrice } from '$lib/core/money';
	import { EDGE_KINDS, formatLength, straightened, toUnit, unitName, type EdgeKind, type UnitSystem } from '$lib/core/measure';
	import { measuredLength, numberPins, type PhotoMark, type PhotoScale, type Spot } from '$lib/core/survey';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Finder from '../forms/Finder.svelte';
	import PhotoMarks from './PhotoMarks.svelte';
	/** A picture with its marks: pins that are lines, words, arrows, pencil, lengths against a known one. Works with a finger. */
	interface Photo {
		id: string;
		fileId: string;
		width: number;
		height: number;
		caption: string;
		place: string;
		marks: PhotoMark[];
		scale: PhotoScale | null;
		shown: boolean;
		version: number;
	}
	let {
		photo,
		scopes,
		jobId,
		system,
		mayChange
	}: {
		photo: Photo;
		scopes: { id: string; name: string; lines: { id: string; name: string }[] }[];
		jobId: string;
		system: UnitSystem;
		mayChange: boolean;
	} = $props();
	type Tool = 'trace' | 'move' | 'pin' | 'text' | 'arrow' | 'pencil' | 'measure' | 'scale' | 'eraser';
	const TOOLS: [Tool, string][] = [
		['move', 'Move'],
		['pin', 'Pin'],
		['text', 'Write'],
		['arrow', 'Arrow'],
		['pencil', 'Pencil'],
		['measure', 'Measure'],
		['scale', 'Known length'],
		['trace', 'Trace a shape'],
		['eraser', 'Eraser']
	];
	let tool = $state<Tool>('move');
	let marks = $state(untrack(() => structuredClone($state.snapshot(photo.marks))) as PhotoMark[]);
	let scale = $state(untrack(() => photo.scale));
	let caption = $state(untrack(() => photo.caption));
	let place = $state(untrack(() => photo.place));
	let shown = $state(untrack(() => photo.shown));
	let inside = $state(false);
	let version = untrack(() => photo.version);
	let past: string[] = $state([]);
	let draft = $state<{ from: Spot; to: Spot; points: Spot[] } | null>(null);
	/** Corners of a shape that is traced. */
	let corners: Spot[] = $state([]);
	/** A corner that is being moved. */
	let grabbed: number | null = $state(null);
	let zoom = $state(1);
	let panning: { x: number; y: number; left: number; top: number } | null = null;
	let frame: HTMLElement | undefined = $state();
	let dragging = $state<{ id: string; from: Spot; was: PhotoMark } | null>(null);
	let asking = $state<{ what: 'pin' | 'text' | 'scale' | 'trace'; at: Spot; to?: Spot } | null>(null);
	let typed = $state('');
	/** A traced shape that is a roof: what each edge is, from corner to corner, and its pitch. */
	let roof = $state(false);
	let edges: EdgeKind[] = $state([]);
	const edgeKinds = $derived(corners.map((_, i) => edges[i] ?? 'rake'));
	let pitch = $state('6');
	let scopeId = $state(untrack(() => scopes[0]?.id ?? ''));
	let problem = $state('');
	let said = $state('');
	let surface: HTMLElement | undefined = $state();
	const numbers = $derived(numberPins(marks));
	const nameOf = (id: string) => scopes.flatMap((s) => s.lines).find((l) => l.id === id)?.name ?? 'a line that is gone';
	const fresh = () => crypto.randomUUID().slice(0, 16);

	const spot = (e: PointerEvent): Spot => {
		const box = surface?.getBoundingClientRect();
		const clamp = (n: number) => Math.min(1, Math.max(0, n));
		return box ? { x: clamp((e.clientX - box.left) / box.width), y: clamp((e.clientY - box.top) / box.height) } : { x: 0, y: 0 };
	};
	/** Saves follow each other, so that a quick hand does not run over itself. */
	let queue: Promise<unknown> = Promise.resolve();
	function save(patch: Record<string, unknown>) {
		queue = queue.then(async () => {
			const r = await command('photos.change', { photoId: photo.id, version, ...patch }, { refresh: false });
			if (r.ok) [version, said] = [r.result.version, ''];
			else said = r.message;
		});
		return queue;
	}
	function put(next: PhotoMark[]) {
		past = [...past.slice(-49), JSON.stringify(marks)];
		marks = next;
		void save({ marks: $state.snapshot(marks) });
	}
	function undo() {
		const last = past.at(-1);
		if (last === undefined) return;
		past = past.slice(0, -1);
		marks = JSON.parse(last) as PhotoMark[];
		void save({ marks: $state.snapshot(marks) });
	}
	const moved = (m: PhotoMark, by: Spot): PhotoMark => {
		const shift = (s: Spot): Spot => ({ x: Math.min(1, Math.max(0, s.x + by.x)), y: Math.min(1, Math.max(0, s.y + by.y)) });
		if (m.kind === 'pencil') return { ...m, points: m.points.map(shift) };
		if (m.kind === 'arrow' || m.kind === 'measure') return { ...m, from: shift(m.from), to: shift(m.to) };
		return { ...m, ...shift(m) };
	};
	/** The mark under a spot: within two hundredths of the picture. */
	function hit(s: Spot): PhotoMark | undefined {
		const ratio = photo.height / photo.width;
		const far = (a: Spot) => Math.hypot(a.x - s.x, (a.y - s.y) * ratio);
		const along = (a: Spot, b: Spot): number => {
			const [dx, dy] = [b.x - a.x, (b.y - a.y) * ratio];
			const t = Math.min(1, Math.max(0, ((s.x - a.x) * dx + (s.y - a.y) * ratio * dy) / (dx * dx + dy * dy || 1)));
			return far({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) });
		};
		const near = (m: PhotoMark): number =>
			m.kind === 'pencil'
				? Math.min(...m.points.map(far))
				: m.kind === 'arrow' || m.kind === 'measure'
					? along(m.from, m.to)
					: m.kind === 'text'
						? along(m, { x: m.x + Math.min(0.4, m.text.length * 0.013), y: m.y })
						: far(m);
		return [...marks].reverse().find((m) => near(m) < 0.025);
	}
	function down(e: PointerEvent) {
		if (!mayChange || asking) return;
		(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
		cross = null;
		press(spot(e), e.altKey, e);
	}
	/** The spot at which the keys stand, and whether Enter holds something there. */
	let cross: (Spot & { held: boolean }) | null = $state(null);
	/**
	 * By keys: arrows move a cross over the picture (with Shift farther), Enter does there what a click does, and what is drawn or moved
	 * begins with one Enter and ends with the next. Delete takes the mark away.
	 */
	function crossKeys(e: KeyboardEvent) {
		const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
		if (!mayChange || asking || e.ctrlKey || e.metaKey) return;
		const at = cross ?? { x: 0.5, y: 0.5, held: false };
		const within = (n: number) => Math.min(1, Math.max(0, n));
		if (step) {
			const far = e.shiftKey ? 0.05 : 0.01;
			cross = { ...at, x: within(at.x + (step[0] ?? 0) * far), y: within(at.y + (step[1] ?? 0) * far) };
			if (cross.held) moveTo({ x: cross.x, y: cross.y });
		} else if (e.key === 'Enter' || e.key === ' ') {
			if (at.held) up();
			else press({ x: at.x, y: at.y }, e.altKey, null);
			cross = { ...at, held: !at.held && (dragging !== null || draft !== null || grabbed !== null) };
		} else if (e.key === 'Delete' || e.key === 'Backspace') {
			const m = hit(at);
			if (m) put(marks.filter((x) => x.id !== m.id));
		} else if (e.key === 'Escape' && (cross || corners.length)) {
			[draft, dragging, grabbed, cross, corners] = [null, null, null, null, []];
		} else return;
		e.preventDefault();
	}
	function press(s: Spot, free: boolean, e: PointerEvent | null) {
		if (tool === 'trace') {
			if (!scale) return void (said = 'Draw the known length first: a shape is traced at its scale.');
			const first = corners[0];
			const near = corners.findIndex((c) => Math.hypot(c.x - s.x, c.y - s.y) < 0.02 / zoom);
			if (first && near === 0 && corners.length > 2) {
				[typed, problem] = ['', ''];
				asking = { what: 'trace', at: first };
			} else if (near >= 0) grabbed = near;
			else corners = [...corners, snapped(s, free)];
		} else if (tool === 'move') {
			const m = hit(s);
			if (m) dragging = { id: m.id, from: s, was: m };
			else if (e && frame && zoom > 1) panning = { x: e.clientX, y: e.clientY, left: frame.scrollLeft, top: frame.scrollTop };
		} else if (tool === 'eraser') {
			const m = hit(s);
			if (m) put(marks.filter((x) => x.id !== m.id));
		} else if (tool === 'pin' || tool === 'text') {
			[typed, problem] = ['', ''];
			asking = { what: tool, at: s };
		} else draft = { from: s, to: s, points: [s] };
	}
	/** A new corner is put square above or beside the last one, or the first, when it nearly is; Alt leaves it where it was set. */
	function snapped(s: Spot, free: boolean): Spot {
		const out = { ...s };
		if (free) return out;
		for (const c of [corners[0], corners.at(-1)]) {
			if (!c) continue;
			if (Math.abs(c.x - s.x) < 0.008 / zoom) out.x = c.x;
			if (Math.abs(c.y - s.y) < 0.008 / zoom) out.y = c.y;
		}
		return out;
	}
	function zoomTo(next: number) {
		zoom = Math.min(8, Math.max(1, next));
	}
	function over(e: PointerEvent) {
		if (panning && frame) {
			frame.scrollLeft = panning.left - (e.clientX - panning.x);
			frame.scrollTop = panning.top - (e.clientY - panning.y);
			return;
		}
		moveTo(spot(e));
	}
	function moveTo(s: Spot) {
		if (grabbed !== null) corners = corners.map((c, i) => (i === grabbed ? s : c));
		else if (dragging) {
			const { id, from, was } = dragging;
			marks = marks.map((m) => (m.id === id ? moved(was, { x: s.x - from.x, y: s.y - from.y }) : m));
		} else if (draft) {
			const last = draft.points.at(-1);
			const far = last ? Math.hypot(last.x - s.x, last.y - s.y) : 1;
			draft = {
				...draft,
				to: s,
				points: tool === 'pencil' && far > 0.004 && draft.points.length < 2000 ? [...draft.points, s] : draft.points
			};
		}
	}
	function up() {
		[grabbed, panning] = [null, null];
		if (dragging) {
			const { was, id } = dragging;
			dragging = null;
			const now = marks.find((m) => m.id === id);
			if (now && JSON.stringify(now) !== JSON.stringify(was)) {
				past = [...past.slice(-49), JSON.stringify(marks.map((m) => (m.id === id ? was : m)))];
				void save({ marks: $state.snapshot(marks) });
			}
			return;
		}
		if (!draft) return;
		const { from, to, points } = draft;
		draft = null;
		const long = Math.hypot(from.x - to.x, from.y - to.y) > 0.01;
		if (tool === 'pencil' && points.length > 1) put([...marks, { id: fresh(), inside, kind: 'pencil', points }]);
		else if ((tool === 'arrow' || tool === 'measure') && long) put([...marks, { id: fresh(), inside, kind: tool, from, to }]);
		else if (tool === 'scale' && long) {
			[typed, problem] = ['', ''];
			asking = { what: 'scale', at: from, to };
		}
	}
	/** Corners in true lengths, up being up, as the polygon shapes take them; eaves and ridges of a roof made parallel. */
	function tracedPoints(): string {
		const known = scale;
		if (!known) return '';
		const plan = corners.map((c) => ({
			x: measuredLength(known, { x: 0, y: 1 }, { x: c.x, y: 1 }, photo.width, photo.height),
			y: measuredLength(known, { x: 0, y: 1 }, { x: 0, y: c.y }, photo.width, photo.height)
		}));
		// Finer than a length is shown: on a short edge a sixteenth of an inch is a lean.
		const typedLength = (nm: number) => `${toUnit(nm, 'length', system).toFixed(6)} ${unitName('length', system)}`;
		return (roof ? straightened(plan, edgeKinds) : plan).map((p) => `${typedLength(p.x)}, ${typedLength(p.y)}`).join('; ');
	}
	async function answer() {
		if (!asking) return;
		if (asking.what === 'trace') {
			const points = tracedPoints();
			const r = await command(
				'estimates.put-shape',
				roof
					? { scopeId, kind: 'roof polygon', typed: { points, edges: edgeKinds.join(', '), pitch } }
					: { scopeId, kind: 'polygon', typed: { points } }
			);
			if (!r.ok) return void (problem = r.message);
			[asking, corners, said] = [null, [], 'The shape is on the scope.'];
			return;
		}
		if (asking.what === 'text') {
			if (typed.trim() === '') return void (problem = 'Type a word.');
			put([...marks, { id: fresh(), inside, kind: 'text', ...asking.at, text: typed.trim().slice(0, 200) }]);
			asking = null;
		} else if (asking.what === 'scale' && asking.to) {
			const r = await command(
				'photos.change',
				{ photoId: photo.id, version, scale: { from: asking.at, to: asking.to, length: typed } },
				{ refresh: false }
			);
			if (!r.ok) return void (problem = r.message);
			version = r.result.version;
			const { parseLength } = await import('$lib/core/measure');
			scale = { from: asking.at, to: asking.to ?? asking.at, length: parseLength(typed, system) };
			asking = null;
			tool = 'measure';
		} else {
			problem = 'Choose a line or an item: start typing.';
		}
	}
	type Found = { key: string; label: string; more: string; line: () => Promise<{ id: string } | { wrong: string }> };
	/** Lines that are there already, then what the grid’s own field finds, then the words as a free line that is priced on the bench. */
	async function look(text: string): Promise<Found[] | null> {
		const words = text.toLowerCase().split(/\s+/).filter(Boolean);
		const there: Found[] = scopes.flatMap((s) =>
			s.lines
				.filter((l) => words.every((w) => l.name.toLowerCase().includes(w)))
				.map((l) => ({ key: l.id, label: l.name, more: `line of ${s.name}`, line: async () => ({ id: l.id }) }))
		);
		if (words.length === 0 || !scopeId) return there.slice(0, 12);
		const r = await ask('find.to-add', { text, jobId });
		if (!r.ok) return null;
		const add = (input: Input<'estimates.add-line'>) => async () => {
			const done = await command('estimates.add-line', input);
			return done.ok ? { id: done.result.lineId } : { wrong: done.message };
		};
		return [
			...there.slice(0, 6),
			...r.result.items.map((i) => ({
				...{ key: i.id, label: i.name, more: `${i.code}, ${formatUnitPrice(i.price)} a ${i.unit}` },
				line: add({ scopeId, itemId: i.id })
			})),
			...r.result.sheets.map((h) => ({
				...{ key: `${h.id} ${h.variant}`, label: h.name, more: `labor, ${formatUnitPrice(h.price)} an hour` },
				line: add({ scopeId, sheetId: h.id, ...(h.variant ? { variant: h.variant } : {}) })
			})),
			{
				key: 'free',
				label: text.trim(),
				more: 'free line, priced on the estimate',
				line: add({ scopeId, name: text.trim(), kind: 'other' })
			}
		];
	}
	async function pin(found: Found): Promise<string | null> {
		if (!asking) return null;
		const line = await found.line();
		if ('wrong' in line) return line.wrong;
		put([...marks, { id: fresh(), inside, kind: 'pin', ...asking.at, lineId: line.id }]);
		asking = null;
		surface?.focus();
		return null;
	}
	const known = $derived(scale ? formatLength(scale.length, system) : '');
	const lengthWords = (m: { from: Spot; to: Spot }) => {
		if (!scale) return 'draw the known length first';
		try {
			return formatLength(measuredLength(scale, m.from, m.to, photo.width, photo.height), system);
		} catch (e) {
			return wordsOf(e);
		}
	};
</script>

<svelte:window
	onkeydown={(e) => {
		if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z' && forPage(e)) {
			e.preventDefault();
			undo();
		}
	}}
/>
<div class="editor">
	<div class="min-w-0">
		{#if mayChange}<div class="tools no-print" role="toolbar" aria-label="What to put onto the picture">
				{#each TOOLS as [key, word] (key)}<button type="button" aria-pressed={tool === key} onclick={() => (tool = key)}>{word}</button
					>{/each}
				<button
					type="button"
					disabled={past.length === 0 && corners.length === 0}
					onclick={() => (corners.length ? (corners = corners.slice(0, -1)) : undo())}>Undo</button
				>{#if tool === 'trace'}<!-- There from the start: a bar that grows would move the picture under the hand. --><button
						type="button"
						disabled={corners.length < 3}
						onclick={() => (asking = { what: 'trace', at: corners[0] ?? { x: 0, y: 0 } })}>Close the shape</button
					>{/if}
				<button type="button" aria-label="Nearer" disabled={zoom >= 8} onclick={() => zoomTo(zoom * 1.5)}>+</button><button
					type="button"
					aria-label="Farther"
					disabled={zoom <= 1}
					onclick={() => zoomTo(zoom / 1.5)}>−</button
				>
				<label><input type="checkbox" bind:checked={inside} /> inside only</label>
			</div>{/if}
		{#if said}<p class="problem" role="alert">{said}</p>{/if}
		<div
			class="frame"
			bind:this={frame}
			style:aspect-ratio="{photo.width} / {photo.height}"
			style:width="min(100%, {(72 * photo.width) / photo.height}vh)"
			onwheel={(e) => {
				if (!e.ctrlKey) return;
				e.preventDefault();
				zoomTo(zoom * (e.deltaY < 0 ? 1.2 : 1 / 1.2));
			}}
		>
			<!-- A surface to draw on: its keys are those of a drawing. -->
			<!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_no_noninteractive_tabindex -->
			<div
				class="surface {tool}"
				bind:this={surface}
				style:width="{zoom * 100}%"
				style:height="{zoom * 100}%"
				role="application"
				aria-label="Picture {caption}, {marks.length} marks"
				onpointerdown={down}
				onpointermove={over}
				onpointerup={up}
				onpointercancel={() => ([draft, dragging] = [null, null])}
				tabindex={mayChange ? 0 : undefined}
				onkeydown={crossKeys}
				onblur={() => (cross = asking ? cross : null)}
			>
				<img src="/api/files/{photo.fileId}" alt={caption || 'The site'} draggable="false" />
				<PhotoMarks {marks} {scale} {system} width={photo.width} height={photo.height} draft={draft ? { ...draft, tool } : null} />
				{#if corners.length}<svg class="outline" viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden="true"
						><polygon points={corners.map((c) => `${c.x},${c.y}`).join(' ')} vector-effect="non-scaling-stroke" /></svg
					>{#each corners as c, n (n)}<span class="corner" style:left="{c.x * 100}%" style:top="{c.y * 100}%"></span>{/each}{/if}
				{#if cross}<span class="cross" class:held={cross.held} style:left="{cross.x * 100}%" style:top="{cross.y * 100}%"></span>{/if}
			</div>
		</div>
		{#if mayChange}<p class="quiet mt-1" role="status">
				{cross
					? `${tool}, ${Math.round(cross.x * 100)} across, ${Math.round(cross.y * 100)} down${cross.held ? ', held: Enter lets go' : ''}`
					: 'By keys: arrows move a cross, Enter does there what a click does, Delete takes the mark away.'}
			</p>{/if}
	</div>
	<div class="side">
		<Field label="Caption"
			><input class="input" name="caption" bind:value={caption} disabled={!mayChange} onchange={() => save({ caption })} /></Field
		>
		<Field label="Where on the site"
			><input
				class="input"
				name="place"
				bind:value={place}
				disabled={!mayChange}
				onchange={() => save({ place })}
				placeholder="north slope"
			/></Field
		>
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" bind:checked={shown} disabled={!mayChange} onchange={() => save({ shown })} /> Goes out with the
			quote</label
		>
		{#if known}<p class="quiet">Known length: {known}</p>{/if}
		<h2>On it</h2>
		<ol>
			{#each marks as m (m.id)}<li class:quiet={m.inside}>
					{#if m.kind === 'pin'}<span class="n">{numbers.get(m.id)}</span> {nameOf(m.lineId)}
					{:else if m.kind === 'text'}“{m.text}”
					{:else if m.kind === 'measure'}{lengthWords(m)}
					{:else}{m.kind}{/if}{m.inside ? ', inside' : ''}
					{#if mayChange}<button
							type="button"
							class="quiet"
							aria-label="Take off {m.kind === 'pin' ? nameOf(m.lineId) : m.kind}"
							onclick={() => put(marks.filter((x) => x.id !== m.id))}>×</button
						>{/if}
				</li>{:else}<li class="quiet">Nothing yet: choose a tool above the picture.</li>{/each}
		</ol>
		<p class="flex flex-wrap gap-4">
			<a class="link" href="/api/photos/{photo.id}" download>With the marks</a><a
				class="link"
				href="/api/files/{photo.fileId}"
				download="picture.jpg">Without</a
			>{#if mayChange}<button type="button" class="link" onclick={() => command('photos.remove', { photoId: photo.id })}
					>Take the picture off</button
				>{/if}
		</p>
		<a class="link" href="/jobs/{jobId}/estimate">Quantities and prices are on the lines</a>
	</div>
</div>
<Dialog
	bind:open={
		() => asking !== null,
		(v) => {
			if (!v) asking = null;
		}
	}
	title={asking?.what === 'pin'
		? 'What goes here?'
		: asking?.what === 'text'
			? 'Write on the picture'
			: asking?.what === 'trace'
				? 'A shape from the picture'
				: 'How long is this in truth?'}
	save="Put it on"
	onsave={answer}
	{problem}
>
	{#if asking?.what === 'pin'}
		<Field label="New ones go onto"
			><select class="select" name="pin-scope" bind:value={scopeId}
				>{#each scopes as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			></Field
		>
		<Field label="A line, an item, hours or free words"
			><Finder id="pin" label="What goes here" placeholder="Start typing" {look} ontake={pin} eager list="flow" /></Field
		>
	{:else if asking?.what === 'trace'}
		<Field label="Onto the scope"
			><select class="select" name="trace-scope" bind:value={scopeId}
				>{#each scopes as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			></Field
		>
		<p class="quiet">An outline of {corners.length} corners, seen from above, measured against {known}.</p>
		<label class="flex items-center gap-2"><input type="checkbox" class="checkbox" bind:checked={roof} /> It is a roof with a pitch</label>
		{#if roof}<Field label="Pitch, rise in 12"><input class="input" name="trace-pitch" bind:value={pitch} /></Field>
			<div class="grid max-h-52 gap-1 overflow-auto">
				{#each corners as c, i (i)}<label class="flex items-center gap-3"
						><span class="quiet w-40"
							>corner {i + 1} to {((i + 1) % corners.length) + 1}, {lengthWords({
								from: c,
								to: corners[(i + 1) % corners.length] ?? c
							})}</span
						><select
							class="select"
							aria-label="Edge {i + 1}"
							value={edges[i] ?? 'rake'}
							onchange={(e) => (edges[i] = e.currentTarget.value as EdgeKind)}
							>{#each EDGE_KINDS as k (k)}<option>{k}</option>{/each}</select
						></label
					>{/each}
			</div>{/if}
	{:else}<Field label={asking?.what === 'text' ? 'Words' : 'Length'}
			><input class="input" name="mark-text" bind:value={typed} placeholder={asking?.what === 'text' ? '' : '7\' 6"'} /></Field
		>{/if}
</Dialog>

<style>
	.cross {
		position: absolute;
		width: 26px;
		height: 26px;
		translate: -50% -50%;
		pointer-events: none;
		border: 2px solid var(--color-base-100);
		outline: 2px solid var(--color-base-content);
		border-radius: 50%;
	}
	.cross.held {
		background: color-mix(in oklab, var(--color-primary) 40%, transparent);
	}
	.editor {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 290px;
		gap: 16px;
	}
	.tools {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px;
		margin-bottom: 8px;
	}
	.tools button {
		min-height: 34px;
		padding: 0 11px;
		border: 1px solid var(--line);
		border-radius: 4px;
		background: var(--color-base-100);
		cursor: pointer;
	}
	.tools button[aria-pressed='true'] {
		border-color: var(--color-primary);
		box-shadow: inset 0 -3px 0 var(--color-primary);
		font-weight: 650;
	}
	.tools button:disabled {
		opacity: 0.45;
	}
	.tools label {
		margin-left: 10px;
	}
	.frame {
		overflow: auto;
		margin-inline: auto;
		background: var(--color-base-300);
	}
	.surface {
		position: relative;
		touch-action: none;
		user-select: none;
		background: var(--color-base-300);
	}
	.surface:not(.move) {
		cursor: crosshair;
	}
	.outline {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		pointer-events: none;
	}
	.outline polygon {
		fill: color-mix(in oklab, var(--color-info) 25%, transparent);
		stroke: var(--color-info);
		stroke-width: 2px;
	}
	.corner {
		position: absolute;
		width: 10px;
		height: 10px;
		margin: -5px 0 0 -5px;
		border: 2px solid var(--color-info);
		background: var(--color-base-100);
		pointer-events: none;
	}
	img {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
	}
	.side {
		display: grid;
		gap: 10px;
		align-content: start;
	}
	.n {
		display: inline-grid;
		place-items: center;
		min-width: 20px;
		height: 20px;
		border-radius: 50%;
		background: var(--color-error);
		color: var(--color-error-content);
		font: 700 0.8rem var(--font-figure);
	}
	li {
		padding: 2px 0;
	}
	@media (max-width: 900px) {
		.editor {
			grid-template-columns: 1fr;
		}
		.tools button {
			min-height: 44px;
		}
	}
</style>
