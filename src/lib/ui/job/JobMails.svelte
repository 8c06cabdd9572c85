<script lang="ts">
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import MailEntry from './MailEntry.svelte';
	import type { JobMail } from '$lib/core/work';
	/** What is shown of a job’s talk: all, what is said among ourselves, or the mails with the customer; and a way to write to them. */
	interface Props {
		jobId: string;
		mails: JobMail[];
		/** The customer’s address. */
		to: string;
		zone: string;
		shown: 'all' | 'talk' | 'mail';
	}
	let { jobId, mails, to, zone, shown = $bindable() }: Props = $props();
	let writing = $state(false);
	let letter = $state({ to: '', subject: '', text: '' });
	let problem = $state('');
	let field = $state('');
	function write() {
		const last = mails.find((m) => m.in);
		letter = { to, subject: last?.subject ? `Re: ${last.subject.replace(/^(re:\s*)+/i, '')}` : '', text: '' };
		[writing, problem, field] = [true, '', ''];
	}
	async function send() {
		const r = await command('work.write-customer', { jobId, ...letter });
		if (r.ok) {
			writing = false;
			told(`Goes to ${letter.to}.`);
		} else [problem, field] = [r.field === 'text' ? 'Write something.' : r.message, r.field ?? ''];
	}
	const SHOWN = { all: 'All', talk: 'Among us', mail: 'With the customer' } as const;
</script>

<div class="mb-2 flex flex-wrap items-center gap-3">
	<div class="join" role="radiogroup" aria-label="What is shown">
		{#each Object.entries(SHOWN) as [value, words] (value)}<label class="btn btn-sm join-item" class:chosen={shown === value}
				><input type="radio" class="sr-only" name="talk-shown" {value} bind:group={shown} />{words}</label
			>{/each}
	</div>
	<button type="button" class="link" onclick={write}>Write to the customer …</button>
</div>
{#if shown === 'mail'}<ul>
		{#each mails as m (m.id)}<MailEntry mail={m} {zone} />{:else}<li class="quiet">
				No mail with the customer about this job yet. What they answer to ours appears here.
			</li>{/each}
	</ul>{/if}
<Dialog bind:open={writing} title="Write to the customer" save="Send" onsave={send} problem={['to', 'text'].includes(field) ? '' : problem}>
	<Field label="To" problem={field === 'to' ? problem : ''}><input class="input" name="letter-to" bind:value={letter.to} /></Field>
	<Field label="Subject" hint="empty: the name of the job"><input class="input" name="letter-subject" bind:value={letter.subject} /></Field>
	<Field label="Text" problem={field === 'text' ? problem : ''}
		><textarea class="textarea" rows="7" name="letter-text" bind:value={letter.text}></textarea></Field
	>
</Dialog>

<style>
	.chosen {
		border-color: var(--color-primary);
		box-shadow: inset 0 -2px 0 var(--color-primary);
		position: relative;
	}
	label:has(:focus-visible) {
		outline: 2px solid var(--color-primary);
		outline-offset: 2px;
	}
</style>
