<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { Input } from '$lib/contract';
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/client/refresh';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { CHANGED, stillThere } from '$lib/client/picked';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const empty: Input<'leads.enter'> = { name: '', mail: '', phone: '', address: '', wanted: '', via: 'phone', source: '' };
	let typing = $state(page.url.searchParams.get('new') === '1');
	let typed = $state({ ...empty, name: page.url.searchParams.get('name') ?? '' });
	let problem = $state('');
	let field: string | null = $state(null);
	let busy = $state('');
	let kinds: Record<string, string> = $state({});
	/** What becomes of another mail or phone than the customer’s, by request and customer. */
	let reach: Record<string, 'contact' | 'customer'> = $state({});
	/** Whoever opens a job goes on to its estimate; kept on this device. */
	let straight = $state(false);
	onMount(() => (straight = localStorage.getItem('nickel-lead-estimate') === 'yes'));

	async function enter() {
		const r = await command('leads.enter', typed);
		if (!r.ok) [problem, field] = [r.field ? '' : r.message, r.field ? `${r.field}:${r.message}` : null];
		else {
			typing = false;
			typed = { ...empty };
			problem = '';
			field = null;
		}
	}
	async function open(leadId: string, customerId: string | null) {
		busy = leadId;
		const r = await command(
			'leads.open-job',
			{
				leadId,
				customerId,
				kindOfWork: kinds[leadId] ?? data.kinds[0] ?? '',
				...(customerId ? { differing: reach[`${leadId} ${customerId}`] ?? 'contact' } : {})
			},
			{ key: `open-${leadId}`, refresh: false }
		);
		const begun = r.ok && straight ? await command('estimates.start', { jobId: r.result.jobId }, { refresh: false }) : null;
		busy = '';
		if (r.ok) await goto(`/jobs/${r.result.jobId}${begun?.ok ? '/estimate' : ''}`);
		else problem = r.message;
	}
	async function decline(leadId: string, back = false) {
		const r = await command('leads.not-for-us', { leadId, back });
		if (!r.ok) problem = r.message;
	}
	/** Mail files from the desk’s own mail program; several at once, each on its own. */
	async function takeMails(files: File[]) {
		const wrong: string[] = [];
		for (const f of files) {
			const r = await fetch('/api/lead-mail', { method: 'POST', body: f }).catch(() => null);
			if (!r?.ok)
				wrong.push(
					`${f.name}: ${((await r?.json().catch(() => null)) as { message?: string } | null)?.message ?? 'the server cannot be reached.'}`
				);
		}
		problem = wrong.join(' ');
		await refresh();
	}
	let taken = $state('');
	/** Requests out of a table, with what could not be taken and why. */
	async function takeTable(file: File) {
		[problem, taken] = ['', ''];
		if (!(await stillThere(file))) return void (problem = CHANGED);
		const r = await fetch('/api/lead-table', { method: 'POST', body: file }).catch(() => null);
		const body = (await r?.json().catch(() => null)) as {
			result?: { taken: number; known: number; rejected: { row: number; why: string }[]; unread: string[] };
			message?: string;
		} | null;
		if (!r?.ok || !body?.result) {
			problem = body?.message ?? 'The server cannot be reached.';
			return;
		}
		const { taken: n, known, rejected, unread } = body.result;
		taken = `${n} taken${known ? `, ${known} were here already` : ''}${rejected.length ? `, ${rejected.length} not: ${rejected.map((x) => `row ${x.row}, ${x.why}`).join(' ')}` : ''}.${unread.length ? ` Not read: the column${unread.length > 1 ? 's' : ''} ${unread.join(', ')}.` : ''}`;
		await refresh();
	}
	let answering: { id: string; name: string; mail: string } | null = $state(null);
	let letter = $state({ subject: '', text: '', handled: false, keep: false });
	let letterProblem = $state({ words: '', field: '' });
	function startAnswer(l: { id: string; name: string; mail: string }) {
		answering = l;
		letter = { ...data.answer, handled: false, keep: false };
		letterProblem = { words: '', field: '' };
	}
	async function answer() {
		if (!answering) return;
		const r = await command('leads.answer', { leadId: answering.id, ...letter });
		if (r.ok) [taken, answering] = [`Your answer to ${answering.name} is on its way.`, null];
		else letterProblem = { words: r.message, field: r.field ?? '' };
	}
	const at = (f: string) => (field?.startsWith(`${f}:`) ? field.slice(f.length + 1) : '');
