<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { computeEstimate } from '$lib/core/estimate';
	import { formatCents, formatRate } from '$lib/core/money';
	import BenchPages from '$lib/ui/estimate/BenchPages.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const e = $derived(data.bench.estimate);
	const result = $derived(computeEstimate(e));
	const t = $derived(result.total);
	const r = $derived(data.review);
	const zone = $derived(data.company.zone);
	let about = $state(untrack(() => data.line ?? ''));
	let text = $state('');
	let note = $state('');
	let answer = $state('');
	let problem = $state('');
	let where = $state('');
	let settled = $state(false);
	const nameOf = (lineId: string | null, scopeId: string | null) =>
		e.scopes.flatMap((s) => s.lines).find((l) => l.id === lineId)?.name ??
		e.scopes.find((s) => s.id === scopeId)?.name ??
		(lineId || scopeId ? 'a line that is gone' : 'the whole');
	async function act<N extends CommandName>(name: N, input: Input<N>, at: string): Promise<boolean> {
		const done = await command(name, input);
		[problem, where] = done.ok ? ['', ''] : [done.message, at];
		return done.ok;
	}
	async function say() {
		const scope = e.scopes.some((s) => s.id === about);
		if (
			await act(
				'estimates.comment',
				{ estimateId: data.bench.id, text, scopeId: scope ? about : null, lineId: about && !scope ? about : null },
				'say'
			)
		)
			text = '';
	}
	async function ask() {
		if (await act('estimates.ask-sign-off', { estimateId: data.bench.id, note }, 'ask')) note = '';
	}
	async function give(yes: boolean) {
		if (!r.last) return;
		if (await act('estimates.answer-sign-off', { signOffId: r.last.id, give: yes, answer }, 'give')) answer = '';
	}
	const shown = $derived(r.comments.filter((c) => settled || !c.settledAt));
	const waiting = $derived(r.last?.state === 'asked');
	const MARKS = { asked: 'wait', given: 'done', 'sent back': 'need', overtaken: 'ring' } as const;
</script>

<Page
	title={data.head.job.name}
	sub="Second look: seen by the company only"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/estimate"
	wide
