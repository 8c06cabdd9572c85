<script lang="ts">
	import { formatQuantity } from '$lib/core/money';
	import { filesIn, whyOf, type FormField, type Reading } from '$lib/core/site-forms';
	import Field from '../forms/Field.svelte';
	import SignaturePad from '../forms/SignaturePad.svelte';
	import { spoken, words } from '../words/field';
	import { limitsOf } from './limits';
	/** One field of a site form, filled in: what it asks, its limits said at once. */
	interface Props {
		field: FormField;
		/** How it reads as it stands. */
		reading: Reading | undefined;
		/** Its name in the form: a cell as `table.row.column`. */
		name: string;
		given: (id: string) => string;
		set: (id: string, value: string) => void;
		/** It has to be filled in, as things stand. */
		asked: boolean;
		/** What was refused here. */
		problem: string;
		/** Keeps a picture and says its name; none where nothing is kept. */
		keep?: ((file: Blob) => Promise<string | null>) | undefined;
		/** A picture or a signature was kept or taken off: no field says so by itself. */
		onkept?: (() => void) | undefined;
	}
	let { field, reading, name, given, set, asked, problem, keep, onkept }: Props = $props();
	const label = $derived(words.field.siteForm(field.label) + (asked ? ' *' : ''));
	const limits = $derived(limitsOf(field));

	const value = $derived(given(field.id));
	const wrong = $derived(problem || (reading?.problem ? spoken(reading.problem) : ''));
	const outside = $derived(reading?.outside === true && field.kind !== 'yes-no' ? `▲ ${words.field.form.outside}: ${limits}` : '');
	const figure = $derived(reading?.value ?? null);
	const pictures = $derived(filesIn(value));
	let drawn = $state('');
	function put(ids: string[]) {
		set(field.id, ids.join(' '));
		onkept?.();
	}
	async function add(list: FileList | null) {
		const file = list?.[0];
		const id = file && keep ? await keep(file) : null;
		if (id) put([...pictures, id]);
	}
	async function keepSignature() {
		const bytes = await fetch(drawn).then((r) => r.blob());
		const id = keep ? await keep(bytes) : null;
		if (id) put([id]);
	}
</script>

{#if field.kind === 'text' && name.includes('.')}<Field {label} problem={wrong}
		><input class="input" {name} {value} oninput={(e) => set(field.id, e.currentTarget.value)} /></Field
	>
{:else if field.kind === 'text'}<Field {label} problem={wrong}
		><textarea class="textarea" rows="3" {name} {value} oninput={(e) => set(field.id, e.currentTarget.value)}></textarea></Field
	>
{:else if field.kind === 'reading'}<Field {label} problem={wrong || outside} hint={limits}
		><input class="input" {name} inputmode="decimal" {value} oninput={(e) => set(field.id, e.currentTarget.value)} /></Field
	>
{:else if field.kind === 'choice'}<Field {label} problem={wrong}
		><select class="select" {name} {value} onchange={(e) => set(field.id, e.currentTarget.value)}
			><option value="">{words.field.form.open}</option>{#each field.choices ?? [] as c (c)}<option value={c}
					>{words.field.siteForm(c)}</option
				>{/each}</select
		></Field
	>
{:else if field.kind === 'yes-no'}
	<fieldset class="ask">
		<legend>{label}</legend>
		<div class="flex flex-wrap gap-2">
			{#each ['yes', 'no'] as const as a (a)}<label class="answer"
					><input type="radio" class="radio" {name} value={a} checked={value === a} onchange={() => set(field.id, a)} />
					{words.field.form[a]}</label
				>{/each}
		</div>
		{#if wrong && value !== 'no'}<p class="problem" role="alert">{wrong}</p>{/if}
		{#if value === 'no'}<Field label={words.field.form.whyNot} problem={wrong}
				><input
					class="input"
					name={whyOf(name)}
					value={given(whyOf(field.id))}
					oninput={(e) => set(whyOf(field.id), e.currentTarget.value)}
				/></Field
			>{/if}
	</fieldset>
{:else if field.kind === 'computed'}<p class="ask">
		<span class="quiet">{label}</span>
		<output class="figure" data-figure={name} class:font-bold={reading?.outside}
			>{figure === null ? '–' : `${formatQuantity(figure)}${field.unit ? ` ${field.unit}` : ''}`}</output
		>
		{#if problem}<span class="problem" role="alert">{problem}</span>{:else if outside}<span class="problem" role="alert">{outside}</span
			>{:else}<span class="quiet">{figure === null ? wrong || words.field.form.waits : limits === field.unit ? '' : limits}</span>{/if}
	</p>
{:else if field.kind === 'picture'}
	<div class="ask">
		{#if pictures.length > 0}<div class="my-1 flex flex-wrap gap-2">
				{#each pictures as id (id)}<figure>
						<img class="h-20 w-20 object-cover" src="/api/files/{id}?small" alt={words.field.siteForm(field.label)} />
						<button type="button" class="link" onclick={() => put(pictures.filter((p) => p !== id))}>{words.field.form.takePicture}</button>
					</figure>{/each}
			</div>{/if}
		<Field {label} problem={wrong}
			><input
				type="file"
				{name}
				accept="image/*"
				capture="environment"
				disabled={!keep}
				onchange={(e) => add(e.currentTarget.files)}
			/></Field
		>
	</div>
{:else if field.kind === 'signature'}
	<div class="ask" role="group" aria-label={label}>
		<span class="quiet">{label}</span>
		{#if pictures[0]}<img class="max-h-24" src="/api/files/{pictures[0]}" alt={words.field.form.signedHere} />{/if}
		<SignaturePad bind:value={drawn} />
		<button type="button" class="btn mt-1" disabled={!keep || !drawn} onclick={keepSignature}>{words.field.form.signHere}</button>
		{#if wrong}<p class="problem" role="alert">{wrong}</p>{/if}
	</div>
{/if}

<style>
	.ask {
		margin: 0;
		padding: 0;
		border: 0;
		min-width: 0;
	}
	legend {
		font-size: 0.93rem;
		color: var(--quiet);
		margin-bottom: 4px;
	}
	.answer {
		display: flex;
		align-items: center;
		gap: 8px;
		min-height: 44px;
		padding: 0 16px;
		border: 1px solid var(--line);
		border-radius: 4px;
	}
	.answer:has(:checked) {
		border-color: var(--color-primary);
		font-weight: 600;
	}
	output {
		display: block;
		font-size: 1.15rem;
	}
</style>
