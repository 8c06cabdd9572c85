<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { formatMinutes } from '$lib/core/money';
	import { addDays, daysBetween } from '$lib/core/time';
	import type { Bar } from '$lib/ui/board/layout';
	import Row from '$lib/ui/board/Row.svelte';
	import { jobTone } from '$lib/ui/board/tones';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import { groupBy } from '$lib/ui/lists';
	import Page from '$lib/ui/shell/Page.svelte';
	import { shortDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const b = $derived(data.board);
	const crews = $derived([...new Set(b.staff.map((p) => p.crew))]);
	const firms = $derived(
		groupBy(
			b.firms.filter((f) => b.days.includes(f.day)),
			(f) => f.firm
		)
	);
	const roundsOf = (crew: string) => {
		const id = b.staff.find((p) => p.crew === crew)?.crewId;
		return b.rounds.filter((r) => r.crewId === id).sort((x, y) => (x.day < y.day ? -1 : 1));
	};
	const free = $derived(b.staff.reduce((a, p) => a + p.load.gaps.reduce((x, g) => x + g.minutes, 0), 0));
	const conflictCount = $derived(Object.keys(b.conflicts).length);
	type Plan = {
		jobId: string;
		phase: string;
		personIds: (string | null)[];
		from: string;
		to: string;
		start: string;
		end: string;
		note: string;
		bar: Bar | null;
	};
	let plan: Plan | null = $state(null);
	let dragged: { bar: Bar } | { jobId: string; phase: string; minutes: number } | null = null;
	let against: string[] = $state([]);
	let problem = $state('');
	let busy = $state(false);
	let asked = 0;

	const minutes = (t: string): number | null => {
		const m = /^(\d{1,2}):(\d{2})$/.exec(t.trim());
		return m ? Number(m[1]) * 60 + Number(m[2]) : null;
	};
	const clock = (n: number | null) => (n === null ? '' : `${Math.floor(n / 60)}:${String(n % 60).padStart(2, '0')}`);
	const add = (p: Plan) => ({
		jobId: p.jobId,
		phase: p.phase,
		personIds: p.personIds,
		from: p.from,
		to: p.to,
		start: minutes(p.start),
		end: minutes(p.end),
		note: p.note
	});
	const move = (p: Plan) => ({
		shifts: p.bar?.shifts.map((s) => ({ id: s.id, version: s.version })) ?? [],
		byDays: daysBetween(p.bar?.shifts[0]?.day ?? p.from, p.from),
		personId: p.personIds[0] ?? null,
		span: { start: minutes(p.start), end: minutes(p.end) }
	});

	/** Asks what speaks against the plan while it is made: said before saving, not after. */
	$effect(() => {
		const p = plan;
		if (!p?.jobId || p.personIds.length === 0 || !p.from || !p.to) {
			against = [];
			return;
		}
		const mine = ++asked;
		void (p.bar ? ask('plan.check-move', move(p)) : ask('plan.check-add', add(p))).then((r) => {
			if (mine === asked) against = r.ok ? r.result.against : [r.message];
		});
	});

	function open(personId: string | null, day: string, jobId = '', phase = '', last = day) {
		plan = { jobId, phase, personIds: [personId], from: day, to: last, start: '', end: '', note: '', bar: null };
		problem = '';
	}
	function openBar(bar: Bar) {
		const s = bar.shifts[0];
		if (!s || !data.mayPlan) return;
		plan = {
			jobId: s.jobId,
			phase: s.phase,
			personIds: [s.personId],
			from: s.day,
			to: bar.shifts.at(-1)?.day ?? s.day,
			start: clock(s.from),
			end: clock(s.to),
			note: s.note,
			bar
		};
		problem = '';
	}
	async function drop(personId: string | null, day: string) {
		const d = dragged;
		dragged = null;
		if (!d) return;
		if ('bar' in d) {
			const s = d.bar.shifts[0];
			if (!s || (s.personId === personId && s.day === day)) return;
			const wanted = { shifts: d.bar.shifts.map((x) => ({ id: x.id, version: x.version })), byDays: daysBetween(s.day, day), personId };
			const r = await command('plan.move', wanted);
			if (r.ok) return;
			openBar(d.bar);
			if (plan) plan = { ...plan, from: day, to: addDays(day, daysBetween(s.day, plan.to)), personIds: [personId] };
			problem = r.field === 'despite' ? '' : r.message;
		} else {
			const span = Math.max(1, Math.ceil(d.minutes / 480));
			const at = b.days.indexOf(day);
			open(personId, day, d.jobId, d.phase, b.days[Math.min(b.days.length - 1, at + Math.min(span, 5) - 1)] ?? day);
		}
	}
	async function stretch(bar: Bar, day: string) {
		const s = bar.shifts.at(-1);
		if (!s) return;
		const r = await command('plan.add', {
			jobId: s.jobId,
			phase: s.phase,
			personIds: [s.personId],
			from: addDays(s.day, 1),
			to: day,
			start: s.from,
			end: s.to,
			note: s.note
		});
		if (!r.ok) {
			plan = {
				jobId: s.jobId,
				phase: s.phase,
				personIds: [s.personId],
				from: addDays(s.day, 1),
				to: day,
				start: clock(s.from),
				end: clock(s.to),
				note: s.note,
				bar: null
			};
			problem = r.field === 'despite' ? '' : r.message;
		}
	}
	async function save() {
		if (!plan) return;
		if (plan.start && minutes(plan.start) === null) return void (problem = 'Type times like 7:00.');
		busy = true;
		const r = plan.bar
			? await command('plan.move', { ...move(plan), despite: against.length > 0 })
			: await command('plan.add', { ...add(plan), despite: against.length > 0 });
		busy = false;
		if (r.ok) plan = null;
		else problem = r.message;
	}
	async function takeOff() {
		if (!plan?.bar) return;
		const r = await command('plan.remove', { shiftIds: plan.bar.shifts.map((s) => s.id) });
		if (r.ok) plan = null;
		else problem = r.message;
	}
	const week = (n: number) => `/plan?from=${addDays(b.from, n * 7)}&weeks=${data.weeks}`;
</script>

<Page
	title="{showDay(b.from).replace(/, \d+$/, '')} – {showDay(b.days.at(-1) ?? b.to)}"
	sub="{b.staff.length} people · {formatMinutes(free)} without a shift · {conflictCount} conflict{conflictCount === 1 ? '' : 's'}"
	pages={pagesOf('Plan')}
	current="/plan"
	wide
>
	{#snippet actions()}<a class="btn" href={week(-data.weeks)} aria-label="Earlier">←</a><a class="btn" href="/plan?weeks={data.weeks}"
			>Today</a
		><a class="btn" href={week(data.weeks)} aria-label="Later">→</a>{#if data.mayPlan}<button
				class="btn btn-primary"
				onclick={() => open(null, data.today < b.from ? b.from : data.today)}>Plan</button
			>{/if}{/snippet}
	<div class="views">
		{#each [1, 2, 4] as n (n)}<a
				class="link"
				class:font-bold={n === data.weeks}
				aria-current={n === data.weeks}
				href="/plan?from={b.from}&weeks={n}">{n} week{n > 1 ? 's' : ''}</a
			>{/each}
	</div>
	{#if problem && !plan}<p class="problem p-3" role="alert">{problem}</p>{/if}
	<div class="board">
		<div class="head row">
			<span></span>
			<div class="heads" style:--days={b.days.length}>
				{#each b.days as d, n (d)}<span
						class:today={d === data.today}
						class:week={n % 5 === 0 && n > 0}
						title={b.holidays.includes(d) ? 'holiday' : ''}>{shortDay(d)}{b.holidays.includes(d) ? ' ✳' : ''}</span
					>{/each}
			</div>
			<span class="load">load</span>
		</div>
		<div class="row">
			<span class="who"
				><strong>Nobody yet</strong><span class="quiet">{b.unmanned.length} phase{b.unmanned.length === 1 ? '' : 's'} to man</span></span
			>
			<div class="lane">
				<Row
					label="Nobody yet"
					personId={null}
					days={b.days}
					shifts={b.shifts.filter((s) => s.personId === null && s.firmId === null)}
					conflicts={b.conflicts}
					ondropday={drop}
					ondragbar={(bar) => (dragged = { bar })}
					onbar={openBar}
					onstretch={stretch}
					onday={open}
					editable={data.mayPlan}
				/>
				<div class="chips">
					{#each b.unmanned as u (`${u.jobId}${u.phase}`)}<button
							type="button"
							class="phase"
							draggable={data.mayPlan}
							style:--tone={jobTone(u.number)}
							disabled={!data.mayPlan}
							ondragstart={() => (dragged = { jobId: u.jobId, phase: u.phase, minutes: u.leftMinutes })}
							onclick={() => open(null, data.today < b.from ? b.from : data.today, u.jobId, u.phase)}
							title="Drag onto a person and day">{u.job}: {u.phase} <span class="figure">{formatMinutes(u.leftMinutes)}</span></button
						>{/each}
				</div>
			</div>
			<span></span>
		</div>
		{#each crews as crew (crew)}
			<p class="crew">
				<strong>{crew}</strong>
				<span class="quiet">lead {b.staff.find((p) => p.crew === crew && p.role === 'crew lead')?.name ?? 'nobody'}</span>
				{#each roundsOf(crew) as r (r.day)}<a class="round" href="/plan/day?day={r.day}"
						>{shortDay(r.day)}: {r.stops} stop{r.stops === 1 ? '' : 's'}, {formatMinutes(r.minutes)}</a
					>{/each}
			</p>
			{#each b.staff.filter((p) => p.crew === crew) as p (p.id)}
				<div class="row">
					<span class="who"><span class="name">{p.name}</span><span class="quiet">{p.skills}</span></span>
					<Row
						label={p.name}
						personId={p.id}
						days={b.days}
						shifts={b.shifts.filter((s) => s.personId === p.id)}
						conflicts={b.conflicts}
						off={(d) => b.timeOff.some((t) => t.personId === p.id && t.from <= d && d <= t.to)}
						gaps={p.load.gaps.filter((g) => g.day >= data.today)}
						ondropday={drop}
						ondragbar={(bar) => (dragged = { bar })}
						onbar={openBar}
						onstretch={stretch}
						onday={open}
						editable={data.mayPlan}
					/>
					<span class="load" title="{formatMinutes(p.load.planned)} of {formatMinutes(p.load.paid)}"
						><Waterline
							kind="load"
							cost={0}
							breakEven={p.load.paid}
							price={p.load.planned}
							words={['', '', '']}
							height={9}
							label="{p.name}: {formatMinutes(p.load.planned)} planned of {formatMinutes(p.load.paid)}"
						/></span
					>
				</div>
			{/each}
			{#if crew === crews.at(-1) && b.firms.length}
				<p class="crew"><strong>Subcontractors</strong></p>
				{#each firms as [firm, own] (firm)}
					<div class="row">
						<span class="who"><span class="name">{firm}</span></span>
						<span class="firm-days" style="grid-template-columns: repeat({b.days.length}, 1fr)"
							>{#each own as s (s.id)}<a
									class="firm-day"
									class:asked={s.state !== 'yes'}
									style="grid-column: {b.days.indexOf(s.day) + 1}; --tone: {jobTone(s.number)}"
									href="/plan/subcontractors"
									title="{s.job}{s.phase ? `, ${s.phase}` : ''}: {s.state === 'yes' ? 'they come' : 'asked, no answer yet'}"
									>{s.job}{s.state === 'yes' ? '' : ' ?'}</a
								>{/each}</span
						>
						<span></span>
					</div>
				{/each}
			{/if}
		{:else}<p class="p-6">No crews yet. Add people to crews under Company.</p>{/each}
	</div>
</Page>
{#if plan}
	<Dialog
		bind:open={
			() => plan !== null,
			(v) => {
				if (!v) plan = null;
			}
		}
		title={plan.bar ? 'Change the plan' : 'Plan'}
		save={against.length ? 'Plan it all the same' : 'Plan'}
		onsave={save}
		{busy}
		{problem}
	>
		<Field label="Job"
			><select class="select" name="job" bind:value={plan.jobId} disabled={plan.bar !== null} required
				>{#if !plan.jobId}<option value="">choose</option>{/if}{#each data.jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option
					>{/each}</select
			></Field
		>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Phase"><input class="input" name="phase" list="phases" bind:value={plan.phase} disabled={plan.bar !== null} /></Field
			><Field label="Who"
				><select
					class="select"
					name="person"
					value={plan.personIds[0] ?? ''}
					onchange={(e) => {
						if (plan) plan = { ...plan, personIds: [e.currentTarget.value || null] };
					}}
					><option value="">nobody yet</option>{#each b.staff as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
				></Field
			>
		</div>
		<datalist id="phases"
			>{#each b.unmanned.filter((u) => u.jobId === plan?.jobId) as u (u.phase)}<option value={u.phase}></option>{/each}</datalist
		>
		<div class="grid grid-cols-2 gap-3">
			<Field label="From"><input class="input" type="date" name="from" bind:value={plan.from} required /></Field><Field label="To and with"
				><input class="input" type="date" name="to" bind:value={plan.to} disabled={plan.bar !== null} required /></Field
			>
		</div>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Starts" hint="empty: the whole day"
				><input class="input" name="start" placeholder="7:00" bind:value={plan.start} /></Field
			><Field label="Ends"><input class="input" name="end" placeholder="15:30" bind:value={plan.end} /></Field>
		</div>
		{#if !plan.bar}<Field label="Note for the crew"><input class="input" bind:value={plan.note} /></Field>{/if}
		{#if against.length}<ul class="against" role="status">
				{#each against.slice(0, 5) as a (a)}<li class="problem">{a}</li>{/each}{#if against.length > 5}<li class="problem">
						and {against.length - 5} more
					</li>{/if}
			</ul>{/if}
		{#if plan.bar}<button type="button" class="btn justify-self-start" onclick={takeOff}>Take off the plan</button>{/if}
	</Dialog>
{/if}

<style>
	.firm-days {
		display: grid;
		align-items: center;
	}
	.firm-day {
		grid-row: 1;
		margin: 4px 2px;
		padding: 3px 7px;
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
		text-decoration: none;
		border-left: 4px solid var(--tone);
		background: color-mix(in oklab, var(--tone) 14%, var(--color-base-100));
	}
	.firm-day.asked {
		border: 1px dashed var(--tone);
		background: var(--color-base-100);
	}
	.round {
		margin-left: 12px;
		padding: 1px 7px;
		border: 1px solid var(--line);
		border-radius: 3px;
		text-decoration: none;
		background: var(--color-base-100);
	}
	.views {
		display: flex;
		gap: 14px;
		justify-content: flex-end;
		padding: 6px 18px;
		background: var(--color-base-100);
		border-bottom: 1px solid var(--line);
	}
	.board {
		background: var(--color-base-100);
		overflow-x: auto;
	}
	.row {
		display: grid;
		grid-template-columns: 150px minmax(700px, 1fr) 74px;
		border-bottom: 1px solid color-mix(in oklab, var(--line) 70%, transparent);
		align-items: center;
		min-height: 42px;
	}
	.head {
		min-height: 28px;
		position: sticky;
		top: 0;
		background: var(--color-base-100);
		z-index: 3;
	}
	.heads {
		display: grid;
		grid-template-columns: repeat(var(--days), 1fr);
		font-family: var(--font-figure);
		color: var(--quiet);
	}
	.heads span {
		padding: 4px 8px;
		border-bottom: 2px solid transparent;
		white-space: nowrap;
		overflow: hidden;
	}
	.heads .today {
		color: var(--color-primary);
		font-weight: 700;
		border-color: var(--color-primary);
	}
	.who {
		padding: 2px 10px;
		display: grid;
		border-right: 1px solid var(--line);
		align-self: stretch;
		align-content: center;
	}
	.name {
		font-family: var(--font-figure);
		font-size: 1.02rem;
	}
	.who .quiet {
		font-size: 0.86rem;
	}
	.crew {
		background: color-mix(in oklab, var(--color-base-300) 45%, var(--color-base-100));
		padding: 1px 10px;
		font-family: var(--font-figure);
	}
	.load {
		padding: 0 10px;
		border-left: 1px solid var(--line);
		align-self: stretch;
		display: grid;
		align-content: center;
		color: var(--quiet);
	}
	.chips {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		padding: 3px 4px 6px;
	}
	.phase {
		background: var(--color-base-100);
		border: 1px solid var(--tone);
		border-left-width: 4px;
		border-radius: 2px;
		padding: 2px 8px;
		cursor: grab;
		font-family: var(--font-figure);
		font-size: 0.9rem;
	}
	.against {
		display: grid;
		gap: 3px;
		padding: 8px 10px;
		background: color-mix(in oklab, var(--color-error) 8%, var(--color-base-100));
		border-left: 3px solid var(--color-error);
	}
</style>
