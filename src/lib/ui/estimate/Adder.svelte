<script lang="ts">
	import { formatCents, formatUnitPrice } from '$lib/core/money';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { dimensionOf, measureLabel, scopeTyped, unitName, type MeasureName, type ScopeTyped, type UnitSystem } from '$lib/core/measure';
	import type { Choice } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Finder from '../forms/Finder.svelte';
	/** One field that finds assemblies, items and labor, or takes what is typed as a new scope or a free line. */
	let {
		jobId,
		estimateId,
		scopes,
		system
	}: { jobId: string; estimateId: string; scopes: { id: string; name: string }[]; system: UnitSystem } = $props();
	interface Row {
		key: string;
		more: string;
		label: string;
		run: () => Promise<unknown>;
	}
	let target = $state('');
	const sizedWords = ({ kind, typed: { pitch, ...sides } }: ScopeTyped) =>
		`a ${kind} of ${Object.values(sides).join(' × ')}${pitch ? `, pitch ${pitch}` : ''}`;
	const scopeId = $derived(scopes.some((s) => s.id === target) ? target : (scopes.at(-1)?.id ?? ''));

	/** What an assembly asks before it is put on the scope. */
	let asking: { id: string; name: string; choices: Choice[] } | null = $state(null);
	let answered: Record<string, string> = $state({});
	let wrong = $state('');
	let wrongAt = $state('');
	/** Measures it goes by that no shape of the scope gives: only those are asked. */
	let lacking: MeasureName[] = $state([]);
	let measured: Record<string, string> = $state({});
	async function lookWhatLacks(assemblyId: string) {
		const given = Object.fromEntries(Object.entries(answered).filter(([, a]) => a !== ''));
		const r = await ask('estimates.lacking', { scopeId, assemblyId, answered: given });
		lacking = r.ok ? r.result.map((x) => x.measure) : [];
		// What the job’s size says stands there already, to be confirmed or typed over.
		for (const x of r.ok ? r.result : []) if (x.likely) measured[x.measure] ??= x.likely;
	}
	async function begin(a: { id: string; name: string; choices: Choice[] }) {
		answered = Object.fromEntries(a.choices.map((c) => [c.id, '']));
		[wrong, wrongAt, measured] = ['', '', {}];
		await lookWhatLacks(a.id);
		if (a.choices.length === 0 && lacking.length === 0) return command('estimates.put-assembly', { scopeId, assemblyId: a.id });
		asking = a;
		return { ok: true };
	}
	async function putAsked() {
		if (!asking) return;
		const r = await command('estimates.put-assembly', {
			scopeId,
			assemblyId: asking.id,
			answered: Object.fromEntries(Object.entries(answered).filter(([, a]) => a !== '')),
			measures: Object.fromEntries(Object.entries(measured).filter(([m, v]) => v.trim() !== '' && lacking.includes(m as MeasureName)))
		});
		if (r.ok) asking = null;
		else [wrong, wrongAt] = [r.message, r.field ?? ''];
	}

	async function look(text: string): Promise<Row[] | null> {
		const r = await ask('find.to-add', { text, jobId });
		if (!r.ok) return null;
		const found = r.result;
		const typed = text.trim();
		const sized = scopeTyped(typed, system);
		const fresh: Row[] = typed
			? [
					...(sized
						? [
								{
									...{ key: 'sized', more: `new scope, ${sizedWords(sized)}`, label: sized.name },
									run: () =>
										command('estimates.add-scope', { estimateId, name: sized.name, shape: { kind: sized.kind, typed: sized.typed } })
								}
							]
						: []),
					{ key: 'scope', more: 'new scope', label: typed, run: () => command('estimates.add-scope', { estimateId, name: typed }) }
				]
			: [];
		const whole: Row[] = [
			...found.templates.map((t) => ({
				key: `template ${t.id}`,
				more: `template${t.kindOfWork ? `, ${t.kindOfWork}` : ''}`,
				label: t.name,
				run: () => command('estimates.use-template', { estimateId, templateId: t.id })
			})),
			...found.earlier.map((e) => ({
				key: `earlier ${e.id}`,
				more: e.own ? 'earlier estimate of this customer' : 'earlier estimate of this kind of work',
				label: e.name,
				run: () => command('estimates.copy-from', { estimateId, fromId: e.id })
			}))
		];
		return !scopeId
			? [...fresh, ...whole]
			: [
					...(sized ? fresh : []),
					...found.assemblies.map((a) => ({
						key: a.id,
						more: `assembly, ${a.category}`,
						label: a.name,
						run: () => begin(a)
					})),
					...found.items.map((i) => ({
						key: i.id,
						more: `${i.code}, ${formatUnitPrice(i.cost)} a ${i.unit}`,
						label: i.name,
						run: () => command('estimates.add-line', { scopeId, itemId: i.id })
					})),
					...found.services.map((f) => ({
						key: f.id,
						more: `flat-rate, ${f.catalog}, ${formatCents(f.price)}`,
						label: f.title,
						run: () => command('estimates.add-service', { scopeId, serviceId: f.id })
					})),
					...found.sheets.map((s) => ({
						key: `${s.id} ${s.variant}`,
						more: `labor, ${formatUnitPrice(s.price)} an hour`,
						label: s.name,
						run: () => command('estimates.add-line', { scopeId, sheetId: s.id, ...(s.variant ? { variant: s.variant } : {}) })
					})),
					...found.lines.map((l) => ({
						key: `line ${l.id}`,
						more: `sold before, ${l.job}, ${formatUnitPrice(l.unitPrice)} a ${l.unit}`,
						label: l.name,
						run: () => command('estimates.add-earlier', { scopeId, lineId: l.id })
					})),
					...whole,
					...(sized ? [] : fresh),
					...(typed
						? [
								{
									key: 'free',
									more: 'free line',
									label: typed,
									run: () => command('estimates.add-line', { scopeId, name: typed, kind: 'other' })
								},
								{
									key: 'heading',
									more: 'heading',
									label: typed,
									run: () => command('estimates.add-heading', { scopeId, text: typed })
								}
							]
						: [])
				];
	}
	async function take(c: Row): Promise<string | null> {
		const r = (await c.run()) as { ok: boolean; message?: string };
		return r.ok ? null : (r.message ?? '');
	}
