<script lang="ts">
	import { wordsOf } from '$lib/core/refusal';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatCents, parsePercent, toTyped } from '$lib/core/money';
	import { fillLetter, LETTER_WORDS, type QuoteLetter } from '$lib/core/quotes';
	import type { QuoteLayout } from '$lib/core/documents';
	import PaperChoice from '../documents/PaperChoice.svelte';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, readForm } from '../forms/typed';
	/** How a quote goes out: to whom, with which letter, when, on what paper, with which files, and who has to sign. */
	let {
		open = $bindable(),
		estimateId,
		letter: given,
		first,
		paper: offered,
		files,
		me,
		total,
		deposit,
		profit,
		settled,
		onissued
	}: {
		open: boolean;
		estimateId: string;
		/** What the quote is called and what it says first. */
		first: { title: string; intro: string };
		letter: { to: string; phone: string; letters: QuoteLetter[]; words: Record<string, string> };
		paper: { layout: QuoteLayout; blocks: { id: string; name: string; place: 'introduction' | 'closing' }[] };
		/** Files of the customer that can go with it. */
		files: { id: string; name: string }[];
		me: string;
		/** What the customer pays, for the preview; and what is left over break-even. */
		total: number;
		profit: number;
		/** What the company asks for on acceptance, hundredths of a percent; null: a change order asks for none. */
		deposit: number | null;
		/** What is typed in the grid is saved first. */
		settled: () => Promise<void>;
		onissued: () => void;
	} = $props();
	const blank = () => {
		const letter = given.letters[0];
		return {
			...{ to: given.to, textTo: '', copy: false, sendAt: '', keep: false, despite: false },
			...{ letterId: letter?.id ?? '', subject: letter?.subject ?? '', text: letter?.text ?? '', message: letter?.message ?? '' },
			...{ title: first.title, intro: first.intro, deposit: deposit === null ? '' : toTyped(deposit, 2) },
			...{ layout: { ...offered.layout }, blocks: offered.blocks.map((x) => x.id), signers: '', files: [] as string[] }
		};
	};
	let typed = $state(untrack(blank));
	let problem = $state('');
	let field = $state('');
	let busy = $state(false);
	/** What it began with, a copy by purpose. What is typed stays when it is closed; only what nobody touched follows the estimate. */
	let began = untrack(() => JSON.stringify(typed));
	function begin() {
		typed = blank();
		began = JSON.stringify(typed);
	}
	$effect(() => {
		if (!open) return;
		untrack(() => {
			[problem, field] = ['', ''];
			if (JSON.stringify(typed) === began) begin();
		});
	});
	/** Sections that are open: they stay so while something is put right. */
	let sections = $state({ first: false, text: false, paper: false, files: false });
	$effect(() => {
		if (['title', 'intro'].includes(field)) sections.first = true;
		if (['textTo', 'message'].includes(field)) sections.text = true;
		if (field === 'signers') sections.paper = true;
		if (field === 'files') sections.files = true;
	});
	function choose(id: string) {
		const l = given.letters.find((x) => x.id === id);
		if (l) typed = { ...typed, letterId: id, subject: l.subject, text: l.text, message: l.message };
	}
	const words = $derived([...new Set([...Object.keys(LETTER_WORDS), ...Object.keys(given.words)])].join(', '));
	/** The letter as the customer reads it, words in braces filled in. */
	const preview = $derived.by(() => {
		try {
			const values = { ...given.words, number: 'its number', total: formatCents(total as never), me } as never;
			return fillLetter(typed.text, values).replaceAll('{link}', 'the link');
		} catch (e) {
			return wordsOf(e);
		}
	});
	async function issue() {
		const asked = readForm(() =>
			deposit === null ? null : readAt('deposit', () => parsePercent(typed.deposit.trim() || '0', 'The deposit'))
		);
		if (!asked.ok) return void ([problem, field] = [asked.message, asked.field]);
		busy = true;
		await settled();
		const { letterId: _, signers, title, intro, deposit: __, ...rest } = $state.snapshot(typed);
		if (title !== first.title || intro !== first.intro) {
			const written = await command('estimates.write-intro', { estimateId, title, intro });
			if (!written.ok) return void ([busy, problem, field] = [false, written.message, written.field ?? '']);
		}
		const r = await command('quotes.issue', {
			estimateId,
			...rest,
			...(asked.value === null ? {} : { deposit: asked.value }),
			signers: signers
				.split(',')
				.map((x) => x.trim())
				.filter(Boolean)
		});
		busy = false;
		if (!r.ok) return void ([problem, field] = [r.message, r.field ?? '']);
		open = false;
		begin();
		onissued();
	}
	const at = (f: string) => (field === f ? problem : '');
