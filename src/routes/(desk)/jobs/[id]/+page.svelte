<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import type { Answer, CommandName, Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { refresh } from '$lib/client/refresh';
	import { formatCents, formatMinutes, formatQuantity, formatRate, toTyped } from '$lib/core/money';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import LinkDialog from '$lib/ui/forms/LinkDialog.svelte';
	import { toggled } from '$lib/ui/lists';
	import OwnFields from '$lib/ui/forms/OwnFields.svelte';
	import LostDialog from '$lib/ui/sales/LostDialog.svelte';
	import CloseDialog from '$lib/ui/work/CloseDialog.svelte';
	import JobDetails from '$lib/ui/sales/JobDetails.svelte';
	import ComingDialog from '$lib/ui/plan/ComingDialog.svelte';
	import { endAfterWorkingDays } from '$lib/core/planning';
	import { addDays } from '$lib/core/time';
	import Tasks from '$lib/ui/work/Tasks.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import WithdrawDialog from '$lib/ui/sales/WithdrawDialog.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { showDay, showInstant } from '$lib/ui/shell/dates';
	import { downloadCsv } from '$lib/ui/tables/download';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let coming = $state(false);
	let relink: { id: string; name: string } | null = $state(null);
	const won = $derived(data.job.number !== null);
	const zone = $derived(data.company.zone);
	let crewBrief = $state(untrack(() => data.job.crewBrief));
	let said = $state('');
	let handing: string | null = $state(null);
	const handed = $derived(data.revisions.find((r) => r.id === handing));
	let answering: Record<string, string> = $state({});
	let signer = $state('');
	/** Options that are ticked on the paper. */
	let chosenByHand: ReadonlySet<string> = $state(new Set());
	let problem = $state('');
	const labor = $derived(data.costs?.byKind.find((r) => r.kind === 'labor'));
	const all = $derived(data.costs?.all);
	const marks = { open: 'wait', accepted: 'done', declined: 'need', replaced: 'ring', withdrawn: 'ring' } as const;

	async function begin() {
		const r = await command('estimates.start', { jobId: data.job.id }, { refresh: false });
		if (r.ok) await goto(`/jobs/${data.job.id}/estimate`);
		else said = r.message;
	}
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
		return r.ok;
	}
	/** A phase that is being named or laid over days. */
	let phase: { id: string; name: string; from: string; to: string; version: number } | null = $state(null);
	let wrong = $state({ message: '', field: '' });
	function openPhase(p: (typeof data.phases)[number]) {
		phase = { id: p.id, name: p.name, from: p.from ?? '', to: p.to ?? '', version: p.version };
		wrong = { message: '', field: '' };
	}
	async function savePhase() {
		if (!phase) return;
		const { id, name, from, to, version } = phase;
		const r = await command('jobs.change-phase', { phaseId: id, name, from: from || null, to: to || null, version });
		if (r.ok) phase = null;
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	let lasts = $state('');
	/** Lays the phase over so many days from its first: working days skip what is free, calendar days do not. */
	function lay(working: boolean) {
		const n = Number(lasts);
		if (!phase) return;
		if (!phase.from) return void (wrong = { message: 'Say the first day.', field: 'from' });
		if (!Number.isInteger(n) || n < 1 || n > 1000) return void (wrong = { message: 'How many days? At least one.', field: 'to' });
		phase.to = working ? endAfterWorkingDays(phase.from, n, data.calendar.hours, data.calendar.holidays) : addDays(phase.from, n - 1);
		wrong = { message: '', field: '' };
	}
	const at = (field: string) => (wrong.field === field ? wrong.message : '');
	let changing = $state(false);
	let changeTitle = $state('');
	async function startChange() {
		const r = await command('estimates.start-change', { jobId: data.job.id, title: changeTitle }, { refresh: false });
		if (r.ok) await goto(`/jobs/${data.job.id}/estimate?change=${r.result.change}`);
		else problem = r.field === 'title' ? 'Say what changes.' : r.message;
	}
	const changed = $derived(data.changes.filter((c) => c.state === 'accepted').reduce((n, c) => n + c.net, 0));
	/** What has to be ordered, as a supplier takes it. */
	const orderList = () =>
		downloadCsv(
			`materials-job-${data.job.number}.csv`,
			['Phase', 'What', 'Quantity', 'Unit'],
			data.materials.map((m) => [m.phase, m.name, toTyped(m.quantity, 4), m.unit])
		);
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
	/** The stage of closed jobs with what is still open, while that is looked at. */
	let closing: { stageId: string; ends: Answer<'jobs.open-ends'> } | null = $state(null);
	async function askToClose(stageId: string) {
		const r = await ask('jobs.open-ends', { jobId: data.job.id });
		// What cannot be asked is not closed unseen.
		if (!r.ok) said = r.message;
		else if (r.result.length > 0) closing = { stageId, ends: r.result };
		else await act('jobs.move', { jobId: data.job.id, stageId });
	}
	/** The stage of lost jobs, while its reason is asked for. */
	let losing: string | null = $state(null);
	let withdrawing: { id: string; number: number; revision: number } | null = $state(null);
</script>

<Page
	title={data.job.name}
	sub="{data.customer.name} · {data.site?.address ?? 'no site yet'}{data.person ? ` · ${data.person.name}` : ''}{won
		? ` · job ${data.job.number}`
		: ''}"
	pages={jobPages(data.job.id)}
	current="/jobs/{data.job.id}"
	wide
