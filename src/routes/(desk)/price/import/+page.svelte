<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { CHANGED, stillThere } from '$lib/client/picked';
	import type { Mapping } from '$lib/core/formats';
	import Field from '$lib/ui/forms/Field.svelte';
	import { indented, treeOf } from '$lib/ui/price/categories';
	import UnderWay from '$lib/ui/price/UnderWay.svelte';
	import ListPreview, { type Preview } from '$lib/ui/price/ListPreview.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let supplier = $state(untrack(() => data.suppliers[0]?.id ?? ''));
	let category = $state<string | null>(null);
	let taxCode = $state<string | null>(untrack(() => data.taxCodes[0]?.id ?? null));
	let files: FileList | undefined = $state();
	let p = $state<Preview | null>(null);
	let skip: string[] = $state([]);
	let asideMissing = $state(false);
	let problem = $state('');
	let busy = $state('');
	let result = $state('');
	/** Separator and letters, where what was found out is wrong. */
	let how = $state({ separator: '', encoding: '' });
	let reading: XMLHttpRequest | null = $state.raw(null);
	/** How much of the file has been sent; null: it is being read. */
	let progress: number | null = $state(null);

	/** Sends a file and says how far it is; a large list takes a while on the way. Stopping leaves everything as it was. */
	function send(body: FormData, name: string, ticket: string): Promise<{ result?: Preview; message?: string } | null> {
		return new Promise((done) => {
			const r = new XMLHttpRequest();
			r.open('POST', '/api/import-preview');
			r.responseType = 'json';
			r.upload.onprogress = (e) => {
				if (e.lengthComputable) [busy, progress] = [`Sending ${name}…`, e.loaded / e.total];
			};
			r.upload.onload = () => {
				[busy, progress] = [`Reading ${name}…`, null];
				void followPlace(ticket, r, name);
			};
			r.onload = () => done(r.response as { result?: Preview; message?: string } | null);
			r.onerror = r.onabort = () => done(null);
			reading = r;
			r.send(body);
		});
	}
	/** Files are read one at a time: who waits is told how many are before theirs. */
	async function followPlace(ticket: string, r: XMLHttpRequest, name: string) {
		while (reading === r) {
			const answer = await fetch(`/api/queue/${ticket}`)
				.then((x) => x.json() as Promise<{ place: number | null }>)
				.catch(() => null);
			if (reading !== r) return;
			busy = answer?.place ? `${answer.place} file${answer.place === 1 ? ' is' : 's are'} read before ${name}…` : `Reading ${name}…`;
			await new Promise((next) => setTimeout(next, 700));
		}
	}
	async function look(mapping?: Mapping) {
		const file = files?.[0];
		if (!file) return void (problem = 'Choose a file.');
		if (!(await stillThere(file))) return void (problem = CHANGED);
		[busy, progress] = [`Sending ${file.name}…`, 0];
		problem = result = '';
		const body = new FormData();
		body.set('file', file);
		body.set('supplier', supplier);
		if (how.separator) body.set('separator', how.separator);
		if (how.encoding) body.set('encoding', how.encoding);
		if (mapping) body.set('mapping', JSON.stringify(mapping));
		const ticket = crypto.randomUUID();
		body.set('ticket', ticket);
		const answer = await send(body, file.name, ticket);
		[busy, progress] = ['', null];
		// Stopped: what was asked for is not there any more.
		if (!reading) return void (problem = 'Stopped. Nothing was changed.');
		reading = null;
		if (answer?.result) {
			p = answer.result;
			if (!mapping) [skip, asideMissing] = [[], false];
		} else problem = answer?.message ?? 'The server cannot be reached. Try again in a moment.';
	}
	function stop() {
		const r = reading;
		reading = null;
		r?.abort();
	}
	async function apply() {
		if (!p) return;
		busy = 'Importing…';
		const r = await command('catalog.import', {
			supplierId: supplier,
			fileName: p.fileName,
			text: p.text,
			mapping: p.mapping,
			categoryId: category,
			taxCodeId: taxCode,
			skip,
			asideMissing
		});
		busy = '';
		if (!r.ok) return void (problem = r.message);
		if (r.result.more) result = 'The list is being applied. You can go on with something else: it goes on by itself.';
		else result = `${r.result.added} added, ${r.result.changed} changed, ${r.result.unchanged} unchanged, ${r.result.rejected} rejected.`;
		p = null;
	}
	async function undo(changeId: string) {
		const r = await command('catalog.undo-change', { changeId });
		if (!r.ok) problem = r.message;
		else if (r.result.more) result = 'It is being taken back. You can go on with something else.';
		else
			result = `${r.result.restored} items are as they were${r.result.left ? `; ${r.result.left} that somebody changed since stay` : ''}. What the list had added is set aside.`;
	}
	const n = $derived(p ? p.counts.fresh + p.counts.changed - skip.length + (asideMissing ? p.counts.missing : 0) : 0);
