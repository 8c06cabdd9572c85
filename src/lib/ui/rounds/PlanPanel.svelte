<script lang="ts">
	import type { Answer } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { formatMinutes } from '$lib/core/money';
	import type { Cadence } from '$lib/core/rounds';
	import { weekday } from '$lib/core/time';
	import Field from '../forms/Field.svelte';
	import { showDay } from '../shell/dates';
	/** Plans the picked sites: who, which weekday, from when; what is sold against what would be planned is said before. */
	interface Props {
		chosen: string[];
		service: { cadence: Cadence };
		crews: { id: string; name: string }[];
		today: string;
		onplanned: (visits: number) => void;
	}
	let { chosen, service, crews, today, onplanned }: Props = $props();
	type Preview = Answer<'rounds.preview'>;
	const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
	const weeks = $derived(service.cadence.by === 'weeks');
	let crewId = $state('');
	let day = $state(0);
	let start = $state('');
	let preview = $state<Preview | null>(null);
	let problem = $state('');
	let field = $state('');
	let busy = $state(false);
	let asked = 0;
	const input = $derived({
		agreementIds: chosen,
		crewId,
		weekday: weeks ? day || weekday(today) : null,
		start: start || today
	});
	$effect(() => {
		const question = input;
		const mine = ++asked;
		if (chosen.length === 0 || !crewId) {
			preview = null;
			[problem, field] = ['', ''];
			return;
		}
		void ask('rounds.preview', question).then((r) => {
			if (mine !== asked) return;
			preview = r.ok ? r.result : null;
			[problem, field] = r.ok ? ['', ''] : [r.message, r.field ?? ''];
		});
	});
	const total = (of: (r: Preview['rows'][number]) => number) => preview?.rows.reduce((n, r) => n + of(r), 0) ?? 0;
	const free = $derived(total((r) => Math.max(0, r.difference)));
	const owed = $derived(total((r) => Math.max(0, -r.difference)));
	const late = $derived(total((r) => r.fromStart));
	const wrong = $derived(preview?.rows.filter((r) => r.difference !== 0) ?? []);
	const range = (of: (r: Preview['rows'][number]) => number) => {
		const all = preview?.rows.map(of) ?? [];
		const [low, high] = [Math.min(...all), Math.max(...all)];
		return low === high ? formatMinutes(low) : `${formatMinutes(low)} to ${formatMinutes(high)}`;
	};
	async function plan() {
		busy = true;
		const r = await command('rounds.plan', { ...input, despite: wrong.length > 0 });
		busy = false;
		if (r.ok) onplanned(r.result.visits);
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const at = (f: string) => (field === f ? problem : '');
</script>

<section class="sheet grid content-start gap-3 p-4" aria-label="Plan the round">
	<h2>{chosen.length === 0 ? 'Pick sites' : `${chosen.length} site${chosen.length === 1 ? '' : 's'} picked`}</h2>
	{#if chosen.length === 0}<p class="quiet">On the map by click or by drawing around, or in the list.</p>{/if}
	<Field label="Crew" problem={at('crewId')}
		><select class="select" name="crew" bind:value={crewId}
			><option value="">choose</option>{#each crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
		></Field
	>
	{#if weeks}<Field label="Weekday" problem={at('weekday')}
			><select class="select" name="weekday" value={day || weekday(today)} onchange={(e) => (day = Number(e.currentTarget.value))}
				>{#each WEEKDAYS as w, n (w)}<option value={n + 1}>{w}</option>{/each}</select
			></Field
		>{:else}<p class="quiet">Each visit goes to the least loaded day of its window.</p>{/if}
	<Field label="From" problem={at('start')} hint="Weeks that are past are left out.">
		<input class="input" type="date" name="start" value={start || today} onchange={(e) => (start = e.currentTarget.value)} />
	</Field>
	{#if preview}
		<table class="w-full" aria-label="Sold and planned">
			<tbody>
				<tr><td>Visits sold</td><td class="figure text-right">{total((r) => r.sold)}</td></tr>
				<tr><td>Would be planned</td><td class="figure text-right" data-test="planned">{total((r) => r.planned)}</td></tr>
				{#if free > 0}<tr class="problem"><td>More than sold: free work</td><td class="figure text-right">{free}</td></tr>{/if}
				{#if owed > 0}<tr class="problem"
						><td>Owed{late > 0 ? `, ${late} of them by the late start` : ''}</td><td class="figure text-right">{owed}</td></tr
					>{/if}
				<tr><td class="pt-2">Labor a visit</td><td class="figure pt-2 text-right">{range((r) => r.laborPerVisit)}</td></tr>
				<tr><td>On site, {preview.crewSize} people</td><td class="figure text-right">{range((r) => r.onSite)}</td></tr>
				<tr><td>Block on the board</td><td class="figure text-right">{range((r) => r.minutes)}</td></tr>
				<tr><td>Longest round day</td><td class="figure text-right">{formatMinutes(preview.longest)}</td></tr>
			</tbody>
		</table>
		{#if preview.days.length}<details>
				<summary>{preview.days.length + preview.more} round days, first {showDay(preview.days[0]?.day ?? '')}</summary>
				<ul class="max-h-40 overflow-auto">
					{#each preview.days as d (d.day)}<li class="flex justify-between">
							<span>{showDay(d.day)}</span><span class="figure">{d.sites} sites, {formatMinutes(d.minutes)}</span>
						</li>{/each}{#if preview.more}<li class="quiet">and {preview.more} more</li>{/if}
				</ul>
			</details>{/if}
		{#if wrong.length > 0 && wrong.length <= 5}<ul>
				{#each wrong as r (r.id)}<li class="quiet">{r.address}: {r.planned} for {r.sold} sold</li>{/each}
			</ul>{/if}
	{/if}
	{#if problem && !['crewId', 'weekday', 'start'].includes(field)}<p class="problem" role="alert">{problem}</p>{/if}
	<button class="btn btn-primary" disabled={busy || !preview || total((r) => r.planned) === 0} onclick={plan}
		>{busy ? 'Planning …' : wrong.length > 0 ? 'Plan it all the same' : 'Plan the season'}</button
	>
</section>
