<script lang="ts">
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { refresh } from '$lib/client/refresh';
	import { formatCents } from '$lib/core/money';
	import type { OwnField } from '$lib/core/sales';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Form from '../forms/Form.svelte';
	import LinkDialog from '../forms/LinkDialog.svelte';
	import OwnFields from '../forms/OwnFields.svelte';
	import { toggled } from '../lists';
	import WithdrawDialog from '../sales/WithdrawDialog.svelte';
	import Mark from '../shell/Mark.svelte';
	import { showInstant } from '../shell/dates';
	import type { Issued } from './issued';
	interface Props {
		job: { id: string };
		won: boolean;
		revisions: Issued[];
		customer: { name: string; mail: string; language: 'en' | 'es' };
		company: { name: string };
		ownFields: readonly OwnField[];
		zone: string;
		can: { send: boolean; hand: boolean; change: boolean };
	}
	/** The quotes of a job: what was issued, how it was read, what was asked and answered. */
	let { job, won, revisions, customer, company, ownFields, zone, can }: Props = $props();
	let relink: { id: string; name: string } | null = $state(null);
	let said = $state('');
	let handing: string | null = $state(null);
	const handed = $derived(revisions.find((r) => r.id === handing));
	let answering: Record<string, string> = $state({});
	let signer = $state('');
	/** Options that are ticked on the paper. */
	let chosenByHand: ReadonlySet<string> = $state(new Set());
	let problem = $state('');
	let withdrawing: { id: string; number: number; revision: number } | null = $state(null);
	const marks = { open: 'wait', accepted: 'done', declined: 'need', replaced: 'ring', withdrawn: 'ring' } as const;
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
		return r.ok;
	}
	async function keepScan(revisionId: string, file: File | undefined) {
		if (!file) return;
		const form = new FormData();
		form.set('subject', `revision:${revisionId}`);
		form.set('file', file);
		const r = await fetch('/api/attachments', { method: 'POST', body: form }).catch(() => null);
		const body = (await r?.json().catch(() => null)) as { message?: string } | null;
		said = r?.ok ? '' : (body?.message ?? 'The scan could not be kept: the server cannot be reached.');
		if (r?.ok) await refresh();
	}
	async function byHand() {
		if (!handing) return;
		const r = await command('quotes.accept-by-hand', { revisionId: handing, name: signer, chosen: [...chosenByHand] });
		if (r.ok) handing = null;
		else problem = r.message;
	}
</script>

