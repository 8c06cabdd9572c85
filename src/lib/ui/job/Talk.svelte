<script lang="ts">
	import { command } from '$lib/client/command';
	import Form from '../forms/Form.svelte';
	import { showInstant } from '../shell/dates';
	import MailEntry from './MailEntry.svelte';
	import type { JobMail } from '$lib/core/work';
	interface Comment {
		id: string;
		taskId: string | null;
		byId: string | null;
		byName: string;
		at: number;
		text: string;
		changed: boolean;
		takenBack: boolean;
		named: { name: string; read: boolean }[];
		version: number;
	}
	interface Props {
		jobId: string;
		/** Only what was said on this task; null: all of the job. */
		taskId?: string | null;
		talk: Comment[];
		tasks?: { id: string; text: string }[];
		/** Who may be named. */
		staff: { id: string; name: string }[];
		me: string;
		zone: string;
		/** Mails with the customer that stand among what is said. */
		mails?: JobMail[];
	}
	/** What those who work on a job say to each other: with @ somebody is named, and told. The customer never sees it. */
	let { jobId, taskId = null, talk, tasks = [], staff, me, zone, mails = [] }: Props = $props();
	let text = $state('');
	let problem = $state('');
	let editing: { id: string; text: string; version: number } | null = $state(null);
	let box: HTMLTextAreaElement | undefined = $state();
	const shown = $derived(taskId === null ? talk : talk.filter((c) => c.taskId === taskId));
	const stream = $derived(mails.length ? [...shown, ...mails].sort((a, b) => b.at - a.at) : shown);
	const aboutOf = (id: string | null) => (id === null || taskId !== null ? '' : (tasks.find((t) => t.id === id)?.text ?? ''));
	/** What stands behind the last @ while it is typed, and who fits. */
	const typed = $derived(/@([\p{L}]*)$/u.exec(text)?.[1]);
	const fits = $derived(
		typed === undefined ? [] : staff.filter((s) => s.id !== me && s.name.toLowerCase().startsWith(typed.toLowerCase())).slice(0, 5)
	);
	function name(n: string) {
		text = text.replace(/@[\p{L}]*$/u, `@${n} `);
		box?.focus();
	}
	const heard = (r: { ok: true } | { ok: false; message: string }): boolean => {
		problem = r.ok ? '' : r.message;
		return r.ok;
	};
	async function say() {
		if (text.trim() && heard(await command('work.comment', { jobId, taskId, text }))) text = '';
	}
	async function change() {
		if (!editing) return;
		const { id: commentId, text: words, version } = editing;
		if (heard(await command('work.change-comment', { commentId, text: words, version }))) editing = null;
	}
	const takeBack = async (commentId: string) => heard(await command('work.take-back-comment', { commentId }));
</script>

<Form class="grid gap-1" onsave={say}>
	<textarea
		class="textarea"
		rows="2"
		name="comment"
		aria-label="Say something"
		placeholder="Say something; @ names somebody"
		bind:this={box}
		bind:value={text}
	></textarea>
	{#if fits.length}<p class="flex flex-wrap gap-3" aria-label="Who is meant">
			{#each fits as s (s.id)}<button type="button" class="link" onclick={() => name(s.name)}>{s.name}</button>{/each}
		</p>{/if}
	<button class="btn justify-self-start">Say it</button>
</Form>
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
<ul class="mt-2">
	{#each stream as entry (entry.id)}{#if 'in' in entry}<MailEntry mail={entry} {zone} />{:else}{@const c = entry}
			<li class="border-t py-2" style="border-color: var(--line)">
				<p class="flex gap-3">
					<strong>{c.byName}</strong><span class="quiet"
						>{[showInstant(c.at, zone), aboutOf(c.taskId), c.changed && !c.takenBack ? 'put right' : ''].filter(Boolean).join(' · ')}</span
					>{#if c.byId === me && !c.takenBack}<span class="ml-auto flex gap-3"
							><button class="link" onclick={() => (editing = { id: c.id, text: c.text, version: c.version })}
								>Put right<span class="sr-only"> “{c.text.slice(0, 30)}”</span></button
							><button class="link" onclick={() => takeBack(c.id)}>Take back<span class="sr-only"> “{c.text.slice(0, 30)}”</span></button
							></span
						>{/if}
				</p>
				{#if editing?.id === c.id}<Form class="mt-1 grid gap-1" onsave={change}
						><textarea class="textarea" rows="2" aria-label="Your words" bind:value={editing.text}></textarea>
						<span class="flex gap-3"
							><button class="btn">Save</button><button type="button" class="link" onclick={() => (editing = null)}>Leave it</button></span
						></Form
					>{:else if c.takenBack}<p class="quiet">taken back</p>{:else}<p class="words">{c.text}</p>{/if}
				{#if c.named.length}<p class="quiet">
						{c.named.map((n) => `${n.name} ${n.read ? 'has read it' : 'has not read it'}`).join(' · ')}
					</p>{/if}
			</li>{/if}{/each}
</ul>

<style>
	.words {
		white-space: pre-wrap;
	}
</style>
