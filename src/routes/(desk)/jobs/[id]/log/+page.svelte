<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { addDays } from '$lib/core/time';
	import { formatMinutes } from '$lib/core/money';
	import LogForm from '$lib/ui/job/LogForm.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { showDay, showInstant } from '$lib/ui/shell/dates';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const of = $derived(data.of);
	const at = (day: string) => `/jobs/${data.head.job.id}/log?day=${day}`;
	const WORDS = {
		...{ title: 'Daily log', weather: 'Weather', done: 'What was done', hindered: 'What hindered' },
		...{ deliveries: 'Deliveries, and what else', save: 'Save the log', saved: 'Saved.' }
	};
	const nothing = $derived(of.work.length + of.tasks.length + of.notes.length + of.delivered.length + of.found.length === 0);
</script>

<Page
	title={data.head.job.name}
	sub="Daily log · {showDay(of.day)}"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/log"
	wide
>
	{#snippet actions()}<a class="btn" href="/api/pdf/daily-log/{data.head.job.id}/{of.day}">PDF</a>{/snippet}
	<ThreadStrip steps={data.thread} />
	<div class="grid gap-4 p-[18px] lg:grid-cols-[200px_minmax(0,1fr)_minmax(0,1fr)]">
		<nav class="sheet self-start p-4" aria-label="Days of this job">
			<label class="quiet"
				>Day<input
					class="input mt-1"
					type="date"
					max={data.today}
					value={of.day}
					onchange={(e) => e.currentTarget.value && goto(at(e.currentTarget.value))}
				/></label
			>
			<p class="mt-2 flex gap-4">
				<a class="link" href={at(addDays(of.day, -1))}>Day before</a>{#if of.day < data.today}<a class="link" href={at(addDays(of.day, 1))}
						>Day after</a
					>{/if}
			</p>
			<ul class="mt-3 max-h-96 overflow-auto">
				{#each data.days as d (d.day)}<li>
						<a class="link" aria-current={d.day === of.day ? 'page' : undefined} href={at(d.day)}
							><Mark kind={d.written ? 'done' : 'ring'} label={showDay(d.day)} /></a
						>
					</li>{:else}<li class="quiet">Nobody worked on it yet.</li>{/each}
			</ul>
		</nav>
		<section class="sheet p-4" aria-label="Gathered">
			<h2>Gathered by itself</h2>
			{#if nothing}<p class="quiet">Nothing was noted on this day: no clock, no task, no picture, no delivery.</p>{/if}
			{#each of.work as w (w.name)}<p class="flex gap-3">
					<span class="grow">{w.name} <span class="quiet">{w.on}</span></span><span class="figure">{formatMinutes(w.minutes)}</span
					>{#if w.running}<Mark kind="half" label="on the clock" />{/if}
				</p>{/each}
			{#if of.work.length > 1}<p class="flex justify-between border-t pt-1" style="border-color: var(--line)">
					<span>{of.work.length} people</span><strong class="figure">{formatMinutes(of.work.reduce((a, w) => a + w.minutes, 0))}</strong>
				</p>{/if}
			{#if of.tasks.length}<h3 class="mt-3">Tasks done</h3>
				{#each of.tasks as t (t.id)}<p><Mark kind="done" label={t.text} /> <span class="quiet">{t.doneBy}</span></p>{/each}{/if}
			{#if of.delivered.length}<h3 class="mt-3">Delivered</h3>
				{#each of.delivered as d, n (n)}<p>{d}</p>{/each}{/if}
			{#if of.found.length}<h3 class="mt-3">Found on site</h3>
				{#each of.found as f (f.id)}<p>{f.text}</p>{/each}{/if}
			{#if of.notes.length}<h3 class="mt-3">Notes and pictures</h3>
				<ul class="grid gap-2">
					{#each of.notes as n (n.id)}<li class="flex gap-3">
							{#if n.fileId && data.mayWrite}<a href="/api/files/{n.fileId}"
									><img class="h-20 w-20 object-cover" src="/api/files/{n.fileId}?small" alt="From {n.by}" /></a
								>{/if}
							<div>
								<span class="quiet">{n.by}, {showInstant(n.at, data.company.zone)}</span>
								<p>{n.text}</p>
							</div>
						</li>{/each}
				</ul>{/if}
		</section>
		<section class="sheet p-4" aria-label="Written">
			<h2 class="mb-2">Completed by the lead</h2>
			{#if data.mayWrite}{#key `${of.day} ${of.log?.version}`}<LogForm
						jobId={data.head.job.id}
						day={of.day}
						log={of.log}
						weather={data.weather}
						words={WORDS}
					/>{/key}{:else}<p>{of.log?.done || 'Nothing written.'}</p>{/if}
			{#if of.log}<p class="quiet mt-2">{of.log.byName}, {showInstant(of.log.at, data.company.zone)}</p>{/if}
		</section>
	</div>
</Page>
