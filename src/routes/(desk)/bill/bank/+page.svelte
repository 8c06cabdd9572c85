<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { formatCents } from '$lib/core/money';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Line = (typeof data.lines)[number];
	let problem = $state('');
	let said = $state('');
	let busy = $state(false);
	let chosen: Record<string, string> = $state({});
	/** What a line is taken for: what was chosen, else what is sure. */
	const forOf = (l: Line): string => chosen[l.id] ?? (l.matches[0]?.sure ? l.matches[0].id : '');
	const sure = $derived(
		data.lines.filter((l) => l.amount > 0 && l.matches[0]?.sure && (chosen[l.id] ?? l.matches[0].id) === l.matches[0].id)
	);
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		busy = true;
		const r = await command(name, input);
		busy = false;
		problem = r.ok ? '' : r.message;
		return r;
	}
	async function read(file: File | undefined) {
		if (!file) return;
		const r = await act('payments.read-bank', { text: await file.text() });
		if (!r.ok) return;
		const { added, known, rejected } = r.result as { added: number; known: number; rejected: { row: number; why: string }[] }; // what this command answers
		said = `${added} new lines, ${known} known already.${rejected.length ? ` Not read: ${rejected.map((x) => `row ${x.row} ${x.why}`).join(', ')}.` : ''}`;
	}
	const take = (l: Line) =>
		l.amount > 0
			? act('payments.take-bank', { lines: [{ lineId: l.id, invoiceId: forOf(l) }] })
			: act('payments.bank-bill', { lineId: l.id, billId: forOf(l) });
</script>

<Page title="Bank" sub="The bank’s lines, each taken once" pages={pagesOf('Bill')} current="/bill/bank">
	{#snippet actions()}{#if data.mayChange}{#if sure.length}<button
					class="btn"
					disabled={busy}
					onclick={() => act('payments.take-bank', { lines: sure.map((l) => ({ lineId: l.id, invoiceId: forOf(l) })) })}
					>{sure.length === 1 ? 'Take the sure one' : `Take all ${sure.length} that are sure`}</button
				>{/if}<label class="btn btn-primary"
				>{busy ? 'Reading …' : 'Read a file'}<input
					type="file"
					class="sr-only"
					name="bank-file"
					accept=".csv,.ofx,.qfx,text/csv"
					aria-label="File of the bank, CSV or OFX"
					onchange={(e) => {
						void read(e.currentTarget.files?.[0]);
						e.currentTarget.value = '';
					}}
				/></label
			>{/if}{/snippet}
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#if said}<p class="mb-2" role="status">{said}</p>{/if}
	<nav class="mb-3 flex gap-4" aria-label="Which">
		{#each [['open', 'To take'], ['taken', 'Taken'], ['set aside', 'Set aside']] as [key, word] (key)}<a
				class="link"
				aria-current={data.which === key}
				class:font-bold={data.which === key}
				href="?which={key}">{word}</a
			>{/each}
	</nav>
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="Lines of the bank">
			<thead
				><tr
					><th>Day</th><th>The bank says</th><th class="num">Amount</th>{#if data.which === 'open'}<th>Is for</th>{/if}<th></th></tr
				></thead
			>
			<tbody
				>{#each data.lines as l (l.id)}<tr
						><td class="whitespace-nowrap">{showDay(l.day)}</td><td>{l.text} <span class="quiet">{l.reference}</span></td><td class="num"
							>{formatCents(l.amount)}</td
						>
						{#if data.which === 'open'}<td style="min-width: 280px"
								><select
									class="select"
									aria-label="What {l.text} is for"
									value={forOf(l)}
									disabled={!data.mayChange}
									onchange={(e) => (chosen[l.id] = e.currentTarget.value)}
									><option value="">choose</option>{#each l.matches as m (m.id)}<option value={m.id}
											>{m.label}: {m.reasons.join(', ')}</option
										>{/each}{#each (l.amount > 0 ? data.invoices : data.bills).filter((i) => !l.matches.some((m) => m.id === i.id)) as i (i.id)}<option
											value={i.id}>{i.label}</option
										>{/each}</select
								>{#if l.matches[0]?.sure}<Mark kind="done" label="sure: {l.matches[0].reasons.join(' and ')}" />{:else if l.matches[0]}<span
										class="quiet">perhaps {l.matches[0].label}: {l.matches[0].reasons.join(', ')}</span
									>{/if}</td
							>{/if}<td class="text-right whitespace-nowrap"
							>{#if data.mayChange}{#if l.state === 'open'}<button
										class="btn"
										style="height: 26px; min-height: 26px"
										disabled={busy || !forOf(l)}
										onclick={() => take(l)}>Take<span class="sr-only"> {l.text}</span></button
									>{/if}{#if l.state !== 'taken'}<button
										class="link ml-3"
										onclick={() => act('payments.bank-aside', { lineId: l.id, aside: l.state === 'open' })}
										>{l.state === 'open' ? 'Set aside' : 'Take back'}<span class="sr-only"> {l.text}</span></button
									>{/if}{/if}</td
						></tr
					>{:else}<tr
						><td colspan="5" class="quiet"
							>{data.which === 'open' ? 'Nothing waits. Read the file that the bank gives you, CSV or OFX.' : 'None.'}</td
						></tr
					>{/each}</tbody
			>
		</table>
	</div>
</Page>
