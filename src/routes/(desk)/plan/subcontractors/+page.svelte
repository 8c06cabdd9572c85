<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Go from '$lib/ui/shell/Go.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { addDays, daysBetween } from '$lib/core/time';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import AskDialog from '$lib/ui/plan/AskDialog.svelte';
	import FirmDialog from '$lib/ui/plan/FirmDialog.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let editing = $state<string | null>(null);
	let asking = $state<string | null>(null);
	let said = $state('');
	const firm = $derived(data.firms.find((f) => f.id === editing) ?? null);
	const MARKS = { asked: 'wait', yes: 'done', no: 'need', withdrawn: 'ring' } as const;
	const over = (d: string | null) => d !== null && d < data.today;
	/** The days they named, as many as were asked for. */
	async function askAgain(a: (typeof data.asks)[number]) {
		const from = a.otherDay ?? a.from;
		const wanted = { firmId: a.firmId, jobId: a.jobId, phase: a.phase, text: a.text };
		const r = await command('plan.ask-firm', { ...wanted, from, to: addDays(from, daysBetween(a.from, a.to)), despite: true });
		if (r.ok) await act('plan.withdraw-ask', { askId: a.id, version: a.version });
		else said = r.message;
	}
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
	}
</script>

<Page title="Subcontractors" sub="Firms that work for us, asked by a link" pages={pagesOf('Plan')} current="/plan/subcontractors">
	{#snippet actions()}{#if data.mayPlan}
			<button class="btn" onclick={() => (editing = 'new')}>New firm</button>
			<button class="btn btn-primary" disabled={data.firms.every((f) => f.archived)} onclick={() => (asking = '')}>Ask a firm</button>
		{/if}{/snippet}
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet mb-4 overflow-x-auto">
		<table class="grid-table" aria-label="Asked">
			<thead><tr><th>Firm</th><th>Job</th><th>Days</th><th>Answer</th><th></th></tr></thead>
			<tbody
				>{#each data.asks as a (a.id)}<tr
						><td>{a.firm}</td><td><Go right="jobs.see" class="link" href="/jobs/{a.jobId}">{a.job}</Go></td><td
							>{showDay(a.from)}{a.to === a.from ? '' : ` – ${showDay(a.to)}`}</td
						><td
							><Mark
								kind={MARKS[a.state]}
								label={a.state === 'asked'
									? 'no answer yet'
									: `${a.state}${a.answeredBy ? `, ${a.answeredBy}` : ''}${a.why ? `: ${a.why}` : ''}${a.otherDay ? `, could from ${showDay(a.otherDay)}` : ''}`}
							/></td
						><td class="text-right"
							>{#if data.mayPlan && a.state === 'no' && a.otherDay && a.otherDay >= data.today}<button
									class="link mr-3"
									onclick={() => askAgain(a)}>Ask for {showDay(a.otherDay)}<span class="sr-only">: {a.firm}</span></button
								>{/if}{#if data.mayPlan && a.to >= data.today}<button
									class="link"
									onclick={() => act('plan.withdraw-ask', { askId: a.id, version: a.version })}
									>{a.state === 'no' ? 'Settled' : 'Not needed any more'}<span class="sr-only">: {a.firm}</span></button
								>{/if}</td
						></tr
					>{:else}<tr><td colspan="5" class="quiet">Nobody is asked. They get a mail with a link, and say yes or no there.</td></tr
					>{/each}</tbody
			>
		</table>
	</div>
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="Firms">
			<thead><tr><th>Firm</th><th>Trade</th><th>Mail</th><th>Phone</th><th>Papers</th><th></th></tr></thead>
			<tbody
				>{#each data.firms as f (f.id)}<tr class:quiet={f.archived}
						><td>{f.name}{f.archived ? ', set aside' : ''}</td><td>{f.trade}</td><td>{f.mail}</td><td>{f.phone}</td><td
							>{#each f.papers as p (p.id)}<span class="mr-3" class:problem={over(p.validUntil)}
									>{over(p.validUntil) ? '▲ ' : ''}{p.name}{p.validUntil ? ` until ${showDay(p.validUntil)}` : ''}</span
								>{:else}<span class="quiet">none noted</span>{/each}</td
						><td class="text-right whitespace-nowrap"
							>{#if data.mayPlan}<button class="link" onclick={() => (editing = f.id)}>Change<span class="sr-only"> {f.name}</span></button
								><button
									class="link ml-3"
									onclick={() => act('firms.set-aside', { firmId: f.id, archived: !f.archived, version: f.version })}
									>{f.archived ? 'Take back' : 'Set aside'}<span class="sr-only"> {f.name}</span></button
								>{#if !f.archived}<button class="link ml-3" onclick={() => (asking = f.id)}
										>Ask …<span class="sr-only"> {f.name}</span></button
									>{/if}{/if}</td
						></tr
					>{:else}<tr><td colspan="6" class="quiet">No firm yet.</td></tr>{/each}</tbody
			>
		</table>
	</div>
</Page>
{#if editing !== null}{#key editing}<FirmDialog {firm} onclose={() => (editing = null)} />{/key}{/if}
{#if asking !== null}{#key asking}<AskDialog
			firmId={asking}
			firms={data.firms.filter((f) => !f.archived)}
			jobs={data.jobs}
			today={data.today}
			onclose={() => (asking = null)}
		/>{/key}{/if}
