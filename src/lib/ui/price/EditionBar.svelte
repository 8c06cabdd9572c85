<script lang="ts">
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/client/refresh';
	import { command } from '$lib/client/command';
	import Mark from '../shell/Mark.svelte';
	import { showInstant } from '../shell/dates';
	/** Editions that wait, and the two ways to get one: ask the publisher, or take a file by hand. */
	interface Edition {
		id: string;
		name: string;
		edition: number;
		publisher: string;
		state: string;
		receivedAt: number;
		settledAt: number | null;
		byName: string;
		said: string;
	}
	let { editions, mayChange, zone }: { editions: Edition[]; mayChange: boolean; zone: string } = $props();
	const waiting = $derived(editions.filter((e) => e.state === 'waiting'));
	const settled = $derived(editions.filter((e) => e.state !== 'waiting'));
	let said = $state('');
	let problem = $state('');
	let busy = $state(false);
	let input: HTMLInputElement | undefined = $state();
	async function look() {
		[busy, said, problem] = [true, '', ''];
		const r = await fetch('/api/editions', { method: 'POST' }).catch(() => null);
		const body = (await r?.json().catch(() => null)) as { result?: { received: number; problems: string[] }; message?: string } | null;
		busy = false;
		if (!body?.result) problem = body?.message ?? 'The server cannot be reached. Try again in a moment.';
		else {
			problem = body.result.problems.join(' ');
			said = body.result.received ? `${body.result.received} came in.` : 'The publisher has nothing newer.';
			await refresh();
		}
	}
	async function take(file: File | undefined) {
		if (!file) return;
		[said, problem] = ['', ''];
		if (file.size > 60_000_000) {
			problem = 'The file is larger than 60 MB. An edition is never that large.';
			return;
		}
		const r = await command('flat-rate.receive-edition', {
			text: await file.text(),
			fileName: file.name.slice(0, 200)
		});
		if (r.ok) await goto(`/price/flat-rate/edition/${r.result.editionId}`);
		else problem = r.message;
	}
</script>

<section class="sheet" aria-label="Editions">
	{#each waiting as e (e.id)}<p class="row">
			<Mark kind="wait" label="Edition {e.edition} of {e.name} is waiting" /><span class="quiet"
				>{e.publisher}, came {showInstant(e.receivedAt, zone)}</span
			><a class="btn btn-sm ml-auto" href="/price/flat-rate/edition/{e.id}">See what it changes</a>
		</p>{/each}
	<p class="row">
		{#if waiting.length === 0}<span class="quiet">No edition is waiting.</span>{/if}
		{#if said}<span role="status">{said}</span>{/if}{#if problem}<span class="problem" role="alert">{problem}</span>{/if}
		{#if mayChange}<span class="ml-auto flex gap-4"
				><button type="button" class="link" disabled={busy} onclick={look}>{busy ? 'Asking…' : 'Ask the publisher'}</button><button
					type="button"
					class="link"
					onclick={() => input?.click()}>Take a file</button
				><input
					bind:this={input}
					type="file"
					accept=".json,application/json"
					hidden
					aria-label="File of an edition"
					onchange={(e) => take(e.currentTarget.files?.[0])}
				/></span
			>{/if}
	</p>
	{#if settled.length}<details>
			<summary class="link">Taken and left</summary>
			<ul>
				{#each settled as e (e.id)}<li>
						<span class="quiet">{showInstant(e.settledAt, zone)}</span>
						{e.name}, edition {e.edition}: {e.state}{e.said ? `, ${e.said}` : ''}
						<span class="quiet">{e.byName}</span>{#if e.state === 'left' && mayChange}&nbsp;<a
								class="link"
								href="/price/flat-rate/edition/{e.id}">look again</a
							>{/if}
					</li>{/each}
			</ul>
		</details>{/if}
</section>

<style>
	section {
		padding: 6px 12px;
		margin-bottom: 12px;
	}
	.row {
		display: flex;
		align-items: center;
		gap: 14px;
		min-height: 30px;
	}
	details {
		padding-bottom: 4px;
	}
	li {
		padding: 2px 0;
	}
</style>
