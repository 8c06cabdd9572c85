<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { onDestroy, onMount, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { forPage } from '$lib/client/keys';
	import { Edits } from '$lib/client/edits.svelte';
	import { poolable, recompute, withLines, type Computed, type Line, type Scope } from '$lib/core/estimate';
	import type { Shape } from '$lib/core/measure';
	import { formatCents } from '$lib/core/money';
	import { fillWording, quoteTotals, type Part } from '$lib/core/estimate';
	import Adder from '$lib/ui/estimate/Adder.svelte';
	import { COLUMNS } from '$lib/ui/estimate/columns';
	import { fitsAt, placeOf, type Held } from '$lib/ui/estimate/held';
	import CopyScopeDialog from '$lib/ui/estimate/CopyScopeDialog.svelte';
	import DecideDialog from '$lib/ui/estimate/DecideDialog.svelte';
	import LineDialog from '$lib/ui/estimate/LineDialog.svelte';
	import ScopeGrid from '$lib/ui/estimate/ScopeGrid.svelte';
	import SetDialog, { type Setting } from '$lib/ui/estimate/SetDialog.svelte';
	import BenchPages from '$lib/ui/estimate/BenchPages.svelte';
	import RecurringDialog from '$lib/ui/estimate/RecurringDialog.svelte';
	import GroupsDialog from '$lib/ui/estimate/GroupsDialog.svelte';
	import PasteDialog from '$lib/ui/estimate/PasteDialog.svelte';
	import PickedBar from '$lib/ui/estimate/PickedBar.svelte';
	import ShapeDialog from '$lib/ui/estimate/ShapeDialog.svelte';
	import EstimateTally from '$lib/ui/estimate/EstimateTally.svelte';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import TemplateDialog from '$lib/ui/estimate/TemplateDialog.svelte';
	import IssueDialog from '$lib/ui/estimate/IssueDialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { Drags } from '$lib/ui/drag/drags';
	import { countBy, toggled } from '$lib/ui/lists';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const b = $derived(data.bench);
	/** What is typed counts at once, also while the server is still being asked, or cannot be. */
	const estimateId = $derived(b.id);
	/** By its value: a refresh brings a new `data`, and what is typed must not lose its keeper over it. */
	const myId = $derived(data.me.id);
	const edits = $derived(new Edits(estimateId, myId));
	/** The state before, not for showing: what did not change stays the same object and is not drawn again. */
	const before: { computed: Computed | null } = { computed: null };
	const estimate = $derived(withLines(b.estimate, edits.patches(b.version)));
	const unsaved: ReadonlySet<string> = $derived(new Set(edits.waiting.filter((e) => e.saved === null).map((e) => e.lineId)));
	const result = $derived((before.computed = recompute(before.computed, estimate)).result);
	let others: string[] = $state([]);
	$effect(() => {
		const shown = b.version;
		untrack(() => edits.arrived(shown));
	});
	$effect(() => {
		const own = edits;
		const at = `/api/presence?at=estimate:${estimateId}`;
		const stop = untrack(() => own.start());
		const beat = async () => {
			const r = await fetch(at, { method: 'POST' }).catch(() => null);
			if (r?.ok) others = ((await r.json()) as { others: string[] }).others;
		};
		const leave = () => void navigator.sendBeacon(`${at}&leave`);
		void beat();
		const timer = setInterval(beat, 10_000);
		window.addEventListener('pagehide', leave);
		return () => {
			stop();
			clearInterval(timer);
			window.removeEventListener('pagehide', leave);
			leave();
		};
	});
	let said = $state('');
	let shaping: { scopeId: string; shape: (Shape & { id: string }) | null } | null = $state(null);
	let shapeOpen = $state(false);
	let naming: { what: 'rename' | 'wording'; scopeId: string } | null = $state(null);
	let text = $state('');
	/** The scope that is being copied. */
	let copying: Scope | null = $state(null);
	let setting: Setting | null = $state(null);
	/** Which part is set: the whole, a scope (its id), or a kind. */
	let part = $state('');
	let problem = $state('');
	const quotePays = $derived.by(() => {
		try {
			return quoteTotals(result, b.tax).total;
		} catch {
			return null;
		}
	});
	let issuing = $state(false);
	let keeping = $state(false);
	let kept = $state('');
	let picked: ReadonlySet<string> = $state(new Set());
	let pasting = $state({ open: false, text: '', scopeId: '', scope: '' });
	let grouping = $state(false);
	let charging = $state(false);
	const pools = $derived(result.scopes.flatMap((s) => poolable(s.scope.lines)));
	const drags = new Drags<Held>({
		words: (h) => h.words,
		fits: fitsAt,
		drop: (h, { place }) => {
			const { what, id } = placeOf(place);
			if ('scopeId' in h) return void act('estimates.place-scope', { scopeId: h.scopeId, beforeId: id });
			const scopeId = what === 'scope' ? id : result.lines.find((l) => l.line.id === id)?.scope.id;
			if (scopeId) void act('estimates.move-lines', { lineIds: h.lineIds, scopeId, beforeId: what === 'line' ? id : null });
		}
	});
	onDestroy(() => drags.stop());
	let find = $state('');
	let bar: PickedBar | undefined = $state();
	const pickedLines = $derived(picked.size === 0 ? [] : result.lines.filter((l) => picked.has(l.line.id)));
	const remarks = $derived(
		countBy(
			data.review.comments.filter((c) => c.lineId && !c.settledAt),
			(c) => c.lineId ?? ''
		)
	);
	const found = $derived(
		find.trim() === ''
			? []
			: result.lines.filter((l) =>
					find
						.toLowerCase()
						.split(/\s+/)
						.every((w) => `${l.line.name} ${l.line.note} ${l.line.phase}`.toLowerCase().includes(w))
				)
	);
	/** The line that is open in whole. */
	let detailed: string | null = $state(null);
	/** The line of which something is to be decided. */
	let deciding: string | null = $state(null);
	const decided = $derived(deciding === null ? undefined : result.lines.find((l) => l.line.id === deciding));
	const detail = $derived(detailed === null ? undefined : result.lines.find((l) => l.line.id === detailed));
	/** Columns that are only shown when asked for; kept on this device. */
	let more = $state(false);
	onMount(() => (more = localStorage.getItem('nickel-estimate-columns') === 'more'));
	const columns = $derived(COLUMNS.filter((c) => more || !c.extra));
	function showMore(on: boolean) {
		more = on;
		localStorage.setItem('nickel-estimate-columns', on ? 'more' : '');
	}
	const pick = (ids: string[], on: boolean) => (picked = toggled(picked, ids, on));
	/** Copy takes the picked lines as a block that a spreadsheet takes. */
	function copied(e: ClipboardEvent) {
		if (!bar || pickedLines.length === 0 || (e.target as HTMLElement).closest('input,textarea,dialog')) return;
		e.clipboardData?.setData('text/plain', bar.block());
		e.preventDefault();
	}

	async function act<N extends CommandName>(name: N, input: Input<N>): Promise<string | null> {
		await edits.settled();
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
		return r.ok ? null : r.message;
	}
	const change = (
		lineId: string,
		field: Input<'estimates.change-line'>['field'],
		value: string,
		seen: string,
		patch: Partial<Line> | null
	) => {
		const name = result.lines.find((l) => l.line.id === lineId)?.line.name ?? 'A line';
		return edits.put({ lineId, field, value, seen, patch, label: `${name}: ${field} ${value}` });
	};
	function scopeAct(scopeId: string, what: string) {
		const s = result.scopes.find((x) => x.scope.id === scopeId)?.scope;
		if (!s) return;
		if (what === 'copy') copying = s;
		else if (what === 'rename' || what === 'wording') {
			naming = { what, scopeId };
			problem = '';
			text = what === 'rename' ? s.name : s.wording;
		} else if (what === 'option') void act('estimates.change-scope', { scopeId, option: !s.option });
		else if (what === 'aside') void act('estimates.change-scope', { scopeId, setAside: !s.setAside });
		else if (what === 'margin') {
			[part, setting] = [scopeId, 'margin'];
		} else if (what === 'remove') void act('estimates.remove-scope', { scopeId });
		else void act('estimates.change-scope', { scopeId, move: what === 'up' ? -1 : 1 });
	}
	const measuresOf = (scopeId: string) => result.scopes.find((x) => x.scope.id === scopeId)?.measures ?? {};
	async function saveName() {
		if (!naming) return;
		const wrong = await act('estimates.change-scope', { scopeId: naming.scopeId, [naming.what === 'rename' ? 'name' : 'wording']: text });
		if (wrong) problem = wrong;
		else naming = null;
	}
	const setWhole = (what: Setting, value: string, within: Part) =>
		act('estimates.set-whole', { estimateId: b.id, what, value, ...(what === 'discount' || what === 'per size' ? {} : within) });
	function keys(e: KeyboardEvent) {
		if (!(e.ctrlKey || e.metaKey) || !forPage(e)) return;
		const key = e.key.toLowerCase();
		if (key !== 'z' && key !== 'y') return;
		e.preventDefault();
		void act('estimates.undo', { estimateId: b.id, redo: key === 'y' || e.shiftKey });
	}
</script>

<svelte:window onkeydown={keys} oncopy={copied} />
<Page
	title={b.change === null ? data.head.job.name : `Change order ${b.change}: ${b.title}`}
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
		{#if data.mayIssue && (!b.won || (b.change !== null && !b.accepted))}<button class="btn btn-primary" onclick={() => (issuing = true)}
				>Issue quote</button
			>{/if}
	{/snippet}
	<ThreadStrip steps={data.thread} />
	<BenchPages jobId={data.head.job.id} current="" open={data.review.comments.filter((c) => !c.settledAt).length} />
	<div class="bench">
		<div class="scopes">
			{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
			{#if edits.lost}<p class="kept" role="status">
					<Mark
						kind="wait"
						label="No connection. {unsaved.size === 1
							? 'What you typed on 1 line is'
							: `What you typed on ${unsaved.size} lines is`} kept on this device and sent when it is back."
					/>
				</p>{/if}
			{#each edits.refused as r, i (i)}<p class="problem mb-2" role="alert">
					{r}
					<button type="button" class="link" onclick={() => edits.refused.splice(i, 1)}>Understood</button>
				</p>{/each}
			{#if others.length}<p class="quiet mb-2" role="status">
					Also in this estimate: {others.join(', ')}. Different cells merge; if you both change the same one, you are asked.
				</p>{/if}
			{#if b.change !== null}<p class="sheet mb-2 flex flex-wrap items-center gap-x-6 gap-y-1 p-3">
					{#if b.accepted}<span
							>Accepted: it lies in the contract of {formatCents(b.contract ?? 0)}. Another change is another change order.</span
						>
					{:else}<span
							>Contract {formatCents(b.contract ?? 0)} →
							<strong class="figure">{formatCents((b.contract ?? 0) + result.total.price)}</strong></span
						>{/if}
					<label
						>Working days <input
							class="input days"
							type="number"
							aria-label="Working days it adds"
							value={b.days}
							onchange={(e) => act('estimates.change-days', { estimateId: b.id, days: Math.round(Number(e.currentTarget.value)) || 0 })}
						/></label
					><span class="quiet">Once accepted it changes the contract, the budget and what is billed.</span>
				</p>
			{:else if b.won}<p class="sheet mb-2 p-3">
					This job is won: what was sold stays as it was accepted. Changes here do not touch the contract.
				</p>{/if}
			{#if result.lines.length}<div class="finder no-print">
					{#if result.lines.length > 12}<input
							class="input"
							type="search"
							placeholder="Find in this estimate"
							aria-label="Find in this estimate"
							bind:value={find}
							onkeydown={(e) => {
								if (e.key === 'Escape') find = '';
								if (e.key === 'Enter')
									[...document.querySelectorAll<HTMLElement>('.scopes tbody tr:not(.faint) [data-column=name]')][0]?.focus();
							}}
						/>{/if}{#if find.trim()}<span class="quiet" role="status">{found.length} line{found.length === 1 ? '' : 's'}</span>
						<button
							type="button"
							class="link"
							onclick={() =>
								pick(
									found.map((l) => l.line.id),
									true
								)}>Pick them</button
						>{/if}{#if kept}<span class="quiet" role="status">{kept}</span>{/if}<button
						type="button"
						class="link ml-auto"
						onclick={() => (keeping = true)}>Keep as a template …</button
					><label class="quiet"
						><input type="checkbox" checked={more} onchange={(e) => showMore(e.currentTarget.checked)} /> tax and how it is offered</label
					>
				</div>{/if}
			{#each result.scopes as s, n (s.scope.id)}
				<ScopeGrid
					{estimate}
					{result}
					scope={s}
					onchange={change}
					onscope={(what) => scopeAct(s.scope.id, what)}
					onshape={(shape) => {
						shaping = { scopeId: s.scope.id, shape };
						shapeOpen = true;
					}}
					{picked}
					onpick={pick}
					{drags}
					onpaste={(block) => (pasting = { open: true, text: block, scopeId: s.scope.id, scope: s.scope.name })}
					{find}
					{remarks}
					{unsaved}
					early={n < 4}
					onunshape={(shapeId) => act('estimates.remove-shape', { shapeId })}
					{columns}
					codes={b.tax.codes}
					online={(what, lineId) =>
						what === 'details'
							? void (detailed = lineId)
							: what === 'decide'
								? void (deciding = lineId)
								: what === 'remark'
									? void goto(`/jobs/${data.head.job.id}/estimate/review?line=${lineId}${b.change === null ? '' : `&change=${b.change}`}`)
									: void act(
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
			{#if pickedLines.length}<PickedBar
					bind:this={bar}
					lines={pickedLines}
					scopes={result.scopes.map((s) => ({ id: s.scope.id, name: s.scope.name }))}
					poolable={pools.map((g) => g.map((l) => l.id))}
					{act}
					clear={() => (picked = new Set())}
				/>{/if}
			<Adder
				jobId={data.head.job.id}
				estimateId={b.id}
				system={b.estimate.system}
				scopes={result.scopes.map((s) => ({ id: s.scope.id, name: s.scope.name }))}
			/>
		</div>
		<EstimateTally
			{estimate}
			{result}
			tax={b.tax}
			review={data.review}
			leftOut={data.leftOut}
			{pools}
			older={b.won && b.change === null ? null : { estimateId: b.id, version: b.version, settled: () => edits.settled() }}
			ongroups={() => (grouping = true)}
			recurring={b.recurring}
			onrecurring={() => (charging = true)}
			jobId={data.head.job.id}
			onset={(what) => {
				part = '';
				setting = what;
			}}
		/>
	</div>
</Page>
{#if shaping && shapeOpen}<ShapeDialog
		bind:open={shapeOpen}
		scopeId={shaping.scopeId}
		shape={shaping.shape}
		system={b.estimate.system}
		own={b.measures}
	/>{/if}
<Dialog
	bind:open={
		() => naming !== null,
		(v) => {
			if (!v) naming = null;
		}
	}
	title={naming?.what === 'rename' ? 'Rename the scope' : 'What the customer reads'}
	onsave={saveName}
	{problem}
>
	{#if naming?.what === 'wording'}<Field label="Wording" hint="{'{area}'} and the other measures follow the shapes"
			><textarea class="textarea" rows="6" bind:value={text}></textarea></Field
		>{#if text.includes('{')}<p class="quiet" data-testid="reads">{fillWording(text, measuresOf(naming.scopeId), estimate.system)}</p>{/if}
	{:else}<Field label="Name"><input class="input" name="scope-new-name" bind:value={text} /></Field>{/if}
</Dialog>
<SetDialog bind:what={setting} {part} {estimate} {result} act={setWhole} />
{#if detail}{#key detailed}<LineDialog
			line={detail}
			siblings={result.scopes.find((s) => s.scope.id === detail.scope.id)?.lines ?? []}
			{estimate}
			codes={b.tax.codes}
			jobId={data.head.job.id}
			zone={data.company.zone}
			mayPush={data.mayPush}
			onclose={() => (detailed = null)}
			settled={() => edits.settled()}
		/>{/key}{/if}
{#if copying}<CopyScopeDialog
		scope={copying}
		system={b.estimate.system}
		onclose={() => (copying = null)}
		copy={async (input) => {
			await edits.settled();
			const r = await command('estimates.copy-scope', input);
			return r.ok ? null : r;
		}}
	/>{/if}
{#if decided}<DecideDialog line={decided} onclose={() => (deciding = null)} settled={() => edits.settled()} />{/if}
<PasteDialog bind:open={pasting.open} text={pasting.text} scopeId={pasting.scopeId} scope={pasting.scope} />
{#if charging}<RecurringDialog estimateId={b.id} lines={b.recurring} codes={b.tax.codes} onclose={() => (charging = false)} />{/if}
<GroupsDialog bind:open={grouping} estimateId={b.id} estimate={b.estimate} />
{#if keeping}<TemplateDialog
		bind:open={keeping}
		estimateId={b.id}
		kindOfWork={data.head.job.kindOfWork}
		ondone={(words) => (kept = words)}
	/>{/if}
<IssueDialog
	bind:open={issuing}
	estimateId={b.id}
	letter={b.letter}
	first={{ title: b.title, intro: b.intro }}
	paper={b.paper}
	files={b.files}
	me={data.me.name}
	total={quotePays ?? result.total.price}
	profit={result.total.profit}
	deposit={b.deposit}
	settled={() => edits.settled()}
	onissued={() => void goto(`/jobs/${data.head.job.id}`)}
/>

<style>
	.bench {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 292px;
		min-height: calc(100vh - 150px);
	}
	.kept {
		border: 1px solid var(--color-warning);
		border-radius: 4px;
		padding: 6px 12px;
		margin-bottom: 10px;
	}
	.days {
		width: 70px;
		height: 28px;
		min-height: 28px;
		margin-left: 6px;
	}
	.finder {
		display: flex;
		align-items: center;
		gap: 14px;
		margin-bottom: 10px;
	}
	.finder .input {
		width: 260px;
	}
	.scopes {
		padding: 12px 14px 60px 18px;
		min-width: 0;
	}
	@media (max-width: 1100px) {
		.bench {
			grid-template-columns: 1fr;
		}
		.scopes {
			padding-bottom: 120px;
			overflow-x: auto;
		}
	}
</style>
