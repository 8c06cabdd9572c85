<script lang="ts">
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { computeEstimate } from '$lib/core/estimate';
	import type { Shape } from '$lib/core/measure';
	import { formatCents, parseCents, parsePercent } from '$lib/core/money';
	import { setTotal, totalForMargin } from '$lib/core/estimate';
	import Adder from '$lib/ui/estimate/Adder.svelte';
	import ScopeGrid from '$lib/ui/estimate/ScopeGrid.svelte';
	import ShapeDialog from '$lib/ui/estimate/ShapeDialog.svelte';
	import EstimateTally from '$lib/ui/estimate/EstimateTally.svelte';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data } = $props();
	const b = $derived(data.bench);
	const result = $derived(computeEstimate(b.estimate));
	let said = $state('');
	let shaping: { scopeId: string; shape: (Shape & { id: string }) | null } | null = $state(null);
	let shapeOpen = $state(false);
	let naming: { what: 'copy' | 'rename' | 'wording'; scopeId: string } | null = $state(null);
	let text = $state('');
	let setting: 'margin' | 'total' | 'discount' | null = $state(null);
	let problem = $state('');
	let issuing = $state(false);
	let busy = $state(false);
	let letter = $state({ to: '', subject: '', text: '' });
	let despite = $state(false);

	async function act(name: string, input: Record<string, unknown>): Promise<string | null> {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
		return r.ok ? null : r.message;
	}
	const change = (lineId: string, field: string, value: string, seen: string) =>
		act('estimates.change-line', { lineId, field, value, seen });
	function scopeAct(scopeId: string, what: string) {
		const s = result.scopes.find((x) => x.scope.id === scopeId)?.scope;
		if (!s) return;
		if (what === 'copy' || what === 'rename' || what === 'wording') {
			naming = { what, scopeId };
			problem = '';
			text = what === 'copy' ? `${s.name}, copy` : what === 'rename' ? s.name : s.wording;
		} else if (what === 'option') void act('estimates.change-scope', { scopeId, option: !s.option });
		else if (what === 'aside') void act('estimates.change-scope', { scopeId, setAside: !s.setAside });
		else if (what === 'remove') void act('estimates.remove-scope', { scopeId });
		else void act('estimates.change-scope', { scopeId, move: what === 'up' ? -1 : 1 });
	}
	async function saveName() {
		if (!naming) return;
		const wrong =
			naming.what === 'copy'
				? await act('estimates.copy-scope', { scopeId: naming.scopeId, name: text })
				: await act('estimates.change-scope', { scopeId: naming.scopeId, [naming.what === 'rename' ? 'name' : 'wording']: text });
		if (wrong) problem = wrong;
		else naming = null;
	}
	/** What setting the whole would do, before it is saved. */
	const preview = $derived.by(() => {
		if (!setting || text.trim() === '' || setting === 'discount') return '';
		try {
			const total = setting === 'total' ? parseCents(text) : totalForMargin(b.estimate, parsePercent(text));
			setTotal(b.estimate, total);
			const profit = total - result.total.breakEven;
			return `Price ${formatCents(total)}, profit ${formatCents(profit)}${profit < 0 ? ': below break-even' : ''}`;
		} catch (e) {
			return (e as Error).message;
		}
	});
	async function saveWhole() {
		const wrong = await act('estimates.set-whole', { estimateId: b.id, what: setting, value: text });
		if (wrong) problem = wrong;
		else setting = null;
	}
	function startIssue() {
		letter = { ...b.letter };
		problem = '';
		issuing = true;
	}
	async function issue() {
		busy = true;
		const r = await command('quotes.issue', { estimateId: b.id, ...letter, despite });
		busy = false;
		if (r.ok) {
			issuing = false;
			await goto(`/jobs/${data.head.job.id}`);
		} else problem = r.message;
	}
	function keys(e: KeyboardEvent) {
		if (!(e.ctrlKey || e.metaKey) || (e.target as HTMLElement).closest('input,textarea,select,dialog')) return;
		const key = e.key.toLowerCase();
		if (key !== 'z' && key !== 'y') return;
		e.preventDefault();
		void act('estimates.undo', { estimateId: b.id, redo: key === 'y' || e.shiftKey });
	}
</script>

<svelte:window onkeydown={keys} />
<Page
	title={data.head.job.name}
	sub="{data.head.customer.name} · {data.head.site?.address ?? ''}{data.head.person ? ` · bid by ${data.head.person.name}` : ''}"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/estimate"
	wide