</script>

<div class="adder no-print">
	<span aria-hidden="true">+</span>
	<Finder
		id="adder"
		label="Add a scope, an assembly or an item"
		placeholder="Add a scope, an assembly or an item — start typing"
		{look}
		ontake={take}
		eager
		list="over"
	/>
	{#if scopes.length > 1}<label class="quiet"
			>onto <select class="select" value={scopeId} onchange={(e) => (target = e.currentTarget.value)} aria-label="Scope to add to"
				>{#each scopes as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			></label
		>{/if}
</div>
<Dialog
	bind:open={
		() => asking !== null,
		(v) => {
			if (!v) asking = null;
		}
	}
	title={asking?.name ?? ''}
	save="Put it on"
	problem={wrongAt ? '' : wrong}
	onsave={putAsked}
>
	{#each asking?.choices ?? [] as c (c.id)}<fieldset>
			<legend>{c.question}{c.required ? '' : ' (if known)'}</legend>
			<div class="flex flex-wrap gap-x-5 gap-y-1">
				{#each c.answers as a (a.id)}<label class="answer"
						><input type="radio" name={c.id} value={a.id} bind:group={answered[c.id]} onchange={() => asking && lookWhatLacks(asking.id)} />
						{a.text}</label
					>{/each}
			</div>
			{#if wrongAt === c.id}<p class="problem" role="alert">{wrong}</p>{/if}
		</fieldset>{/each}
	{#if asking && lacking.length}
		<p class="quiet">The scope has no shape that gives these. Leave empty what you do not know yet.</p>
		<div class="grid grid-cols-2 gap-3">
			{#each lacking as m (m)}<Field
					label="{measureLabel(m)}{unitName(dimensionOf(m), system) ? `, ${unitName(dimensionOf(m), system)}` : ''}"
					problem={wrongAt === m ? wrong : ''}><input class="input" name={m} autocomplete="off" bind:value={measured[m]} /></Field
				>{/each}
		</div>
	{/if}
</Dialog>

<style>
	legend {
		font-weight: 600;
		margin-bottom: 3px;
	}
	.answer {
		cursor: pointer;
	}
	.adder {
		position: relative;
		display: flex;
		align-items: center;
		gap: 10px;
		height: 38px;
		padding: 0 12px;
		border: 1px dashed color-mix(in oklab, var(--color-base-content) 30%, transparent);
		border-radius: 4px;
		margin-top: 10px;
	}
	.adder > :global(#adder) {
		flex: 1;
		height: 100%;
		border: 0;
		background: none;
		outline-offset: 3px;
	}
	.adder > :global(.problem) {
		position: absolute;
		top: 100%;
	}
	label {
		display: flex;
		align-items: center;
		gap: 6px;
		white-space: nowrap;
	}
	label .select {
		width: 190px;
		height: 26px;
		min-height: 26px;
	}
</style>
