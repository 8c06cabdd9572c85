<script lang="ts">
	import { answersOf, blankField, FIELD_KINDS, namesOf, type FieldKind, type FormField } from '$lib/core/site-forms';
	import Field from '../forms/Field.svelte';
	import { COLUMN_KINDS, KIND_WORDS } from './kinds';
	import Limit from './Limit.svelte';
	/** What one field of a form asks for, changed. */
	interface Props {
		field: FormField;
		/** Where it stands, as problems name it: `sections.0.fields.1`. */
		at: string;
		/** Fields a formula or a condition here can name. */
		near: readonly FormField[];
		problem: (at: string) => string;
		change: (next: FormField) => void;
		/** It is a column of a table. */
		column?: boolean;
		/** Gives it another name in formulas, from its label, as long as nothing was filled in by it. */
		named: (field: FormField, label: string) => void;
	}
	let { field, at, near, problem, change, column = false, named }: Props = $props();
	const put = (more: Partial<FormField>) => change({ ...field, ...more });
	/** Without a part that is empty now: nothing is kept that says nothing. */
	function clear(key: keyof FormField) {
		const { [key]: _gone, ...rest } = field;
		// Only parts that may be missing are cleared.
		change(rest as FormField);
	}
	const limit = (key: 'low' | 'high') => (value: number | undefined) => (value === undefined ? clear(key) : put({ [key]: value }));
	const deciding = $derived(near.filter((f) => f.id !== field.id && answersOf(f).length > 0));
	const figures = $derived(near.filter((f) => f.id !== field.id && ['reading', 'choice', 'yes-no', 'computed'].includes(f.kind)));
	const tables = $derived(near.filter((f) => f.kind === 'table'));
	let formula: HTMLInputElement | undefined = $state();
	function insert(text: string) {
		const from = formula?.selectionStart ?? (field.formula ?? '').length;
		const to = formula?.selectionEnd ?? from;
		const old = field.formula ?? '';
		put({ formula: old.slice(0, from) + text + old.slice(to) });
		formula?.focus();
	}
	function kind(next: FieldKind) {
		change({
			...blankField(next, namesOf({ sections: [{ title: '', fields: [...near] }] })),
			id: field.id,
			label: field.label,
			required: field.required
		});
	}
	const name = (part: string) => `${at}.${part}`;
</script>

