<script lang="ts">
	import { wordsOf } from '$lib/core/refusal';
	import { fillLetter, LETTER_WORDS, type QuoteLetter } from '$lib/core/quotes';
	import Field from '../forms/Field.svelte';
	/** Letters that quotes go out with, each beside how it will be read. */
	let {
		letters = $bindable(),
		sample,
		problem,
		field
	}: {
		letters: QuoteLetter[];
		/** What the words in braces could be, for the preview. */
		sample: Record<string, string>;
		problem: string;
		/** “2.text”: which field of which letter the problem is about. */
		field: string;
	} = $props();
	const at = (n: number, f: string) => (field === `${n}.${f}` ? problem : '');
	function shown(text: string): string {
		try {
			return fillLetter(text, sample as never).replaceAll('{link}', 'https://…');
		} catch (e) {
			return wordsOf(e);
		}
	}
</script>

<p class="quiet">
	Words in braces are filled in: {[...new Set([...Object.keys(LETTER_WORDS), ...Object.keys(sample)])].map((w) => `{${w}}`).join(', ')}. The
	first letter is used unless another is chosen.
</p>
{#each letters as l, n (l.id)}<div class="letter">
		<div class="grid content-start gap-2">
			<div class="named">
				<Field label="Name" problem={at(n, 'name')}><input class="input" aria-label="Name of letter {n + 1}" bind:value={l.name} /></Field>
				<button type="button" class="link" disabled={n === 0} onclick={() => letters.splice(n - 1, 2, l, letters[n - 1]!)}>Up</button>
				<button type="button" class="link" onclick={() => letters.splice(n, 1)}>Take it away</button>
			</div>
			<Field label="Subject" problem={at(n, 'subject')}
				><input class="input" aria-label="Subject of letter {n + 1}" bind:value={l.subject} /></Field
			>
			<Field label="Mail" problem={at(n, 'text')}
				><textarea class="textarea" rows="7" aria-label="Mail of letter {n + 1}" bind:value={l.text}></textarea></Field
			>
			<Field label="Text message" problem={at(n, 'message')}
				><textarea class="textarea" rows="2" aria-label="Text message of letter {n + 1}" bind:value={l.message}></textarea></Field
			>
		</div>
		<div class="read" aria-label="As {l.name || 'it'} will be read">
			<strong>{shown(l.subject)}</strong>
			<p>{shown(l.text)}</p>
			{#if l.message}<p class="text">{shown(l.message)}</p>{/if}
		</div>
	</div>{/each}
<button
	type="button"
	class="link justify-self-start"
	onclick={() =>
		letters.push({
			id: `l${crypto.randomUUID().slice(0, 8)}`,
			name: '',
			subject: '{title}: your quote from {company}',
			text: '',
			message: ''
		})}>Add a letter</button
>

<style>
	.letter {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 18px;
		border-top: 1px solid var(--line);
		padding-top: 12px;
	}
	.named {
		display: grid;
		grid-template-columns: 1fr auto auto;
		align-items: end;
		gap: 12px;
	}
	.read {
		background: var(--color-base-200);
		border-radius: 4px;
		padding: 10px 14px;
		white-space: pre-wrap;
		overflow-wrap: anywhere;
	}
	.text {
		margin-top: 10px;
		border-top: 1px dashed var(--line);
		padding-top: 8px;
	}
	@media (max-width: 900px) {
		.letter {
			grid-template-columns: 1fr;
		}
	}
</style>
