<script lang="ts">
	import { onMount } from 'svelte';
	import { formatMinutes } from '$lib/core/money';
	import { hoursOfSeconds } from '$lib/core/work';
	import Waterline from '../money/Waterline.svelte';
	import Mark from '../shell/Mark.svelte';
	import { RULES, type JobHoursShown } from './hours';
	/** Hours sold against used, by phase, task or person; while a clock runs it goes on counting. */
	let { hours }: { hours: JobHoursShown } = $props();
	let by = $state<'phase' | 'task' | 'person'>('phase');
	let passed = $state(0);
	onMount(() => {
		let [from, of] = [Date.now(), hours.now];
		const timer = setInterval(() => {
			// A page that was brought up to date counts from there.
			if (of !== hours.now) [from, of] = [Date.now(), hours.now];
			passed = hours.running.length > 0 ? Date.now() - from : 0;
		}, 1000);
		return () => clearInterval(timer);
	});
	const runs = (is: (r: JobHoursShown['running'][number]) => boolean) =>
		hours.running.filter(is).reduce((a, r) => a + hoursOfSeconds(Math.max(0, hours.now + passed - r.startedAt) / 1000), 0);
	const all = $derived(hours.all.used + runs(() => true));
	const time = (n: number) => formatMinutes(Math.round((n * 60) / 10_000));
	/** To the second while a clock runs. */
	const exact = (n: number) => {
		const s = Math.round((n * 3600) / 10_000);
		return `${Math.floor(s / 3600)}:${String(Math.floor(s / 60) % 60).padStart(2, '0')}:${String(s % 60).padStart(2, '0')}`;
	};
	const people = $derived(
		[
			...hours.people.map((p) => ({ id: p.id, name: p.name, used: p.used + runs((r) => r.personId === p.id) })),
			...hours.running
				.filter((r, n) => !hours.people.some((p) => p.id === r.personId) && hours.running.findIndex((o) => o.personId === r.personId) === n)
				.map((r) => ({ id: r.personId, name: r.name, used: runs((o) => o.personId === r.personId) }))
		].sort((a, b) => b.used - a.used)
	);
	const rows = $derived(
		by === 'phase'
			? hours.phases.map((p) => ({
					...{ id: p.phaseId, name: p.name || 'No phase', sold: p.sold, used: p.used + runs((r) => r.phaseId === p.phaseId) },
					...{ percent: p.percent, forecast: p.forecast, why: whyOf(p) }
				}))
			: by === 'task'
				? hours.tasks.map((t) => ({
						...{ id: t.id, name: t.text, sold: t.sold, used: t.used + runs((r) => r.taskId === t.id) },
						...{
							percent: t.done ? 10_000 : null,
							forecast: null,
							why: ''
						}
					}))
				: people.map((p) => ({ ...p, sold: 0, percent: null, forecast: null, why: '' }))
	);
	function whyOf(p: JobHoursShown['phases'][number]): string {
		const far = p.percent === null ? '' : `${Math.round(p.percent / 100)} % done ${p.typed ? 'as typed' : 'by its tasks'}; `;
		return `${far}${time(p.used)} used + ${time(p.toCome)} to come (${RULES[p.by]}) = ${time(p.forecast)}`;
	}
	const share = (used: number, sold: number) => Math.round((used / sold) * 100);
	const loud = $derived(hours.phases.filter((p) => p.warning !== null));
</script>

<div class="flex flex-wrap items-baseline gap-x-6 gap-y-1">
	<p>
		<strong class="figure" data-hours-used>{hours.running.length ? exact(all) : time(all)}</strong> used{#if hours.all.sold > 0}&nbsp;of
			<span class="figure">{time(hours.all.sold)}</span> sold{/if}
	</p>
	{#if hours.all.percent !== null}<p><span class="figure">{Math.round(hours.all.percent / 100)} %</span> done</p>{/if}
	{#if hours.all.sold > 0}<p>
			forecast <span class="figure" class:problem={hours.all.difference < 0}>{time(hours.all.forecast)}</span>
		</p>{/if}
	<div class="ml-auto flex gap-3" role="group" aria-label="Hours by">
		{#each ['phase', 'task', 'person'] as const as b (b)}<button
				class="link"
				aria-pressed={by === b}
				class:chosen={by === b}
				onclick={() => (by = b)}>{b}</button
			>{/each}
	</div>
</div>
{#each loud as p (p.phaseId)}<p class="mt-1" role="status">
		<Mark
			kind={p.warning === 'over' ? 'need' : 'wait'}
			label="{p.name || 'No phase'}: {share(p.used, p.sold)} % of its hours used{p.percent === null
				? ''
				: `, ${Math.round(p.percent / 100)} % done`}"
		/>
	</p>{/each}
{#if rows.length}<table class="mt-2 w-full">
		<thead
			><tr class="quiet text-left"
				><th>{by[0]?.toUpperCase()}{by.slice(1)}</th><th class="w-1/4"><span class="sr-only">Used against sold</span></th><th class="num"
					>Used</th
				>{#if by !== 'person'}<th class="num">Sold</th>{/if}{#if by === 'phase'}<th class="num">Done</th><th class="num">Forecast</th
					>{/if}</tr
			></thead
		>
		<tbody
			>{#each rows as r (r.id)}<tr
					><td>{r.name}</td><td class="pr-3"
						>{#if r.sold > 0}<Waterline
								kind="used"
								cost={Math.min(r.used, r.sold)}
								breakEven={r.sold}
								price={r.used}
								words={['', '', '']}
								height={10}
								label="{time(r.used)} of {time(r.sold)}"
							/>{/if}</td
					><td class="num figure">{time(r.used)}</td>{#if by !== 'person'}<td class="num figure">{r.sold > 0 ? time(r.sold) : ''}</td
						>{/if}{#if by === 'phase'}<td class="num figure">{r.percent === null ? '' : `${Math.round(r.percent / 100)} %`}</td><td
							class="num figure"
							class:problem={r.forecast !== null && r.sold > 0 && r.forecast > r.sold}
							><details class="why">
								<summary>{r.forecast === null ? '' : time(r.forecast)}</summary>
								<p class="quiet">{r.why}</p>
							</details></td
						>{/if}</tr
				>{/each}</tbody
		>
	</table>{:else}<p class="quiet mt-1">
		{by === 'task' ? 'No task has hours, and nobody said which task they worked on.' : 'Nobody clocked on it yet.'}
	</p>{/if}

<style>
	.chosen {
		font-weight: 700;
		text-decoration: none;
	}
	td,
	th {
		padding: 3px 0 3px 10px;
		vertical-align: baseline;
	}
	td:first-child,
	th:first-child {
		padding-left: 0;
	}
	th {
		font-weight: 400;
	}
	.num {
		text-align: right;
		white-space: nowrap;
	}
	.why summary {
		cursor: help;
		list-style: none;
		text-decoration: underline dotted;
		text-underline-offset: 3px;
	}
	.why summary::-webkit-details-marker {
		display: none;
	}
	.why p {
		white-space: normal;
		max-width: 260px;
		margin-left: auto;
	}
</style>
