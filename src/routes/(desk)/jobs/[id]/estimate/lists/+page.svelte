<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatCents, formatQuantity } from '$lib/core/money';
	import BenchPages from '$lib/ui/estimate/BenchPages.svelte';
	import { groupBy } from '$lib/ui/lists';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	/** Materials under their phase or their supplier, in the order in which they come. */
	const groups = $derived(groupBy(data.materials, (m) => (data.by === 'phase' ? m.phase : m.supplier || 'from no supplier yet')));
	const sum = (rows: { cost: number }[]) => formatCents(rows.reduce((n, r) => n + r.cost, 0));
	const WORDS: Record<string, string> = { en: 'English', es: 'Español' };
</script>

<Page
	title={data.head.job.name}
	sub="Material and labor list: what has to be had, and who does what"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/estimate"
	wide
>
	{#snippet actions()}<a class="btn" href="/api/material-list/{data.estimateId}" download>Spreadsheet</a><a
			class="btn"
			href="/api/pdf/inside/{data.estimateId}">Inside as PDF</a
		><button class="btn" onclick={() => window.print()}>Print</button>{/snippet}
	<ThreadStrip steps={data.thread} />
	<BenchPages jobId={data.head.job.id} current="lists" />
	<div class="body">
		<div class="min-w-0">
			<p class="by no-print">
				<a href="?by=phase" aria-current={data.by === 'phase' ? 'true' : undefined}>By phase</a><a
					href="?by=supplier"
					aria-current={data.by === 'supplier' ? 'true' : undefined}>By supplier</a
				>
			</p>
			{#each groups as [name, rows] (name)}<section class="sheet mb-3" aria-label={name}>
					<h2 class="flex p-3"><span>{name}</span><span class="figure ml-auto">{sum(rows)}</span></h2>
					<table class="grid-table">
						<thead
							><tr
								><th>What</th><th>Code</th><th class="num">Quantity</th><th class="num">To buy</th><th
									>{data.by === 'phase' ? 'Supplier' : 'Phase'}</th
								><th class="num">Cost</th></tr
							></thead
						>
						<tbody
							>{#each rows as m, i (i)}<tr
									><td
										>{#if m.itemId}<a class="link" href="/price/catalog/{m.itemId}">{m.name}</a>{:else}{m.name}{/if}</td
									><td class="quiet">{m.code}</td><td class="num">{formatQuantity(m.quantity)} {m.unit}</td><td class="num"
										>{m.packs ? `${m.packs.count} ${m.packs.unit}` : ''}</td
									><td class="quiet">{data.by === 'phase' ? m.supplier : m.phase}</td><td class="num">{formatCents(m.cost)}</td></tr
								>{/each}</tbody
						>
					</table>
				</section>{:else}<p class="sheet p-6">No materials on this estimate yet.</p>{/each}
		</div>
		<div class="grid content-start gap-3">
			<section class="sheet" aria-label="Hours">
				<h2 class="flex p-3">
					<span>Hours</span><span class="figure ml-auto">{formatQuantity(data.hours.reduce((n, h) => n + h.hours, 0))} h</span>
				</h2>
				<table class="grid-table">
					<thead><tr><th>Phase</th><th>Crew</th><th class="num">Hours</th></tr></thead>
					<tbody
						>{#each data.labor as l, i (i)}<tr><td>{l.phase}</td><td>{l.crew}</td><td class="num">{formatQuantity(l.hours)}</td></tr
							>{:else}<tr><td colspan="3">No hours yet.</td></tr>{/each}</tbody
					>
				</table>
				<p class="quiet px-3 pb-2">{data.hours.map((h) => `${h.crew} ${formatQuantity(h.hours)} h`).join(' · ')}</p>
			</section>
			{#each data.sheets as s (s.id)}<section class="sheet p-3" aria-label="Crew sheet of {s.name}">
					<h2>{s.name}</h2>
					{#each Object.entries(s.sheet) as [lang, x] (lang)}{#if x && (x.tools || x.order || x.key)}<details {lang} open={lang === 'en'}>
								<summary class="quiet">{WORDS[lang] ?? lang}</summary>
								{#if x.tools}<p><span class="quiet">Bring:</span> {x.tools}</p>{/if}
								{#if x.order}<p class="words">{x.order}</p>{/if}
								{#if x.key}<p><strong>{x.key}</strong></p>{/if}
							</details>{/if}{:else}<p class="quiet">No crew sheet.</p>{/each}
				</section>{/each}
		</div>
	</div>
</Page>

<style>
	.body {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 340px);
		gap: 14px;
		padding: 14px 18px 40px;
	}
	.by {
		display: flex;
		gap: 14px;
		margin-bottom: 10px;
	}
	.by a {
		text-decoration: none;
		color: var(--quiet);
	}
	.by a[aria-current] {
		color: var(--color-base-content);
		font-weight: 650;
		border-bottom: 2px solid var(--color-primary);
	}
	.words {
		white-space: pre-wrap;
	}
	summary {
		cursor: pointer;
	}
	@media (max-width: 900px) {
		.body {
			grid-template-columns: 1fr;
		}
	}
</style>
