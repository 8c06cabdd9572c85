<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { wordsOf } from '$lib/core/refusal';
	import { onDestroy, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { formatCents, formatPercent, formatQuantity, formatUnitPrice } from '$lib/core/money';
	import { checkAnswers, wordingUnder } from '$lib/core/pricing';
	import { Drags } from '$lib/ui/drag/drags';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Finder from '$lib/ui/forms/Finder.svelte';
	import PictureField from '$lib/ui/forms/PictureField.svelte';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import { dimensionOf, measureLabel, type MeasureName } from '$lib/core/measure';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import { explainTry, partInput, tryPart, typePart, type PartTyped } from '$lib/ui/price/assembly-form';
	import PartDialog from '$lib/ui/price/PartDialog.svelte';
	import Questions from '$lib/ui/price/Questions.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const off = $derived(!data.mayChange);
	// What is typed, here and below, is the page's own until it is saved, whatever is heard meanwhile.
	const a = untrack(() => data.assembly);
	let rows: PartTyped[] = $state(untrack(() => data.parts.map((p) => typePart(p))));
	let t = $state({
		name: a.name,
		category: a.category,
		wording: a.wording,
		sheets: Object.entries(a.crewSheet).flatMap(([lang, s]) => (s ? [{ lang, ...s }] : []))
	});
	if (t.sheets.length === 0) t.sheets.push({ lang: 'en', tools: '', order: '', key: '' });
	const LANGUAGES: Record<string, string> = {
		en: 'English',
		es: 'Español',
		fr: 'Français',
		pl: 'Polski',
		pt: 'Português',
		ru: 'Русский',
		uk: 'Українська',
		vi: 'Tiếng Việt'
	};
	const unused = $derived(Object.entries(LANGUAGES).filter(([l]) => !t.sheets.some((s) => s.lang === l)));
	let fileId = $state(untrack(() => data.assembly.fileId));
	let oneLine = $state(untrack(() => data.assembly.oneLine));
	let choices = $state(untrack(() => structuredClone($state.snapshot(data.assembly.choices))));
	let refusals = $state(untrack(() => structuredClone($state.snapshot(data.assembly.refusals))));
	let answered: Record<string, string> = $state({});
	let tries: Record<string, string> = $state({});
	let editing: PartTyped | null = $state(null);
	let said = $state('');
	let problem = $state('');
	let copying = $state(false);
	let copyName = $state(untrack(() => `${data.assembly.name}, copy`));
	/** What is in an assembly that was only just put in: until it is saved, the page does not know it. */
	let fetched: typeof data.inside = $state({});
	const inside = $derived({ ...fetched, ...data.inside });
	const innerRows = $derived(rows.flatMap((p) => (p.childId ? (inside[p.childId] ?? []) : [])));
	const innerChoices = $derived(data.choices.filter((c) => c.id.includes('/')));
	const measureNames = $derived([...new Set([...rows, ...innerRows].flatMap((p) => p.measures))]);
	const usual = (m: MeasureName) => (m === 'area' || m === 'floor' ? '2340' : dimensionOf(m) === 'count' ? '5' : '96');
	const measures = $derived(Object.fromEntries(measureNames.map((m) => [m, tries[m] ?? usual(m)])));
	/** As the customer’s wording names them: without what kind of number a measure of our own is. */
	const labelled = $derived(Object.fromEntries(measureNames.map((m) => [measureLabel(m), measures[m] ?? ''])));
	const tried = $derived(rows.map((p) => tryPart(p, measures, answered, inside)));
	const sum = (pick: (x: (typeof tried)[number]) => number) => tried.reduce((n, x) => n + pick(x), 0);
	const refused = $derived.by(() => {
		try {
			checkAnswers(
				choices.map((c) => ({ ...c, required: false })),
				refusals,
				Object.fromEntries(Object.entries(answered).filter(([, x]) => x))
			);
			return '';
		} catch (e) {
			return wordsOf(e);
		}
	});
	const tally = $derived.by((): TallyRow[] => [
		{ label: 'Hours', value: formatQuantity(sum((x) => x.hours)) },
		{ label: 'Cost', value: formatCents(sum((x) => x.cost)), rule: true },
		{ label: 'Price', value: formatCents(sum((x) => x.amount)), rule: true, tone: 'price', testId: 'try-price' }
	]);
	function move(n: number, by: number) {
		const [mine, other] = [rows[n], rows[n + by]];
		if (mine && other) [rows[n], rows[n + by]] = [other, mine];
	}
	const drags = new Drags<PartTyped>({
		words: (p) => p.name,
		drop: (p, { place }) => {
			const [from, to] = [rows.findIndex((r) => r.id === p.id), rows.findIndex((r) => r.id === place)];
			const row = rows[from];
			if (!row || to < 0 || from === to) return;
			rows.splice(from, 1);
			rows.splice(to, 0, row);
		}
	});
	onDestroy(() => drags.stop());
	interface Found {
		key: string;
		label: string;
		more: string;
		put: () => void | Promise<void>;
	}
	async function look(text: string): Promise<Found[] | null> {
		const r = await ask('find.to-add', { text, jobId: null });
		if (!r.ok) return null;
		return [
			...r.result.items.map((i) => ({
				...{ key: i.id, label: i.name, more: `${i.code}, ${formatUnitPrice(i.cost)} a ${i.unit}` },
				put: () => add({ itemId: i.id, name: i.name, unit: i.unit, cost: i.cost, price: i.price })
			})),
			...r.result.sheets
				.filter((x) => x.variant === '')
				.map((x) => ({
					...{ key: x.id, label: x.name, more: `labor, ${formatUnitPrice(x.price)} an hour` },
					put: () =>
						add({ sheetId: x.id, name: x.name, unit: 'h', cost: data.sheets.find((y) => y.id === x.id)?.loadedCost ?? 0, price: x.price })
				})),
			...r.result.assemblies
				.filter((x) => x.id !== data.assembly.id)
				.map((x) => ({ key: x.id, label: x.name, more: 'assembly', put: () => addInside(x) }))
		];
	}
	function add(part: Pick<PartTyped, 'name' | 'unit' | 'cost'> & Partial<PartTyped>) {
		rows.push({
			id: crypto.randomUUID(),
			itemId: null,
			sheetId: null,
			childId: null,
			price: 0,
			measures: ['area'],
			amount: '1',
			per: '100',
			waste: '0',
			step: part.sheetId ? '0.25' : '1',
			placeholder: '',
			reminder: false,
			once: false,
			note: '',
			phase: rows.at(-1)?.phase ?? '',
			when: {},
			factors: [],
			...part
		});
		editing = part.childId ? null : (rows.at(-1) ?? null);
	}
	async function addInside(x: { id: string; name: string }) {
		const r = await ask('catalog.inside', { assemblyId: x.id });
		if (!r.ok) return void (problem = r.message);
		fetched = { ...fetched, ...r.result };
		add({ childId: x.id, name: x.name, unit: '', cost: 0 });
	}
	async function save() {
		const wrong = tried.findIndex((x) => x.problem);
		if (wrong >= 0) return void (problem = `Part ${wrong + 1}, ${rows[wrong]?.name}: ${tried[wrong]?.problem}`);
		const crew = Object.fromEntries(
			t.sheets
				.filter((s) => s.tools || s.order || s.key)
				.map(({ lang, ...rest }) => [lang, { tools: rest.tools, order: rest.order, key: rest.key }])
		);
		const r = await command('catalog.save-assembly', {
			assemblyId: data.assembly.id,
			name: t.name,
			category: t.category,
			wording: t.wording,
			crewSheet: crew,
			fileId,
			oneLine,
			choices,
			refusals: refusals.filter((x) => Object.keys(x.when).length > 0),
			version: data.assembly.version,
			parts: rows.map(partInput)
		});
		[said, problem] = r.ok ? ['Saved. Estimates made before keep what they were made with.', ''] : ['', r.message];
	}
	async function copy() {
		const r = await command('catalog.copy-assembly', { assemblyId: data.assembly.id, name: copyName }, { refresh: false });
		if (r.ok) location.assign(`/price/assemblies/${r.result.id}`);
		else problem = r.message;
	}
	async function goBack(versionId: number) {
		const r = await command('catalog.restore-assembly', { assemblyId: data.assembly.id, versionId }, { refresh: false });
		if (r.ok) location.reload();
		else problem = r.message;
	}
	async function aside() {
		const r = await command('catalog.set-assembly-aside', { assemblyId: data.assembly.id }, { refresh: false });
		if (r.ok) await goto('/price/assemblies');
		else problem = r.message;
	}
</script>

<Page
	asks
	title={t.name}
	sub="{t.category} · {rows.length} parts in the order of use"
	pages={pagesOf('Price')}
	current="/price/assemblies"
	wide
>
	{#snippet actions()}{#if data.mayChange}<a class="btn" href="/api/assemblies-export?id={data.assembly.id}" download>Export</a><button
				class="btn"
				onclick={aside}>Set aside</button
			><button class="btn" onclick={() => (copying = true)}>Copy</button><button class="btn btn-primary" onclick={save}>Save</button
			>{/if}{/snippet}
	<div class="bench-page">
		<div class="bench-left">
			{#if said}<p role="status">{said}</p>{/if}
			{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
			<div class="sheet overflow-x-auto">
				<table class="grid-table parts">
					<thead
						><tr
							><th></th><th>Part</th><th>Goes by</th><th class="num">Amount</th><th class="num">per</th><th class="num">Waste %</th><th
								class="num">Step</th
							><th class="num">Quantity</th><th class="num">Price</th></tr
						></thead
					>
					<tbody
						>{#each rows as p, n (p.id)}<tr
								title={p.note}
								class:out={tried[n]?.out}
								data-place={p.id}
								{@attach drags.thing(() => (data.mayChange ? p : null))}
								><td class="whitespace-nowrap"
									>{#if data.mayChange}<button class="link" aria-label="Move {p.name} up" onclick={() => move(n, -1)}>↑</button>
										<button class="link" aria-label="Move {p.name} down" onclick={() => move(n, 1)}>↓</button>{/if}</td
								><td
									><button type="button" class="name" onclick={() => (editing = rows[n] ?? null)}>{p.name}</button>{#if p.childId}&nbsp;<a
											class="link"
											href="/price/assemblies/{p.childId}"
											data-sveltekit-reload>assembly</a
										>{/if}{#if p.once}<span class="chip">once</span>{/if}{#if p.placeholder}<span class="quiet">
											— {p.placeholder}</span
										>{/if}{#if p.reminder}<span class="quiet"> (reminder)</span>{/if}{#if Object.keys(p.when).length}<span class="chip"
											>if asked</span
										>{/if}{#if p.factors.length}<span class="chip">× {p.factors.map((f) => formatPercent(f.factor)).join(', ')}</span
										>{/if}</td
								>{#if p.childId}<td colspan="6" class="quiet">put on whole, in this place</td><td class="num"
										>{formatCents(tried[n]?.amount ?? 0)}</td
									>{:else}<td>{p.measures.map(measureLabel).join(' + ')}</td>{#each ['amount', 'per', 'waste', 'step'] as const as f (f)}<td
											class="num"><input class="input" aria-label="{f} of {p.name}" bind:value={p[f]} disabled={off} /></td
										>{/each}<td class="num">{tried[n]?.out ? '–' : `${formatQuantity(tried[n]?.quantity ?? 0)} ${p.unit}`}</td><td
										class="num">{formatCents(tried[n]?.amount ?? 0)}</td
									>{/if}</tr
							>{#if tried[n]?.problem}<tr><td colspan="9" class="problem">{tried[n]?.problem}</td></tr>{:else if p.note}<tr class="note"
									><td></td><td colspan="8" class="quiet">{p.note}</td></tr
								>{/if}{/each}</tbody
					>
				</table>
				{#if data.mayChange}<div class="adder">
						<Finder
							id="add-part"
							label="Add a part"
							placeholder="Add an item, labor or another assembly — start typing"
							{look}
							ontake={async (x) => {
								await x.put();
								return null;
							}}
						/>
					</div>{/if}
			</div>
			<Questions bind:choices bind:refusals disabled={off} />
			<section class="sheet grid gap-3 p-4">
				<div class="grid grid-cols-2 gap-3">
					<Field label="Name"><input class="input" bind:value={t.name} disabled={off} /></Field><Field label="Category"
						><input class="input" bind:value={t.category} disabled={off} /></Field
					>
				</div>
				<label class="flex items-center gap-2"
					><input type="checkbox" class="checkbox" name="one-line" bind:checked={oneLine} disabled={off} /> The customer reads it as one line</label
				>
				<PictureField bind:fileId label="Picture of {t.name}" disabled={off} />
				<Field label="What the customer reads" hint={'{area} and the other measures are filled in'}
					><textarea class="textarea" rows="4" bind:value={t.wording} disabled={off}></textarea></Field
				>
			</section>
			<section class="sheet p-4">
				<h2>Crew sheet</h2>
				<div class="grid grid-cols-2 gap-4">
					{#each t.sheets as s (s.lang)}<div class="grid gap-2" lang={s.lang}>
							<strong>{LANGUAGES[s.lang] ?? s.lang}</strong>
							<Field label="Tools"><textarea class="textarea" rows="2" bind:value={s.tools} disabled={off}></textarea></Field><Field
								label="Order of work"><textarea class="textarea" rows="3" bind:value={s.order} disabled={off}></textarea></Field
							><Field label="Key points"><textarea class="textarea" rows="2" bind:value={s.key} disabled={off}></textarea></Field>
						</div>{/each}
				</div>
				{#if !off && unused.length}<label class="quiet mt-2 flex items-center gap-2"
						>In another language
						<select
							class="select w-40"
							value=""
							onchange={(e) => {
								if (e.currentTarget.value) t.sheets.push({ lang: e.currentTarget.value, tools: '', order: '', key: '' });
								e.currentTarget.value = '';
							}}
							><option value="">choose</option>{#each unused as [l, word] (l)}<option value={l}>{word}</option>{/each}</select
						></label
					>{/if}
			</section>
		</div>
		<Tally
			rows={tally}
			bar={['Price', formatCents(sum((x) => x.amount)), `cost ${formatCents(sum((x) => x.cost))}`]}
			how={() => explainTry(t.name, rows, measures, answered, inside)}
			about="the price of this trial"
		>
			{#snippet picture()}<Waterline
					cost={sum((x) => x.cost)}
					breakEven={sum((x) => x.cost)}
					price={sum((x) => x.amount)}
					words={['cost', '', 'beyond']}
					label="Cost {formatCents(sum((x) => x.cost))}, price {formatCents(sum((x) => x.amount))}"
				/>{/snippet}
			<h2 class="mt-4">Try it</h2>
			<div class="mt-1 grid grid-cols-2 gap-2">
				{#each measureNames as m (m)}<Field label={measureLabel(m)}
						><input
							class="input figure"
							value={measures[m]}
							oninput={(e) => (tries[m] = e.currentTarget.value)}
							inputmode="decimal"
						/></Field
					>{/each}
			</div>
			{#each [...choices, ...innerChoices] as c (c.id)}<Field label={c.question || 'a question'}
					><select class="select" aria-label="Try: {c.question}" bind:value={answered[c.id]}
						><option value="">–</option>{#each c.answers as x (x.id)}<option value={x.id}>{x.text}</option>{/each}</select
					></Field
				>{/each}
			{#if refused}<p class="problem mt-1" role="alert">{refused}</p>{/if}
			<p class="quiet mt-3">{wordingUnder(t.wording, choices, answered, labelled)}</p>
			<h2 class="mt-4">Where used</h2>
			<p class="quiet">on {data.onScopes} scope{data.onScopes === 1 ? '' : 's'}</p>
			{#each data.heldBy as h (h.id)}<p><a class="link" href="/price/assemblies/{h.id}" data-sveltekit-reload>{h.name}</a></p>{/each}
			{#if data.versions.length}<h2 class="mt-4">Earlier versions</h2>
				{#each data.versions as v (v.id)}<p>
						<span class="quiet">until {showInstant(v.at, data.company.zone)}, changed by {v.byName}: {v.parts} parts</span>
						{#if data.mayChange}<button type="button" class="link" onclick={() => goBack(v.id)}>Go back to it</button>{/if}
					</p>{/each}{/if}
		</Tally>
	</div>
</Page>
<PartDialog
	bind:part={editing}
	own={data.company.measures}
	{choices}
	onremove={() => {
		const n = rows.findIndex((r) => r.id === editing?.id);
		if (n >= 0) rows.splice(n, 1);
	}}
/>
<Dialog bind:open={copying} title="A copy to begin from" save="Copy" onsave={copy} {problem}
	><Field label="Name"><input class="input" bind:value={copyName} required /></Field></Dialog
>

<style>
	.parts .input {
		width: 62px;
		height: 26px;
		min-height: 26px;
		text-align: right;
		padding: 0 6px;
		font-family: var(--font-figure);
	}
	.name {
		cursor: pointer;
		text-align: left;
		text-decoration: underline dotted;
		text-underline-offset: 3px;
	}
	.out {
		color: var(--quiet);
		text-decoration: line-through;
	}
	.note td {
		height: 22px;
		font-size: 0.88rem;
	}
	.adder {
		position: relative;
		padding: 8px 10px;
	}
</style>
