<script lang="ts">
	import { blankField, namesOf, type FormField, type FormSection } from '$lib/core/site-forms';
	import FieldParts from './FieldParts.svelte';
	/** A field of a form, changed; of a table its columns too. */
	interface Props {
		field: FormField;
		/** Where it stands, as problems name it: `sections.0.fields.1`. */
		at: string;
		sections: readonly FormSection[];
		/** Fields a formula or a condition here can name. */
		near: readonly FormField[];
		problem: (at: string) => string;
		change: (next: FormField) => void;
		/** Its label is typed; a name that nothing uses yet follows it. */
		named: (field: FormField, label: string) => void;
	}
	let { field, at, sections, near, problem, change, named }: Props = $props();
	const columns = $derived(field.columns ?? []);
	const put = (next: FormField[]) => change({ ...field, columns: next });
	const add = () => put([...columns, blankField('reading', namesOf({ sections: [...sections] }))]);
</script>

<FieldParts {field} {at} {near} {problem} {change} {named} />
{#if field.kind === 'table'}
	{#if problem(`${at}.columns`)}<p class="problem" role="alert">{problem(`${at}.columns`)}</p>{/if}
	{#each columns as c, n (n)}<div class="column" role="group" aria-label="Column {n + 1}">
			<FieldParts
				field={c}
				at="{at}.columns.{n}"
				near={[...near, ...columns]}
				{problem}
				change={(next) => put(columns.map((x, k) => (k === n ? next : x)))}
				column
				{named}
			/>
			<button type="button" class="link justify-self-start" onclick={() => put(columns.filter((_, k) => k !== n))}
				>Take column {n + 1} off</button
			>
		</div>{/each}
	<button type="button" class="btn" onclick={add}>Add a column</button>
{/if}

<style>
	.column {
		display: grid;
		gap: 8px;
		border-left: 3px solid var(--line);
		padding-left: 12px;
		margin: 10px 0;
	}
</style>
