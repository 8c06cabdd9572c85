<script lang="ts">
	import { command } from '$lib/client/command';
	import { CHANGED, stillThere } from '$lib/client/picked';
	import type { CustomerPreview } from '$lib/core/formats';
	import Dialog from '../forms/Dialog.svelte';
	import { toggled } from '../lists';
	import Mark from '../shell/Mark.svelte';
	/** Customers out of a table or a file of address cards: looked at first, then taken as a whole. */
	let { open = $bindable() }: { open: boolean } = $props();
	let rows: CustomerPreview[] = $state([]);
	let left: ReadonlySet<number> = $state(new Set());
	let name = $state('');
	let problem = $state('');
	let busy = $state(false);
	const taken = $derived(rows.filter((r) => r.state !== 'rejected' && !left.has(r.row)));
	const count = (state: CustomerPreview['state']) => rows.filter((r) => r.state === state).length;
	async function look(file: File | undefined) {
		if (!file) return;
		if (!(await stillThere(file))) return void (problem = CHANGED);
		[busy, problem, rows, left, name] = [true, '', [], new Set(), file.name];
		const r = await fetch('/api/customers-preview', { method: 'POST', body: file }).catch(() => null);
		const body = (await r?.json().catch(() => null)) as { result?: CustomerPreview[]; message?: string } | null;
		busy = false;
		if (r?.ok && body?.result) rows = body.result;
		else problem = body?.message ?? 'The file could not be read: the server cannot be reached.';
	}
	async function take() {
		if (taken.length === 0) {
			problem = rows.length ? 'There is nothing to take.' : 'Choose a file first.';
			return;
		}
		busy = true;
		const r = await command('customers.import', { rows: taken.map((p) => ({ ...p.customer, into: p.sameAs?.id ?? null })) });
		busy = false;
		if (r.ok) {
			open = false;
			rows = [];
		} else problem = r.message;
	}
</script>

<Dialog bind:open title="Customers from a file" save="Take {taken.length || ''}" onsave={take} {busy} {problem}>
	<p class="quiet">
		A table (CSV) with a column “Name”, and any of mail, phone, address, kind, notes, contacts and your own fields; or address cards (vCard
		3 or 4).
	</p>
	<input
		type="file"
		class="input"
		accept=".csv,.vcf,text/csv,text/vcard"
		aria-label="File of customers"
		onchange={(e) => look(e.currentTarget.files?.[0])}
	/>
	{#if busy}<p class="quiet">Reading {name}…</p>{/if}
	{#if rows.length}<p>
			{count('new')} new, {count('known')} known already, {count('rejected')} cannot be taken.
		</p>
		<div class="list">
			<table class="grid-table">
				<tbody
					>{#each rows.slice(0, 300) as r (r.row)}<tr class:faint={r.state === 'rejected' || left.has(r.row)}
							><td class="num quiet">{r.row}</td><td
								>{#if r.state !== 'rejected'}<input
										type="checkbox"
										class="checkbox"
										aria-label="Take {r.customer.name}"
										checked={!left.has(r.row)}
										onchange={(e) => (left = toggled(left, [r.row], !e.currentTarget.checked))}
									/>{:else}<Mark kind="need" />{/if}</td
							><td>{r.customer.name || '–'}</td><td
								>{r.state === 'new' ? r.why || 'new' : r.state === 'known' ? `fills in ${r.sameAs?.name ?? ''} (${r.why})` : r.why}</td
							></tr
						>{/each}</tbody
				>
			</table>
			{#if rows.length > 300}<p class="quiet p-2">and {rows.length - 300} more</p>{/if}
		</div>{/if}
</Dialog>

<style>
	.list {
		max-height: 46vh;
		overflow: auto;
	}
	.faint {
		color: var(--quiet);
	}
</style>
