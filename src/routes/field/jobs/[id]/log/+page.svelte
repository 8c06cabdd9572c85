<script lang="ts">
	import { formatMinutes } from '$lib/core/money';
	import LogForm from '$lib/ui/job/LogForm.svelte';
	import { words } from '$lib/ui/words/field';
	let { data } = $props();
</script>

<p><a class="link" href="/field/jobs/{data.job.id}">‹ {data.job.name}</a></p>
<h1 class="mt-1 mb-3">{words.field.log.title}</h1>
<section class="sheet mb-3 p-4">
	{#each data.of.work as w (w.name)}<p class="flex justify-between gap-3">
			<span>{w.name} <span class="quiet">{w.on}</span></span><span class="figure">{formatMinutes(w.minutes)}</span>
		</p>{:else}<p class="quiet">{words.field.log.nobody}</p>{/each}
	{#each data.of.tasks as t (t.id)}<p>✓ {t.text}</p>{/each}
	{#each data.of.delivered as d, n (n)}<p>{d}</p>{/each}
</section>
<section class="sheet p-4">
	{#key data.of.log?.version}<LogForm
			jobId={data.job.id}
			day={data.of.day}
			log={data.of.log}
			weather={data.weather}
			words={words.field.log}
			tall
		/>{/key}
</section>
