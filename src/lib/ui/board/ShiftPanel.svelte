<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import type { Answer } from '$lib/contract';
	import { formatMinutes } from '$lib/core/money';
	import { daysBetween } from '$lib/core/time';
	import Field from '../forms/Field.svelte';
	import OwnFields from '../forms/OwnFields.svelte';
	import Go from '../shell/Go.svelte';
	import { shortDay } from '../shell/dates';
	import { changed, copied, off, type Arranger } from './arranger.svelte';
	import type { Bar } from './layout';
	import { clockText, minutesOfClock } from './plan';
	/** A bar of the board without leaving it: whom to call, where, what is to do, who, when; days left out and put back. */
	interface Props {
		bar: Bar;
		arranger: Arranger;
		staff: { id: string; name: string }[];
		/** Working days of the board, in which days can be put back. */
		days: readonly string[];
		editable: boolean;
		onclose: () => void;
		/** All later shifts of this person on this job and phase, this one too. */
		following: Bar['shifts'];
	}
	let { bar, arranger, staff, days, editable, onclose, following }: Props = $props();
	const first = $derived(bar.shifts[0]);
	let card: Answer<'plan.shift'> | null = $state(null);
	let problem = $state('');
	$effect(() => void read(first?.id));
	async function read(id: string | undefined) {
		if (id === undefined) return;
		const r = await ask('plan.shift', { shiftId: id });
		if (r.ok) card = r.result;
		else problem = r.message;
	}
	/** The days that could be chosen: those of the bar when it was opened. */
	const span = untrack(() => days.slice(bar.first, bar.last + 1));
	const has = (d: string) => bar.shifts.some((s) => s.day === d);
	let typed = $state(
		untrack(() => ({
			start: clockText(bar.shifts[0]?.from ?? null),
			end: clockText(bar.shifts[0]?.to ?? null),
			note: bar.shifts[0]?.note ?? ''
		}))
	);
	async function toggle(day: string) {
		const s = bar.shifts.find((x) => x.day === day);
		if (s) await arranger.do([off(s)], `${s.job}: not on ${shortDay(day)}.`);
		else if (first) await arranger.do([copied(first, { day })], `${first.job}: on ${shortDay(day)} again.`);
	}
	async function save() {
		const [from, to] = [minutesOfClock(typed.start), minutesOfClock(typed.end)];
		if ((typed.start && from === null) || (typed.end && to === null)) return void (problem = 'Type times like 7:00.');
		problem = '';
		await arranger.do(
			bar.shifts.map((s) => changed(s, { from, to, note: typed.note })),
			`${first?.job ?? ''}: ${typed.start ? `${typed.start}–${typed.end}` : 'the whole day'}.`
		);
	}
	const give = (personId: string | null) =>
		arranger.do(
			bar.shifts.map((s) => changed(s, { personId })),
			`${first?.job ?? ''}: ${staff.find((p) => p.id === personId)?.name ?? 'nobody yet'}.`
		);
	const copyTo = (personId: string) =>
		personId &&
		arranger.do(
			bar.shifts.map((s) => copied(s, { personId })),
			`${first?.job ?? ''}: ${staff.find((p) => p.id === personId)?.name ?? ''} too.`
		);
	async function takeOff(shifts: Bar['shifts'], words: string) {
		if (await arranger.do(shifts.map(off), words)) onclose();
	}
</script>

<svelte:window
	onkeydown={(e) => {
		if (e.key === 'Escape' && !document.querySelector('dialog[open]')) onclose();
	}}
