<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { formatMinutes } from '$lib/core/money';
	import { driveBetween, timesOf } from '$lib/core/rounds';
	import { clockText } from '../board/plan';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Mark from '../shell/Mark.svelte';
	import Go from '../shell/Go.svelte';
	interface Stop {
		id: string;
		agreementId: string;
		state: string;
		minutes: number;
		doneBy: string;
		version: number;
		service: string;
		jobId: string;
		customer: string;
		address: string;
		lat: number | null;
		lng: number | null;
		openFrom: number | null;
		openTo: number | null;
	}
	/** The rounds of a day, stop by stop: what was done, what is moved or left out. */
	interface Props {
		/** Of each crew, and of nobody yet (null). */
		rounds: { id: string | null; name: string; stops: Stop[] }[];
		crews: { id: string; name: string }[];
		day: string;
		/** When a round begins, minutes from midnight. */
		begin: number;
		mayPlan: boolean;
	}
	let { rounds, crews, day, begin, mayPlan }: Props = $props();
	/** When a crew is at each of its stops, as far as that can be reckoned beforehand. */
	const timesFor = (stops: Stop[]) => timesOf(stops, begin, (a, b) => driveBetween(stops[a] ?? null, stops[b] ?? null));
	const clock = (minutes: number) => clockText(Math.round(minutes / 5) * 5);
	let moving: { stop: Stop; crewId: string | null; day: string } | null = $state(null);
	let skipping: { stop: Stop; reason: string } | null = $state(null);
	/** A whole round to another day, or from its day on. */
	let shifting: { crewId: string | null; name: string; to: string; toCrew: string | null; onward: boolean } | null = $state(null);
	let problem = $state('');
	let field = $state('');
	async function shift() {
		if (!shifting) return;
		const asked = await ask('rounds.round-moves', {
			...{ crewId: shifting.crewId, day, to: shifting.to, toCrewId: shifting.toCrew, onward: shifting.onward }
		});
		if (!asked.ok) return void ([problem, field] = [asked.message, asked.field ?? '']);
		if (asked.result.changes.length === 0) return void ([problem, field] = ['Nothing would move.', 'day']);
		const r = await command('rounds.move-visits', { changes: asked.result.changes });
		if (!r.ok) return void ([problem, field] = [r.message, r.field ?? '']);
		told(`${asked.result.changes.length} visits moved.`, async () => {
			const back = await command('rounds.move-visits', { changes: r.result.undo });
			return back.ok ? null : back.message;
		});
		[shifting, problem, field] = [null, '', ''];
	}
	/** One stop up or down: on every day of this round. */
	async function reorder(stops: Stop[], at: number, by: number) {
		const ids = stops.map((s) => s.agreementId);
		const [moved] = ids.splice(at, 1);
		if (moved) ids.splice(Math.max(0, at + by), 0, moved);
		const r = await command('rounds.set-order', { agreementIds: [...new Set(ids)] });
		problem = r.ok ? '' : r.message;
	}
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

{#each rounds as r (r.id)}
	{@const times = timesFor(r.stops)}
	<section class="sheet mt-4" aria-label="Round of {r.name}">
		<h2 class="p-3">
			Round of {r.name}
			<span class="quiet"
				>{r.stops.filter((s) => s.state === 'done').length} of {r.stops.length} done, {formatMinutes(
					r.stops.reduce((a, s) => a + s.minutes, 0)
				)}</span
			>
			{#if mayPlan}<button
					class="link ml-3 font-normal"
					onclick={() => ([shifting, problem, field] = [{ crewId: r.id, name: r.name, to: day, toCrew: r.id, onward: false }, '', ''])}
					>Move the round …<span class="sr-only"> of {r.name}</span></button
				>{/if}
		</h2>
		<table class="grid-table">
			<tbody
				>{#each r.stops as s, n (s.id)}<tr
						><td class="num quiet">{n + 1}</td><td class="whitespace-nowrap"
							>about {clock(times[n]?.from ?? begin)}{#if s.openFrom !== null && s.openTo !== null}<br /><span
									class={times[n]?.late ? 'problem' : 'quiet'}
									>{times[n]?.late ? '▲ ' : ''}gets in {clockText(s.openFrom)}–{clockText(s.openTo)}</span
								>{/if}</td
						><td><Go right="jobs.see" class="link" href="/jobs/{s.jobId}">{s.address}</Go></td><td>{s.customer}</td><td>{s.service}</td><td
							class="num">{formatMinutes(s.minutes)}</td
						><td><Mark kind={s.state === 'done' ? 'done' : 'ring'} label={s.state === 'done' ? `done, ${s.doneBy}` : 'planned'} /></td><td
							class="text-right"
							>{#if mayPlan && r.stops.length > 1}<button
									class="link mr-3"
									disabled={n === 0}
									aria-label="{s.address} one stop earlier"
									onclick={() => reorder(r.stops, n, -1)}>↑</button
								><button
									class="link mr-3"
									disabled={n === r.stops.length - 1}
									aria-label="{s.address} one stop later"
									onclick={() => reorder(r.stops, n, 1)}>↓</button
								>{/if}{#if mayPlan && s.state === 'planned'}<button
									class="link"
									onclick={() => ([moving, problem, field] = [{ stop: s, crewId: r.id, day: day }, '', ''])}
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
<Dialog
	bind:open={
		() => shifting !== null,
		(v) => {
			if (!v) shifting = null;
		}
	}
	title="Move the round of {shifting?.name ?? ''}"
	save="Move it"
	onsave={shift}
	problem={field === 'day' ? '' : problem}
>
	{#if shifting}<div class="grid grid-cols-2 gap-3">
			<Field label="To day" problem={field === 'day' ? problem : ''}
				><input class="input" type="date" name="round-to" bind:value={shifting.to} /></Field
			>
			<Field label="Crew"
				><select class="select" name="round-crew" bind:value={shifting.toCrew}
					><option value={null}>nobody yet</option>{#each crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
				></Field
			>
		</div>
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox checkbox-sm" name="round-onward" bind:checked={shifting.onward} /> this round day and all that follow
			it</label
		>{/if}
</Dialog>
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
					><option value={null}>nobody yet</option>{#each crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
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
{#if problem && !moving && !skipping && !shifting}<p class="problem mt-2" role="alert">{problem}</p>{/if}
