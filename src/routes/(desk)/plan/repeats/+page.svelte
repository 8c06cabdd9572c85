<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { untrack } from 'svelte';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { cents, formatCents } from '$lib/core/money';
	import { repeatWords } from '$lib/core/repeats';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import ComesDialog from '$lib/ui/plan/ComesDialog.svelte';
	import RepeatDialog from '$lib/ui/plan/RepeatDialog.svelte';
	import { nextDays } from '$lib/ui/plan/repeat-form';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Rule = (typeof data.rules)[number];
	const WAYS = { made: 'made only', given: 'made and given to', booked: 'made and booked for' };
	/** Opened from a job: a new rule for it. */
	let fresh = $state(untrack(() => page.url.searchParams.get('job')));
	let editing: Rule | null = $state(null);
	/** The rule whose coming occurrences are looked at. */
	let looking: string | null = $state(null);
	const looked = $derived(data.rules.find((r) => r.id === looking));
	let said = $state('');
	const next = (r: Rule) =>
		r.paused
			? []
			: nextDays(r.rule, r.onHoliday, { holidays: data.holidays, hours: data.hours }, data.today, 3).map((p) =>
					p.day ? showDay(p.day) : 'left out'
				);
	async function pause(r: Rule) {
		const done = await command('repeats.pause', { ruleId: r.id, paused: !r.paused, version: r.version });
		said = done.ok ? '' : done.message;
	}
	const open = $derived(page.url.searchParams.get('rule'));
</script>

<Page title="Repeat jobs" sub="Jobs that make their successors by a rule" pages={pagesOf('Plan')} current="/plan/repeats">
	{#snippet actions()}{#if data.mayChange}<button class="btn btn-primary" onclick={() => (fresh = '')}>New repeat job</button
			>{/if}{/snippet}
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>Name</th><th>Customer</th><th>Rule</th><th>What is done</th><th>Next</th><th class="num">Made</th><th>State</th><th></th></tr
				></thead
			>
			<tbody
				>{#each data.rules as r (r.id)}<tr
						><td><a class="link" href="?rule={r.id}">{r.name}</a></td><td>{r.customer}</td><td>{repeatWords(r.rule)}</td><td
							>{WAYS[r.way]}
							{r.way === 'made' ? '' : (r.crew ?? '')}, {r.ahead === 0 ? 'on its day' : `${r.ahead} days ahead`}{r.price === null
								? ''
								: `; ${formatCents(cents(r.price))}${r.invoice === 'draft' ? ', drafted on its day' : ''}`}{r.remind
								? `; reminded ${r.remind} days before`
								: ''}</td
						><td>{next(r).join(', ') || '–'}</td><td class="num">{r.made}</td><td
							>{#if r.trouble}<Mark kind="need" label={r.trouble} />{:else if r.paused}<Mark kind="ring" label="paused" />{:else}<Mark
									kind="half"
									label="running"
								/>{/if}</td
						><td class="text-right whitespace-nowrap"
							><button class="link mr-3" onclick={() => (looking = r.id)}>What comes<span class="sr-only"> of {r.name}</span></button><a
								class="link mr-3"
								href="/api/repeats/{r.id}.ics"
								download>Calendar<span class="sr-only"> of {r.name}</span></a
							>{#if data.mayChange}<button class="link" onclick={() => (editing = r)}>Change<span class="sr-only"> {r.name}</span></button
								><button class="link ml-3" onclick={() => pause(r)}
									>{r.paused ? 'Go on' : 'Pause'}<span class="sr-only"> {r.name}</span></button
								>{/if}</td
						></tr
					>
					{#if open === r.id}<tr
							><td colspan="8" class="quiet"
								>{#if data.made.length === 0}Nothing made yet.{/if}
								{#each data.made as m (m.id)}<span class="mr-4"
										>{#if m.jobId}<a class="link" href="/jobs/{m.jobId}">{showDay(m.day ?? m.occursOn)}, job {m.number}</a>{:else}{showDay(
												m.occursOn
											)} left out, a holiday{/if}</span
									>{/each}</td
							></tr
						>{/if}{:else}<tr
						><td colspan="8" class="quiet"
							>None yet. Take a job that is done again and again: the next ones are made by themselves, some days ahead, so that they can
							still be moved.</td
						></tr
					>{/each}</tbody
			>
		</table>
	</div>
</Page>
{#if looked}{#key looked.id}<ComesDialog
			rule={looked}
			crews={data.crews}
			mayChange={data.mayChange}
			onclose={() => (looking = null)}
		/>{/key}{/if}
{#if fresh !== null || editing}
	{#key editing?.id ?? fresh}
		<RepeatDialog
			rule={editing}
			jobId={fresh ?? ''}
			jobs={data.jobs}
			crews={data.crews}
			calendar={{ holidays: data.holidays, hours: data.hours }}
			today={data.today}
			onclose={() => ([fresh, editing] = [null, null])}
		/>
	{/key}
{/if}