{#if said}<p class="problem" role="alert">{said}</p>{/if}
{#each revisions as r (r.id)}
	<div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-3" style="border-color: var(--line)">
		<strong class="figure">{r.number}-{r.revision}</strong><Mark kind={marks[r.state]} label={r.state} /><span class="figure"
			>{formatCents(r.answer?.total ?? r.total)}</span
		>
		<span class="quiet"
			>issued {showInstant(r.issuedAt, zone)} · {r.seen === 0
				? 'not opened yet'
				: `first seen ${showInstant(r.firstSeen, zone)}, ${r.seen === 1 ? 'once' : `${r.seen} times`}, last ${showInstant(r.lastSeen, zone)}`}</span
		>
		<span class="ml-auto flex gap-3"
			><a class="link" href="/api/pdf/quote/{r.id}">PDF</a>{#if r.link && (r.state === 'open' || r.state === 'accepted')}<a
					class="link"
					href={r.link}>Customer’s page</a
				>{/if}{#if can.send && (r.state === 'open' || r.state === 'accepted')}<button
					class="link"
					onclick={() => (relink = { id: r.id, name: `quote ${r.number}-${r.revision}` })}>{r.link ? 'Link …' : 'New link'}</button
				>{/if}{#if r.state === 'open' && can.hand}<button
					class="link"
					onclick={() => {
						handing = r.id;
						signer = customer.name;
						chosenByHand = new Set(r.choices.filter((c) => c.preset).map((c) => c.id));
						problem = '';
					}}>Accepted on paper</button
				><button class="link" onclick={() => (withdrawing = { id: r.id, number: r.number, revision: r.revision })}>Withdraw …</button
				><button class="link" onclick={() => act('quotes.quiet', { revisionId: r.id, quiet: !r.quiet })}
					>{r.quiet ? 'Remind again' : 'No reminders'}</button
				>{/if}</span
		>
		{#if ownFields.some((f) => f.of === 'quote')}<div class="grid w-full grid-cols-3 gap-3">
				<OwnFields fields={ownFields} of="quote" id={r.quoteId} values={r.own} mayChange={can.change} />
			</div>{/if}
		{#if r.activity.seconds || r.activity.tried}<p class="quiet w-full">
				{[
					r.activity.seconds >= 60 ? `${Math.round(r.activity.seconds / 60)} minutes on it` : '',
					r.activity.tried ? `tried ${r.activity.tried} option${r.activity.tried > 1 ? 's' : ''}` : '',
					r.activity.devices
				]
					.filter(Boolean)
					.join(' · ')}
			</p>{/if}
		{#each r.questions as q (q.id)}<div class="question w-full">
				<p>
					<strong>{q.askedBy}</strong>
					<span class="quiet">{showInstant(q.askedAt, zone)}{q.about ? `, about ${q.about}` : ''}</span>
				</p>
				<p class="words">{q.asked}</p>
				{#if q.answeredAt}<p class="words"><strong>{q.answeredBy}:</strong> {q.answer}</p>
				{:else if can.hand}<Form
						class="mt-1 flex gap-2"
						onsave={async () => {
							if (await act('quotes.answer-question', { questionId: q.id, answer: answering[q.id] ?? '' })) answering[q.id] = '';
						}}
					>
						<input class="input grow" aria-label="Answer to {q.askedBy}" bind:value={answering[q.id]} /><button class="btn">Answer</button>
					</Form>{/if}
			</div>{/each}
		{#if r.answer}<p class="w-full">
				{r.answer.answer === 'accepted'
					? `Accepted by ${r.answer.name} on ${showInstant(r.answer.at, zone)}${r.answer.chosen.length ? `, with ${r.answer.chosen.length} option${r.answer.chosen.length > 1 ? 's' : ''}` : ''}`
					: `Declined on ${showInstant(r.answer.at, zone)}: ${r.answer.reason}`}
				{#if r.answer.record}<a class="link" href="/api/pdf/acceptance/{r.id}">Record of acceptance</a>{/if}
				{#each r.scans as s (s.id)}<a class="link" href="/api/attachments/{s.id}" download>{s.name}</a>&nbsp;{/each}
				{#if r.answer.answer === 'accepted' && can.hand}<label class="link"
						>{r.scans.length ? 'Another scan' : 'Keep a scan of the paper'}<input
							type="file"
							class="sr-only"
							accept="application/pdf,image/*"
							onchange={(e) => {
								void keepScan(r.id, e.currentTarget.files?.[0]);
								e.currentTarget.value = '';
							}}
						/></label
					>{/if}
			</p>{/if}
	</div>
{:else}<p class="quiet px-3 pb-3">
		Nothing issued yet.{won ? '' : ' The quote goes out from the estimate.'}
	</p>{/each}
{#if !won && can.hand}<p class="border-t p-3" style="border-color: var(--line)">
		<button class="link" onclick={() => act('jobs.win', { jobId: job.id })}>Won without a quote</button>
		<span class="quiet">— starts on a word, billed by time and materials</span>
	</p>{/if}
<LinkDialog bind:what={relink} kind="quotes" />
<Dialog
	bind:open={
		() => handing !== null,
		(v) => {
			if (!v) handing = null;
		}
	}
	title="Accepted on paper"
	save="It is accepted"
	onsave={byHand}
	{problem}
>
	<Field label="Who signed"><input class="input" bind:value={signer} required /></Field>
	{#if handed?.choices.length}<fieldset class="grid gap-1">
			<legend class="quiet">Ticked on the paper</legend>
			{#each handed.choices as c (c.id)}<label class="flex items-baseline gap-2"
					><input
						type="checkbox"
						class="checkbox"
						checked={chosenByHand.has(c.id)}
						onchange={(e) => (chosenByHand = toggled(chosenByHand, [c.id], e.currentTarget.checked))}
					/>
					{c.name}{#if c.group}<span class="quiet">{c.group}</span>{/if}</label
				>{/each}
		</fieldset>{/if}
</Dialog>
{#if withdrawing}<WithdrawDialog quote={withdrawing} {customer} company={company.name} onclose={() => (withdrawing = null)} />{/if}

<style>
	.question {
		border-left: 3px solid var(--color-accent);
		padding-left: 10px;
	}
	.words {
		white-space: pre-wrap;
	}
</style>