<div class="editor">
	<div class="two">
		<Field label={column ? 'Column' : 'What is asked for'} problem={problem(name('label'))}
			><input class="input" name={name('label')} value={field.label} oninput={(e) => named(field, e.currentTarget.value)} /></Field
		>
		<Field label="Kind" problem={problem(name('kind'))}
			><select class="select" name={name('kind')} value={field.kind} onchange={(e) => kind(e.currentTarget.value as FieldKind)}
				>{#each column ? COLUMN_KINDS : FIELD_KINDS as k (k)}<option value={k}>{KIND_WORDS[k]}</option>{/each}</select
			></Field
		>
	</div>
	{#if problem(name('id'))}<p class="problem" role="alert">{problem(name('id'))}</p>{/if}
	{#if field.kind === 'reading' || field.kind === 'computed'}<div class="three">
			<Field label="Unit"
				><input
					class="input"
					name={name('unit')}
					value={field.unit ?? ''}
					oninput={(e) => (e.currentTarget.value ? put({ unit: e.currentTarget.value }) : clear('unit'))}
				/></Field
			>
			<Limit label="At least" name={name('low')} value={field.low} set={limit('low')} problem={problem(name('low'))} />
			<Limit label="At most" name={name('high')} value={field.high} set={limit('high')} problem={problem(name('high'))} />
			{#if field.kind === 'computed'}<Field label="Decimals"
					><select
						class="select"
						name={name('decimals')}
						value={String(field.decimals ?? 2)}
						onchange={(e) => put({ decimals: Number(e.currentTarget.value) })}
						>{#each [0, 1, 2, 3, 4] as d (d)}<option value={String(d)}>{d}</option>{/each}</select
					></Field
				>{/if}
		</div>{/if}
	{#if field.kind === 'computed'}
		<Field label="Comes from" problem={problem(name('formula'))} hint="+ − × ÷ and brackets; sum, min, max, count"
			><input
				class="input font-mono"
				name={name('formula')}
				spellcheck="false"
				autocapitalize="off"
				bind:this={formula}
				value={field.formula ?? ''}
				oninput={(e) => put({ formula: e.currentTarget.value })}
			/></Field
		>
		<div class="flex flex-wrap gap-2" role="group" aria-label="Fields it can come from">
			{#each figures as f (f.id)}<button type="button" class="btn btn-sm" title={f.label} onclick={() => insert(f.id)}>{f.id}</button
				>{/each}
			{#each tables as t (t.id)}{#each (t.columns ?? []).filter((c) => c.kind !== 'text') as c (c.id)}<button
						type="button"
						class="btn btn-sm"
						title="{t.label}: {c.label}"
						onclick={() => insert(`sum(${t.id}.${c.id})`)}>sum({t.id}.{c.id})</button
					>{/each}<button type="button" class="btn btn-sm" onclick={() => insert(`count(${t.id})`)}>count({t.id})</button>{/each}
		</div>
	{/if}
	{#if field.kind === 'choice'}
		<Field label="Choices, one on each line" problem={problem(name('choices'))}
			><textarea
				class="textarea"
				rows="4"
				name={name('choices')}
				value={(field.choices ?? []).join('\n')}
				oninput={(e) => put({ choices: e.currentTarget.value.split('\n') })}
				onchange={(e) =>
					put({
						choices: e.currentTarget.value
							.split('\n')
							.map((c) => c.trim())
							.filter(Boolean)
					})}
			></textarea></Field
		>
		<fieldset class="flex flex-wrap gap-x-4">
			<legend class="quiet">Stands out when chosen</legend>
			{#each (field.choices ?? []).filter(Boolean) as c, n (n)}<label class="flex items-center gap-2"
					><input
						type="checkbox"
						class="checkbox"
						checked={(field.bad ?? []).includes(c)}
						onchange={(e) => put({ bad: e.currentTarget.checked ? [...(field.bad ?? []), c] : (field.bad ?? []).filter((b) => b !== c) })}
					/>{c}</label
				>{/each}
		</fieldset>
		{#if problem(name('bad'))}<p class="problem" role="alert">{problem(name('bad'))}</p>{/if}
	{/if}
	<div class="two">
		<label class="flex items-center gap-2"
			><input
				type="checkbox"
				class="checkbox"
				name={name('required')}
				checked={field.required}
				onchange={(e) => put({ required: e.currentTarget.checked })}
			/>{field.kind === 'computed' ? 'Has to be reckoned before signing' : 'Has to be filled in'}</label
		>
		{#if !field.required && field.kind !== 'computed' && deciding.length > 0}<Field
				label="Has to be where"
				problem={problem(name('requiredWhen'))}
				><select
					class="select"
					name={name('requiredWhen')}
					value={field.requiredWhen ? `${field.requiredWhen.field}=${field.requiredWhen.is}` : ''}
					onchange={(e) => {
						const [which = '', ...is] = e.currentTarget.value.split('=');
						if (which) put({ requiredWhen: { field: which, is: is.join('=') } });
						else clear('requiredWhen');
					}}
					><option value="">nothing decides</option>{#each deciding as d (d.id)}{#each answersOf(d).filter(Boolean) as a, k (k)}<option
								value="{d.id}={a}">{d.label || d.id} is “{a}”</option
							>{/each}{/each}</select
				></Field
			>{/if}
	</div>
</div>

<style>
	.editor {
		display: grid;
		gap: 10px;
	}
	.two {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 12px;
		align-items: end;
	}
	.three {
		display: grid;
		grid-template-columns: repeat(4, 1fr);
		gap: 12px;
	}
</style>
