<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { formatMinutes } from '$lib/core/money';
	import { addDays } from '$lib/core/time';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	import PayrollRules from '$lib/ui/work/PayrollRules.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Person = (typeof data.people)[number];
	type Entry = Person['entries'][number];
	const asTime = (seconds: number) => (seconds === 0 ? '' : formatMinutes(Math.round(seconds / 60)));
	const wday = (d: string) => new Date(`${d}T12:00Z`).toLocaleDateString('en-US', { weekday: 'short', day: 'numeric', timeZone: 'UTC' });
	const shown = $derived(data.people.find((p) => p.id === page.url.searchParams.get('person')));
	const to = (week: string, person = '') => `?week=${week}${person ? `&person=${person}` : ''}`;
	const toApprove = $derived(data.people.filter((p) => !p.approved && p.seconds > 0));
	const over = $derived(addDays(data.week, 7) <= data.today);
	const ready = $derived(over ? toApprove.filter((p) => p.conflicts === 0 && !p.running) : []);
	const left = $derived(toApprove.filter((p) => p.conflicts > 0 || p.running));
	let said = $state('');
	let busy = $state(false);
	async function approve(people: readonly Person[]) {
		busy = true;
		const refused: string[] = [];
		for (const p of people) {
			const r = await command('time.approve-week', { personId: p.id, week: data.week });
			if (!r.ok) refused.push(`${p.name}: ${r.message}`);
		}
		busy = false;
		said = refused.join(' ');
	}
	let opening: Person | null = $state(null);
	let why = $state('');
	let problem = $state('');
	let field = $state('');
	const at = (f: string) => (field === f ? problem : '');
	async function openAgain() {
		if (!opening) return;
		const r = await command('time.open-week', { personId: opening.id, week: data.week, reason: why });
		if (r.ok) [opening, why, problem, field] = [null, '', '', ''];
		else [problem, field] = [r.field === 'reason' ? 'Say why.' : r.message, r.field ?? ''];
	}
	let righting: Entry | null = $state(null);
	let right = $state({ day: '', from: '', to: '', breaks: '', reason: '' });
	function putRight(e: Entry) {
		righting = e;
		right = { day: e.day, from: e.from, to: e.to ?? '', breaks: String(e.breakMinutes), reason: '' };
		[problem, field] = ['', ''];
	}
	async function save(takeOff = false) {
		if (!righting) return;
		const { id: entryId, version } = righting;
		const r = takeOff
			? await command('time.remove', { entryId, reason: right.reason })
			: await command('time.correct', {
					...{ entryId, version, day: right.day, from: right.from, to: right.to, reason: right.reason },
					breakMinutes: Number.isInteger(Number(right.breaks)) ? Number(right.breaks) : -1
				});
		if (r.ok) [righting, problem, field] = [null, '', ''];
		else [problem, field] = [r.field === 'reason' ? 'Say why.' : r.message, r.field ?? ''];
	}
	let rules = $state(false);
</script>

<Page
	title="Hours"
	sub="Week from {showDay(data.week)} · {toApprove.length === 0 ? 'nothing left to approve' : `${toApprove.length} to approve`}"
	pages={pagesOf('Work')}
	current="/work/hours"
