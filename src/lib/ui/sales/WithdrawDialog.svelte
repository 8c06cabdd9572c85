<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { mailWords, type Language } from '$lib/core/words';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** Takes a quote back that is out: it is asked first, and the customer is told unless that is not wished. */
	interface Props {
		quote: { id: string; number: number; revision: number };
		customer: { name: string; mail: string; language: Language };
		company: string;
		onclose: () => void;
	}
	let { quote, customer, company, onclose }: Props = $props();
	let open = $state(true);
	// Proposed once; what is typed is the dialog's own from then on.
	let tell = $state(untrack(() => customer.mail !== ''));
	let typed = $state(
		untrack(() => ({
			to: customer.mail,
			...mailWords(customer.language).withdrawn({ number: quote.number, customer: customer.name, company })
		}))
	);
	let problem = $state('');
	let field = $state('');
	$effect(() => {
		if (!open) onclose();
	});
	async function save() {
		const r = await command('quotes.withdraw', { revisionId: quote.id, ...(tell ? { tell: $state.snapshot(typed) } : {}) });
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const at = (f: string) => (field === `tell.${f}` ? problem : '');
</script>

<Dialog
	bind:open
	title="Withdraw quote {quote.number}-{quote.revision}"
	save="Withdraw it"
	onsave={save}
	problem={field.startsWith('tell.') ? '' : problem}
>
	<p>Its page will say that it was withdrawn; it cannot be accepted any more. To offer it again, issue a new revision.</p>
	<label class="flex items-center gap-2"><input type="checkbox" class="checkbox" bind:checked={tell} /> Tell the customer by mail</label>
	{#if tell}
		<Field label="To" problem={at('to')}><input class="input" name="to" type="email" bind:value={typed.to} /></Field>
		<Field label="Subject" problem={at('subject')}><input class="input" name="subject" bind:value={typed.subject} /></Field>
		<Field label="Text" problem={at('text')}><textarea class="textarea" name="text" rows="7" bind:value={typed.text}></textarea></Field>
	{/if}
</Dialog>
