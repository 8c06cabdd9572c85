<script lang="ts">
	import { locale } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/field';
	import { command } from '$lib/client/command';
	import RoundStop from '$lib/ui/field/RoundStop.svelte';
	import { queue } from '$lib/client/queue.svelte';
	import { runningWith, visitWith } from '$lib/ui/field/kept';
	import ClockPanel from '$lib/ui/forms/ClockPanel.svelte';
	import { preloadCode } from '$app/navigation';
	import { onMount, untrack } from 'svelte';
	let { data } = $props();
	let problem = $state('');
	let busy = $state('');
	// How far our clock was ahead when the page came is of that moment alone: later news does not move it.
	const running = $derived(
		runningWith(
			data.running,
			queue.items,
			untrack(() => data.now - Date.now())
		)
	);
	const stops = $derived(data.stops.map((s) => ({ ...s, done: visitWith(s.state === 'done', queue.items, s.id) })));
	const mine = $derived(data.shifts.filter((s) => s.day === data.today));
	const later = $derived(data.shifts.filter((s) => s.day !== data.today));
	const clock = (n: number | null) => (n === null ? '' : `${Math.floor(n / 60)}:${String(n % 60).padStart(2, '0')}`);
	const dayName = (d: string) =>
		new Date(`${d}T12:00Z`).toLocaleDateString(locale(), { weekday: 'long', month: 'long', day: 'numeric', timeZone: 'UTC' });
	// Today's jobs are taken along: they are there without reception, opened before or not.
	onMount(() => {
		const ids = [...new Set([...mine.map((s) => s.jobId), ...data.stops.map((s) => s.jobId)])];
		if (ids.length === 0 || !navigator.onLine) return;
		void preloadCode(`/field/jobs/${ids[0]}`);
		void navigator.serviceWorker?.ready.then(async () => {
			for (const id of ids.slice(0, 40)) await fetch(`/field/jobs/${id}/__data.json`).catch(() => null);
		});
	});
	let minutes = $state(20);
	let toldOf = $state('');
	/** The customer is told when we come. */
	async function onOurWay(jobId: string) {
		busy = `way ${jobId}`;
		const r = await command('plan.on-our-way', { jobId, minutes });
		busy = '';
		[problem, toldOf] = r.ok ? ['', jobId] : [r.message, ''];
	}
	async function seen(noticeId: string) {
		const r = await command('plan.see-notice', { noticeId });
		problem = r.ok ? '' : r.message;
	}
	async function on(jobId: string, name: string) {
		busy = jobId;
		const r = await queue.put('time.clock-on', { jobId }, { about: `job:${jobId}`, label: words.field.clock.did.on(name) });
		busy = '';
		problem = r.state === 'refused' ? r.message : '';
	}
</script>

<h1 class="mb-3">{dayName(data.today)}</h1>
{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
{#each data.notices as n (n.id)}<section class="sheet mb-3 p-4" aria-label={words.field.day.changed}>
		<h2>{words.field.day.changed}</h2>
		<ul class="my-2">
			{#each n.lines as l (l)}<li>{l}</li>{/each}
		</ul>
		<button class="btn btn-tall w-full" onclick={() => seen(n.id)}>{words.field.day.seen}</button>
	</section>{/each}
<ClockPanel {running} now={data.now} zone={data.zone} />
{#if data.stops.length}
	<section class="sheet mb-3 p-4" aria-label={words.field.day.round}>
		<h2>
			{words.field.day.round}
			<span class="quiet">{words.field.day.doneOf(stops.filter((s) => s.done).length, data.stops.length)}</span>
		</h2>
		<ul>
			{#each stops as s, n (s.id)}<RoundStop
					stop={s}
					before={n > 0 ? (stops[n - 1] ?? null) : null}
					me={data.me.name}
					zone={data.zone}
					running={running?.jobId === s.jobId}
					onproblem={(message) => (problem = message)}
				/>{/each}
		</ul>
	</section>
{/if}
{#each mine as s (s.id)}
	<article class="sheet mb-3 p-4">
		<div class="flex justify-between">
			<h2><a href="/field/jobs/{s.jobId}" class="link">{s.job}</a></h2>
			<span class="figure">{s.from === null ? words.field.day.wholeDay : `${clock(s.from)}–${clock(s.to)}`}</span>
		</div>
		<p class="quiet">{[s.phase, s.note].filter(Boolean).join(' · ')}</p>
		<p class="mt-1">{s.address ?? words.field.day.noAddress}</p>
		<p class="quiet">
			{s.customer}{#if s.phone}
				· <a class="link" href="tel:{s.phone}">{s.phone}</a>{/if}
		</p>
		{#if data.onOurWay && running?.jobId !== s.jobId}<div class="mt-3 grid grid-cols-[1fr_auto] gap-3">
				<select class="select" style="height: 48px" aria-label={words.field.day.arrives} bind:value={minutes}
					>{#each [10, 20, 30, 45, 60, 90] as n (n)}<option value={n}>{words.field.day.inMinutes(n)}</option>{/each}</select
				><button class="btn btn-tall" disabled={busy === `way ${s.jobId}`} onclick={() => onOurWay(s.jobId)}
					>{words.field.day.onOurWay}<span class="sr-only">: {s.job}</span></button
				>
			</div>
			{#if toldOf === s.jobId}<p role="status">{words.field.day.told}</p>{/if}{/if}
		<div class="mt-3 grid grid-cols-2 gap-3">
			<a class="btn btn-tall" href="/api/shift-calendar/{s.id}" download>{words.field.day.calendar}</a>
			{#if s.lat !== null}<a class="btn btn-tall" href="geo:{s.lat},{s.lng}?q={s.lat},{s.lng}">{words.field.day.directions}</a
				>{/if}{#if running?.jobId !== s.jobId && s.hoursOnTask}<a class="btn btn-primary btn-tall" href="/field/jobs/{s.jobId}"
					>{words.field.clock.on} …</a
				>{:else if running?.jobId !== s.jobId}<button
					class="btn btn-primary btn-tall"
					disabled={busy === s.jobId}
					onclick={() => on(s.jobId, s.job)}>{words.field.clock.on}</button
				>{/if}
		</div>
	</article>
{:else}{#if data.stops.length === 0}<p class="sheet p-4">
			{words.field.day.nothing}
		</p>{/if}{/each}
{#if later.length}<h2 class="mt-5 mb-2">{words.field.day.coming}</h2>
	<ul class="sheet">
		{#each later as s (s.id)}<li class="flex justify-between border-b p-3" style="border-color: var(--line)">
				<a class="link" href="/field/jobs/{s.jobId}">{s.job}</a><span class="quiet"
					>{dayName(s.day).split(',')[0]}{s.from === null ? '' : ` ${clock(s.from)}`}</span
				>
			</li>{/each}
	</ul>{/if}
