<script lang="ts">
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import PictureField from '../forms/PictureField.svelte';
	import Mark from '../shell/Mark.svelte';
	import { showInstant } from '../shell/dates';
	interface Finding {
		id: string;
		text: string;
		fileId: string | null;
		begun: boolean;
		state: 'open' | 'priced' | 'let be';
		change: number | null;
		reason: string;
		foundAt: number;
		foundBy: string;
	}
	/** What was found on site and is no part of what was sold: priced as a change order, or let be with the reason. */
	let {
		jobId,
		findings,
		zone,
		mayPrice,
		mayLet,
		mayReport
	}: { jobId: string; findings: Finding[]; zone: string; mayPrice: boolean; mayLet: boolean; mayReport: boolean } = $props();
	let problem = $state('');
	let letting: Finding | null = $state(null);
	let reason = $state('');
	let reporting = $state(false);
	let t = $state({ text: '', fileId: null as string | null, begun: false });
	let wrong = $state({ message: '', field: '' });
	async function price(f: Finding) {
		const r = await command('work.price-finding', { findingId: f.id }, { refresh: false });
		if (r.ok) await goto(`/jobs/${jobId}/estimate?change=${r.result.change}`);
		else problem = r.message;
	}
	async function letBe() {
		if (!letting) return;
		const r = await command('work.let-finding-be', { findingId: letting.id, reason });
		if (r.ok) letting = null;
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	async function back(f: Finding) {
		const r = await command('work.let-finding-be', { findingId: f.id, reason: '', back: true });
		problem = r.ok ? '' : r.message;
	}
	async function report() {
		const r = await command('work.report-finding', { jobId, ...t });
		if (r.ok) reporting = false;
		else wrong = { message: r.message, field: r.field ?? '' };
	}
</script>

<div>
	{#if mayReport}<button
			class="link"
			onclick={() => ((reporting = true), (t = { text: '', fileId: null, begun: false }), (wrong = { message: '', field: '' }))}
			>Found something</button
		>{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<ul>
		{#each findings as f (f.id)}<li class="flex items-start gap-3 border-t py-2" style="border-color: var(--line)">
				{#if f.fileId && mayReport}<a href="/api/files/{f.fileId}"
						><img class="h-14 w-14 object-cover" src="/api/files/{f.fileId}?small" alt={f.text} /></a
					>{/if}
				<div class="grow">
					<p>{f.text}</p>
					<p class="quiet">{f.foundBy}, {showInstant(f.foundAt, zone)}</p>
					{#if f.begun && f.state !== 'let be'}<p><Mark kind="need" label="The crew went on with it before it was agreed" /></p>{/if}
					{#if f.state === 'let be'}<p class="quiet">Let be: {f.reason}</p>{/if}
				</div>
				<span class="flex flex-none items-baseline gap-3"
					>{#if f.state === 'open'}<Mark kind="need" label="not priced" />{#if mayPrice}<button class="btn" onclick={() => price(f)}
								>Price it<span class="sr-only">: {f.text}</span></button
							>{/if}{#if mayLet}<button class="link" onclick={() => ((letting = f), (reason = ''), (wrong = { message: '', field: '' }))}
								>Let it be …<span class="sr-only"> {f.text}</span></button
							>{/if}{:else if f.state === 'priced'}{#if mayPrice}<a class="link" href="/jobs/{jobId}/estimate?change={f.change}"
								>change order {f.change}</a
							>{:else}change order {f.change}{/if}{:else if mayLet}<button class="link" onclick={() => back(f)}
							>Take it up again<span class="sr-only">: {f.text}</span></button
						>{/if}</span
				>
			</li>{/each}
	</ul>
</div>
{#if letting}<Dialog
		onclosed={() => (letting = null)}
		title="Let it be"
		save="Let it be"
		onsave={letBe}
		problem={wrong.field ? '' : wrong.message}
		><p>{letting.text}</p>
		<Field label="Why" problem={wrong.field === 'reason' ? wrong.message : ''}
			><input class="input" name="reason" bind:value={reason} /></Field
		></Dialog
	>{/if}
{#if reporting}<Dialog onclosed={() => (reporting = false)} title="Found on site" onsave={report} problem={wrong.field ? '' : wrong.message}
		><Field label="What" problem={wrong.field === 'text' ? 'Say what was found.' : ''}
			><input class="input" name="finding" bind:value={t.text} placeholder="Rotten fascia behind the gutter, 12 ft" /></Field
		>
		<PictureField bind:fileId={t.fileId} label="Picture of it" />
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" bind:checked={t.begun} />The crew goes on with it before it is agreed</label
		></Dialog
	>{/if}
