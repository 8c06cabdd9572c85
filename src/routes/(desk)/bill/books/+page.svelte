<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import { untrack } from 'svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { ACCOUNT_KEYS, ACCOUNT_WORDS } from '$lib/core/books';
	import { formatCents } from '$lib/core/money';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay, showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	// What is typed is the page's own until it is kept.
	let accounts: Record<string, string> = $state(
		untrack(() => ({ ...Object.fromEntries(ACCOUNT_KEYS.map((k) => [k, ''])), ...data.accounts }))
	);
	let apart = $state('');
	let through = $state(untrack(() => data.today));
	let closed = $state(untrack(() => data.closed));
	let problem = $state('');
	let said = $state('');
	let busy = $state(false);
	async function act<N extends CommandName>(name: N, input: Input<N>, done: string) {
		busy = true;
		const r = await command(name, input);
		busy = false;
		[problem, said] = r.ok ? ['', done] : [r.message, ''];
		return r;
	}
	async function hand() {
		const r = await act('books.export', { through }, '');
		if (r.ok)
			said =
				r.result && 'entries' in r.result && r.result.entries > 0
					? `${r.result.entries} entries: take the file below.`
					: 'Everything was handed over already.';
	}
	const told = $derived(Object.keys(accounts).filter((k) => !(k in ACCOUNT_WORDS)));
	function tellApart() {
		const key = apart.trim();
		if (/^(revenue|tax): ./.test(key)) [accounts[key], apart, problem] = ['', '', ''];
		else problem = 'Write it like “revenue: Re-roof” or “tax: state”.';
	}
</script>

<Page
	title="Bookkeeping"
	sub={data.next.length === 0
		? 'Everything was handed over'
		: `${data.more ? `More than ${data.next.length}` : data.next.length} entries wait to be handed over`}
	pages={pagesOf('Bill')}
	current="/bill/books"
>
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#if said}<p class="mb-2" role="status">{said}</p>{/if}
	<div class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_380px]">
		<div class="grid content-start gap-4">
			{#if data.mayChange}<Form class="sheet flex flex-wrap items-end gap-3 p-4" label="Hand over" onsave={() => hand()}>
					<Field label="Everything up to and with"><input class="input" type="date" name="through" bind:value={through} /></Field>
					<button class="btn btn-primary" disabled={busy}>Hand it over</button>
					<span class="quiet">Each event is in one file, once.</span>
				</Form>{/if}
			<section class="sheet overflow-x-auto">
				<h2 class="p-3">Handed over</h2>
				<table class="grid-table">
					<thead><tr><th>When</th><th>By</th><th>Up to</th><th class="num">Entries</th><th></th></tr></thead>
					<tbody
						>{#each data.exports as x (x.id)}<tr
								><td>{showInstant(x.at, data.company.zone)}</td><td>{x.byName}</td><td>{showDay(x.through)}</td><td class="num"
									>{x.entries}</td
								><td><a class="link" href="/api/journal/{x.id}">CSV<span class="sr-only"> to {showDay(x.through)}</span></a></td></tr
							>{:else}<tr><td colspan="5" class="quiet">Nothing yet.</td></tr>{/each}</tbody
					>
				</table>
			</section>
			<section class="sheet overflow-x-auto">
				<h2 class="p-3">Waiting</h2>
				<table class="grid-table">
					<thead><tr><th>Day</th><th>What</th><th>Booked on</th><th class="num">Debit</th><th class="num">Credit</th></tr></thead>
					<tbody
						>{#each data.next as e (e.event)}{#each e.lines as l, n (`${e.event}${n}`)}<tr
									><td>{n === 0 ? showDay(e.day) : ''}</td><td>{n === 0 ? e.text : ''}</td><td>{l.account}</td><td class="num"
										>{l.amount > 0 ? formatCents(l.amount) : ''}</td
									><td class="num">{l.amount < 0 ? formatCents(-l.amount) : ''}</td></tr
								>{/each}{:else}<tr><td colspan="5" class="quiet">Everything was handed over.</td></tr>{/each}</tbody
					>
				</table>
			</section>
		</div>
		<div class="grid content-start gap-4">
			<Form class="sheet grid gap-2 p-4" label="Accounts" onsave={() => act('books.set-accounts', { accounts }, 'The accounts are kept.')}>
				<h2>Accounts</h2>
				{#each [...ACCOUNT_KEYS, ...told] as key (key)}<label class="grid grid-cols-[1fr_110px] items-center gap-2"
						><span>{key in ACCOUNT_WORDS ? ACCOUNT_WORDS[key as keyof typeof ACCOUNT_WORDS] : key}</span><input
							class="input"
							name="account-{key}"
							disabled={!data.mayChange}
							bind:value={accounts[key]}
						/></label
					>{/each}
				{#if data.mayChange}<div class="flex gap-2">
						<input class="input" name="apart" placeholder="revenue: Re-roof" aria-label="Told apart" bind:value={apart} /><button
							type="button"
							class="btn"
							onclick={tellApart}>Tell apart</button
						>
					</div>
					<button class="btn btn-primary justify-self-start" disabled={busy}>Keep the accounts</button>{/if}
			</Form>
			<Form
				class="sheet grid gap-2 p-4"
				label="Closed months"
				onsave={() => act('books.close', { through: closed }, closed ? `Closed to ${showDay(closed)}.` : 'All days are open.')}
			>
				<h2>Closed months</h2>
				<Field label="Closed up to and with" hint="What still belongs there carries the first open day, and names its own."
					><input class="input" type="date" name="closed" disabled={!data.mayChange} bind:value={closed} /></Field
				>
				{#if data.mayChange}<button class="btn justify-self-start" disabled={busy}>Close</button>{/if}
			</Form>
		</div>
	</div>
</Page>
