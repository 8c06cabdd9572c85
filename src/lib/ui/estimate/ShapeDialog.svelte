<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import {
		figureMeasures,
		formatLength,
		dimensionOf,
		measureLabel,
		MEASURES,
		parseFigure,
		SHAPE_FIELDS,
		toUnit,
		unitName,
		type MeasureName,
		type OwnMeasure,
		type Shape,
		type ShapeKind,
		type UnitSystem
	} from '$lib/core/measure';
	import { fixed } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Figure from './Figure.svelte';

	/** Types a shape the way people write it; the figure and its measures follow while typing. */
	let {
		open = $bindable(),
		scopeId,
		shape,
		system,
		own
	}: {
		open: boolean;
		scopeId: string;
		shape: (Shape & { id: string }) | null;
		system: UnitSystem;
		/** Measures that the company named itself. */
		own: OwnMeasure[];
	} = $props();
	const LABELS: Record<string, string> = {
		length: 'Length',
		run: 'Horizontal run, eave to ridge',
		pitch: 'Pitch, rise in 12',
		ridge: 'Has a ridge',
		base: 'Base',
		width: 'Width',
		height: 'Height',
		depth: 'Depth',
		openings: 'Openings, like 3 x 7 door, 4 x 3',
		spacing: 'Post spacing',
		gates: 'Gates, like 4, 4 at 20',
		closed: 'Closed',
		'shared ends': 'Ends shared with another run',
		points: 'Corners: across, up; next corner; …',
		edges: 'Edges in order: eave, rake, ridge, hip, valley, wall',
		count: 'How many',
		measure: 'What is measured',
		value: 'How much'
	};
	/** What lies against a neighbor counts half; each shape names it in its own way. */
	const SHARED: Record<string, string> = {
		'roof face': 'Shared edges, count half: eaves, rakes, ridge',
		'roof triangle': 'Shared edges, count half: eaves, hips',
		'roof polygon': 'Shared edges, count half: numbers, or ridge, hip …',
		polygon: 'Shared edges, count half: their numbers',
		room: 'Shared lengths of wall, count half',
		slab: 'Shared lengths of edge, count half'
	};
	let kind: ShapeKind = $state(untrack(() => shape?.figure.kind ?? 'roof face'));
	let typed: Record<string, string> = $state(untrack(() => start()));
	let times = $state(untrack(() => String(shape?.times ?? 1)));
	let subtract = $state(untrack(() => shape?.subtract ?? false));
	let problem = $state('');
	let field = $state('');
	let busy = $state(false);

	function start(): Record<string, string> {
		const f = shape?.figure;
		if (!f) return { ridge: 'yes', closed: 'no', measure: 'area' };
		const len = (n: number) => (n < 0 ? `-${formatLength(-n, system)}` : formatLength(n, system));
		const corners = (points: { x: number; y: number }[]) => points.map((p) => `${len(p.x)}, ${len(p.y)}`).join('; ');
		switch (f.kind) {
			case 'roof face':
				return {
					length: len(f.length),
					run: len(f.run),
					pitch: String(f.pitch),
					ridge: f.ridge ? 'yes' : 'no',
					shared: (f.shared ?? []).join(', ')
				};
			case 'roof triangle':
				return { base: len(f.base), run: len(f.run), pitch: String(f.pitch), shared: (f.shared ?? []).join(', ') };
			case 'polygon':
				return { points: corners(f.points), shared: (f.shared ?? []).map((e) => e + 1).join(', ') };
			case 'roof polygon':
				return {
					points: corners(f.points),
					edges: f.edges.join(', '),
					pitch: String(f.pitch),
					shared: (f.shared ?? []).map((e) => e + 1).join(', ')
				};
			case 'room':
				return {
					length: len(f.length),
					width: len(f.width),
					height: len(f.height),
					openings: f.openings.map((o) => `${len(o.width)} x ${len(o.height)}${o.door ? ' door' : ''}`).join(', '),
					shared: f.sharedLengths ? len(f.sharedLengths) : ''
				};
			case 'slab':
				return { length: len(f.length), width: len(f.width), depth: len(f.depth), shared: f.sharedLengths ? len(f.sharedLengths) : '' };
			case 'run':
				return {
					length: len(f.length),
					height: len(f.height),
					spacing: len(f.spacing),
					closed: f.closed ? 'yes' : 'no',
					'shared ends': String(f.sharedEnds),
					gates: f.gates.map((g) => `${len(g.width)}${g.position === null ? '' : ` at ${len(g.position)}`}`).join(', ')
				};
			case 'count':
				return { count: String(f.n) };
			case 'typed':
				return { measure: f.measure, value: String(Math.round(toUnit(f.value, dimensionOf(f.measure), system) * 10000) / 10000) };
		}
	}
	const preview = $derived.by(() => {
		try {
			const figure = parseFigure(kind, typed, system);
			return { figure, measures: (Object.entries(figureMeasures(figure, system)) as [MeasureName, number][]).filter(([, v]) => v > 0) };
		} catch {
			return null;
		}
	});
	async function save() {
		busy = true;
		const n = Number(times);
		const r = await command('estimates.put-shape', {
			scopeId,
			...(shape ? { shapeId: shape.id } : {}),
			kind,
			typed: Object.fromEntries(SHAPE_FIELDS[kind].map((f) => [f, typed[f] ?? ''])),
			times: Number.isInteger(n) ? n : 0,
			subtract
		});
		busy = false;
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Dialog bind:open title={shape ? 'Change the shape' : 'Add a shape'} onsave={save} {busy} {problem}>
	<Field label="Shape"
		><select class="select" bind:value={kind} name="kind"
			>{#each Object.keys(SHAPE_FIELDS) as k (k)}<option value={k}>{k}</option>{/each}</select
		></Field
	>
	<div class="grid grid-cols-2 gap-3">
		{#each SHAPE_FIELDS[kind] as f (f)}
			<Field label={(f === 'shared' ? SHARED[kind] : LABELS[f]) ?? f} problem={field === f ? problem : ''}>
				{#if f === 'ridge' || f === 'closed'}<select class="select" name={f} bind:value={typed[f]}
						><option value="yes">yes</option><option value="no">no</option></select
					>
				{:else if f === 'measure'}<select class="select" name={f} bind:value={typed[f]}
						>{#each [...(Object.keys(MEASURES) as MeasureName[]), ...own] as m (m)}<option value={m}>{measureLabel(m)}</option
							>{/each}</select
					>
				{:else}<input
						class="input"
						name={f}
						bind:value={typed[f]}
						autocomplete="off"
						placeholder={f === 'value'
							? dimensionOf((typed.measure ?? 'area') as MeasureName) === 'area'
								? system === 'imperial'
									? '340, or 3.4 squares, or 32 sq m'
									: '32, or 340 sq ft'
								: ''
							: ['pitch', 'count', 'value', 'openings', 'gates', 'shared', 'shared ends', 'points', 'edges'].includes(f)
								? ''
								: system === 'imperial'
									? `12' 6"`
									: '3.8 m'}
					/>{/if}
			</Field>
		{/each}
		<Field label="Counts how many times" problem={field === 'times' ? problem : ''}
			><input class="input" name="times" inputmode="numeric" bind:value={times} /></Field
		>
		<label class="flex items-center gap-2 self-end pb-1"><input type="checkbox" class="checkbox" bind:checked={subtract} /> takes off</label
		>
	</div>
	<div class="flex items-center gap-4" aria-live="polite">
		{#if preview}<Figure shape={{ figure: preview.figure, times: 1, subtract: false }} /><span class="flex flex-wrap gap-2"
				>{#each preview.measures as [name, value] (name)}<span class="chip"
						>{measureLabel(name)} {fixed(toUnit(value, dimensionOf(name), system), 2)} {unitName(dimensionOf(name), system)}</span
					>{/each}</span
			>{:else}<span class="quiet">The figure appears when the dimensions can be read.</span>{/if}
	</div>
</Dialog>