>
	<ThreadStrip steps={data.thread} />
	<BenchPages jobId={data.head.job.id} current="review" open={r.comments.filter((c) => !c.settledAt).length} />
	<div class="halves">
		<section class="sheet p-4" aria-label="Remarks">
			<div class="flex items-baseline gap-4">
				<h2>Remarks</h2>
				{#if r.comments.some((c) => c.settledAt)}<label class="quiet ml-auto"
						><input type="checkbox" bind:checked={settled} /> settled ones too</label
					>{/if}
			</div>
			<ul>
				{#each shown as c (c.id)}<li class:quiet={c.settledAt}>
						<p>
							<strong>{c.byName}</strong> <span class="quiet">{showInstant(c.at, zone)}, on {nameOf(c.lineId, c.scopeId)}</span>
							<button
								type="button"
								class="link float-right"
								onclick={() => act('estimates.settle-comment', { commentId: c.id, settled: !c.settledAt }, 'say')}
								>{c.settledAt ? 'Open again' : 'Settled'}</button
							>
						</p>
						<p class="words">{c.text}</p>
						{#if c.settledAt}<p>settled by {c.settledBy}</p>{/if}
					</li>{:else}<li class="quiet">No remarks. A second pair of eyes finds what the first has left out.</li>{/each}
			</ul>
			<Form class="mt-3 grid gap-2" onsave={() => say()}>
				<Field label="On"
					><select class="select" name="about" bind:value={about}
						><option value="">the whole</option>{#each e.scopes as s (s.id)}<option value={s.id}>{s.name}</option
							>{#each s.lines as l (l.id)}<option value={l.id}>&emsp;{l.name}</option>{/each}{/each}</select
					></Field
				>
				<Field label="Remark" hint="@Name tells somebody by mail" problem={where === 'say' ? problem : ''}
					><textarea
						class="textarea"
						rows="3"
						name="remark"
						bind:value={text}
						onkeydown={(ev) => {
							if (ev.key === 'Enter' && (ev.ctrlKey || ev.metaKey)) void say();
						}}
					></textarea></Field
				>
				<button class="btn justify-self-start" disabled={text.trim() === ''}>Say it</button>
			</Form>
		</section>
		<div class="grid content-start gap-4">
			<section class="sheet p-4" aria-label="Sign-off">
				<h2>Sign-off</h2>
				<div class="mt-2">
					<Waterline
						cost={t.cost}
						breakEven={t.breakEven}
						price={t.price}
						label="Price {formatCents(t.price)}, break-even {formatCents(t.breakEven)}"
					/>
				</div>
				<p class="figure mt-1"><strong>{formatCents(t.price)}</strong> <span class="quiet">margin {formatRate(t.margin)}</span></p>
				{#if r.reasons.length === 0}<p class="mt-2"><Mark kind="done" label="It can go out: no rule asks for a sign-off." /></p>
				{:else}
					<p class="mt-2">Asked for by the rules of the company: {r.reasons.join('; ')}.</p>
					{#if r.holds && r.last?.state === 'given'}<p class="mt-2">
							<Mark kind="done" label="Signed off by {r.last.answeredBy} as it stands" />
						</p>
					{:else if waiting && r.holds}
						<p class="mt-2"><Mark kind="wait" label="{r.last?.askedBy} asked {showInstant(r.last?.askedAt, zone)}" /></p>
						{#if r.last?.note}<p class="words quiet">{r.last.note}</p>{/if}
						{#if data.maySignOff}<div class="mt-3 grid gap-2">
								<Field label="Answer" problem={where === 'give' ? problem : ''}
									><input class="input" name="answer" bind:value={answer} placeholder="needed to send it back" /></Field
								>
								<p class="flex gap-2">
									<button type="button" class="btn btn-primary" onclick={() => give(true)}>Sign it off</button><button
										type="button"
										class="btn"
										onclick={() => give(false)}>Send it back</button
									>
								</p>
							</div>{/if}
					{:else if data.mayChange}
						{#if waiting}<p class="quiet mt-2">It was changed since it was asked for.</p>{/if}
						<div class="mt-3 grid gap-2">
							<Field label="Why it should go out all the same" problem={where === 'ask' ? problem : ''}
								><textarea class="textarea" rows="2" name="note" bind:value={note}></textarea></Field
							>
							<button type="button" class="btn btn-primary justify-self-start" onclick={ask}>Ask for the sign-off</button>
						</div>
					{/if}
				{/if}
			</section>
			{#if r.signOffs.length}<section class="sheet p-4" aria-label="What was asked and answered">
					<h2>What was asked and answered</h2>
					{#each r.signOffs as s (s.id)}<div class="past">
							<p>
								<Mark kind={MARKS[s.state]} label={s.state} />
								<span class="quiet">{s.askedBy}, {showInstant(s.askedAt, zone)}, {formatCents(s.price)}, margin {formatRate(s.margin)}</span
								>
							</p>
							<p class="quiet">{s.reasons.join('; ')}{s.note ? ` — ${s.note}` : ''}</p>
							{#if s.answeredBy}<p>{s.answeredBy}: {s.answer || s.state}</p>{/if}
						</div>{/each}
				</section>{/if}
		</div>
	</div>
</Page>

<style>
	.halves {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 420px);
		gap: 14px;
		padding: 14px 18px 40px;
	}
	li {
		padding: 8px 0;
		border-bottom: 1px solid var(--line);
	}
	.words {
		white-space: pre-wrap;
	}
	.past {
		padding: 8px 0;
		border-bottom: 1px solid var(--line);
	}
	.past:last-child {
		border-bottom: 0;
	}
	@media (max-width: 900px) {
		.halves {
			grid-template-columns: 1fr;
		}
	}
</style>
