<script lang="ts">
	import { onMount } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { forPage } from '$lib/client/keys';
	import { goto } from '$app/navigation';
	import { may, type Holder, type Right } from '$lib/core/access';
	import { PLACES } from './places';
	/** Finds any record and runs any command, from everywhere: Ctrl/⌘ K. */
	let { who }: { who: Holder } = $props();
	interface Row {
		kind: string;
		label: string;
		path: string;
	}
	let dialog: HTMLDialogElement | undefined = $state();
	let text = $state('');
	let found: Row[] = $state([]);
	let at = $state(0);
	let asked = 0;
	/** True while what is listed answers an earlier text than the one typed. */
	let looking = $state(false);
	/** Enter was pressed while looking: the first of the answer is taken when it comes. */
	let takeFirst = false;
	/** “New customer Orla Penhallow” opens the form with the name in it. */
	const NAMED: [RegExp, string, Right, string, string][] = [
		[/^(?:new|add)\s+customer\s*(.*)$/i, 'New customer', 'customers.change', '/win/customers?new=1', 'name'],
		[/^(?:new|add|open)\s+job\s*(.*)$/i, 'New job', 'jobs.change', '/win/track?new=1', 'name'],
		[/^(?:new|type in a)\s+request\s*(?:from|of)?\s*(.*)$/i, 'Type in a request', 'jobs.change', '/win/leads?new=1', 'name']
	];
	const named = $derived(
		NAMED.flatMap(([form, word, right, path, field]): Row[] => {
			const name = form.exec(text.trim())?.[1];
			return name && may(who, right)
				? [{ kind: 'do', label: `${word}: ${name}`, path: `${path}&${field}=${encodeURIComponent(name)}` }]
				: [];
		})
	);
	const doing = $derived<Row[]>([
		...(may(who, 'jobs.change')
			? [
					{ kind: 'do', label: 'New job', path: '/win/track?new=1' },
					{ kind: 'do', label: 'Type in a request', path: '/win/leads?new=1' }
				]
			: []),
		...(may(who, 'customers.change') ? [{ kind: 'do', label: 'New customer', path: '/win/customers?new=1' }] : []),
		...(may(who, 'costs.change') ? [{ kind: 'do', label: 'Enter a supplier’s bill', path: '/work/supplier-bills/new' }] : []),
		...(may(who, 'invoices.change') ? [{ kind: 'do', label: 'Billing day', path: '/bill/ready' }] : []),
		...(may(who, 'payments.record') ? [{ kind: 'do', label: 'Read a file of the bank', path: '/bill/bank' }] : []),
		...PLACES.flatMap((p) =>
			p.pages
				.filter(([, , r]) => may(who, r))
				.map(([path, word]) => ({ kind: 'go', label: p.word === word ? word : `${p.word}: ${word}`, path }))
		)
	]);
	const words = $derived(text.toLowerCase().split(/\s+/).filter(Boolean));
	const rows = $derived([...named, ...found, ...doing.filter((d) => words.every((w) => d.label.toLowerCase().includes(w)))].slice(0, 24));

	function open() {
		text = '';
		found = [];
		at = 0;
		answered();
		dialog?.showModal();
	}
	function answered() {
		asked++;
		looking = false;
		takeFirst = false;
	}
	async function look() {
		at = 0;
		answered();
		const mine = asked;
		if (text.trim().length < 2) {
			found = [];
			return;
		}
		looking = true;
		const r = await ask('find.anything', { text: text.slice(0, 100) });
		if (mine !== asked) return;
		found = r.ok ? r.result : [];
		const first = takeFirst;
		answered();
		if (first) take(rows[0]);
	}
	function take(row: Row | undefined) {
		if (!row) return;
		dialog?.close();
		void goto(row.path);
	}
	/** What is listed for an earlier text is not what the person means: a fast typist's Enter waits for the answer. */
	function enter() {
		if (looking && at === 0) takeFirst = true;
		else take(rows[at]);
	}
	onMount(() => {
		window.addEventListener('ny:find', open);
		return () => window.removeEventListener('ny:find', open);
	});
	function keys(e: KeyboardEvent) {
		if (e.key === 'ArrowDown') at = Math.min(at + 1, rows.length - 1);
		else if (e.key === 'ArrowUp') at = Math.max(at - 1, 0);
		else if (e.key === 'Enter') enter();
		else return;
		e.preventDefault();
	}
	function everywhere(e: KeyboardEvent) {
		if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
			e.preventDefault();
			// Not over a form that is half filled: leaving it would lose what is typed.
			if (!document.querySelector('dialog[open]')) open();
		} else if (
			e.key.toLowerCase() === 'n' &&
			!e.ctrlKey &&
			!e.metaKey &&
			!e.altKey &&
			forPage(e) &&
			!(e.target as HTMLElement).closest('[role=grid]') &&
			may(who, 'jobs.change')
		)
			void goto('/win/track?new=1');
	}
</script>

<svelte:window onkeydown={everywhere} />
<dialog bind:this={dialog} class="sheet" aria-label="Find or do">
	<input
		class="input"
		placeholder="Customer, job, quote, invoice, item — or what to do"
		aria-label="Find or do"
		bind:value={text}
		oninput={look}
		onkeydown={keys}
		role="combobox"
		aria-expanded="true"
		aria-controls="found"
		aria-activedescendant={rows[at] ? `found-${at}` : undefined}
		autocomplete="off"
	/>
	<ul id="found" role="listbox" aria-label="Found" aria-busy={looking}>
		{#each rows as r, i (i)}
			<!-- svelte-ignore a11y_click_events_have_key_events -->
			<li id="found-{i}" role="option" aria-selected={i === at} onclick={() => take(r)}>
				<span>{r.label}</span><span class="quiet">{r.kind}</span>
			</li>
		{:else}<li class="quiet" role="option" aria-selected="false">Nothing found.</li>{/each}
	</ul>
</dialog>

<style>
	dialog {
		width: min(560px, 94vw);
		margin-top: 12vh;
		padding: 10px;
		color: inherit;
	}
	dialog::backdrop {
		background: rgb(20 25 25 / 0.35);
	}
	ul {
		margin-top: 8px;
		max-height: 50vh;
		overflow: auto;
	}
	li {
		display: flex;
		justify-content: space-between;
		gap: 1rem;
		padding: 5px 8px;
		cursor: pointer;
		border-radius: 3px;
	}
	li[aria-selected='true'] {
		background: var(--color-base-200);
		box-shadow: inset 3px 0 0 var(--color-primary);
	}
</style>
