<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import { formatCents } from '$lib/core/money';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
	const filter = $derived(page.url.searchParams.get('q') ?? '');
	const words = $derived(filter.toLowerCase().split(/\s+/).filter(Boolean));
	const cards = $derived(
		data.cards.filter((c) => words.every((w) => `${c.name} ${c.customer} ${c.kindOfWork} ${c.person ?? ''}`.toLowerCase().includes(w)))
	);
	const bidding = $derived(cards.filter((c) => data.columns.find((s) => s.id === c.stageId)?.meaning === 'bidding'));
	const worth = (c: { quoted: number | null; expected: number | null }) => c.quoted ?? c.expected ?? 0;
	const days = (ms: number) => Math.floor((data.now - ms) / 86_400_000);
	let opening = $state(page.url.searchParams.get('new') === '1');
	$effect(() => {
		if (page.url.searchParams.get('new') === '1') opening = true;
	});
	const blank = () => ({
		name: '',
		customerId: '' as string | null,
		customerName: '',
		address: '',
		kindOfWork: 'Re-roof',
		source: 'Phone',
		wanted: ''
	});
	let typed = $state(blank());
	let problem = $state('');
	let field = $state('');
	let losing: { id: string; name: string; stageId: string } | null = $state(null);
	let reason = $state('');
	let dragged: string | null = $state(null);

	async function open(another = false) {
		const known = data.customers.find((c) => c.name.toLowerCase() === typed.customerName.trim().toLowerCase());
		const r = await command<{ jobId: string }>('jobs.open', { ...typed, customerId: known?.id ?? null });
		if (!r.ok) [problem, field] = [r.message, r.field ?? ''];
		else if (another) [typed, problem] = [blank(), ''];
		else {
			opening = false;
			typed = blank();
			await goto(`/jobs/${r.result.jobId}`);
		}
	}
	async function move(id: string, stageId: string, why?: string) {
		const stage = data.columns.find((c) => c.id === stageId);
		const card = data.cards.find((c) => c.id === id);
		if (!stage || !card || card.stageId === stageId) return;
		if (stage.meaning === 'lost' && why === undefined) {
			losing = { id, name: card.name, stageId };
			return;
		}
		const r = await command('jobs.move', { jobId: id, stageId, ...(why ? { reason: why } : {}) });
		problem = r.ok ? '' : r.message;
		if (r.ok) losing = null;
	}
	function keys(e: KeyboardEvent, id: string, stageId: string) {
		if (!e.altKey || (e.key !== 'ArrowRight' && e.key !== 'ArrowLeft')) return;
		e.preventDefault();
		const at = data.columns.findIndex((c) => c.id === stageId) + (e.key === 'ArrowRight' ? 1 : -1);
		const to = data.columns[at];
		if (to) void move(id, to.id);
	}
</script>

<Page
	title="Winning track"
	sub="{bidding.length} jobs to win, {formatCents(bidding.reduce((a, c) => a + worth(c), 0))}"
	pages={pagesOf('Win')}
	current="/win/track"
>
	{#snippet actions()}<button class="btn btn-primary" onclick={() => (opening = true)}>New job</button>{/snippet}
	<input
		class="input mb-3 max-w-80"
		placeholder="Filter by name, customer, work, person"
		aria-label="Filter"
		value={filter}
		oninput={(e) => goto(`?q=${encodeURIComponent(e.currentTarget.value)}`, { replaceState: true, keepFocus: true, noScroll: true })}
	/>
	{#if problem && !opening && !losing}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<div class="columns">
		{#each data.columns as col (col.id)}
			{@const own = cards.filter((c) => c.stageId === col.id)}
			<section
				aria-label={col.name}
				role="group"
				ondragover={(e) => e.preventDefault()}
				ondrop={() => {
					if (dragged) void move(dragged, col.id);
					dragged = null;
				}}
			>
				<header>
					<h2>{col.name}</h2>
					<span class="quiet figure">{own.length} · {formatCents(own.reduce((a, c) => a + worth(c), 0))}</span>
				</header>
				{#each own.slice(0, 60) as c (c.id)}
					<a
						class="sheet card"
						href="/jobs/{c.id}"
						draggable="true"
						ondragstart={() => (dragged = c.id)}
						onkeydown={(e) => keys(e, c.id, col.id)}
						title="Alt+← and Alt+→ move it along"
					>
						<strong>{c.name}</strong><span class="quiet">{c.customer}</span>
						<span class="foot"
							><span class="figure">{worth(c) ? formatCents(worth(c)) : 'no figure yet'}</span><span
								class={days(c.touchedAt) > 7 && col.meaning === 'bidding' ? 'problem' : 'quiet'}
								>{days(c.touchedAt) === 0 ? 'today' : `${days(c.touchedAt)} d ago`}</span
							></span
						>
						{#if c.decisionDay && col.meaning === 'bidding'}<span class="quiet">decides {showDay(c.decisionDay)}</span>{/if}
					</a>
				{:else}<p class="quiet none">Nothing here. Drag a card, or press Alt+→ on one.</p>{/each}
				{#if own.length > 60}<p class="quiet none">{own.length - 60} more: filter to see them.</p>{/if}
			</section>
		{/each}
	</div>
</Page>
<Dialog bind:open={opening} title="New job" save="Open the job" onsave={() => open()} {problem}>
	<Field label="What is it called" problem={field === 'name' ? problem : ''}
		><input class="input" bind:value={typed.name} required placeholder="Penhallow house, new roof" /></Field
	>
	<Field label="Customer" problem={field === 'customerName' ? problem : ''} hint="A known name is taken; a new one is added."
		><input class="input" list="customers" bind:value={typed.customerName} required /></Field
	>
	<datalist id="customers"
		>{#each data.customers as c (c.id)}<option value={c.name}></option>{/each}</datalist
	>
	<Field label="Site address"><input class="input" bind:value={typed.address} /></Field>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Kind of work"><input class="input" bind:value={typed.kindOfWork} /></Field><Field label="Source"
			><input class="input" bind:value={typed.source} /></Field
		>
	</div>
	<div><button type="button" class="btn" onclick={() => open(true)}>Open and type the next</button></div>
</Dialog>
<Dialog
	open={losing !== null}
	title="Lost: {losing?.name ?? ''}"
	save="Mark as lost"
	onsave={() => losing && move(losing.id, losing.stageId, reason)}
	{problem}
>
	<Field label="Why? It feeds the reports."><input class="input" bind:value={reason} /></Field>
	<button type="button" class="btn btn-ghost justify-self-start" onclick={() => (losing = null)}>It is not lost</button>
</Dialog>

<style>
	.columns {
		display: grid;
		grid-auto-flow: column;
		grid-auto-columns: minmax(200px, 1fr);
		gap: 10px;
		overflow-x: auto;
		align-items: start;
	}
	section {
		background: color-mix(in oklab, var(--color-base-300) 40%, transparent);
		border-radius: 4px;
		padding: 8px;
		min-height: 240px;
		display: grid;
		gap: 6px;
		align-content: start;
	}
	section header {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
		padding: 0 2px 2px;
	}
	.card {
		padding: 8px 10px;
		display: grid;
		gap: 1px;
		text-decoration: none;
		cursor: grab;
	}
	.foot {
		display: flex;
		justify-content: space-between;
	}
	.none {
		padding: 4px;
		font-size: 0.92rem;
	}
</style>