>
	{#snippet actions()}
		{#if !won && data.can.estimate}<button class="btn btn-primary" onclick={begin}
				>{data.estimateId ? 'Open the estimate' : 'Start the estimate'}</button
			>{/if}
		{#if won && data.can.tell}<button class="btn" onclick={() => (coming = true)}>Tell the customer …</button>{/if}
		{#if won && data.can.repeat}<a class="btn" href="/plan/repeats?job={data.job.id}">Repeat …</a>{/if}
		{#if won && data.can.bill}<a class="btn btn-primary" href="/jobs/{data.job.id}/bill">Bill</a>{/if}
	{/snippet}
	<ThreadStrip steps={data.thread} />
	{#if said}<p class="problem p-3" role="alert">{said}</p>{/if}
	<div class="grid gap-4 p-[18px] lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
		<div class="grid content-start gap-4">
			{#if data.job.wanted}<section class="sheet p-4">
					<h2>What is wanted</h2>
					<p class="mt-1">{data.job.wanted}</p>
				</section>{/if}
			{#if data.can.estimate}<section class="sheet">
					<h2 class="p-3">Quotes</h2>
					{#each data.revisions as r (r.id)}
						<div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t p-3" style="border-color: var(--line)">
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
									>{/if}{#if data.can.send && (r.state === 'open' || r.state === 'accepted')}<button
										class="link"
										onclick={() => (relink = { id: r.id, name: `quote ${r.number}-${r.revision}` })}
										>{r.link ? 'Link …' : 'New link'}</button
									>{/if}{#if r.state === 'open' && data.can.hand}<button
										class="link"
										onclick={() => {
											handing = r.id;
											signer = data.customer.name;
											chosenByHand = new Set(r.choices.filter((c) => c.preset).map((c) => c.id));
											problem = '';
										}}>Accepted on paper</button
									><button class="link" onclick={() => (withdrawing = { id: r.id, number: r.number, revision: r.revision })}
										>Withdraw …</button
									><button class="link" onclick={() => act('quotes.quiet', { revisionId: r.id, quiet: !r.quiet })}
										>{r.quiet ? 'Remind again' : 'No reminders'}</button
									>{/if}</span
							>
							{#if data.ownFields.some((f) => f.of === 'quote')}<div class="grid w-full grid-cols-3 gap-3">
									<OwnFields fields={data.ownFields} of="quote" id={r.quoteId} values={r.own} mayChange={data.can.change} />
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
									{:else if data.can.hand}<Form
											class="mt-1 flex gap-2"
											onsave={async () => {
												if (await act('quotes.answer-question', { questionId: q.id, answer: answering[q.id] ?? '' })) answering[q.id] = '';
											}}
										>
											<input class="input grow" aria-label="Answer to {q.askedBy}" bind:value={answering[q.id]} /><button class="btn"
												>Answer</button
											>
										</Form>{/if}
								</div>{/each}
							{#if r.answer}<p class="w-full">
									{r.answer.answer === 'accepted'
										? `Accepted by ${r.answer.name} on ${showInstant(r.answer.at, zone)}${r.answer.chosen.length ? `, with ${r.answer.chosen.length} option${r.answer.chosen.length > 1 ? 's' : ''}` : ''}`
										: `Declined on ${showInstant(r.answer.at, zone)}: ${r.answer.reason}`}
									{#if r.answer.record}<a class="link" href="/api/pdf/acceptance/{r.id}">Record of acceptance</a>{/if}
									{#each r.scans as s (s.id)}<a class="link" href="/api/attachments/{s.id}" download>{s.name}</a>&nbsp;{/each}
									{#if r.answer.answer === 'accepted' && data.can.hand}<label class="link"
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
					{#if !won && data.can.hand}<p class="border-t p-3" style="border-color: var(--line)">
							<button class="link" onclick={() => act('jobs.win', { jobId: data.job.id })}>Won without a quote</button>
							<span class="quiet">— starts on a word, billed by time and materials</span>
						</p>{/if}
				</section>{/if}
			{#if won}<section class="sheet" aria-label="Change orders">
					<div class="flex items-baseline gap-4 p-3">
						<h2>Change orders</h2>
						{#if changed}<span class="quiet">{changed > 0 ? '+' : ''}{formatCents(changed)} on the contract</span>{/if}
						{#if data.can.estimate}<button class="link ml-auto" onclick={() => ((changing = true), (changeTitle = ''), (problem = ''))}
								>New change order</button
							>{/if}
					</div>
					{#if data.changes.length}<table class="grid-table">
							<thead
								><tr><th>No.</th><th>What</th><th>State</th><th class="num">Net</th><th class="num">Margin</th><th class="num">Days</th></tr
								></thead
							>
							<tbody
								>{#each data.changes as c (c.number)}<tr
										><td>{c.number}</td><td
											>{#if data.can.estimate}<a class="link" href="/jobs/{data.job.id}/estimate?change={c.number}">{c.title}</a
												>{:else}{c.title}{/if}</td
										><td><Mark kind={c.state === 'draft' ? 'ring' : marks[c.state]} label={c.state === 'open' ? 'waiting' : c.state} /></td
										><td class="num">{formatCents(c.net)}</td><td class="num">{c.margin === null ? '' : formatRate(c.margin)}</td><td
											class="num">{c.days > 0 ? `+${c.days}` : c.days || ''}</td
										></tr
									>{/each}</tbody
							>
						</table>{:else}<p class="quiet px-3 pb-3">
							None. What the customer adds or leaves out after winning is offered, and agreed, here.
						</p>{/if}
				</section>{/if}
			<section class="sheet p-4">
				<h2>From the field</h2>
				{#each data.costs?.running ?? [] as t (t.id)}<p class="mt-1">
						<Mark kind="half" label="{t.name} on the clock since {showInstant(t.startedAt, zone)}" />
					</p>{/each}
				<ul class="mt-2 grid gap-2">
					{#each data.notes as n (n.id)}<li class="flex gap-3">
							{#if n.fileId}<a href="/api/files/{n.fileId}"
									><img class="h-20 w-20 object-cover" src="/api/files/{n.fileId}?small" alt="From {n.by}" /></a
								>{/if}
							<div>
								<span class="quiet">{n.by}, {showInstant(n.at, zone)}</span>
								<p>{n.text}</p>
							</div>
						</li>{:else}<li class="quiet">Notes and pictures from the crew appear here as they are made.</li>{/each}
				</ul>
			</section>
			<section class="sheet p-4">
				<h2>History</h2>
				<ul class="mt-1">
					{#each data.history as h (h.id)}<li class="flex gap-3 py-[3px]">
							<span class="quiet w-28 flex-none">{showInstant(h.at, zone)}</span><span>{h.text}</span><span class="quiet ml-auto"
								>{h.byName}</span
							>
						</li>{/each}
				</ul>
			</section>
		</div>
		<div class="grid content-start gap-4">
			{#if won}
				<section class="sheet p-4">
					<h2 class="mb-3">Money and hours</h2>
					{#if labor && labor.soldHours === 0}{#if labor.actualHours > 0}<p class="mb-1 flex justify-between">
								<span>Hours</span><span class="figure">{formatQuantity(labor.actualHours)} used</span>
							</p>{/if}
					{:else if labor}<p class="mb-1 flex justify-between">
							<span>Hours</span><span class="figure">{formatQuantity(labor.actualHours)} of {formatQuantity(labor.soldHours)}</span>
						</p>
						<Waterline
							kind="used"
							cost={Math.min(labor.actualHours, labor.soldHours)}
							breakEven={labor.soldHours}
							price={labor.actualHours}
							words={['used', 'sold', 'over']}
							label="Hours used {formatQuantity(labor.actualHours)} of {formatQuantity(labor.soldHours)} sold"
							height={14}
						/>{/if}
					{#if all}<p class="mt-3 mb-1 flex justify-between">
							<span>Cost</span><span class="figure"
								>{formatCents(all.actual)}{all.budget ? ` of ${formatCents(all.budget)}` : ' spent'}</span
							>
						</p>{/if}
					<p class="flex justify-between">
						<span>Contract, net</span><span class="figure"
							>{data.job.contractNet ? formatCents(data.job.contractNet) : won ? 'time and materials' : '–'}</span
						>
					</p>
					{#if data.costs}<p class="flex justify-between">
							<span>{data.costs.earned.profit < 0 ? 'Loss expected' : 'Profit expected'}</span><span
								class="figure"
								class:problem={data.costs.earned.profit < 0}>{formatCents(Math.abs(data.costs.earned.profit))}</span
							>
						</p>{/if}
					{#if data.costs?.billing}{@const b = data.costs.billing}
						<p class="flex justify-between">
							<span>Billed, net</span><span class="figure">{formatCents(b.billed)}</span>
						</p>
						{#if b.toBill > 0}<p class="flex justify-between">
								<Mark kind="need" label="Not billed" /><strong class="figure">{formatCents(b.toBill)}</strong>
							</p>{/if}{/if}
				</section>
				<section class="sheet p-4">
					<h2>Plan</h2>
					{#if data.planned?.n}<p>{data.planned.n} shifts, {showDay(data.planned.first)} to {showDay(data.planned.last)}</p>{:else}<p
							class="quiet"
						>
							Nobody is planned yet.
						</p>{/if}
					<ul class="mt-1">
						{#each data.phases as p (p.id)}<li class="flex justify-between">
								{#if data.can.change}<button type="button" class="link" onclick={() => openPhase(p)}>{p.name}</button>{:else}<span
										>{p.name}</span
									>{/if}
								{#if p.from && p.to}<span class="quiet">{showDay(p.from)} – {showDay(p.to)}</span>{/if}<span class="figure"
									>{p.hours > 0 ? formatMinutes((p.hours * 60) / 10000) : ''}</span
								>
							</li>{/each}
					</ul>
					{#if data.can.plan}<a class="link mt-2 inline-block" href="/plan">To the plan board</a>{/if}
				</section>
				<Tasks jobId={data.job.id} tasks={data.tasks} phases={data.phases.map((p) => p.name)} mayChange={data.can.change} />
				<section class="sheet p-4">
					<div class="flex items-baseline gap-4">
						<h2>Materials by phase</h2>
						{#if data.materials.length}<button type="button" class="link ml-auto" onclick={orderList}>Order list</button>{/if}
					</div>
					<table class="mt-1 w-full">
						<tbody
							>{#each data.materials as m (m.id)}<tr
									><td class="quiet pr-2 align-top">{m.phase}</td><td>{m.name}</td><td class="figure text-right whitespace-nowrap"
										>{formatQuantity(m.quantity)} {m.unit}</td
									></tr
								>{:else}<tr><td class="quiet">No materials sold.</td></tr>{/each}</tbody
						>
					</table>
				</section>
			{/if}
			<JobDetails
				job={data.job}
				{won}
				stageChance={data.stages.find((x) => x.id === data.job.stageId)?.chance ?? 0}
				lists={data.lists}
				fields={data.ownFields}
				staff={data.staff}
				branches={data.branches}
				measured={data.measured}
				mayChange={data.can.change}
			/>
			<section class="sheet p-4">
				<h2>Customer</h2>
				<p><a class="link" href="/win/customers/{data.customer.id}">{data.customer.name}</a></p>
				<p class="quiet">{[data.customer.mail, data.customer.phone].filter(Boolean).join(' · ')}</p>
				{#if data.customer.notes}<p class="mt-1">{data.customer.notes}</p>{/if}
			</section>
			<section class="sheet p-4">
				<Field label="What the crew must know"
					><textarea class="textarea" rows="3" bind:value={crewBrief} disabled={!data.can.change}></textarea></Field
				>{#if data.can.change}<button class="btn mt-2" onclick={() => act('jobs.change', { jobId: data.job.id, crewBrief })}>Save</button
					>{/if}
			</section>
			{#if data.can.change}<section class="sheet p-4">
					<Field label="Stage"
						><select
							class="select"
							value={data.job.stageId}
							onchange={(e) => {
								const stage = data.stages.find((s) => s.id === e.currentTarget.value);
								if (stage?.meaning === 'lost') {
									losing = stage.id;
									e.currentTarget.value = data.job.stageId;
								} else if (stage?.meaning === 'closed') {
									e.currentTarget.value = data.job.stageId;
									void askToClose(stage.id);
								} else void act('jobs.move', { jobId: data.job.id, stageId: e.currentTarget.value });
							}}
							>{#each data.stages.filter((s) => s.track === (won ? 'doing' : 'winning')) as s (s.id)}<option value={s.id}>{s.name}</option
								>{/each}</select
						></Field
					>
				</section>{/if}
		</div>
	</div>
</Page>
{#if closing}{@const { stageId, ends } = closing}<CloseDialog
		name={data.job.name}
		{ends}
		onclose={() => (closing = null)}
		close={async () => {
			const r = await command('jobs.move', { jobId: data.job.id, stageId });
			return r.ok ? null : r.message;
		}}
	/>{/if}
{#if losing}{@const stageId = losing}<LostDialog
		name={data.job.name}
		reasons={data.lists.reasons}
		onclose={() => (losing = null)}
		lose={async (reason) => {
			const r = await command('jobs.move', { jobId: data.job.id, stageId, reason });
			return r.ok ? null : r.message;
		}}
	/>{/if}
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
<Dialog
	bind:open={
		() => phase !== null,
		(open) => {
			if (!open) phase = null;
		}
	}
	title="Phase"
	save="Save"
	onsave={savePhase}
	problem={wrong.field ? '' : wrong.message}
	>{#if phase}<Field label="Name" problem={at('name')}><input class="input" name="phase-name" bind:value={phase.name} /></Field>
		<div class="grid grid-cols-2 gap-3">
			<Field label="First day" problem={at('from')}><input class="input" type="date" name="phase-from" bind:value={phase.from} /></Field
			><Field label="Last day" problem={at('to')}><input class="input" type="date" name="phase-to" bind:value={phase.to} /></Field>
		</div>
		<div class="flex items-end gap-3">
			<Field label="or so many days"
				><input class="input" style="width: 90px" name="phase-days" inputmode="numeric" bind:value={lasts} /></Field
			>
			<button type="button" class="btn" onclick={() => lay(true)}>working days</button><button
				type="button"
				class="btn"
				onclick={() => lay(false)}>calendar days</button
			>
		</div>{/if}</Dialog
>
<Dialog bind:open={changing} title="New change order" save="Begin" onsave={startChange} {problem}>
	<Field label="What changes"
		><input class="input" name="change-title" bind:value={changeTitle} placeholder="New deck boards above the kitchen" /></Field
	>
</Dialog>

{#if coming}<ComingDialog jobId={data.job.id} onclose={() => (coming = false)} />{/if}

{#if withdrawing}<WithdrawDialog
		quote={withdrawing}
		customer={data.customer}
		company={data.company.name}
		onclose={() => (withdrawing = null)}
	/>{/if}

<style>
	.question {
		border-left: 3px solid var(--color-accent);
		padding-left: 10px;
	}
	.words {
		white-space: pre-wrap;
	}
</style>
