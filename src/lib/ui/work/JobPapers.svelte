<script lang="ts">
	import { goto } from '$app/navigation';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Mark from '../shell/Mark.svelte';
	import { showInstant } from '../shell/dates';
	/** The site forms and handover reports of a job: looked at, approved, given back, sent. */
	interface Props {
		forms: {
			id: string;
			name: string;
			number: number | null;
			state: 'open' | 'signed' | 'approved';
			leadName: string;
			customerName: string;
			signedAt: number | null;
			createdBy: string;
			approvedBy: string;
			replacedBy: number | null;
			version: number;
		}[];
		/** Forms that can be begun, what its kind of work needs first. */
		offered: { id: string; name: string; required: boolean }[];
		jobId: string;
		mayRecord: boolean;
		handovers: { id: string; number: number; signedBy: string; at: number; byName: string }[];
		mail: string;
		zone: string;
		mayChange: boolean;
	}
	let { forms, offered, jobId, mayRecord, handovers, mail, zone, mayChange }: Props = $props();
	const MARKS = { open: 'ring', signed: 'wait', approved: 'done' } as const;
	let said = $state('');
	let problem = $state('');
	let field = $state('');
	let returning: { id: string; version: number; reason: string } | null = $state(null);
	let sending: { kind: 'certificate' | 'handover'; id: string; to: string; subject: string; text: string } | null = $state(null);
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
	}
	const missing = $derived(offered.filter((o) => o.required && !forms.some((f) => f.name === o.name && f.state !== 'open')));
	async function begin(form: string) {
		const r = await command('forms.begin', { jobId, form }, { refresh: false });
		if (r.ok) await goto(`/work/forms/${r.result.recordId}`);
		else said = r.message;
	}
	async function giveBack() {
		if (!returning) return;
		const r = await command('forms.return', { recordId: returning.id, reason: returning.reason, version: returning.version });
		if (r.ok) [returning, problem, field] = [null, '', ''];
		else [problem, field] = [r.field === 'reason' ? 'Say why.' : r.message, r.field ?? ''];
	}
	async function send() {
		if (!sending) return;
		const r = await command('forms.mail', sending);
		if (r.ok) [sending, problem, field] = [null, '', ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const open = (kind: 'certificate' | 'handover', id: string) =>
		([sending, problem, field] = [{ kind, id, to: mail, subject: '', text: '' }, '', '']);
</script>

<section class="sheet" aria-label="Site forms and handover reports" id="papers">
	<div class="flex items-center gap-4 p-3">
		<h2>Site forms and handover reports</h2>
		{#if missing.length > 0}<Mark kind="need" label="{missing.map((m) => m.name).join(', ')}: signed before it is finished" />{/if}
		{#if mayRecord && offered.length > 0}<select
				class="select ml-auto"
				style="width: 220px"
				name="begin"
				aria-label="Fill in a form"
				value=""
				onchange={(e) => void begin(e.currentTarget.value)}
				><option value="">Fill in a form …</option>{#each offered as o (o.id)}<option value={o.id}>{o.name}</option>{/each}</select
			>{/if}
	</div>
	{#if said}<p class="problem px-3" role="alert">{said}</p>{/if}
	<table class="grid-table">
		<tbody
			>{#each forms as f (f.id)}<tr
					><td>{f.name}{f.number ? ` ${f.number}` : ''}</td><td
						><Mark
							kind={MARKS[f.state]}
							label={f.state === 'approved'
								? f.replacedBy === null
									? `approved by ${f.approvedBy}`
									: `replaced by ${f.replacedBy}`
								: f.state === 'signed'
									? 'signed, to approve'
									: 'being filled in'}
						/></td
					><td
						>{f.state === 'open'
							? f.createdBy
							: `${[f.leadName, f.customerName].filter(Boolean).join(' and ')}, ${showInstant(f.signedAt, zone)}`}</td
					><td class="text-right whitespace-nowrap"
						><a class="link" href="/work/forms/{f.id}">Look<span class="sr-only"> at {f.name}{f.number ? ` ${f.number}` : ''}</span></a
						>{#if f.state === 'approved'}<a class="link ml-3" href="/api/pdf/certificate/{f.id}"
								>PDF<span class="sr-only"> of certificate {f.number}</span></a
							>{/if}{#if mayChange && f.state === 'signed'}<button
								class="link ml-3"
								onclick={() => act('forms.approve', { recordId: f.id, version: f.version })}>Approve</button
							><button
								class="link ml-3"
								onclick={() => ([returning, problem, field] = [{ id: f.id, version: f.version, reason: '' }, '', ''])}>Give back …</button
							>{/if}{#if mayChange && f.state === 'approved'}<button class="link ml-3" onclick={() => open('certificate', f.id)}
								>Send …<span class="sr-only"> certificate {f.number}</span></button
							>{/if}</td
					></tr
				>{/each}{#each handovers as h (h.id)}<tr
					><td>Handover report {h.number}</td><td><Mark kind="done" label="signed by {h.signedBy}" /></td><td
						>{h.byName}, {showInstant(h.at, zone)}</td
					><td class="text-right whitespace-nowrap"
						><a class="link" href="/api/pdf/handover/{h.id}">PDF<span class="sr-only"> of report {h.number}</span></a>{#if mayChange}<button
								class="link ml-3"
								onclick={() => open('handover', h.id)}>Send …<span class="sr-only"> report {h.number}</span></button
							>{/if}</td
					></tr
				>{/each}{#if forms.length + handovers.length === 0}<tr
					><td colspan="4" class="quiet">None yet. They are filled in and signed in the field, on this job’s page there, or here.</td></tr
				>{/if}</tbody
		>
	</table>
</section>
<Dialog
	bind:open={
		() => returning !== null,
		(v) => {
			if (!v) returning = null;
		}
	}
	title="Give the form back"
	save="Give back"
	onsave={giveBack}
	problem={field === 'reason' ? '' : problem}
>
	{#if returning}<Field label="Why" problem={field === 'reason' ? problem : ''}
			><input class="input" name="reason" bind:value={returning.reason} /></Field
		>{/if}
</Dialog>
<Dialog
	bind:open={
		() => sending !== null,
		(v) => {
			if (!v) sending = null;
		}
	}
	title="Send the document"
	save="Send"
	onsave={send}
	problem={field === 'to' ? '' : problem}
>
	{#if sending}
		<Field label="To" problem={field === 'to' ? problem : ''}><input class="input" name="to" bind:value={sending.to} /></Field>
		<Field label="Subject" hint="empty: the name of the document"><input class="input" name="subject" bind:value={sending.subject} /></Field
		>
		<Field label="Text" hint={'{link} becomes the link to it'}
			><textarea class="textarea" rows="4" name="text" bind:value={sending.text}></textarea></Field
		>
	{/if}
</Dialog>