</script>

<Page
	title="Price lists"
	sub="A supplier’s list into the catalog: seen first, then applied, and taken back if it was wrong"
	pages={pagesOf('Price')}
	current="/price/import"
>
	<Form class="sheet form" onsave={() => look()}>
		<Field label="Supplier"
			><select class="select" name="supplier" bind:value={supplier} onchange={() => (p = null)}
				>{#each data.suppliers as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			></Field
		>
		<Field label="New items lie in"
			><select class="select" bind:value={category}
				><option value={null}>no category</option>{#each treeOf(data.categories) as c (c.id)}<option value={c.id}>{indented(c)}</option
					>{/each}</select
			></Field
		>
		<Field label="Their tax"
			><select class="select" bind:value={taxCode}
				><option value={null}>none</option>{#each data.taxCodes as t (t.id)}<option value={t.id}>{t.name}</option>{/each}</select
			></Field
		>
		<Field label="CSV or spreadsheet"
			><input
				type="file"
				name="file"
				accept=".csv,.txt,.xlsx,text/csv"
				bind:files
				onchange={() => ([p, how] = [null, { separator: '', encoding: '' }])}
			/></Field
		>
		<button class="btn btn-primary" disabled={busy !== ''}>Look at it</button>
	</Form>
	{#if busy}<p class="mt-3" role="status">
			{busy}
			{#if reading}<progress value={progress} max="1" aria-label="How far it is"></progress>
				<button class="link" onclick={stop}>Stop</button>{/if}
		</p>{/if}
	{#if problem}<p class="problem mt-3" role="alert">{problem}</p>{/if}
	{#if result}<p class="mt-3" role="status"><Mark kind="done" label={result} /></p>{/if}
	{#if p}
		<section class="sheet mt-4 p-4" aria-label="Preview">
			<ListPreview {p} bind:skip bind:asideMissing bind:reading={how} onread={() => look()} onmap={(m) => look(m)} />
			<div class="mt-3 flex gap-3">
				<button class="btn btn-primary" disabled={busy !== '' || n === 0} onclick={apply}>Apply {n} changes</button><button
					class="btn"
					onclick={() => (p = null)}>Leave it</button
				>
			</div>
		</section>
	{/if}
	<section class="sheet mt-4">
		<h2 class="p-3">Earlier imports</h2>
		<table class="grid-table">
			<thead
				><tr
					><th>When</th><th>Supplier</th><th>File</th><th class="num">New</th><th class="num">Changed</th><th class="num">Unchanged</th><th
						class="num">Rejected</th
					><th>By</th><th></th></tr
				></thead
			><tbody
				>{#each data.imports as i (i.id)}<tr class:quiet={i.undoneAt}
						><td>{showInstant(i.at, data.company.zone)}</td><td>{i.supplier}</td><td>{i.fileName}</td><td class="num">{i.added}</td><td
							class="num">{i.changed}</td
						><td class="num">{i.unchanged}</td><td class="num">{i.rejected.length}</td><td>{i.byName}</td><td
							>{#if i.work && i.changeId}{@const id = i.changeId}<UnderWay
									work={i.work}
									done={i.done}
									total={i.total}
									onstop={() => undo(id)}
								/>{:else if i.undoneAt}taken back{:else if i.changeId}{@const id = i.changeId}<button class="link" onclick={() => undo(id)}
									>Take back</button
								>{/if}</td
						></tr
					>{:else}<tr><td colspan="9">No list was imported yet.</td></tr>{/each}</tbody
			>
		</table>
	</section>
</Page>

<style>
	:global(.sheet.form) {
		display: grid;
		grid-template-columns: 220px 180px 130px minmax(0, 1fr) auto;
		align-items: end;
		gap: 14px;
		padding: 14px 16px;
	}
	@media (max-width: 900px) {
		:global(.sheet.form) {
			grid-template-columns: 1fr 1fr;
		}
	}
</style>
