<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { applicationFigures, type ApplicationFigures, type Release } from '$lib/core/billing';
	import { step } from '$lib/core/explain';
	import { cents, formatCents, formatRate, mulDiv, parseCents, parsePercent, percent, sum, toTyped } from '$lib/core/money';
	import { wordsOf } from '$lib/core/refusal';
	import { Doing } from '$lib/ui/forms/doing.svelte';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import Tally from '$lib/ui/money/Tally.svelte';
	import type { TallyRow } from '$lib/ui/money/tally';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const a = $derived(data.application);
	const draft = $derived(a.state === 'draft' && data.mayChange);
	type Row = (typeof data.rows)[number];
	// What is typed is the page's own until it is kept; only then the server's figures count again.
	let typed = $state(
		untrack(() => ({
			periodEnd: data.application.periodEnd,
			workRate: toTyped(data.application.workRate, 2),
			storedRate: toTyped(data.application.storedRate, 2),
			release: data.application.release,
			releaseAmount: toTyped(data.application.releaseAmount, 2, 2),
			lines: Object.fromEntries(data.rows.map((r) => [r.id, { done: toTyped(r.completed, 2, 2), stored: toTyped(r.stored, 2, 2) }]))
		}))
	);
	/** How the work of a line is typed: dollars to date, percent to date, or dollars of this period. */
	let by: 'to date' | 'percent' | 'period' = $state('to date');
	const lineOf = (r: Row) => typed.lines[r.id] ?? { done: '0', stored: '0' };
	/** What a cell of work shows, in the way it is typed. */
	function shown(r: Row): string {
		const done = readForm(() => parseCents(lineOf(r).done));
		const now = done.ok ? done.value : r.completed;
		if (by === 'to date') return lineOf(r).done;
		if (by === 'period') return toTyped(now - r.previous, 2, 2);
		return r.scheduled === 0 ? '0' : toTyped(mulDiv(now, 10_000, r.scheduled), 2);
	}
	function setDone(r: Row, text: string) {
		const read = readForm(() =>
			by === 'percent'
				? mulDiv(r.scheduled, parsePercent(text), 10_000)
				: by === 'period'
					? r.previous + parseCents(text)
					: parseCents(text)
		);
		if (read.ok) typed.lines[r.id] = { ...lineOf(r), done: toTyped(read.value, 2, 2) };
		doing.refuse(read.ok ? '' : read.message);
	}
	const read = $derived(
		readForm(() => ({
			periodEnd: typed.periodEnd,
			workRate: readAt('workRate', () => parsePercent(typed.workRate)),
			storedRate: readAt('storedRate', () => parsePercent(typed.storedRate)),
			release: typed.release,
			releaseAmount: typed.release === 'amount' ? readAt('release', () => parseCents(typed.releaseAmount)) : 0,
			lines: data.rows.map((r) => ({
				id: r.id,
				completed: readAt(r.id, () => parseCents(lineOf(r).done)),
				stored: readAt(r.id, () => parseCents(lineOf(r).stored || '0'))
			}))
		}))
	);
	/** What it comes to as it is typed now, or why it cannot be. */
	const live = $derived.by((): { figures: ApplicationFigures | null; why: string } => {
		if (data.rows.length === 0) return { figures: null, why: '' };
		if (!read.ok) return { figures: null, why: read.message };
		const v = read.value;
		const release: Release = v.release === 'amount' ? { by: 'amount', amount: cents(v.releaseAmount) } : { by: v.release };
		try {
			return {
				figures: applicationFigures(
					data.rows.map((r, n) => ({
						text: r.text,
						...{ scheduled: cents(r.scheduled), previous: cents(r.previous) },
						completed: a.state === 'draft' ? cents(v.lines[n]?.completed ?? 0) : r.done,
						stored: a.state === 'draft' ? cents(v.lines[n]?.stored ?? 0) : cents(r.stored),
						releasedBefore: cents(data.releasedBefore[r.contractLineId] ?? 0)
					})),
					{ work: percent(v.workRate), stored: percent(v.storedRate) },
					release,
					data.before.map((b) => b.held),
					data.earlierDue
				),
				why: ''
			};
		} catch (e) {
			return { figures: null, why: wordsOf(e) };
		}
	});
	const f = $derived(live.figures);
	const contract = $derived(sum(data.rows.map((r) => cents(r.scheduled))));
	const rows = $derived.by((): TallyRow[] =>
		f
			? [
					{ label: 'Contract sum to date', value: formatCents(contract) },
					{ label: 'Work and stored to date', value: formatCents(f.total) },
					{
						label: 'Retainage',
						value: formatCents(f.retainage),
						how: () =>
							step('Retainage', formatCents(f.retainage), {
								formula: `${typed.workRate} % of work and ${typed.storedRate} % of stored materials, line by line, less what was released`
							})
					},
					{ label: 'Earned less retainage', value: formatCents(f.earned), rule: true },
					{ label: 'Due with earlier ones', value: formatCents(sum(data.earlierDue)) },
					{ label: 'Due now', value: formatCents(f.due), rule: true, tone: 'price', testId: 'due' },
					{ label: 'To finish, with retainage', value: formatCents(f.balanceToFinish), tone: 'quiet' }
				]
			: []
	);
	const dirty = $derived(
		read.ok &&
			(read.value.periodEnd !== a.periodEnd ||
				read.value.workRate !== a.workRate ||
				read.value.storedRate !== a.storedRate ||
				read.value.release !== a.release ||
				read.value.releaseAmount !== a.releaseAmount ||
				read.value.lines.some((l, n) => l.completed !== data.rows[n]?.completed || l.stored !== data.rows[n]?.stored))
	);
	const doing = new Doing<'send' | 'certify' | 'void'>();
	// A letter being written is the page's own: a change that arrives from elsewhere does not overwrite it.
	let letter = $state(untrack(() => ({ ...data.letter })));
	let certified = $state('');
	let reason = $state('');
	function start(what: 'send' | 'certify' | 'void') {
		doing.start(what);
		reason = '';
		certified = toTyped(sum(data.rows.map((r) => cents(r.completed - r.previous))), 2, 2);
	}
	async function keep(): Promise<boolean> {
		if (!read.ok) {
			doing.refuse(read.message, read.field);
			return false;
		}
		const what = read.value;
		return (await doing.run('invoices.save-application', () => ({ applicationId: a.id, ...what, version: a.version }))).ok;
	}
	async function openSend() {
		if (!dirty || (await keep())) start('send');
	}
	async function discard() {
		const r = await command('invoices.discard-application', { applicationId: a.id }, { refresh: false });
		if (r.ok) await goto(`/jobs/${data.job.id}/bill`);
		else doing.refuse(r.message);
	}
	async function certify() {
		const whole = sum(data.rows.map((r) => cents(r.completed - r.previous)));
		const amount = readForm(() => readAt('certified', () => parseCents(certified)));
		if (!amount.ok) {
			doing.refuse(amount.message, amount.field);
			return;
		}
		await doing.run('invoices.certify-application', () => ({
			applicationId: a.id,
			amount: amount.value === whole ? null : amount.value,
			lines: null,
			version: a.version
		}));
	}
	const MARKS = { draft: 'ring', sent: 'wait', certified: 'done', void: 'ring' } as const;
