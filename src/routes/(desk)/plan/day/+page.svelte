<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { may } from '$lib/core/access';
	import { command } from '$lib/client/command';
	import { formatMinutes } from '$lib/core/money';
	import { addDays } from '$lib/core/time';
	import { jobTone } from '$lib/ui/board/tones';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { groupBy } from '$lib/ui/lists';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Go from '$lib/ui/shell/Go.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const mayJobs = $derived(may(data.me, 'jobs.see'));
	const clock = (n: number) => `${Math.floor(n / 60) % 24}:${String(n % 60).padStart(2, '0')}`;
	const name = $derived(
		new Date(`${data.day}T12:00Z`).toLocaleDateString('en-US', {
			weekday: 'long',
			month: 'long',
			day: 'numeric',
			year: 'numeric',
			timeZone: 'UTC'
		})
	);
	/** The hours that are shown: the working day with an hour around it, wider where somebody is planned beyond. */
	const all = $derived(data.people.flatMap((p) => p.shifts));
	const first = $derived(Math.floor(Math.min(data.workday.from - 60, ...all.map((s) => s.from ?? data.workday.from)) / 60) * 60);
	const last = $derived(Math.ceil(Math.max(data.workday.to + 60, ...all.map((s) => s.to ?? data.workday.to)) / 60) * 60);
	const hours = $derived(Array.from({ length: (last - first) / 60 }, (_, n) => first + n * 60));
	const place = (s: { from: number | null; to: number | null }) => {
		const [from, to] = [s.from ?? data.workday.from, s.to ?? data.workday.to];
		return `left: ${((from - first) / (last - first)) * 100}%; width: ${((to - from) / (last - first)) * 100}%`;
	};
	/** Shifts that overlap stand below each other. */
	function lanesOf(shifts: (typeof all)[number][]): (typeof all)[number][][] {
		const lanes: (typeof all)[number][][] = [];
		for (const s of [...shifts].sort((a, b) => (a.from ?? 0) - (b.from ?? 0))) {
			const lane = lanes.find((l) => (l.at(-1)?.to ?? data.workday.to) <= (s.from ?? data.workday.from));
			if (lane) lane.push(s);
			else lanes.push([s]);
		}
		return lanes;
	}
	const groups = $derived(groupBy(data.people, (p) => p.crew));
	type Stop = (typeof data.rounds)[number]['stops'][number];
	let moving: { stop: Stop; crewId: string; day: string } | null = $state(null);
	let skipping: { stop: Stop; reason: string } | null = $state(null);
	let problem = $state('');
	let field = $state('');
	async function move() {
		if (!moving) return;
		const r = await command('rounds.move-visit', {
			visitId: moving.stop.id,
			day: moving.day,
			crewId: moving.crewId,
			version: moving.stop.version
		});
		if (r.ok) [moving, problem, field] = [null, '', ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function skip() {
		if (!skipping) return;
		const r = await command('rounds.skip-visit', { visitId: skipping.stop.id, reason: skipping.reason, version: skipping.stop.version });
		if (r.ok) [skipping, problem, field] = [null, '', ''];
		else [problem, field] = [r.field === 'reason' ? 'Say why.' : r.message, r.field ?? ''];
	}
</script>

<Page
	title={name}
	sub={data.free ? 'Not a working day' : `${data.people.filter((p) => p.shifts.length > 0).length} of ${data.people.length} people planned`}
	pages={pagesOf('Plan')}
	current="/plan/day"
>
	{#snippet actions()}
		<a class="btn" href="?day={addDays(data.day, -1)}" aria-label="The day before">←</a><a class="btn" href="/plan/day">Today</a><a
			class="btn"
			href="?day={addDays(data.day, 1)}"
			aria-label="The day after">→</a
		>
	{/snippet}
	<div class="sheet overflow-x-auto">
		<div class="grid-day">
			<div class="line head">
				<span></span><span class="hours"
					>{#each hours as h (h)}<span>{clock(h)}</span>{/each}</span
				>
			</div>
			{#if data.unassigned.length}<div class="line">
					<span class="who"><strong>Nobody yet</strong></span><span class="track"
						>{#each data.unassigned as s (s.id)}<span class="bar open" style={place(s)}>{s.job} {s.phase}</span>{/each}</span
					>
				</div>{/if}
			{#each groups as [crew, own] (crew)}
				<p class="crew">{crew}</p>
				{#each own as p (p.id)}
					{@const lanes = lanesOf(p.shifts)}
					<div class="line" style="min-height: {Math.max(1, lanes.length) * 30 + 6}px">
						<span class="who">{p.name} <span class="quiet">{p.skills}</span></span>
						<span class="track" style="background-size: {100 / hours.length}% 100%">
							{#if p.isOff}<span class="off">time off{p.off ? `: ${p.off}` : ''}</span>{/if}
							{#each lanes as lane, n (n)}{#each lane as s (s.id)}<svelte:element
										this={mayJobs ? 'a' : 'span'}
										class="bar"
										class:twice={(data.conflicts[s.id]?.length ?? 0) > 0}
										style="{place(s)}; top: {n * 30 + 3}px; --tone: {jobTone(s.number)}"
										href={mayJobs ? `/jobs/${s.jobId}` : undefined}
										title={[s.job, s.phase, s.note, ...(data.conflicts[s.id] ?? []).map((c) => c.text)].filter(Boolean).join(' · ')}
										>{s.from === null ? '' : `${clock(s.from)} `}{s.job}{s.phase ? `, ${s.phase}` : ''}</svelte:element
									>{/each}{/each}
						</span>
					</div>
				{/each}
			{/each}
			{#if data.firms.length}<p class="crew">Subcontractors</p>
				{#each data.firms as f (f.id)}<div class="line">
						<span class="who">{f.firm} <span class="quiet">{f.state === 'yes' ? 'comes' : 'asked'}</span></span><span class="track"
							><svelte:element
								this={mayJobs ? 'a' : 'span'}
								class="bar"
								class:open={f.state !== 'yes'}
								style="left: 8%; width: 80%; --tone: {jobTone(f.number)}"
								href={mayJobs ? `/jobs/${f.jobId}` : undefined}>{f.job}{f.phase ? `, ${f.phase}` : ''}</svelte:element
							></span
						>
					</div>{/each}{/if}
		</div>
	</div>
	{#each data.rounds as r (r.id)}
		<section class="sheet mt-4" aria-label="Round of {r.name}">
			<h2 class="p-3">
				Round of {r.name}
				<span class="quiet"
					>{r.stops.filter((s) => s.state === 'done').length} of {r.stops.length} done, {formatMinutes(
						r.stops.reduce((a, s) => a + s.minutes, 0)
					)}</span
				>
			</h2>
			<table class="grid-table">
				<tbody
					>{#each r.stops as s (s.id)}<tr
							><td><Go right="jobs.see" class="link" href="/jobs/{s.jobId}">{s.address}</Go></td><td>{s.customer}</td><td>{s.service}</td
							><td class="num">{formatMinutes(s.minutes)}</td><td
								><Mark kind={s.state === 'done' ? 'done' : 'ring'} label={s.state === 'done' ? `done, ${s.doneBy}` : 'planned'} /></td
							><td class="text-right"
								>{#if data.mayPlan && s.state === 'planned'}<button
										class="link"
										onclick={() => ([moving, problem, field] = [{ stop: s, crewId: r.id, day: data.day }, '', ''])}
										>Move …<span class="sr-only"> {s.address}</span></button
									><button class="link ml-3" onclick={() => ([skipping, problem, field] = [{ stop: s, reason: '' }, '', ''])}
										>Leave out …<span class="sr-only"> {s.address}</span></button
									>{/if}</td
							></tr
						>{/each}</tbody
				>
			</table>
		</section>
	{/each}
</Page>
<Dialog
	bind:open={
		() => moving !== null,
		(v) => {
			if (!v) moving = null;
		}
	}
	title="Move the visit to {moving?.stop.address ?? ''}"
	save="Move"
	onsave={move}
	problem={field === 'day' ? '' : problem}
>
	{#if moving}<div class="grid grid-cols-2 gap-3">
			<Field label="Day" problem={field === 'day' ? problem : ''}
				><input class="input" type="date" name="day" bind:value={moving.day} /></Field
			>
			<Field label="Crew"
				><select class="select" name="crew" bind:value={moving.crewId}
					>{#each data.crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
				></Field
			>
		</div>{/if}
</Dialog>
<Dialog
	bind:open={
		() => skipping !== null,
		(v) => {
			if (!v) skipping = null;
		}
	}
	title="Leave out the visit to {skipping?.stop.address ?? ''}"
	save="Leave out"
	onsave={skip}
	problem={field === 'reason' ? '' : problem}
>
	{#if skipping}<Field label="Why" hint="The visit is owed then." problem={field === 'reason' ? problem : ''}
			><input class="input" name="reason" bind:value={skipping.reason} /></Field
		>{/if}
</Dialog>

<style>
	.grid-day {
		min-width: 900px;
	}
	.line {
		display: grid;
		grid-template-columns: 200px 1fr;
		border-bottom: 1px solid var(--line);
		min-height: 36px;
	}
	.who {
		padding: 7px 10px;
		border-right: 1px solid var(--line);
	}
	.hours {
		display: grid;
		grid-auto-flow: column;
		grid-auto-columns: 1fr;
	}
	.hours span {
		padding: 4px 0 4px 4px;
		border-left: 1px solid var(--line);
		font-family: var(--font-figure);
		font-size: 0.86rem;
		color: var(--quiet);
	}
	.crew {
		padding: 3px 10px;
		font-weight: 650;
		background: var(--color-base-200);
		border-bottom: 1px solid var(--line);
	}
	.track {
		position: relative;
		background-image: linear-gradient(to right, var(--line) 1px, transparent 1px);
	}
	.bar {
		position: absolute;
		top: 3px;
		height: 27px;
		padding: 3px 7px;
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
		text-decoration: none;
		border-left: 4px solid var(--tone, var(--color-primary));
		background: color-mix(in oklab, var(--tone, var(--color-primary)) 16%, var(--color-base-100));
	}
	.bar.open {
		border: 1px dashed var(--color-base-content);
		background: var(--color-base-100);
	}
	.bar.twice {
		outline: 2px solid var(--color-error);
	}
	.off {
		position: absolute;
		inset: 3px 0;
		padding: 4px 10px;
		background: var(--hatch);
	}
</style>
