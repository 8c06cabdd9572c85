<script lang="ts">
	import { page } from '$app/state';
	import { latestOf } from '$lib/client/shown.svelte';
	import { formatMinutes } from '$lib/core/money';
	import { mondayOf } from '$lib/core/time';
	import { clockText } from '$lib/ui/board/plan';
	import { groupBy } from '$lib/ui/lists';
	import Page from '$lib/ui/shell/Page.svelte';
	import { shortDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const weeks = $derived(groupBy(data.days, mondayOf));
	const crews = $derived(groupBy(data.staff, (p) => p.crew));
	const of = (personId: string, day: string) => data.shifts.filter((s) => s.personId === personId && s.day === day);
	const off = (personId: string, day: string) => data.timeOff.some((t) => t.personId === personId && t.from <= day && day <= t.to);
	const round = (crewId: string | null, day: string) => data.rounds.find((r) => r.crewId === crewId && r.day === day);
</script>

<Page title="Sheets" sub="One for each crew and week" pages={pagesOf('Plan')} current="/plan">
	{#snippet actions()}<a class="btn" href="/api/pdf/plan-sheet{page.url.search}" download>PDF</a><button
			class="btn btn-primary"
			onclick={() => print()}>Print</button
		>{/snippet}
	{#each crews as [crew, own] (crew)}{#each weeks as [monday, days] (monday)}
			<section class="sheet page" aria-label="{crew}, week of {showDay(monday)}">
				<h2>{crew} <span class="quiet">week of {showDay(monday)}</span></h2>
				<table class="grid-table">
					<thead
						><tr
							><th></th>{#each days as d (d)}<th>{shortDay(d)}{data.holidays.includes(d) ? ', holiday' : ''}</th>{/each}</tr
						></thead
					>
					<tbody
						>{#each own as p (p.id)}<tr
								><th scope="row">{p.name}</th>{#each days as d (d)}<td
										>{#if off(p.id, d)}<em>off</em>{/if}{#each of(p.id, d) as s (s.id)}<p>
												{s.from === null ? '' : `${clockText(s.from)}–${clockText(s.to)} `}<strong>{s.job}</strong>{s.phase
													? `, ${s.phase}`
													: ''}{#if s.note}<br /><span class="quiet">{s.note}</span>{/if}
											</p>{/each}{#if round(p.crewId, d)}<p>
												Round: {round(p.crewId, d)?.stops} stops, {formatMinutes(round(p.crewId, d)?.minutes ?? 0)}
											</p>{/if}</td
									>{/each}</tr
							>{/each}</tbody
					>
				</table>
				{#each data.stops.filter((r) => r.crewId === (own[0]?.crewId ?? null) && days.includes(r.day)) as r (r.day)}<p class="stops">
						<strong>Round {shortDay(r.day)}:</strong>
						{#each r.at as address, n (n)}<span>{n + 1}. {address.split(',')[0]}</span>
						{/each}
					</p>{/each}
			</section>
		{/each}{:else}<p class="quiet">No crews yet.</p>{/each}
</Page>

<style>
	.page {
		padding: 12px 16px;
		margin-bottom: 16px;
		overflow-x: auto;
	}
	.stops {
		display: flex;
		flex-wrap: wrap;
		gap: 0 14px;
		margin-top: 10px;
	}
	td {
		vertical-align: top;
	}
	@media print {
		.page {
			break-after: page;
			border: 0;
		}
	}
</style>