>
	{#snippet actions()}
		{#if data.mayRules}<button class="btn" onclick={() => (rules = true)}>Rules …</button>{/if}
		<a class="btn" href="/api/payroll?week={data.week}" download>Payroll file</a>
		<button class="btn btn-primary" disabled={busy || ready.length === 0} onclick={() => approve(ready)}
			>Approve {ready.length === 1 ? 'one week' : `${ready.length} weeks`}</button
		>
	{/snippet}
	<div class="mb-3 flex items-baseline gap-4">
		<a class="link" href={to(addDays(data.week, -7), shown?.id)}>‹ Week before</a><a
			class="link"
			href={to(addDays(data.week, 7), shown?.id)}>Week after ›</a
		><a class="link" href="?">This week</a>
		{#if left.length}<span class="quiet"
				>Not ready: {left.map((p) => `${p.name} (${p.running ? 'on the clock' : 'overlap'})`).join(', ')}</span
			>{/if}
		{#if toApprove.length}<span class="quiet ml-auto"
				>{over ? 'Only approved weeks go into the payroll file.' : 'This week is approved when it is over.'}</span
			>{/if}
	</div>
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="Hours by person and day">
			<thead
				><tr
					><th>Person</th>{#each data.days as d (d)}<th class="num">{wday(d)}</th>{/each}<th class="num">Week</th><th class="num"
						>Paid more</th
					><th>State</th><th></th></tr
				></thead
			>
			<tbody
				>{#each data.people as p (p.id)}<tr class:font-bold={shown?.id === p.id}
						><td><a class="link" href={to(data.week, p.id)}>{p.name}</a></td>{#each p.days as d (d.day)}<td class="num"
								>{asTime(d.seconds)}</td
							>{/each}<td class="num">{asTime(p.seconds)}</td><td class="num"
							>{p.over.map((o) => `${asTime(o.seconds)} × ${o.multiplier / 10_000}`).join(', ')}</td
						><td
							>{#if p.approved}<Mark kind="done" label="approved by {p.approved.byName}" />{:else if p.conflicts}<Mark
									kind="need"
									label="{p.conflicts} overlap"
								/>{:else if p.running}<Mark kind="half" label="on the clock" />{:else if p.seconds}<Mark
									kind="ring"
									label="to approve"
								/>{/if}</td
						><td class="text-right"
							>{#if p.approved}<button class="link" onclick={() => (opening = p)}>Open again<span class="sr-only"> {p.name}</span></button
								>{:else if over && p.seconds > 0 && !p.conflicts && !p.running}<button class="link" onclick={() => approve([p])}
									>Approve<span class="sr-only"> {p.name}</span></button
								>{/if}</td
						></tr
					>{/each}</tbody
			>
		</table>
	</div>
	{#if shown}<section class="sheet mt-4" aria-label="Entries of {shown.name}">
			<h2 class="p-3">{shown.name}</h2>
			<table class="grid-table">
				<thead><tr><th>Day</th><th>From</th><th>To</th><th class="num">Break</th><th>Job</th><th>Note</th><th></th></tr></thead>
				<tbody
					>{#each shown.entries as e (e.id)}<tr
							><td>{wday(e.day)}</td><td>{e.from}</td><td>{e.to ?? 'running'}</td><td class="num">{e.breakMinutes || ''}</td><td
								>{#if e.jobId}<a class="link" href="/jobs/{e.jobId}/costs">{e.job}</a>{/if}</td
							><td>{e.note}</td><td class="text-right"
								>{#if e.conflict}<Mark kind="need" label="overlaps" />{/if}{#if e.clockOff !== null}<span class="quiet"
										>the phone’s clock was {formatMinutes(Math.round(Math.abs(e.clockOff) / 60))} {e.clockOff > 0 ? 'fast' : 'slow'}</span
									>{/if}{#if e.to !== null && !shown.approved}<button class="link ml-3" onclick={() => putRight(e)}>Correct …</button
									>{/if}</td
							></tr
						>{:else}<tr><td colspan="7" class="quiet">No time in this week.</td></tr>{/each}</tbody
				>
			</table>
		</section>{/if}
</Page>

<Dialog
	open={opening !== null}
	title="Open the week of {opening?.name ?? ''} again"
	save="Open again"
	onsave={openAgain}
	problem={field === 'reason' ? '' : problem}
>
	<Field label="Why" problem={at('reason')}><input class="input" name="why" bind:value={why} /></Field>
</Dialog>
<Dialog
	open={righting !== null}
	title="Correct time"
	onsave={() => save()}
	problem={['day', 'from', 'to', 'breakMinutes', 'reason'].includes(field) ? '' : problem}
>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Day" problem={at('day')}><input class="input" type="date" name="day" bind:value={right.day} /></Field>
		<Field label="Break, minutes" problem={at('breakMinutes')}
			><input class="input" name="breaks" inputmode="numeric" bind:value={right.breaks} /></Field
		>
		<Field label="From" problem={at('from')}><input class="input" type="time" name="from" bind:value={right.from} /></Field>
		<Field label="To" problem={at('to')}><input class="input" type="time" name="to" bind:value={right.to} /></Field>
	</div>
	<Field label="Why" problem={at('reason')}><input class="input" name="reason" bind:value={right.reason} /></Field>
	<button type="button" class="link justify-self-start" onclick={() => save(true)}>Take this entry off</button>
</Dialog>
{#if rules}<PayrollRules rules={data.rules} version={data.companyVersion} onclose={() => (rules = false)} />{/if}