/>
{#if first}
	<aside class="panel" aria-label="Shift: {first.job}">
		<header>
			<div>
				<h2><Go right="jobs.see" class="link" href="/jobs/{first.jobId}">{first.job}</Go></h2>
				<p class="quiet">{[card?.stage, first.phase, card?.customer].filter(Boolean).join(' · ')}</p>
			</div>
			<button class="btn btn-square" aria-label="Close" onclick={onclose}>✕</button>
		</header>
		{#if card}
			<p class="ways">
				{#if card.phone}<a class="btn btn-small" href="tel:{card.phone}">Call {card.phone}</a>{/if}
				{#if card.mail}<a class="btn btn-small" href="mailto:{card.mail}">Mail</a>{/if}
				{#if card.lat !== null}<a class="btn btn-small" href="geo:{card.lat},{card.lng}?q={card.lat},{card.lng}">Directions</a>{/if}
				{#if card.invoiceId}<Go right="payments.record" class="btn btn-small" href="/bill/invoices/{card.invoiceId}">Take payment</Go>{/if}
				<a class="btn btn-small" href="/api/shift-calendar/{first.id}" download>To a calendar</a>
			</p>
			{#if card.address}<p>{card.address}</p>{/if}
		{/if}
		<Field label="Who"
			><select
				class="select"
				name="panel-person"
				disabled={!editable}
				value={first.personId ?? ''}
				onchange={(e) => give(e.currentTarget.value || null)}
				><option value="">nobody yet</option>{#each staff as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
			></Field
		>
		{#if editable}<Field label="and with the same days"
				><select class="select" name="panel-also" value="" onchange={(e) => (copyTo(e.currentTarget.value), (e.currentTarget.value = ''))}
					><option value="">somebody else too …</option>{#each staff.filter((p) => p.id !== first.personId) as p (p.id)}<option value={p.id}
							>{p.name}</option
						>{/each}</select
				></Field
			>{/if}
		<div class="days" role="group" aria-label="Days">
			{#each span as d (d)}<button
					type="button"
					class="day"
					class:on={has(d)}
					aria-pressed={has(d)}
					disabled={!editable || (has(d) && bar.shifts.length === 1)}
					onclick={() => toggle(d)}>{shortDay(d)}</button
				>{/each}
		</div>
		{#if editable}
			<div class="grid grid-cols-2 gap-3">
				<Field label="Starts" hint="empty: whole day"><input class="input" name="panel-start" bind:value={typed.start} /></Field>
				<Field label="Ends"><input class="input" name="panel-end" bind:value={typed.end} /></Field>
			</div>
			<Field label="Note for the crew"><input class="input" name="panel-note" maxlength="500" bind:value={typed.note} /></Field>
			{#if problem || arranger.problem}<p class="problem" role="alert">{problem || arranger.problem}</p>{/if}
			<div class="acts">
				<button class="btn btn-primary" onclick={save}>Save</button>
				<button class="btn" onclick={() => takeOff(bar.shifts, `${first.job} is off the plan.`)}
					>{bar.shifts.length > 1
						? `Take off ${daysBetween(first.day, bar.shifts.at(-1)?.day ?? first.day) + 1 === bar.shifts.length ? 'all' : ''} ${bar.shifts.length} days`
						: 'Take off the plan'}</button
				>
				{#if following.length > bar.shifts.length}<button
						class="btn"
						onclick={() => takeOff(following, `${first.job}: off from ${shortDay(first.day)} on.`)}
						>Take off all {following.length} from {shortDay(first.day)} on</button
					>{/if}
			</div>
		{/if}
		{#if card}
			{#if card.brief}<p class="brief">{card.brief}</p>{/if}
			{#if card.tasks.length}<ul class="tasks">
					{#each card.tasks as t (t)}<li>{t}</li>{/each}
				</ul>{/if}
			{#if card.fields.length}{#key card.jobId}<OwnFields
						fields={card.fields}
						of="job"
						id={card.jobId}
						values={card.own}
						mayChange={card.mayChange}
						onsaved={() => read(first.id)}
					/>{/key}{/if}
			<p class="quiet">On the clock so far: <span class="figure">{formatMinutes(card.clockedMinutes)}</span></p>
		{/if}
	</aside>
{/if}

<style>
	.panel {
		position: fixed;
		right: 0;
		top: 66px;
		bottom: 0;
		width: 330px;
		overflow: auto;
		z-index: 20;
		display: grid;
		align-content: start;
		gap: 10px;
		padding: 14px 16px;
		background: var(--color-base-100);
		border-left: 2px solid var(--line);
		box-shadow: -6px 0 18px rgb(0 0 0 / 8%);
	}
	header {
		display: flex;
		justify-content: space-between;
		gap: 8px;
	}
	.ways,
	.acts,
	.days {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
	.day {
		padding: 4px 8px;
		border: 1px dashed var(--quiet);
		border-radius: 3px;
		cursor: pointer;
		font-family: var(--font-figure);
	}
	.day.on {
		border-style: solid;
		border-color: var(--color-primary);
		background: color-mix(in oklab, var(--color-primary) 14%, var(--color-base-100));
	}
	.brief {
		border-left: 3px solid var(--line);
		padding-left: 8px;
	}
	.tasks {
		list-style: square;
		padding-left: 18px;
	}
</style>
