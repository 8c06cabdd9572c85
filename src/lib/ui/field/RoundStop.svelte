<script lang="ts">
	import { queue } from '$lib/client/queue.svelte';
	import { wallTime } from '$lib/core/time';
	import { clockText } from '../board/plan';
	import { words } from '../words/field';
	interface Stop {
		id: string;
		jobId: string;
		address: string;
		service: string;
		customer: string;
		about: string;
		/** The hours in which one gets in, minutes from midnight; null: at any time. */
		openFrom: number | null;
		openTo: number | null;
		access: string;
		lastNote: string;
		wording: string;
		lat: number | null;
		lng: number | null;
		done: boolean;
		doneBy: string;
		arrivedAt: number | null;
		leftAt: number | null;
		/** How many pictures were taken. */
		before: number;
		after: number;
	}
	/** One stop of today's round: the way there, what is to do, here and gone, done or left out; all of it waits where there is no reception. */
	interface Props {
		stop: Stop;
		/** The stop before, from which one drives. */
		before: { lat: number | null; lng: number | null } | null;
		me: string;
		zone: string;
		/** My clock runs on this job. */
		running: boolean;
		onproblem: (message: string) => void;
	}
	let { stop, before, me, zone, running, onproblem }: Props = $props();
	let busy = $state(false);
	let here = $state<number | null>(null);
	let leaving = $state(false);
	let why = $state('');
	let note = $state('');
	const since = $derived(stop.leftAt === null ? (stop.arrivedAt ?? here) : null);
	/** Directions from the stop before, where it has a place; else from where one is. */
	const way = $derived(
		stop.lat === null
			? null
			: before?.lat
				? `geo:${stop.lat},${stop.lng}?q=${stop.lat},${stop.lng}&saddr=${before.lat},${before.lng}`
				: `geo:${stop.lat},${stop.lng}?q=${stop.lat},${stop.lng}`
	);
	const open = $derived(stop.openFrom === null ? '' : words.field.day.getsIn(clockText(stop.openFrom), clockText(stop.openTo)));
	const about = $derived({ about: `job:${stop.jobId}` });
	async function put<R extends { state: string; message?: string }>(work: () => Promise<R>): Promise<boolean> {
		busy = true;
		const r = await work();
		busy = false;
		onproblem(r.state === 'refused' ? (r.message ?? '') : '');
		return r.state !== 'refused';
	}
	/** One tap: the visit's clock runs, and mine on its job. */
	async function arrive() {
		const label = `${words.field.day.arrive}: ${stop.address}`;
		if (!(await put(() => queue.put('rounds.arrive-visit', { visitId: stop.id, here: true }, { ...about, label })))) return;
		here = Date.now();
		if (!running)
			await put(() => queue.put('time.clock-on', { jobId: stop.jobId }, { ...about, label: words.field.clock.did.on(stop.address) }));
	}
	const visit = (done: boolean) =>
		put(() =>
			queue.put(
				'rounds.do-visit',
				{ visitId: stop.id, done, note },
				{ ...about, label: `${done ? words.field.day.done : words.field.day.undone}: ${stop.address}` }
			)
		);
	const leave = () =>
		put(() =>
			queue.put('rounds.arrive-visit', { visitId: stop.id, here: false }, { ...about, label: `${words.field.day.leave}: ${stop.address}` })
		);
	/** What was taken here and is not counted by the server yet. */
	let took = $state({ before: 0, after: 0 });
	async function take(moment: 'before' | 'after', input: HTMLInputElement) {
		const file = input.files?.[0];
		input.value = '';
		if (!file) return;
		const picture = { id: crypto.randomUUID(), file };
		const label = `${words.field.day[moment](0)}: ${stop.address}`;
		const asked = { visitId: stop.id, fileId: picture.id, moment };
		const known = stop[moment];
		if ((await put(() => queue.put('rounds.add-picture', asked, { ...about, label, picture }))) && stop[moment] === known)
			took[moment] += 1;
	}
	async function skip() {
		if (why.trim() === '') return onproblem(words.field.day.why);
		const input = { visitId: stop.id, reason: why };
		if (await put(() => queue.put('rounds.skip-visit', input, { ...about, label: `${words.field.day.leaveOut} ${stop.address}` })))
			leaving = false;
	}
</script>

{#snippet pictures()}<div class="mt-2 grid grid-cols-2 gap-3">
		{#each ['before', 'after'] as const as moment (moment)}<label class="btn btn-tall"
				>{words.field.day[moment](Math.max(stop[moment], took[moment]))}<span class="sr-only">{stop.address}</span><input
					type="file"
					class="sr-only"
					name="{moment}-{stop.id}"
					accept="image/*"
					capture="environment"
					disabled={busy}
					onchange={(e) => take(moment, e.currentTarget)}
				/></label
			>{/each}
	</div>{/snippet}
<li class="border-b py-3" style="border-color: var(--line)" data-stop={stop.id}>
	<div class="flex items-start justify-between gap-3">
		<div>
			<a class="link font-bold" href="/field/jobs/{stop.jobId}">{stop.address}</a>
			<p class="quiet">{[stop.service, stop.customer, open, stop.about, stop.access].filter(Boolean).join(' · ')}</p>
			{#if stop.lastNote}<p>{words.field.day.lastTime(stop.lastNote)}</p>{/if}
		</div>
		{#if way}<a class="link" href={way}>{words.field.day.directions}<span class="sr-only"> {words.field.day.to(stop.address)}</span></a
			>{/if}
	</div>
	{#if stop.done}{@render pictures()}
		<div class="mt-2 grid grid-cols-2 gap-3">
			<span class="self-center">✓ {stop.doneBy || me}</span><button class="btn btn-tall" disabled={busy} onclick={() => visit(false)}
				>{words.field.day.undone}</button
			>
		</div>
	{:else}
		{#if since !== null}{@render pictures()}
			<details class="mt-2">
				<summary>● {words.field.day.here} {wallTime(since, zone).time}</summary>{#if stop.wording}<p class="py-1">
						{stop.wording}
					</p>{/if}<label
					>{words.field.day.nextTime}<input class="input w-full" name="note-{stop.id}" maxlength="1000" bind:value={note} /></label
				>
			</details>{/if}
		<div class="mt-2 grid grid-cols-2 gap-3">
			{#if since === null}<button class="btn btn-tall" disabled={busy} onclick={arrive}
					>{words.field.day.arrive}<span class="sr-only">: {stop.address}</span></button
				>{:else}<button class="btn btn-tall" disabled={busy} onclick={leave}
					>{words.field.day.leave}<span class="sr-only">: {stop.address}</span></button
				>{/if}<button class="btn btn-primary btn-tall" disabled={busy} onclick={() => visit(true)}
				>{words.field.day.done}<span class="sr-only">: {stop.address}</span></button
			>
		</div>
		{#if leaving}<div class="mt-2 grid gap-2">
				<label>{words.field.day.why}<input class="input w-full" name="why-{stop.id}" maxlength="200" bind:value={why} /></label>
				<button class="btn btn-tall" disabled={busy} onclick={skip}>{words.field.day.leaveOut.replace(' …', '')}</button>
			</div>{:else}<button class="link mt-2" onclick={() => (leaving = true)}
				>{words.field.day.leaveOut}<span class="sr-only"> {stop.address}</span></button
			>{/if}
	{/if}
</li>
