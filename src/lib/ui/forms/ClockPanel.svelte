<script lang="ts">
	import { locale } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/field';
	import { onMount } from 'svelte';
	import { queue } from '$lib/client/queue.svelte';
	import { formatMinutes } from '$lib/core/money';
	import Field from './Field.svelte';
	/** The running clock with clock off, or nothing. */
	let {
		running,
		now,
		zone
	}: { running: { id: string; jobId: string | null; startedAt: number; job: string } | null; now: number; zone: string } = $props();
	let passed = $state(0);
	let note = $state('');
	let pause = $state('0');
	let problem = $state('');
	let busy = $state(false);
	onMount(() => {
		const began = Date.now();
		const timer = setInterval(() => (passed = Date.now() - began), 10_000);
		return () => clearInterval(timer);
	});
	async function off() {
		busy = true;
		const { job, jobId } = running ?? { job: '', jobId: null };
		const r = await queue.put(
			'time.clock-off',
			{ note, breakMinutes: Math.max(0, Math.round(Number(pause) || 0)) },
			{ about: `job:${jobId ?? ''}`, label: words.field.clock.did.off(job) }
		);
		busy = false;
		problem = r.state === 'refused' ? r.message : '';
		if (r.state !== 'refused') note = '';
	}
</script>

{#if running}
	<section class="sheet p-4 mb-4" aria-label={words.field.clock.name}>
		<p class="quiet">
			{words.field.clock.since(
				new Date(running.startedAt).toLocaleTimeString(locale(), { hour: '2-digit', minute: '2-digit', hour12: false, timeZone: zone })
			)}
		</p>
		<p class="figure text-xl font-bold">
			{running.job} <span class="quiet font-normal">{formatMinutes(Math.floor((now + passed - running.startedAt) / 60_000))}</span>
		</p>
		<div class="mt-2 grid grid-cols-[1fr_110px] gap-3">
			<Field label={words.field.clock.note}><input class="input" bind:value={note} /></Field><Field label={words.field.clock.break}
				><input class="input" inputmode="numeric" bind:value={pause} /></Field
			>
		</div>
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<button class="btn btn-primary btn-tall mt-3 w-full" disabled={busy} onclick={off}>{words.field.clock.off}</button>
	</section>
{/if}
