<script lang="ts">
	import type { Answer } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { formatCents, formatMinutes } from '$lib/core/money';
	import type { Cadence } from '$lib/core/rounds';
	import { weekday } from '$lib/core/time';
	import Field from '../forms/Field.svelte';
	import { showDay } from '../shell/dates';
	import { inTurns } from '../lists';
	import { NOBODY, WEEKDAYS, type AgreementRow } from './agreement-rows';
	import GivePlanned from './GivePlanned.svelte';
	import SiteTable from './SiteTable.svelte';
	/** Plans the picked sites: who, which weekday, from when, each by its cadence; what is sold against what would be planned is said before. */
	interface Props {
		rows: AgreementRow[];
		/** What was sold may be changed. */
		mayChange: boolean;
		/** Changes whenever one of them does: then it is looked at anew. */
		stamp: string;
		service: { cadence: Cadence };
		crews: { id: string; name: string }[];
		today: string;
		/** Sites that are left, and why, when it was refused on the way. */
		onplanned: (visits: number, left: string[], why: string) => void;
		/** An agreement is to be put right. */
		onchange: (id: string) => void;
		/** What was chosen for all of them, for a suggestion to be compared with. */
		crewId: string;
		day: number;
	}
	let {
		rows: picked,
		mayChange,
		stamp,
		service,
		crews,
		today,
		onplanned,
		onchange,
		crewId = $bindable(),
		day = $bindable()
	}: Props = $props();
	const chosen = $derived(picked.map((a) => a.id));
	/** So many sites are planned at a time: a moment each, so that it can be stopped and nobody else waits. */
	const A_TURN = 100;
	type Preview = Answer<'rounds.preview'>;
	type Row = Preview['rows'][number];
	let start = $state('');
	let reason = $state('');
	let preview = $state<Preview | null>(null);
	let problem = $state('');
	let field = $state('');
	let cadenceOf = $state<Record<string, string | null>>({});
	/** Blocks that were set for a site, minutes. */
	let blockOf = $state<Record<string, number>>({});
	let tabled = $state(false);
	let asked = 0;
	const ways = $derived(preview?.ways ?? []);
	const weeks = $derived(service.cadence.by === 'weeks' || ways.length > 1);
	const ofChosen = <T,>(all: Record<string, T>) => Object.fromEntries(Object.entries(all).filter(([id]) => chosen.includes(id)));
	const input = $derived({
		agreementIds: chosen,
		crewId: crewId === NOBODY ? null : crewId,
		weekday: weeks ? day || weekday(today) : null,
		start: start || today,
		cadenceOf: ofChosen(cadenceOf),
		blockOf: ofChosen(blockOf)
	});
	$effect(() => {
		const question = input;
		void stamp;
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
	const total = (of: (r: Row) => number) => preview?.rows.reduce((n, r) => n + of(r), 0) ?? 0;
	const wrong = $derived(preview?.rows.filter((r) => r.difference !== 0) ?? []);
	const below = $derived(preview?.rows.filter((r) => (r.lost ?? 0) > 0) ?? []);
	const lost = $derived(below.reduce((n, r) => n + (r.lost ?? 0), 0));
	const prices = $derived(preview?.rows.flatMap((r) => r.perVisit ?? []) ?? []);
	const range = (of: (r: Row) => number) => {
		const all = preview?.rows.map(of) ?? [];
		const [low, high] = [Math.min(...all), Math.max(...all)];
		return low === high ? formatMinutes(low) : `${formatMinutes(low)} to ${formatMinutes(high)}`;
	};
	const setAll = (id: string | null) => (cadenceOf = Object.fromEntries(chosen.map((a) => [a, id])));
	/** Many are planned in turns: how far it is, and whether it shall go on. */
	let progress = $state<{ done: number; of: number; stop: boolean } | null>(null);
	async function plan() {
		const rows = (preview?.rows ?? []).filter((r) => r.planned > 0);
		const byWay = Object.fromEntries(rows.map((r) => [r.id, r.cadenceId]));
		const despite = wrong.length > 0;
		const meant = { ...input, despite, reason };
		let visits = 0;
		let why = '';
		const left = rows.map((r) => r.id);
		progress = { done: 0, of: rows.length, stop: false };
		for (const agreementIds of inTurns(left.slice(), A_TURN)) {
			if (progress.stop) break;
			const cadenceOf = Object.fromEntries(agreementIds.map((id) => [id, byWay[id] ?? null]));
			const r = await command('rounds.plan', { ...meant, agreementIds, cadenceOf, blockOf: within(meant.blockOf, agreementIds) });
			if (!r.ok) {
				[problem, field] = [r.message, r.field ?? ''];
				why = r.message;
				break;
			}
			visits += r.result.visits;
			left.splice(0, agreementIds.length);
			progress.done += agreementIds.length;
		}
		progress = null;
		if (visits === 0) return;
		[reason, cadenceOf, blockOf] = ['', {}, {}];
		onplanned(visits, left, why);
	}
	const within = (all: Record<string, number>, ids: string[]) => Object.fromEntries(ids.flatMap((id) => (all[id] ? [[id, all[id]]] : [])));
	const at = (f: string) => (field === f ? problem : '');
	const byWay = (r: Row) => (r.cadenceId === null ? 'usual' : r.cadenceId);
</script>

<section class="sheet grid content-start gap-3 p-4" aria-label="Plan the round">
	<h2>{chosen.length === 0 ? 'Pick sites' : `${chosen.length} site${chosen.length === 1 ? '' : 's'} picked`}</h2>
	{#if chosen.length === 0}<p class="quiet">On the map by click or by drawing around, or in the list.</p>{/if}
	<Field label="Crew" problem={at('crewId')}
		><select class="select" name="crew" bind:value={crewId}
			><option value="">choose</option>{#each crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}<option value={NOBODY}
				>nobody yet</option
			></select
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
		{#if ways.length > 1}<Field label="Cadence of all that are picked" hint="guessed by the visits sold until one is chosen"
				><select
					class="select"
					name="cadence"
					value=""
					onchange={(e) =>
						e.currentTarget.value === '' ? (cadenceOf = {}) : setAll(e.currentTarget.value === 'usual' ? null : e.currentTarget.value)}
					><option value="">as each was sold</option>{#each ways as w (w.id)}<option value={w.id ?? 'usual'}>{w.name}</option
						>{/each}</select
				></Field
			>{/if}
		<table class="w-full" aria-label="Sold and planned">
			<tbody>
				<tr><td>Visits sold</td><td class="figure text-right">{total((r) => r.sold)}</td></tr>
				<tr><td>Would be planned</td><td class="figure text-right" data-test="planned">{total((r) => r.planned)}</td></tr>
				<tr><td class="pt-2">Labor a visit</td><td class="figure pt-2 text-right">{range((r) => r.laborPerVisit)}</td></tr>
				<tr
					><td>On site, {preview.crewSize === 1 ? 'one' : preview.crewSize} {preview.crewSize === 1 ? 'person' : 'people'}</td><td
						class="figure text-right">{range((r) => r.onSite)}</td
					></tr
				>
				<tr><td>Block on the board</td><td class="figure text-right">{range((r) => r.minutes)}</td></tr>
				{#if prices.length}<tr
						><td>Price a visit</td><td class="figure text-right"
							>{formatCents(Math.min(...prices))}{Math.max(...prices) > Math.min(...prices)
								? ` to ${formatCents(Math.max(...prices))}`
								: ''}</td
						></tr
					>{/if}
				<tr><td>Longest round day</td><td class="figure text-right">{formatMinutes(preview.longest)}</td></tr>
			</tbody>
		</table>
		{#if preview.lacks.length}<p class="problem" role="status">Nobody of this crew has: {preview.lacks.join(', ')}.</p>{/if}
		{#if preview.differs}<p class="problem" role="status">{preview.differs}</p>{/if}
		{#if below.length}<p class="problem">
				{below.length} of {preview.rows.length}
				{below.length === 1 ? 'is' : 'are'} sold below break-even, by {formatCents(lost)} for the season.
			</p>{/if}
		{#if preview.fullDays.length}<details>
				<summary class="problem"
					>{preview.fullDays.length} day{preview.fullDays.length === 1 ? '' : 's'} with more than the crew is paid for</summary
				>
				<ul class="max-h-40 overflow-auto">
					{#each preview.fullDays as d (d.day)}<li class="flex justify-between">
							<span>{showDay(d.day)}</span><span class="figure">{formatMinutes(d.planned)} of {formatMinutes(d.paid)}</span>
						</li>{/each}
				</ul>
			</details>{/if}
		{#if preview.days.length}<details>
				<summary>{preview.days.length + preview.more} round days, first {showDay(preview.days[0]?.day ?? '')}</summary>
				<ul class="max-h-40 overflow-auto">
					{#each preview.days as d (d.day)}<li class="flex justify-between">
							<span>{showDay(d.day)}</span><span class="figure">{d.sites} sites, {formatMinutes(d.minutes)}</span>
						</li>{/each}{#if preview.more}<li class="quiet">and {preview.more} more</li>{/if}
				</ul>
			</details>{/if}
		<button type="button" class="btn justify-self-start" onclick={() => (tabled = true)}>Sites in a table …</button>
		<details open={wrong.length > 0}>
			<summary>Site by site</summary>
			<div class="max-h-72 overflow-auto">
				<table class="grid-table" aria-label="Site by site">
					<thead><tr><th>Site</th><th class="num">Sold</th><th class="num">Planned</th><th>Cadence</th><th></th></tr></thead>
					<tbody
						>{#each [...wrong, ...preview.rows.filter((r) => r.difference === 0)].slice(0, 300) as r (r.id)}<tr
								><td
									>{r.address.split(',')[0]}{#if !r.fits}<br /><span class="quiet">no cadence has {r.sold} visits</span>{/if}{#if r.shut}<br
										/><span class="problem">{r.shut} on days on which nobody gets in</span>{/if}{#if r.movedDays}<br /><span class="quiet"
											>{r.movedDays} moved off a holiday</span
										>{/if}</td
								><td class="num">{r.sold}</td><td class="num" class:problem={r.difference !== 0}
									>{r.planned}{r.difference > 0 ? ` (+${r.difference})` : r.difference < 0 ? ` (${r.difference})` : ''}</td
								><td
									>{#if ways.length > 1}<select
											class="select"
											style="width: 96px"
											aria-label="Cadence of {r.address}"
											value={byWay(r)}
											onchange={(e) =>
												(cadenceOf = { ...cadenceOf, [r.id]: e.currentTarget.value === 'usual' ? null : e.currentTarget.value })}
											>{#each ways as w (w.id)}<option value={w.id ?? 'usual'}>{w.name}</option>{/each}</select
										>{:else}usual{/if}</td
								><td class="text-right"
									>{#if r.difference !== 0}<button type="button" class="link" onclick={() => onchange(r.id)}
											>Put right<span class="sr-only"> {r.address}</span></button
										>{/if}</td
								></tr
							>{/each}</tbody
					>
				</table>
			</div>
		</details>
		{#if wrong.length > 0}<Field label="Why it is let pass" problem={at('reason')}
				><input class="input" name="reason" maxlength="300" placeholder="Agreed with them" bind:value={reason} /></Field
			>{/if}
	{/if}
	{#if problem && !['crewId', 'weekday', 'start', 'reason'].includes(field)}<p class="problem" role="alert">{problem}</p>{/if}
	{#if progress}<p class="flex items-center gap-3" role="status">
			<progress class="flex-1" max={progress.of} value={progress.done}></progress>
			<span class="figure">{progress.done} of {progress.of}</span>
			{#if progress.of > A_TURN}<button type="button" class="btn btn-small" onclick={() => progress && (progress.stop = true)}>Stop</button
				>{/if}
		</p>{/if}
	<button class="btn btn-primary" disabled={progress !== null || !preview || total((r) => r.planned) === 0} onclick={plan}
		>{progress ? 'Planning …' : wrong.length > 0 ? 'Plan it all the same' : 'Plan the season'}</button
	>
	<GivePlanned
		rows={picked.filter((a) => a.planned - a.done - a.missed > 0)}
		crewId={input.crewId}
		{crews}
		weekday={weeks && day ? day : null}
	/>
</section>
{#if tabled && preview}<SiteTable
		rows={picked}
		{preview}
		blocks={blockOf}
		{mayChange}
		onblocks={(all) => (blockOf = all)}
		onclose={() => (tabled = false)}
	/>{/if}
