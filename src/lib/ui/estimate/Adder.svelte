<script lang="ts">
	import { formatCents, formatUnitPrice } from '$lib/core/money';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { dimensionOf, measureLabel, unitName, type MeasureName, type UnitSystem } from '$lib/core/measure';
	import type { Choice } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** One field that finds assemblies, items and labor, or takes what is typed as a new scope or a free line. */
	let {
		jobId,
		estimateId,
		scopes,
		system
	}: { jobId: string; estimateId: string; scopes: { id: string; name: string }[]; system: UnitSystem } = $props();
	interface Row {
		key: string;
		kind: string;
		label: string;
		run: () => Promise<unknown>;
	}
	let text = $state('');
	let target = $state('');
	let rows: Row[] = $state([]);
	let at = $state(0);
	let open = $state(false);
	let problem = $state('');
	let asked = 0;
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
		lacking = r.ok ? r.result : [];
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

	/** The search under way: Enter waits for it, so that nothing is taken that belongs to half a word. */
	let looking: Promise<void> = Promise.resolve();
	const look = () => (looking = search());
	async function search() {
		const mine = ++asked;
		problem = '';
		open = text.trim() !== '' || document.activeElement?.id === 'adder';
		const r = await ask('find.to-add', { text: text.slice(0, 100), jobId });
		if (mine !== asked || !r.ok) return;
		const found = r.result;
		const typed = text.trim();
		const fresh: Row[] = typed
			? [{ key: 'scope', kind: 'new scope', label: typed, run: () => command('estimates.add-scope', { estimateId, name: text.trim() }) }]
			: [];
		const whole: Row[] = [
			...found.templates.map((t) => ({
				key: `template ${t.id}`,
				kind: `template${t.kindOfWork ? `, ${t.kindOfWork}` : ''}`,
				label: t.name,
				run: () => command('estimates.use-template', { estimateId, templateId: t.id })
			})),
			...found.earlier.map((e) => ({
				key: `earlier ${e.id}`,
				kind: e.own ? 'earlier estimate of this customer' : 'earlier estimate of this kind of work',
				label: e.name,
				run: () => command('estimates.copy-from', { estimateId, fromId: e.id })
			}))
		];
		rows = !scopeId
			? [...fresh, ...whole]
			: [
					...found.assemblies.map((a) => ({
						key: a.id,
						kind: `assembly, ${a.category}`,
						label: a.name,
						run: () => begin(a)
					})),
					...found.items.map((i) => ({
						key: i.id,
						kind: `${i.code}, ${formatUnitPrice(i.cost)} a ${i.unit}`,
						label: i.name,
						run: () => command('estimates.add-line', { scopeId, itemId: i.id })
					})),
					...found.services.map((f) => ({
						key: f.id,
						kind: `flat-rate, ${f.catalog}, ${formatCents(f.price)}`,
						label: f.title,
						run: () => command('estimates.add-service', { scopeId, serviceId: f.id })
					})),
					...found.sheets.map((s) => ({
						key: `${s.id} ${s.variant}`,
						kind: `labor, ${formatUnitPrice(s.price)} an hour`,
						label: s.name,
						run: () => command('estimates.add-line', { scopeId, sheetId: s.id, ...(s.variant ? { variant: s.variant } : {}) })
					})),
					...found.lines.map((l) => ({
						key: `line ${l.id}`,
						kind: `sold before, ${l.job}, ${formatUnitPrice(l.unitPrice)} a ${l.unit}`,
						label: l.name,
						run: () => command('estimates.add-earlier', { scopeId, lineId: l.id })
					})),
					...whole,
					...fresh,
					...(typed
						? [
								{
									key: 'free',
									kind: 'free line',
									label: typed,
									run: () => command('estimates.add-line', { scopeId, name: text.trim(), kind: 'other' })
								},
								{
									key: 'heading',
									kind: 'heading',
									label: typed,
									run: () => command('estimates.add-heading', { scopeId, text: text.trim() })
								}
							]
						: [])
				];
		at = 0;
	}
	async function take(c: Row | undefined) {
		if (!c) return;
		const r = (await c.run()) as { ok: boolean; message?: string };
		if (r.ok) {
			text = '';
			open = false;
			rows = [];
		} else problem = r.message ?? '';
	}
	function keys(e: KeyboardEvent) {
		if (e.key === 'ArrowDown') at = Math.min(at + 1, rows.length - 1);
		else if (e.key === 'ArrowUp') at = Math.max(0, at - 1);
		else if (e.key === 'Enter') void looking.then(() => take(rows[at]));
		else if (e.key === 'Escape') open = false;
		else return;
		e.preventDefault();
	}
</script>

<div class="adder no-print">
	<span aria-hidden="true">+</span>
	<input
		id="adder"
		placeholder="Add a scope, an assembly or an item — start typing"
		aria-label="Add a scope, an assembly or an item"
		bind:value={text}
		oninput={look}
		onfocus={look}
		onblur={() => (open = false)}
		onkeydown={keys}
		role="combobox"
		aria-expanded={open}
		aria-controls="adder-list"
		autocomplete="off"
	/>
	{#if scopes.length > 1}<label class="quiet"
			>onto <select class="select" value={scopeId} onchange={(e) => (target = e.currentTarget.value)} aria-label="Scope to add to"
				>{#each scopes as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			></label
		>{/if}
	{#if open}<ul id="adder-list" class="sheet" role="listbox" aria-label="What can be added" onpointerdown={(e) => e.preventDefault()}>
			{#each rows as r, i (r.key)}
				<!-- svelte-ignore a11y_click_events_have_key_events -->
				<li role="option" aria-selected={i === at} onclick={() => take(r)}><span>{r.label}</span><span class="quiet">{r.kind}</span></li>
			{/each}
		</ul>{/if}
</div>
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
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
	#adder {
		flex: 1;
		height: 100%;
		background: none;
		outline-offset: 3px;
	}
	#adder::placeholder {
		color: var(--quiet);
		opacity: 1;
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
	ul {
		position: absolute;
		left: 0;
		right: 0;
		bottom: 42px;
		max-height: 320px;
		overflow: auto;
		z-index: 10;
		box-shadow: 0 6px 24px rgb(0 0 0 / 0.12);
	}
	li {
		display: flex;
		justify-content: space-between;
		gap: 1rem;
		padding: 5px 12px;
		cursor: pointer;
	}
	li[aria-selected='true'] {
		background: var(--color-base-200);
		box-shadow: inset 3px 0 0 var(--color-primary);
	}
</style>
