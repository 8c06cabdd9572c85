<script lang="ts">
	import { onDestroy, tick, untrack } from 'svelte';
	import {
		blankField,
		designProblems,
		FIELD_KINDS,
		fieldsOf,
		moved,
		nameFor,
		namesOf,
		renamed,
		stepped,
		type CustomerSigns,
		type FieldKind,
		type FormField,
		type FormSection,
		type FormValues,
		type SiteForm
	} from '$lib/core/site-forms';
	import { Drags } from '../drag/drags';
	import Field from '../forms/Field.svelte';
	import { Typing } from '../forms/unsaved.svelte';
	import FieldEditor from './FieldEditor.svelte';
	import FormSheet from './FormSheet.svelte';
	import { KIND_WORDS } from './kinds';
	/** A site form, designed: its fields on the left, the form as a crew fills it in on the right. */
	interface Props {
		form: SiteForm;
		/** Keeps it; says what was refused, and where. */
		keep: (form: SiteForm) => Promise<{ at: string; words: string } | null>;
		mayChange: boolean;
	}
	let { form: first, keep, mayChange }: Props = $props();
	// What is being designed belongs to whoever types: news of the form may not write over it. Each edition has a page of its own.
	let form: SiteForm = $state.raw(untrack(() => first));
	// Names that something may have been filled in by stay; those of fields that are new follow their labels.
	const kept = untrack(() => new Set(namesOf(first)));
	let before: SiteForm[] = $state.raw([]);
	let values: FormValues = $state.raw({});
	let refused: { at: string; words: string } | null = $state(null);
	let tried = $state(false);
	let busy = $state(false);
	let open = $state('');
	const typing = new Typing('anything');
	const problems = $derived(designProblems(form));
	/** What is wrong is said once somebody tried to save; limits and formulas at once. */
	function problem(at: string): string {
		const own = problems.find((p) => p.at === at && (tried || /\.(formula|high)$/.test(at)));
		return own?.said.words ?? (refused?.at === at ? refused.words : '');
	}
	function put(next: SiteForm) {
		form = next;
		refused = null;
		typing.dirty = true;
	}
	/** A change that can be taken back: fields put in, moved, taken off. */
	function step(sections: FormSection[]) {
		before = [...before, form];
		put({ ...form, sections });
	}
	function undo() {
		const last = before.at(-1);
		if (!last) return;
		before = before.slice(0, -1);
		put(last);
	}
	const change = (id: string, next: FormField) =>
		put({ ...form, sections: form.sections.map((s) => ({ ...s, fields: s.fields.map((f) => (f.id === id ? next : f)) })) });
	/** The label is typed; a name that nothing uses yet follows it. */
	function named(field: FormField, label: string) {
		const id = kept.has(field.id)
			? field.id
			: nameFor(
					label,
					namesOf(form).filter((n) => n !== field.id)
				);
		const sections = renamed(form.sections, field.id, id);
		const set = (f: FormField): FormField => (f.id === id ? { ...f, label } : f.columns ? { ...f, columns: f.columns.map(set) } : f);
		if (open === field.id) open = id;
		put({ ...form, sections: sections.map((s) => ({ ...s, fields: s.fields.map(set) })) });
	}
	async function add(section: number, kind: FieldKind) {
		const field = blankField(kind, namesOf(form));
		step(form.sections.map((s, n) => (n === section ? { ...s, fields: [...s.fields, field] } : s)));
		open = field.id;
		await tick();
		document.querySelector<HTMLInputElement>(`[data-field="${field.id}"] input`)?.focus();
	}
	const drop = (id: string) => step(form.sections.map((s) => ({ ...s, fields: s.fields.filter((f) => f.id !== id) })));
	const placeOf = (id: string) => {
		const section = form.sections.findIndex((s) => s.fields.some((f) => f.id === id));
		return { section, index: form.sections[section]?.fields.findIndex((f) => f.id === id) ?? -1 };
	};
	const drags = new Drags<FormField>({
		words: (f) => f.label || KIND_WORDS[f.kind],
		drop: (f, { place }) => {
			const [kind, name = ''] = place.split(' ');
			const to = kind === 'section' ? { section: Number(name), index: Number.MAX_SAFE_INTEGER } : placeOf(name);
			step(moved(form.sections, placeOf(f.id), to));
		}
	});
	onDestroy(() => drags.stop());
	/** Alt and an arrow moves a field, on into the next section. */
	async function keys(e: KeyboardEvent, f: FormField) {
		if (!mayChange || !e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
		e.preventDefault();
		step(stepped(form.sections, placeOf(f.id), e.key === 'ArrowUp').sections);
		await tick();
		document.getElementById(`field-${f.id}`)?.focus();
	}
	async function save() {
		tried = true;
		if (problems[0]) {
			const field = fieldsOf(form).find((_, n) => problems[0]?.at.startsWith(atOf(n)));
			if (field) open = field.id;
			await tick();
			document.querySelector<HTMLElement>(`[name="${problems[0].at}"]`)?.focus();
			return;
		}
		busy = true;
		refused = await keep(form);
		busy = false;
		if (!refused) typing.clean();
	}
	/** Where the n-th field of the form stands, as problems name it. */
	function atOf(n: number): string {
		const flat = form.sections.flatMap((s, k) => s.fields.map((_, m) => `sections.${k}.fields.${m}.`));
		return flat[n] ?? '–';
	}
	const marks = (f: FormField) =>
		[
			KIND_WORDS[f.kind],
			f.required && f.kind !== 'computed' ? 'has to be' : '',
			f.kind === 'computed' ? `= ${f.formula ?? ''}` : '',
			f.unit ?? ''
		]
			.filter(Boolean)
			.join(' · ');
</script>

<svelte:window
	onkeydown={(e) => {
		if ((e.ctrlKey || e.metaKey) && e.key === 's') {
			e.preventDefault();
			if (mayChange) void save();
		}
	}}
/>
<div class="both">
	<fieldset disabled={!mayChange} aria-label="Design">
		<section class="sheet mb-3 grid gap-3 p-4">
			<div class="head">
				<Field label="Name of the form" problem={problem('name')}
					><input class="input" name="name" value={form.name} oninput={(e) => put({ ...form, name: e.currentTarget.value })} /></Field
				>
				<Field label="The certificate is called" problem={problem('certificate')}
					><input
						class="input"
						name="certificate"
						value={form.certificate}
						oninput={(e) => put({ ...form, certificate: e.currentTarget.value })}
					/></Field
				>
				<Field label="The customer"
					><select
						class="select"
						name="customerSigns"
						value={form.customerSigns ?? 'may'}
						onchange={(e) => put({ ...form, customerSigns: e.currentTarget.value as CustomerSigns })}
						><option value="may">can sign</option><option value="must">has to sign</option><option value="no">does not sign</option></select
					></Field
				>
			</div>
			<div class="flex items-center gap-3">
				{#if mayChange}<button type="button" class="btn btn-primary" disabled={busy} onclick={save}>Save as the next edition</button>
					<button type="button" class="btn" disabled={before.length === 0} onclick={undo}>Undo</button>{/if}
				{#if tried && problems.length > 0}<span class="problem" role="alert"
						>{problems.length === 1 ? 'One thing is' : `${problems.length} things are`} left to put right.</span
					>{:else if problem('sections')}<span class="problem" role="alert">{problem('sections')}</span>{/if}
				{#if refused && !['name', 'certificate'].includes(refused.at)}<span class="problem" role="alert">{refused.words}</span>{/if}
			</div>
		</section>
		{#each form.sections as s, n (n)}
			<section class="sheet mb-3 p-4" data-place="section {n}" aria-label={s.title || `Section ${n + 1}`}>
				<div class="flex items-end gap-3">
					<div class="grow">
						<Field label="Section" problem={problem(`sections.${n}.title`)}
							><input
								class="input"
								name="sections.{n}.title"
								value={s.title}
								oninput={(e) =>
									put({ ...form, sections: form.sections.map((x, k) => (k === n ? { ...x, title: e.currentTarget.value } : x)) })}
							/></Field
						>
					</div>
					{#if mayChange && form.sections.length > 1}<button
							type="button"
							class="link mb-2"
							onclick={() => step(form.sections.filter((_, k) => k !== n))}
							>Take the section off<span class="sr-only">: {s.title}</span></button
						>{/if}
				</div>
				<ul class="mt-2">
					{#each s.fields as f, m (m)}<li
							class="field"
							data-place="field {f.id}"
							data-field={f.id}
							aria-label={f.label || KIND_WORDS[f.kind]}
						>
							<div class="flex items-center gap-3">
								<button
									type="button"
									class="line"
									id="field-{f.id}"
									aria-expanded={open === f.id}
									aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
									{@attach drags.thing(() => (mayChange ? f : null))}
									onclick={() => (open = open === f.id ? '' : f.id)}
									onkeydown={(e) => void keys(e, f)}
									><span>{f.label || 'not named yet'}</span> <span class="quiet marks">{marks(f)}</span></button
								>
								{#if mayChange}<button type="button" class="link" onclick={() => drop(f.id)}
										>Take off<span class="sr-only"> {f.label}</span></button
									>{/if}
							</div>
							{#if open === f.id}<div class="my-2">
									<FieldEditor
										field={f}
										at="sections.{n}.fields.{m}"
										sections={form.sections}
										near={fieldsOf(form)}
										{problem}
										change={(next) => change(f.id, next)}
										{named}
									/>
								</div>{/if}
						</li>{/each}
				</ul>
				{#if mayChange}<div class="mt-3 flex flex-wrap gap-2" role="group" aria-label="Add to {s.title || `section ${n + 1}`}">
						{#each FIELD_KINDS as k (k)}<button type="button" class="btn btn-sm" onclick={() => void add(n, k)}>+ {KIND_WORDS[k]}</button
							>{/each}
					</div>{/if}
			</section>
		{/each}
		{#if mayChange}<button type="button" class="btn mb-4" onclick={() => step([...form.sections, { title: '', fields: [] }])}
				>Add a section</button
			>{/if}
	</fieldset>
	<section class="trial" aria-label="As it is filled in">
		<h2 class="mb-2">As it is filled in</h2>
		<p class="quiet mb-2">Try it: nothing of this is kept.</p>
		<FormSheet {form} bind:values />
	</section>
</div>

<style>
	.both {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(300px, 390px);
		gap: 18px;
		align-items: start;
		padding: 18px;
	}
	.head {
		display: grid;
		grid-template-columns: 1fr 1fr 170px;
		gap: 12px;
	}
	.field {
		border-bottom: 1px solid var(--line);
		padding: 4px 0;
	}
	.line {
		flex: 1;
		display: flex;
		justify-content: space-between;
		gap: 12px;
		text-align: left;
		padding: 6px 0;
		cursor: pointer;
	}
	.line span:first-child {
		flex: none;
	}
	.marks {
		min-width: 0;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.line {
		min-width: 0;
	}
	.trial {
		position: sticky;
		top: 12px;
		max-height: calc(100vh - 24px);
		overflow-y: auto;
	}
	@media (max-width: 900px) {
		.both {
			grid-template-columns: minmax(0, 1fr);
		}
		.trial {
			position: static;
			max-height: none;
		}
	}
</style>
