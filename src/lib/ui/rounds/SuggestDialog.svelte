<script lang="ts">
	import { onDestroy, untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { formatMinutes } from '$lib/core/money';
	import { blockOf, type Suggested, type Suggestion } from '$lib/core/rounds';
	import type { RoundsAnswer } from '$lib/workers/rounds.worker';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { WEEKDAYS, weekdayWord, type AgreementRow } from './agreement-rows';
	/** Sites into rounds of crews and weekdays: short drives and even days, beside the choice by hand; taken whole or in part. */
	interface Props {
		chosen: AgreementRow[];
		/** Each with where its rounds start, where that is known. */
		crews: { id: string; name: string; people: number; lat: number | null; lng: number | null }[];
		branch: { lat: number; lng: number };
		speed: number;
		/** When a round begins, minutes from midnight. */
		begin: number;
		/** How long a visit stands on the board. */
		service: { setUp: number; crewSize: number | null; step: number };
		today: string;
		onshow: (lines: { name: string; points: [number, number][] }[]) => void;
		onclose: () => void;
	}
	let { chosen, crews, branch, speed, begin, service, today, onshow, onclose }: Props = $props();
	let open = $state(true);
	// What was picked when it was opened is what rounds are looked for: the list behind may change meanwhile.
	const here = untrack(() => chosen.filter((a) => a.lat !== null && a.lng !== null));
	let who = $state<string[]>(untrack(() => [...new Set(chosen.flatMap((a) => a.crewId ?? []))].slice(0, 4)));
	let days = $state<number[]>(untrack(() => [...new Set(chosen.flatMap((a) => a.weekday ?? []))].sort((a, b) => a - b)));
	let fixed = $state(false);
	let share = $state(0);
	let running = $state(false);
	let problem = $state('');
	/** Something that is not as it was sold is planned only with a reason. */
	let differs = $state(false);
	let reason = $state('');
	let found = $state<{ suggestion: Suggestion; byHand: Suggestion | null } | null>(null);
	let left = $state<string[]>([]);
	let worker: Worker | undefined;
	onDestroy(() => worker?.terminate());
	const keyOf = (crewId: string, day: number) => `${crewId} ${day}`;
	const roundName = (id: string) => {
		const [crewId = '', day = ''] = id.split(' ');
		return `${crews.find((c) => c.id === crewId)?.name ?? ''}, ${weekdayWord(Number(day))}`;
	};
	const rounds = $derived(who.flatMap((c) => days.map((d) => keyOf(c, d))));
	/** The block of a visit on the board, for who has it, else for who is chosen first. */
	const block = (a: AgreementRow) => {
		const crew = service.crewSize ?? Math.max(1, crews.find((c) => c.id === (a.crewId ?? who[0]))?.people ?? 1);
		return blockOf({ hours: a.hours, visits: a.sold, crew, setUp: service.setUp }, service.step);
	};
	/** Where a round starts and ends: at the crew's branch. */
	const startOf = (id: string) => {
		const crew = crews.find((c) => c.id === id.split(' ')[0]);
		return crew && crew.lat !== null && crew.lng !== null ? { lat: crew.lat, lng: crew.lng } : branch;
	};
	/** The rounds a site may go into: its own when it stays, else those on days on which one gets in. */
	function roundsFor(a: AgreementRow, own: string | undefined): { rounds?: string[] } {
		if (fixed && own && rounds.includes(own)) return { rounds: [own] };
		return a.onDays === null ? {} : { rounds: rounds.filter((id) => a.onDays?.includes(Number(id.split(' ')[1]))) };
	}
	const toggle = <T,>(list: T[], one: T) => (list.includes(one) ? list.filter((x) => x !== one) : [...list, one]);
	const MOST_PLACES = 400;
	/** Minutes of driving of a routing service, where there is one; what it cannot say is reckoned as the crow flies. */
	let driven = $state('');
	async function drivingTable(): Promise<number[][] | null> {
		driven = '';
		const places = [...here.map((a) => ({ lat: a.lat ?? 0, lng: a.lng ?? 0 })), ...rounds.map(startOf)];
		if (places.length > MOST_PLACES) return null;
		const body = JSON.stringify({ places });
		const r = await fetch('/api/driving', { method: 'POST', headers: { 'content-type': 'application/json' }, body }).catch(() => null);
		const said = (await r?.json().catch(() => null)) as { result?: { minutes: number[][] | null; problem: string } } | null;
		driven = said?.result?.problem ?? '';
		return said?.result?.minutes ?? null;
	}
	async function look() {
		if (rounds.length === 0) return void (problem = 'Choose at least one crew and one weekday.');
		if (here.length === 0) return void (problem = 'None of these sites has a place on the map.');
		[problem, found, running, share] = ['', null, true, 0];
		const byHand = Object.fromEntries(here.flatMap((a) => (a.crewId && a.weekday ? [[a.id, keyOf(a.crewId, a.weekday)]] : [])));
		const whole = here.every((a) => rounds.includes(byHand[a.id] ?? ''));
		const table = await drivingTable();
		worker?.terminate();
		worker = new Worker(new URL('$lib/workers/rounds.worker.ts', import.meta.url), { type: 'module' });
		worker.onmessage = ({ data }: MessageEvent<RoundsAnswer>) => {
			if ('share' in data) return void (share = data.share);
			running = false;
			if ('problem' in data) problem = data.problem;
			else show(data);
		};
		worker.postMessage({
			begin,
			sites: here.map((a) => {
				const own = byHand[a.id];
				return {
					...{ id: a.id, lat: a.lat ?? 0, lng: a.lng ?? 0, minutes: block(a), openFrom: a.openFrom, openTo: a.openTo },
					...roundsFor(a, own)
				};
			}),
			rounds: rounds.map((id) => ({ id, start: startOf(id) })),
			...(whole ? { byHand } : {}),
			...(table ? { table } : {}),
			speed
		});
	}
	function show(data: NonNullable<typeof found>) {
		found = data;
		left = data.suggestion.rounds.map((r) => r.id);
		const at = new Map(here.map((a) => [a.id, a]));
		onshow(
			data.suggestion.rounds.map((r) => ({
				name: roundName(r.id),
				points: [
					[startOf(r.id).lat, startOf(r.id).lng],
					...r.sites.map((id): [number, number] => [at.get(id)?.lat ?? 0, at.get(id)?.lng ?? 0]),
					[startOf(r.id).lat, startOf(r.id).lng]
				]
			}))
		);
	}
	/** Sites that fit none of the rounds. */
	const nowhere = $derived(here.filter((a) => found?.suggestion.left.includes(a.id)).map((a) => a.address.split(',')[0]));
	/** Sites at which they would not be done when it is shut, whichever the order. */
	const shut = $derived(
		here.filter((a) => found?.suggestion.rounds.some((r) => r.shut.includes(a.id))).map((a) => a.address.split(',')[0])
	);
	const handOf = (id: string): Suggested | undefined => found?.byHand?.rounds.find((r) => r.id === id);
	const size = (s: Suggestion) => s.rounds.map((r) => r.blocks + r.driving);
	const spread = (s: Suggestion) =>
		`${formatMinutes(Math.round(Math.min(...size(s))))} to ${formatMinutes(Math.round(Math.max(...size(s))))}`;
	const driving = (s: Suggestion) => formatMinutes(Math.round(s.rounds.reduce((n, r) => n + r.driving, 0)));
	/** Takes one round: what is planned moves to its crew and weekday from today on, what is not is planned, and the order is kept. */
	async function take(r: Suggested): Promise<string | null> {
		const [crewId = '', day = ''] = r.id.split(' ');
		const own = here.filter((a) => r.sites.includes(a.id));
		const fresh = own.filter((a) => a.planned === 0).map((a) => a.id);
		const moved = own.filter((a) => a.planned > 0 && (a.crewId !== crewId || a.weekday !== Number(day))).map((a) => a.id);
		if (fresh.length) {
			const plan = { agreementIds: fresh, crewId, weekday: Number(day), start: today };
			const done = await command('rounds.plan', { ...plan, despite: reason.trim() !== '', reason });
			if (!done.ok && done.field === 'despite') differs = true;
			if (!done.ok) return done.message;
		}
		if (moved.length) {
			const asked = await ask('rounds.moves-to', { agreementIds: moved, crewId, weekday: Number(day) });
			if (!asked.ok) return asked.message;
			if (asked.result.changes.length > 0) {
				const done = await command('rounds.move-visits', { changes: asked.result.changes });
				if (!done.ok) return done.message;
				told(`${roundName(r.id)}: ${moved.length} sites moved.`, async () => {
					const back = await command('rounds.move-visits', { changes: done.result.undo });
					return back.ok ? null : back.message;
				});
			}
		}
		const order = await command('rounds.set-order', { agreementIds: r.sites });
		return order.ok ? null : order.message;
	}
	async function takeChosen() {
		if (!found) return look();
		running = true;
		for (const r of found.suggestion.rounds.filter((x) => left.includes(x.id) && x.sites.length > 0)) {
			const wrong = await take(r);
			if (wrong !== null) {
				[problem, running] = [`${roundName(r.id)}: ${wrong}`, false];
				return;
			}
			left = left.filter((id) => id !== r.id);
		}
		running = false;
		onclose();
	}
</script>

<Dialog
	bind:open={() => open, (v) => (v ? (open = true) : onclose())}
	title="Suggest rounds for {here.length} sites"
	save={found ? `Take ${left.length} round${left.length === 1 ? '' : 's'}` : 'Look'}
	onsave={takeChosen}
	{problem}
>
	{#if here.length < chosen.length}<p class="quiet">{chosen.length - here.length} without a place on the map are left out.</p>{/if}
	<div class="grid grid-cols-2 gap-3">
		<fieldset>
			<legend>Crews</legend>
			{#each crews as c (c.id)}<label class="flex items-center gap-2"
					><input
						type="checkbox"
						class="checkbox checkbox-sm"
						checked={who.includes(c.id)}
						onchange={() => (who = toggle(who, c.id))}
					/>{c.name}</label
				>{/each}
		</fieldset>
		<fieldset>
			<legend>Weekdays</legend>
			{#each WEEKDAYS.slice(0, 6) as w, n (w)}<label class="flex items-center gap-2"
					><input
						type="checkbox"
						class="checkbox checkbox-sm"
						checked={days.includes(n + 1)}
						onchange={() => (days = toggle(days, n + 1).sort((a, b) => a - b))}
					/>{w}</label
				>{/each}
		</fieldset>
	</div>
	<label class="flex items-center gap-2"
		><input type="checkbox" class="checkbox checkbox-sm" bind:checked={fixed} /> what is planned stays in its round; the others are fitted in</label
	>
	{#if running}<progress class="progress" max="1" value={share} aria-label="Looking for rounds"></progress>{/if}
	{#if driven}<p role="status">The routing service was not used: {driven} Ways are reckoned as the crow flies, × 1.3.</p>{/if}
	{#if nowhere.length}<p class="problem" role="status">
			{nowhere.length} go into none of these rounds, for the days on which one gets in: {nowhere.slice(0, 6).join(', ')}{nowhere.length > 6
				? ' …'
				: ''}
		</p>{/if}
	{#if shut.length}<p class="problem" role="status">
			Shut before the crew is done, for the hours in which one gets in: {shut.slice(0, 6).join(', ')}{shut.length > 6 ? ' …' : ''}
		</p>{/if}
	{#if found}
		<table class="grid-table" aria-label="Suggested rounds">
			<thead
				><tr
					><th></th><th>Round</th><th class="num">Sites</th><th class="num">Driving</th><th class="num">Miles</th><th class="num">In all</th
					>{#if found.byHand}<th class="num">as it is</th>{/if}</tr
				></thead
			>
			<tbody
				>{#each found.suggestion.rounds as r (r.id)}<tr
						><td
							><input
								type="checkbox"
								class="checkbox checkbox-sm"
								aria-label="Take {roundName(r.id)}"
								checked={left.includes(r.id)}
								onchange={() => (left = toggle(left, r.id))}
							/></td
						><td>{roundName(r.id)}</td><td class="num">{r.sites.length}</td><td class="num">{formatMinutes(Math.round(r.driving))}</td><td
							class="num">{r.miles.toFixed(1)}</td
						><td class="num">{formatMinutes(Math.round(r.blocks + r.driving))}</td>{#if found.byHand}{@const h = handOf(r.id)}<td
								class="num">{h ? formatMinutes(Math.round(h.blocks + h.driving)) : '–'}</td
							>{/if}</tr
					>{/each}</tbody
			>
		</table>
		<p role="status">
			Driving {driving(found.suggestion)}, rounds of {spread(found.suggestion)}.{#if found.byHand}
				As it is: {driving(found.byHand)}, {spread(found.byHand)}.{/if}
		</p>
		{#if differs}<Field label="Why it is let pass" hint="or take it off, and put right what was sold first"
				><input class="input" name="suggest-reason" maxlength="300" bind:value={reason} /></Field
			>{/if}
		<button type="button" class="link justify-self-start" onclick={look}>Look again</button>
	{/if}
</Dialog>
