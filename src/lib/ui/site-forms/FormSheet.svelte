<script lang="ts">
	import { formReadings, rowsAt, wordsAt, type FormField, type FormRow, type FormValues, type SiteForm } from '$lib/core/site-forms';
	import { words } from '../words/field';
	import FieldIn from './FieldIn.svelte';
	/** A site form as it is filled in: its sections, rows that repeat, figures that follow from others while one types. */
	interface Props {
		form: Pick<SiteForm, 'sections'>;
		values: FormValues;
		/** What was refused at a field. */
		at?: (field: string) => string;
		keep?: ((file: Blob) => Promise<string | null>) | undefined;
		/** Something changed that no field says by itself: a picture, a signature, a row. */
		onadded?: () => void;
	}
	let { form, values = $bindable(), at = () => '', keep, onadded }: Props = $props();
	const readings = $derived(new Map(formReadings(form, values).map((r) => [r.field.id, r])));
	const set = (id: string, value: string) => void (values = { ...values, [id]: value });
	const rows = (id: string, next: readonly FormRow[]) => void (values = { ...values, [id]: next });
	function many(id: string, next: readonly FormRow[]) {
		rows(id, next);
		onadded?.();
	}
	const setCell = (id: string, n: number, column: string, value: string) =>
		rows(
			id,
			rowsAt(values, id).map((row, k) => (k === n ? { ...row, [column]: value } : row))
		);
	const isAsked = (f: FormField, given: (id: string) => string) =>
		f.required || (f.requiredWhen !== undefined && given(f.requiredWhen.field) === f.requiredWhen.is);
	const top = (id: string) => (typeof values[id] === 'string' ? values[id] : '');
	const raw = (row: FormRow, id: string) => row[id] ?? '';
</script>

{#each form.sections as s, n (n)}
	<section class="sheet mb-3 p-4">
		<h2>{words.field.siteForm(s.title)}</h2>
		<div class="mt-2 grid gap-3">
			{#each s.fields as f (f.id)}
				{#if f.kind === 'table'}
					<div role="group" aria-label={words.field.siteForm(f.label)}>
						<h3>{words.field.siteForm(f.label)}{f.required ? ' *' : ''}</h3>
						{#each rowsAt(values, f.id) as row, k (k)}
							<div class="row" role="group" aria-label={words.field.form.row(k + 1)}>
								{#each f.columns ?? [] as c, m (c.id)}<FieldIn
										field={c}
										reading={readings.get(f.id)?.rows[k]?.[m]}
										name="{f.id}.{k}.{c.id}"
										given={(id) => raw(row, id)}
										set={(id, v) => setCell(f.id, k, id, v)}
										asked={c.kind !== 'computed' && isAsked(c, (id) => wordsAt(row, id) || top(id))}
										problem={at(`${f.id}.${k}.${c.id}`)}
									/>{/each}
								<button
									type="button"
									class="link justify-self-start"
									onclick={() =>
										many(
											f.id,
											rowsAt(values, f.id).filter((_, x) => x !== k)
										)}>{words.field.form.takeRow(k + 1)}</button
								>
							</div>
						{/each}
						{#if at(f.id)}<p class="problem" role="alert">{at(f.id)}</p>{/if}
						<button type="button" class="btn mt-2" onclick={() => many(f.id, [...rowsAt(values, f.id), {}])}
							>{words.field.form.addRow}<span class="sr-only">, {words.field.siteForm(f.label)}</span></button
						>
					</div>
				{:else}<FieldIn
						field={f}
						reading={readings.get(f.id)}
						name={f.id}
						given={top}
						{set}
						asked={f.kind !== 'computed' && isAsked(f, top)}
						problem={at(f.id)}
						{keep}
						onkept={onadded}
					/>{/if}
			{/each}
		</div>
	</section>
{/each}

<style>
	h3 {
		font-weight: 600;
	}
	.row {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(min(140px, 100%), 1fr));
		gap: 8px 12px;
		align-items: start;
		padding: 8px 0;
		border-bottom: 1px solid var(--line);
	}
</style>