</script>

<Page
	asks
	title="Pay application {a.number}"
	sub="{data.job.name} · {data.customer.name}"
	pages={pagesOf('Bill')}
	current="/bill/applications"
	wide
>
	{#snippet actions()}
		{#if a.state !== 'void'}<a class="btn" href="/api/pdf/application/{a.id}">PDF</a>{/if}
		{#if draft}<button class="btn" onclick={discard}>Discard</button><button class="btn" disabled={doing.busy || !dirty} onclick={keep}
				>Keep</button
			><button class="btn btn-primary" disabled={doing.busy || !f} onclick={openSend}>Send</button>
		{:else if a.state === 'sent' && data.mayChange}<button class="btn" onclick={() => start('void')}>Void</button><button
				class="btn btn-primary"
				onclick={() => start('certify')}>Certified</button
			>
		{:else if a.state === 'certified' && data.mayChange && data.isLast}<button class="btn" onclick={() => start('void')}>Void</button>{/if}
	{/snippet}
	<div class="grid gap-4 p-[18px] lg:grid-cols-[minmax(0,1fr)_300px]">
		<div class="grid content-start gap-4">
			{#if doing.onPage || (live.why && !doing.open)}<p class="problem" role="alert">{doing.onPage || live.why}</p>{/if}
			<section class="sheet overflow-x-auto">
				<div class="flex flex-wrap items-center gap-3 p-3">
					<h2 class="mr-auto">Schedule of values</h2>
					<Mark kind={MARKS[a.state]} label={a.state} />{#if a.invoiceId}<a class="link" href="/bill/invoices/{a.invoiceId}">Its invoice</a
						>{/if}
					<a class="link" href="/jobs/{data.job.id}/bill">Billing of the job</a>
				</div>
				<table class="grid-table">
					<thead
						><tr
							><th>Line</th><th class="num">Scheduled</th><th class="num">Before</th><th class="num" style="width: 130px"
								>{#if draft}<select class="select" style="height: 26px; min-height: 26px" aria-label="Work is typed as" bind:value={by}
										><option value="to date">work to date</option><option value="percent">% to date</option><option value="period"
											>this period</option
										></select
									>{:else}Work to date{/if}</th
							><th class="num">Stored</th><th class="num">To date</th><th class="num">%</th><th class="num">To finish</th><th class="num"
								>Retainage</th
							></tr
						></thead
					>
					<tbody
						>{#each data.rows as r, n (r.id)}{@const l = f?.lines[n]}<tr
								><td
									>{#if r.change !== null}<span class="quiet">change {r.change}</span>
									{/if}{r.scope}: {r.text}</td
								><td class="num">{formatCents(r.scheduled)}</td><td class="num">{formatCents(r.previous)}</td><td class="num"
									>{#if draft}<input
											class="input text-right"
											class:input-error={doing.field === r.id}
											style="height: 26px; min-height: 26px"
											aria-label="Work of {r.text}"
											value={shown(r)}
											onchange={(e) => setDone(r, e.currentTarget.value)}
										/>{:else}{formatCents(r.done)}{#if r.certified !== null && r.certified !== r.completed}<br /><span class="quiet"
												>{formatCents(r.completed)} asked</span
											>{/if}{/if}</td
								><td class="num"
									>{#if draft}<input
											class="input text-right"
											style="height: 26px; min-height: 26px; width: 96px"
											aria-label="Stored of {r.text}"
											value={lineOf(r).stored}
											onchange={(e) => (typed.lines[r.id] = { ...lineOf(r), stored: e.currentTarget.value })}
										/>{:else}{r.stored ? formatCents(r.stored) : ''}{/if}</td
								><td class="num">{l ? formatCents(l.total) : ''}</td><td class="num whitespace-nowrap"
									>{l ? (l.percent === null ? '–' : formatRate(l.percent, 0)) : ''}</td
								><td class="num">{l ? formatCents(l.balance) : ''}</td><td class="num">{l ? formatCents(l.retainage) : ''}</td></tr
							>{:else}<tr><td colspan="9" class="quiet">It was voided: the job’s next application takes its number.</td></tr>{/each}</tbody
					>
					{#if f}<tfoot
							><tr class="font-bold"
								><td>All</td><td class="num">{formatCents(contract)}</td><td class="num"
									>{formatCents(sum(data.rows.map((r) => cents(r.previous))))}</td
								><td></td><td></td><td class="num">{formatCents(f.total)}</td><td></td><td class="num"
									>{formatCents(sum(f.lines.map((l) => l.balance)))}</td
								><td class="num">{formatCents(f.retainage)}</td></tr
							></tfoot
						>{/if}
				</table>
			</section>
		</div>
		<Tally {rows} own bar={['Due now', f ? formatCents(f.due) : '–', a.state]}>
			{#snippet picture()}{#if f}<Waterline
						kind="load"
						cost={0}
						breakEven={Math.max(1, contract)}
						price={f.total}
						words={['done', 'contract', '']}
						label="{formatCents(f.total)} of {formatCents(contract)}"
					/>{/if}{/snippet}
			<fieldset class="mt-3 grid gap-2" disabled={!draft}>
				<Field label="Period to" problem={doing.at('periodEnd')}
					><input class="input" type="date" name="period-end" bind:value={typed.periodEnd} /></Field
				>
				<div class="grid grid-cols-2 gap-2">
					<Field label="Held of work, %"><input class="input" name="work-rate" bind:value={typed.workRate} /></Field>
					<Field label="of stored, %"><input class="input" name="stored-rate" bind:value={typed.storedRate} /></Field>
				</div>
				<Field label="Retainage held before"
					><select class="select" name="release" bind:value={typed.release}
						><option value="hold">stays held</option><option value="all">is released, all</option><option value="amount"
							>is released in part</option
						></select
					></Field
				>
				{#if typed.release === 'amount'}<Field label="Released" problem={doing.at('release')}
						><input class="input" name="release-amount" bind:value={typed.releaseAmount} /></Field
					>{/if}
			</fieldset>
		</Tally>
	</div>
</Page>
<Dialog
	bind:open={() => doing.open === 'send', doing.ends('send')}
	title="Send pay application {a.number}"
	save="Send"
	busy={doing.busy}
	problem={doing.problem}
	onsave={() => doing.run('invoices.send-application', () => ({ applicationId: a.id, ...letter, version: a.version }))}
>
	<p>It asks for {f ? formatCents(f.due) : ''}. Afterwards its figures stand.</p>
	<Field label="To" problem={doing.at('to')}><input class="input" name="to" bind:value={letter.to} /></Field>
	<Field label="Mail"><textarea class="textarea" rows="7" bind:value={letter.text}></textarea></Field>
</Dialog>
<Dialog
	bind:open={() => doing.open === 'certify', doing.ends('certify')}
	title="What was certified"
	save="Make its invoice"
	busy={doing.busy}
	problem={doing.problem}
	onsave={certify}
>
	<Field
		label="This period’s work, before retainage"
		hint="Less than asked is spread over the lines by what each asks."
		problem={doing.at('certified')}><input class="input" name="certified" bind:value={certified} /></Field
	>
</Dialog>
<Dialog
	bind:open={() => doing.open === 'void', doing.ends('void')}
	title="Void pay application {a.number}"
	save="Void it"
	danger
	busy={doing.busy}
	problem={doing.problem}
	onsave={() => doing.run('invoices.void-application', () => ({ applicationId: a.id, reason }))}
	>{#if a.invoiceId}<p>Its invoice is voided with it; what was paid on it becomes credit.</p>{/if}
	<p class="quiet">Period to {showDay(a.periodEnd)}. The next application takes its number again.</p>
	<Field label="Why"><input class="input" bind:value={reason} required /></Field></Dialog
>