</script>

<Dialog bind:open title="Issue the quote" save="Freeze and send" onsave={issue} {busy} {problem}>
	<Field label="To" hint="several with commas between" problem={at('to')}
		><input class="input" name="to" bind:value={typed.to} placeholder="nobody: only freeze it" /></Field
	>
	{#if given.letters.length > 1}<Field label="Letter"
			><select class="select" name="letter-template" value={typed.letterId} onchange={(e) => choose(e.currentTarget.value)}
				>{#each given.letters as l (l.id)}<option value={l.id}>{l.name}</option>{/each}</select
			></Field
		>{/if}
	<Field label="Subject" problem={at('subject')}><input class="input" name="subject" bind:value={typed.subject} /></Field>
	<Field label="Mail" hint="In braces: {words}." problem={at('text')}
		><textarea class="textarea" name="letter" rows="7" bind:value={typed.text}></textarea></Field
	>
	<details>
		<summary class="link">As it will be read</summary>
		<p class="preview">{preview}</p>
	</details>
	<details bind:open={sections.first}>
		<summary class="link">What stands first on it: {typed.title}{typed.intro.trim() ? ', with an introduction' : ''}</summary>
		<div class="mt-2 grid gap-2">
			<Field label="Title" problem={at('title')}><input class="input" name="quote-title" bind:value={typed.title} /></Field>
			<Field label="Introduction" problem={at('intro')}
				><textarea class="textarea" name="quote-intro" rows="4" bind:value={typed.intro}></textarea></Field
			>
		</div>
	</details>
	<details bind:open={sections.text}>
		<summary class="link">A text message too{typed.textTo.trim() ? `: to ${typed.textTo}` : ''}</summary>
		<div class="mt-2 grid gap-2">
			{#if given.phone}<label class="flex items-center gap-2"
					><input
						type="checkbox"
						class="checkbox"
						checked={typed.textTo.trim() !== ''}
						onchange={(e) => (typed.textTo = e.currentTarget.checked ? given.phone : '')}
					/>
					Send it to {given.phone}</label
				>{/if}
			<Field label="To the phone" problem={at('textTo')}
				><input class="input" name="text-to" bind:value={typed.textTo} placeholder="nobody" /></Field
			>
			<Field label="Text" problem={at('message')}
				><textarea class="textarea" name="message" rows="2" bind:value={typed.message}></textarea></Field
			>
		</div>
	</details>
	<details bind:open={sections.paper}>
		<summary class="link">The document: {typed.layout.layout}{typed.signers.trim() ? ', several sign' : ''}</summary>
		<div class="mt-2 grid gap-2">
			<PaperChoice bind:layout={typed.layout} bind:blocks={typed.blocks} offered={offered.blocks} />
			<Field label="Have to sign" hint="several names with commas; empty: whoever accepts" problem={at('signers')}
				><input class="input" name="signers" bind:value={typed.signers} /></Field
			>
		</div>
	</details>
	{#if files.length}<details bind:open={sections.files}>
			<summary class="link">Files that go with it{typed.files.length ? `: ${typed.files.length}` : ''}</summary>
			<div class="mt-2 grid gap-1">
				{#each files as f (f.id)}<label class="flex items-center gap-2"
						><input type="checkbox" class="checkbox" value={f.id} bind:group={typed.files} /> {f.name}</label
					>{/each}
				<p class="quiet">The customer finds them as links on the page of the quote; a mail filter cannot hold them back.</p>
				{#if at('files')}<p class="problem" role="alert">{problem}</p>{/if}
			</div>
		</details>{/if}
	<div class="flex flex-wrap items-end gap-x-6 gap-y-2">
		{#if deposit !== null}<Field label="Deposit, %" problem={at('deposit')}
				><input class="input" name="deposit" inputmode="decimal" style="width: 84px" bind:value={typed.deposit} /></Field
			>{/if}
		<Field label="Goes out" hint="empty: now" problem={at('sendAt')}
			><input class="input" type="datetime-local" name="send-at" bind:value={typed.sendAt} /></Field
		>
		<label class="flex items-center gap-2"><input type="checkbox" class="checkbox" bind:checked={typed.copy} /> A copy to me</label>
		<label class="flex items-center gap-2"><input type="checkbox" class="checkbox" bind:checked={typed.keep} /> Keep this wording</label>
	</div>
	{#if profit < 0}<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" bind:checked={typed.despite} /> It is meant to go out {formatCents(-profit as never)} below break-even</label
		>{/if}
</Dialog>

<style>
	.preview {
		white-space: pre-wrap;
		padding: 8px 12px;
		border-left: 3px solid var(--line);
	}
</style>