</script>

<Page title="Leads" sub="Requests as they arrived, before anyone decided on them" pages={pagesOf('Win')} current="/win/leads">
	{#snippet actions()}<label class="btn"
			>Take a mail<input
				type="file"
				class="sr-only"
				accept=".eml,message/rfc822"
				multiple
				onchange={(e) => {
					const files = [...(e.currentTarget.files ?? [])];
					e.currentTarget.value = '';
					void takeMails(files);
				}}
			/></label
		><label class="btn"
			>Take a table<input
				type="file"
				class="sr-only"
				accept=".csv,text/csv"
				onchange={(e) => {
					const file = e.currentTarget.files?.[0];
					e.currentTarget.value = '';
					if (file) void takeTable(file);
				}}
			/></label
		><button class="btn btn-primary" onclick={() => (typing = true)}>Type in a request</button>{/snippet}
	<nav class="mb-3 flex gap-4" aria-label="Which">
		{#each [['new', 'New'], ['handled', 'Handled'], ['not for us', 'Not for us'], ['all', 'All']] as [key, word] (key)}<a
				class="link"
				aria-current={data.state === key}
				class:font-bold={data.state === key}
				href="?state={key}">{word}</a
			>{/each}
	</nav>
	{#if problem && !typing}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#if taken}<p class="mb-2" role="status">{taken}</p>{/if}
	{#if data.leads.some((l) => l.state === 'new')}<label class="quiet mb-2 flex gap-2"
			><input
				type="checkbox"
				checked={straight}
				onchange={(e) => {
					straight = e.currentTarget.checked;
					localStorage.setItem('nickel-lead-estimate', straight ? 'yes' : '');
				}}
			/> Opening a job begins its estimate too</label
		>{/if}
	<ul class="grid gap-2">
		{#each data.leads as l (l.id)}
			<li class="sheet p-4" id={l.id}>
				<div class="flex flex-wrap items-baseline gap-3">
					<h2>{l.name}</h2>
					<span class="quiet">{l.source || (l.via === 'form' ? 'website' : l.via)} · {showInstant(l.receivedAt, data.company.zone)}</span
					><span class="ml-auto"><Mark kind={l.state === 'new' ? 'need' : l.state === 'handled' ? 'done' : 'ring'} label={l.state} /></span>
				</div>
				<p class="quiet">{[l.address, l.mail, l.phone].filter(Boolean).join(' · ')}</p>
				<p class="my-2 max-w-[80ch]">{l.wanted}</p>
				{#if l.state === 'new'}
					{#each l.likely as d (d.id)}
						<div class="likely">
							<Mark kind="wait" /><span
								>May be <strong>{d.party.name}</strong>, {d.party.address}
								<span class="quiet">({d.score} of 100: {d.reasons.join(', ')})</span></span
							>{#if d.differing.length}<label class="reach"
									><span
										>{#each d.differing as f (f)}{f} here <strong>{l[f]}</strong>, there {d.party[f]}
										{/each}</span
									>
									<select
										class="select"
										value={reach[`${l.id} ${d.id}`] ?? 'contact'}
										aria-label="What becomes of it"
										onchange={(e) => (reach[`${l.id} ${d.id}`] = e.currentTarget.value === 'customer' ? 'customer' : 'contact')}
										><option value="contact">keep it as a contact of theirs</option><option value="customer">it is their new one</option
										></select
									></label
								>{/if}<button class="btn" disabled={busy === l.id} onclick={() => open(l.id, d.id)}
								>Yes, open a job for {d.party.name}</button
							>
						</div>
					{/each}
					<div class="mt-2 flex flex-wrap items-center gap-2">
						<label class="flex items-center gap-2"
							><span class="quiet whitespace-nowrap">Kind of work</span><select class="select w-36" bind:value={kinds[l.id]}
								>{#each data.kinds as k (k)}<option>{k}</option>{/each}</select
							></label
						>
						<button class="btn {l.likely.length ? '' : 'btn-primary'}" disabled={busy === l.id} onclick={() => open(l.id, null)}
							>Open a job{l.likely.length ? ' for a new customer' : ''}</button
						>
						{#if l.mail}<button class="btn" onclick={() => startAnswer(l)}>Answer by mail</button>{/if}
						<button class="btn btn-ghost" onclick={() => decline(l.id)}>Not for us</button>
					</div>
				{:else if l.jobId}<a class="link" href="/jobs/{l.jobId}">To the job</a>
				{:else}<button class="btn" onclick={() => decline(l.id, true)}>Back into the inbox</button>{/if}
			</li>
		{:else}<li class="sheet p-6">
				{data.state === 'new'
					? 'No new requests. They come from the form on your public page and by mail, or you type them in after a call.'
					: 'Nothing here.'}
			</li>{/each}
	</ul>
</Page>
<Dialog bind:open={typing} title="A request by phone or mail" save="Put in the inbox" onsave={enter} {problem}>
	<Field label="Name" problem={at('name')}><input class="input" bind:value={typed.name} required /></Field>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Mail" problem={at('mail')}><input class="input" bind:value={typed.mail} /></Field><Field label="Phone"
			><input class="input" bind:value={typed.phone} /></Field
		>
	</div>
	<Field label="Site address"><input class="input" bind:value={typed.address} /></Field>
	<Field label="What is wanted"><textarea class="textarea" rows="3" bind:value={typed.wanted}></textarea></Field>
	<Field label="Source" hint="empty: as it came"
		><input class="input" name="lead-source" list="lead-sources" bind:value={typed.source} /></Field
	>
	<datalist id="lead-sources"
		>{#each data.sources as s (s)}<option value={s}></option>{/each}</datalist
	>
	<Field label="It came by"
		><select class="select" bind:value={typed.via}><option value="phone">phone</option><option value="mail">mail</option></select></Field
	>
</Dialog>
<Dialog
	bind:open={
		() => answering !== null,
		(v) => {
			if (!v) answering = null;
		}
	}
	title="Answer to {answering?.name ?? ''}"
	save="Send"
	onsave={answer}
	problem={letterProblem.words}
>
	<p class="quiet">to {answering?.mail}</p>
	<Field label="Subject" problem={letterProblem.field === 'subject' ? letterProblem.words : ''}
		><input class="input" name="answer-subject" bind:value={letter.subject} /></Field
	>
	<Field
		label="Mail"
		hint="In braces: name, company, phone, me, wanted, address."
		problem={letterProblem.field === 'text' ? letterProblem.words : ''}
		><textarea class="textarea" name="answer-text" rows="8" bind:value={letter.text}></textarea></Field
	>
	<div class="flex flex-wrap gap-6">
		<label class="flex gap-2"><input type="checkbox" class="checkbox" bind:checked={letter.handled} /> It is handled with that</label>
		<label class="flex gap-2"><input type="checkbox" class="checkbox" bind:checked={letter.keep} /> Keep this wording</label>
	</div>
</Dialog>

<style>
	.likely {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px;
		padding: 6px 10px;
		margin-bottom: 6px;
		background: color-mix(in oklab, var(--color-accent) 12%, var(--color-base-100));
		border-left: 3px solid var(--color-accent);
	}
	.reach {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		align-items: center;
		flex-basis: 100%;
		order: 2;
	}
	.reach .select {
		width: auto;
	}
	.likely .btn {
		margin-left: auto;
	}
</style>