>
	{#snippet actions()}
		<button class="btn" disabled={!b.undo} title={b.undo ?? ''} onclick={() => act('estimates.undo', { estimateId: b.id })}>Undo</button
		><button class="btn" disabled={!b.redo} title={b.redo ?? ''} onclick={() => act('estimates.undo', { estimateId: b.id, redo: true })}
			>Redo</button
		>
		{#if data.mayIssue && !b.won}<button class="btn btn-primary" onclick={startIssue}>Issue quote</button>{/if}
	{/snippet}
	<ThreadStrip steps={data.thread} />
	<div class="bench">
		<div class="scopes">
			{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
			{#if b.won}<p class="sheet mb-2 p-3">
					This job is won: what was sold stays as it was accepted. Changes here do not touch the contract.
				</p>{/if}
			{#each result.scopes as s (s.scope.id)}
				<ScopeGrid
					estimate={b.estimate}
					{result}
					scope={s}
					onchange={change}
					onscope={(what) => scopeAct(s.scope.id, what)}
					onshape={(shape) => {
						shaping = { scopeId: s.scope.id, shape };
						shapeOpen = true;
					}}
					onunshape={(shapeId) => act('estimates.remove-shape', { shapeId })}
					online={(what, lineId) =>
						act(
							what === 'remove' ? 'estimates.remove-line' : 'estimates.move-line',
							what === 'remove' ? { lineId } : { lineId, by: what === 'up' ? -1 : 1 }
						)}
				/>
			{:else}<div class="sheet p-6">
					<h2>An empty estimate</h2>
					<p class="mt-1">
						Begin with a scope: a part the customer would name, like “Main roof” or “Gutters”. Type its name below and choose “new scope”.
					</p>
				</div>{/each}
			<Adder estimateId={b.id} scopes={result.scopes.map((s) => ({ id: s.scope.id, name: s.scope.name }))} />
		</div>
		<EstimateTally
			estimate={b.estimate}
			{result}
			tax={b.tax}
			onset={(what) => {
				setting = what;
				text = '';
				problem = '';
			}}
		/>
	</div>
</Page>
{#if shaping && shapeOpen}<ShapeDialog
		bind:open={shapeOpen}
		scopeId={shaping.scopeId}
		shape={shaping.shape}
		system={b.estimate.system}
	/>{/if}
<Dialog
	bind:open={
		() => naming !== null,
		(v) => {
			if (!v) naming = null;
		}
	}
	title={naming?.what === 'copy' ? 'Copy the scope' : naming?.what === 'rename' ? 'Rename the scope' : 'What the customer reads'}
	onsave={saveName}
	{problem}
>
	{#if naming?.what === 'wording'}<Field label="Wording"><textarea class="textarea" rows="6" bind:value={text}></textarea></Field
		>{:else}<Field label="Name"><input class="input" name="scope-name" bind:value={text} /></Field>{/if}
</Dialog>
<Dialog
	bind:open={
		() => setting !== null,
		(v) => {
			if (!v) setting = null;
		}
	}
	title={setting === 'discount' ? 'Discount' : setting === 'margin' ? 'Set the margin' : 'Set the total'}
	onsave={saveWhole}
	{problem}
>
	<Field
		label={setting === 'discount' ? 'Amount, or percent with %' : setting === 'margin' ? 'Margin on break-even' : 'Total before tax'}
		hint={preview}
		><input
			class="input"
			name="whole"
			bind:value={text}
			placeholder={setting === 'total' ? formatCents(result.total.price) : '12%'}
		/></Field
	>
</Dialog>
<Dialog bind:open={issuing} title="Issue the quote" save="Freeze and send" onsave={issue} {busy} {problem}>
	<Field label="To"><input class="input" name="to" bind:value={letter.to} placeholder="nobody: only freeze it" /></Field>
	<Field label="Subject"><input class="input" bind:value={letter.subject} /></Field>
	<Field label="Mail" hint={'{link} becomes the customer’s own link.'}
		><textarea class="textarea" rows="9" bind:value={letter.text}></textarea></Field
	>
	{#if result.total.profit < 0}<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" bind:checked={despite} /> It is meant to go out {formatCents(-result.total.profit)} below break-even</label
		>{/if}
</Dialog>

<style>
	.bench {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 292px;
		min-height: calc(100vh - 150px);
	}
	.scopes {
		padding: 12px 14px 60px 18px;
		min-width: 0;
	}
	@media (max-width: 900px) {
		.bench {
			grid-template-columns: 1fr;
		}
		.scopes {
			padding-bottom: 120px;
			overflow-x: auto;
		}
	}
</style>
