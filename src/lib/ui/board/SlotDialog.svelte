<script lang="ts">
	import { onDestroy, untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import type { Answer } from '$lib/contract';
	import { formatMinutes } from '$lib/core/money';
	import { endOf, skillsIn, type Slot, type WorkingHours } from '$lib/core/planning';
	import { addDays, weekday } from '$lib/core/time';
	import type { SlotAnswer } from '$lib/workers/slot.worker';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { shortDay } from '../shell/dates';
	import type { Arranger, Change } from './arranger.svelte';
	/** Finds crews and days for some work, the best first, each with its figures; one press places it. Or who can go right now. */
	interface Props {
		jobs: { id: string; name: string; number: number | null }[];
		unmanned: { jobId: string; phase: string; leftMinutes: number; skills?: string; people?: number | null }[];
		crews: { id: string; name: string }[];
		today: string;
		arranger: Arranger;
		start: { jobId: string; phase: string } | null;
		hours: WorkingHours;
		onclose: () => void;
	}
	let { jobs, unmanned, crews, today, arranger, start, hours, onclose }: Props = $props();
	let open = $state(true);
	let wish = $state(
		untrack(() => ({
			...{ jobId: start?.jobId ?? '', phase: start?.phase ?? '', hours: '', people: '', skills: '', crew: '' },
			...{ from: addDays(today, 1), to: addDays(today, 30), together: true, least: '60' }
		}))
	);
	let slots: Slot[] = $state([]);
	let found: Answer<'plan.free'> | null = null;
	let names = $state<Record<string, string>>({});
	let problem = $state('');
	let looked = $state(false);
	let now: Answer<'plan.emergency'> | null = $state(null);
	let worker: Worker | undefined;
	onDestroy(() => worker?.terminate());
	/** What a phase still needs is proposed. */
	function take() {
		const u = unmanned.find((x) => x.jobId === wish.jobId && (wish.phase === '' || x.phase === wish.phase));
		if (!u) return;
		wish = {
			...wish,
			phase: u.phase,
			hours: String(Math.round((u.leftMinutes / 60) * 100) / 100),
			skills: u.skills ?? '',
			people: u.people ? String(u.people) : ''
		};
	}
	untrack(take);
	async function look() {
		[problem, looked, slots] = ['', false, []];
		const hours = Number(wish.hours.replace(',', '.'));
		if (!wish.jobId) return void (problem = 'For which job?');
		if (!(hours > 0 && hours <= 100_000)) return void (problem = 'How many hours does it take?');
		const r = await ask('plan.free', { jobId: wish.jobId, from: wish.from, to: wish.to });
		if (!r.ok) return void (problem = r.message);
		found = r.result;
		const free = wish.crew ? { ...r.result, crews: r.result.crews.filter((c) => c.id === wish.crew) } : r.result;
		names = Object.fromEntries(free.crews.flatMap((c) => c.people.map((p) => [p.id, p.name])));
		worker?.terminate();
		worker = new Worker(new URL('$lib/workers/slot.worker.ts', import.meta.url), { type: 'module' });
		worker.onmessage = ({ data }: MessageEvent<SlotAnswer>) => {
			looked = true;
			if ('slots' in data) slots = data.slots;
			else problem = data.problem;
		};
		worker.onerror = () => (problem = 'This could not be computed here. Load the page again.');
		worker.postMessage({
			free,
			wish: {
				...{
					minutes: Math.round(hours * 60),
					people: Number(wish.people) > 0 ? Math.round(Number(wish.people)) : null,
					skills: skillsIn(wish.skills)
				},
				...{ from: wish.from, to: wish.to, together: wish.together, least: Math.max(1, Math.round(Number(wish.least)) || 1) }
			}
		});
	}
	async function emergency() {
		if (!wish.jobId) return void (problem = 'For which job?');
		const r = await ask('plan.emergency', { jobId: wish.jobId });
		if (r.ok) [now, problem] = [r.result, r.result.length === 0 ? 'Nobody works today, and nobody is on call.' : ''];
		else problem = r.message;
	}
	const jobName = () => jobs.find((j) => j.id === wish.jobId)?.name ?? '';
	/** A whole day of somebody is a whole day; less begins where their free time does. */
	function timeOf(w: Slot['work'][number]): { from: number | null; to: number | null } {
		const n = found?.workingDays.indexOf(w.day) ?? -1;
		const person = found?.crews.flatMap((c) => c.people).find((p) => p.id === w.personId);
		if (!person || (person.planned[n] === 0 && person.paid[n] === w.minutes)) return { from: null, to: null };
		const from = person.from[n] ?? 420;
		return { from, to: endOf(from, w.minutes, hours[weekday(w.day)]?.breaks ?? []) };
	}
	async function place(s: Slot) {
		const changes: Change[] = s.work.map((w) => ({
			...{ id: crypto.randomUUID(), version: null },
			to: { jobId: wish.jobId, phase: wish.phase, personId: w.personId, day: w.day, ...timeOf(w), note: '' }
		}));
		onclose();
		await arranger.do(changes, `${jobName()}: ${s.crew}, ${shortDay(s.from)}${s.to === s.from ? '' : ` to ${shortDay(s.to)}`}.`);
	}
	async function send(personId: string, name: string) {
		const change = { jobId: wish.jobId, phase: wish.phase, personId, day: today, from: null, to: null, note: '' };
		onclose();
		await arranger.do([{ id: crypto.randomUUID(), version: null, to: change }], `${jobName()}: ${name}, today.`);
	}
</script>

<Dialog bind:open={() => open, (v) => (v ? (open = true) : onclose())} title="Find a slot" save="Look" onsave={look} {problem}>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Job"
			><select class="select" name="slot-job" bind:value={wish.jobId} onchange={take}
				><option value="">choose</option>{#each jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option>{/each}</select
			></Field
		>
		<Field label="Phase"><input class="input" name="slot-phase" list="slot-phases" bind:value={wish.phase} onchange={take} /></Field>
	</div>
	<datalist id="slot-phases"
		>{#each unmanned.filter((u) => u.jobId === wish.jobId) as u (u.phase)}<option value={u.phase}></option>{/each}</datalist
	>
	<div class="grid grid-cols-4 gap-3">
		<Field label="Hours, all together"><input class="input" name="slot-hours" inputmode="decimal" bind:value={wish.hours} /></Field>
		<Field label="People" hint="empty: a crew"
			><input class="input" name="slot-people" inputmode="numeric" bind:value={wish.people} /></Field
		>
		<Field label="Skills"><input class="input" name="slot-skills" bind:value={wish.skills} /></Field>
		<Field label="Crew"
			><select class="select" name="slot-crew" bind:value={wish.crew}
				><option value="">any</option>{#each crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
			></Field
		>
		<Field label="Not before"><input class="input" type="date" name="slot-from" bind:value={wish.from} /></Field>
		<Field label="Done by"><input class="input" type="date" name="slot-to" bind:value={wish.to} /></Field>
		<Field label="At least a day, min"><input class="input" name="slot-least" inputmode="numeric" bind:value={wish.least} /></Field>
		<label class="mt-6"><input type="checkbox" class="checkbox" name="slot-together" bind:checked={wish.together} /> on days in a row</label
		>
	</div>
	<p><button type="button" class="btn" onclick={emergency}>Who can go right now?</button></p>
	{#if now}<table class="grid-table" aria-label="Who can go right now">
			<tbody
				>{#each now as p (p.id)}<tr
						><td>{p.name}{p.onCall ? ' · on call' : ''}<br /><span class="quiet">{p.crew}{p.phone ? ` · ${p.phone}` : ''}</span></td><td
							>{p.now ? `at ${p.now}` : p.freeMinutes > 0 ? `free for ${formatMinutes(p.freeMinutes)}` : 'off'}</td
						><td class="num">{p.drive === null ? '' : `${p.drive} min away`}</td><td
							><button type="button" class="btn btn-small" onclick={() => send(p.id, p.name)}
								>Send<span class="sr-only"> {p.name}</span></button
							></td
						></tr
					>{/each}</tbody
			>
		</table>
	{:else if looked && slots.length}<table class="grid-table" aria-label="Slots">
			<thead
				><tr><th>Crew</th><th>Days</th><th class="num">Person-days</th><th class="num">Idle</th><th class="num">Driving</th><th></th></tr
				></thead
			>
			<tbody
				>{#each slots as s, n (n)}<tr
						><td>{s.crew}<br /><span class="quiet">{[...new Set(s.work.map((w) => names[w.personId] ?? ''))].join(', ')}</span></td><td
							>{shortDay(s.from)}{s.to === s.from ? '' : ` – ${shortDay(s.to)}`}</td
						><td class="num">{s.personDays}</td><td class="num">{formatMinutes(s.idle)}</td><td class="num">{s.driving} min</td><td
							><button type="button" class="btn btn-small" onclick={() => place(s)}
								>Plan<span class="sr-only"> {s.crew} from {shortDay(s.from)}</span></button
							></td
						></tr
					>{/each}</tbody
			>
		</table>
		<p class="quiet">Ordered by the day it is done, then person-days, minutes left idle on them, driving.</p>{/if}
</Dialog>
