<script lang="ts">
	import { formatQuantity } from '$lib/core/money';
	import { filesIn, formReadings, type FormValues, type Reading, type SiteForm } from '$lib/core/site-forms';
	import { limitsOf } from './limits';
	import { words } from '../words/field';
	/** A site form as it was signed, to be read: what lies outside its limits stands out and is said. */
	let { form, values }: { form: Pick<SiteForm, 'sections'>; values: FormValues } = $props();
	const readings = $derived(new Map(formReadings(form, values).map((r) => [r.field.id, r])));
	function answer(r: Reading): string {
		const unit = r.field.unit ? ` ${r.field.unit}` : '';
		if (r.field.kind === 'yes-no' && (r.given === 'yes' || r.given === 'no'))
			return `${words.field.form[r.given]}${r.why ? `: ${r.why}` : ''}`;
		if (r.value !== null) return formatQuantity(r.value) + unit;
		return r.given ? words.field.siteForm(r.given) : '–';
	}
	const beyond = (r: Reading) => r.outside && (r.field.kind === 'reading' || r.field.kind === 'computed');
</script>

{#snippet said(r: Reading)}<span class:out={r.outside}>{beyond(r) ? '▲ ' : ''}{answer(r)}</span>{#if beyond(r)}
		<span class="problem ml-2">{words.field.form.outside}: {limitsOf(r.field)}</span>{/if}{/snippet}

{#each form.sections as s, n (n)}
	<section class="sheet mb-3 p-4">
		<h2 class="mb-1">{words.field.siteForm(s.title)}</h2>
		{#each s.fields as f (f.id)}
			{@const r = readings.get(f.id)}
			{#if r && f.kind === 'table'}
				<div class="overflow-x-auto">
					<table class="grid-table" aria-label={words.field.siteForm(f.label)}>
						<caption class="quiet text-left">{words.field.siteForm(f.label)}</caption>
						<thead
							><tr
								>{#each f.columns ?? [] as c (c.id)}<th>{words.field.siteForm(c.label)}</th>{/each}</tr
							></thead
						>
						<tbody
							>{#each r.rows as cells, k (k)}<tr
									>{#each cells as c (c.field.id)}<td>{@render said(c)}</td>{/each}</tr
								>{/each}</tbody
						>
					</table>
				</div>
			{:else if r}<div class="line">
					<span class="quiet">{words.field.siteForm(f.label)}</span>
					{#if f.kind === 'picture' || f.kind === 'signature'}<span class="flex flex-wrap gap-2"
							>{#each filesIn(r.given) as id (id)}<a href="/api/files/{id}"
									><img class="max-h-24" src="/api/files/{id}?small" alt={words.field.siteForm(f.label)} /></a
								>{:else}–{/each}</span
						>
					{:else}<span>{@render said(r)}</span>{/if}
				</div>{/if}
		{/each}
	</section>
{/each}

<style>
	.line {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		gap: 12px;
		padding: 6px 0;
		border-bottom: 1px solid var(--line);
	}
	.out {
		font-weight: 700;
	}
</style>
