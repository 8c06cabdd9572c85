<script lang="ts">
	import Form from '../forms/Form.svelte';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatPercent, parseCents, parsePercent, parseQuantity, toTyped, formatQuantity } from '$lib/core/money';
	import type { OwnField, SalesLists } from '$lib/core/sales';
	import { readAt, readForm } from '../forms/typed';
	import Field from '../forms/Field.svelte';
	import OwnFields from '../forms/OwnFields.svelte';
	interface Job {
		id: string;
		version: number;
		name: string;
		kindOfWork: string;
		source: string;
		expected: number | null;
		chance: number | null;
		decisionDay: string | null;
		nextStep: string;
		nextDay: string | null;
		size: number | null;
		sizeUnit: string;
		personId: string | null;
		branchId: string | null;
		own: Record<string, string>;
	}
	/** What is known of a job on its way to be won. */
	let {
		job,
		won,
		stageChance,
		lists,
		fields,
		staff,
		branches,
		measured,
		mayChange
	}: {
		job: Job;
		won: boolean;
		/** The chance that its stage gives it, hundredths of a percent. */
		stageChance: number;
		lists: SalesLists;
		fields: readonly OwnField[];
		staff: { id: string; name: string }[];
		branches: { id: string; name: string }[];
		/** How large it is by its estimate, ten-thousandths of the unit. */
		measured: { size: number; unit: string } | null;
		mayChange: boolean;
	} = $props();
	const read = (j: Job) => ({
		name: j.name,
		kindOfWork: j.kindOfWork,
		source: j.source,
		expected: j.expected === null ? '' : toTyped(j.expected, 2),
		chance: j.chance === null ? '' : toTyped(j.chance, 2),
		decisionDay: j.decisionDay ?? '',
		nextStep: j.nextStep,
		nextDay: j.nextDay ?? '',
		size: j.size === null ? '' : toTyped(j.size, 4),
		sizeUnit: j.sizeUnit || 'squares',
		personId: j.personId ?? '',
		branchId: j.branchId ?? ''
	});
	let t = $state(untrack(() => read(job)));
	let said = $state('');
	let field = $state('');
	/** A figure as typed; empty: none. */
	const numberOf = (of: 'expected' | 'chance' | 'size', parse: (text: string) => number) =>
		t[of].trim() === '' ? null : readAt(of, () => parse(t[of]));
	const at = (f: string) => (field === f ? said : '');
	async function save() {
		const { personId, branchId, ...rest } = t;
		const figures = readForm(() => ({
			expected: numberOf('expected', (text) => parseCents(text, 'The expected amount')),
			chance: numberOf('chance', (text) => parsePercent(text, 'The chance')),
			size: numberOf('size', (text) => parseQuantity(text, 'The size'))
		}));
		if (!figures.ok) return void ([said, field] = [figures.message, figures.field]);
		const r = await command('jobs.change', {
			jobId: job.id,
			version: job.version,
			...rest,
			...figures.value,
			branchId: branchId || null,
			...(personId ? { personId } : {})
		});
		[said, field] = r.ok ? ['Saved.', ''] : [r.message, r.field ?? ''];
		if (r.ok) t = read(job);
	}
</script>

<Form class="sheet p-4" label="Details" onsave={() => save()}>
	<h2 class="mb-2">Details</h2>
	<fieldset class="grid grid-cols-2 gap-x-3 gap-y-2" disabled={!mayChange}>
		{#if !won}<div class="col-span-2 grid grid-cols-[1fr_150px] gap-3">
				<Field label="Next step"><input class="input" name="next-step" bind:value={t.nextStep} placeholder="Call on Thursday" /></Field>
				<Field label="by"><input class="input" type="date" name="next-day" bind:value={t.nextDay} /></Field>
			</div>{/if}
		<div class="col-span-2"><Field label="Name"><input class="input" bind:value={t.name} required /></Field></div>
		<Field label="Kind of work"><input class="input" list="kinds-of-work" bind:value={t.kindOfWork} /></Field>
		<Field label="Source"><input class="input" list="sources" bind:value={t.source} /></Field>
		<Field label="In charge"
			><select class="select" bind:value={t.personId}
				><option value="">nobody yet</option>{#each staff as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
			></Field
		>
		<Field label="Branch"
			><select class="select" bind:value={t.branchId}
				><option value="">none</option>{#each branches as b (b.id)}<option value={b.id}>{b.name}</option>{/each}</select
			></Field
		>
		{#if !won}
			<Field label="Budget of the customer" problem={at('expected')}
				><input class="input" inputmode="decimal" name="expected" bind:value={t.expected} /></Field
			>
			<Field label="Chance, %" problem={at('chance')} hint="empty: {formatPercent(stageChance)}, as its stage says"
				><input class="input" inputmode="decimal" name="chance" bind:value={t.chance} /></Field
			>
			<Field label="Decided by"><input class="input" type="date" bind:value={t.decisionDay} /></Field>
			{#if measured && mayChange && (t.size !== toTyped(measured.size, 4) || t.sizeUnit !== measured.unit)}<button
					type="button"
					class="link justify-self-start"
					onclick={() => ([t.size, t.sizeUnit] = [toTyped(measured.size, 4), measured.unit])}
					>The estimate measures {formatQuantity(measured.size)} {measured.unit}: take it</button
				>{/if}
			<div class="grid grid-cols-2 gap-2">
				<Field label="Size" problem={at('size')}><input class="input" inputmode="decimal" bind:value={t.size} /></Field>
				<Field label="in"
					><select class="select" bind:value={t.sizeUnit}
						>{#each ['squares', 'sq ft', 'ft', 'pieces', 'm²', 'm'] as u (u)}<option value={u}>{u}</option>{/each}</select
					></Field
				>
			</div>
		{/if}
	</fieldset>
	<datalist id="kinds-of-work"
		>{#each lists.kinds as k (k)}<option value={k}></option>{/each}</datalist
	><datalist id="sources"
		>{#each lists.sources as s (s)}<option value={s}></option>{/each}</datalist
	>
	{#if said && !field}<p role="status" class="mt-2 {said === 'Saved.' ? 'quiet' : 'problem'}">{said}</p>{/if}
	{#if mayChange}<button class="btn mt-3">Save the details</button>{/if}
	{#if fields.some((f) => f.of === 'job')}<div class="mt-3 grid grid-cols-2 gap-x-3 gap-y-2">
			<OwnFields {fields} of="job" id={job.id} values={job.own} {mayChange} />
		</div>{/if}
</Form>
