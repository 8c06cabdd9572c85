<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { LANGUAGE_NAMES, LANGUAGES } from '$lib/core/words';
	import Form from '$lib/ui/forms/Form.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatCents } from '$lib/core/money';
	import ExemptionForm from '$lib/ui/forms/ExemptionForm.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Files from '$lib/ui/forms/Files.svelte';
	import OwnFields from '$lib/ui/forms/OwnFields.svelte';
	import Contacts from '$lib/ui/sales/Contacts.svelte';
	import Sites from '$lib/ui/sales/Sites.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let typed = $state(
		untrack(() => ({
			name: data.customer.name,
			kind: data.customer.kind,
			mail: data.customer.mail,
			phone: data.customer.phone,
			address: data.customer.address,
			notes: data.customer.notes,
			language: data.customer.language
		}))
	);
	let said = $state('');
	let field = $state('');
	async function save() {
		const r = await command('customers.save', { customerId: data.customer.id, ...typed, version: data.customer.version });
		[said, field] = r.ok ? ['Saved.', ''] : [r.message, r.field ?? ''];
	}
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
	}
	async function setGroup(groupId: string) {
		const r = await command('customers.set-rate-group', {
			customerId: data.customer.id,
			groupId: groupId || null,
			version: data.customer.version
		});
		said = r.ok ? 'Saved.' : r.message;
	}
	/** “2 jobs, 1 site, 3 invoices”: what it has, and nothing it has not. */
	const moved = (of: Record<string, number>) =>
		Object.entries(of)
			.filter(([, n]) => n > 0)
			.map(([what, n]) => `${n} ${n === 1 ? what.replace(/s$/, '') : what.replaceAll('_', ' ')}`)
			.join(', ') || 'nothing hangs on it';
</script>

<Page title={data.customer.name} sub={data.customer.address} pages={pagesOf('Win')} current="/win/customers">
	{#snippet actions()}<a class="btn" href="/api/customers/{data.customer.id}.vcf" download>Address card</a>{/snippet}
	<dl class="sums">
		<div>
			<dt class="quiet">Jobs won</dt>
			<dd class="figure">{data.sums.won} of {data.sums.jobs}</dd>
		</div>
		<div>
			<dt class="quiet">Contracts</dt>
			<dd class="figure">{formatCents(data.sums.contracts)}</dd>
		</div>
		{#if data.money}<div>
				<dt class="quiet">Billed</dt>
				<dd class="figure">{formatCents(data.money.billed)}</dd>
			</div>
			<div>
				<dt class="quiet">Paid</dt>
				<dd class="figure">{formatCents(data.money.paid)}</dd>
			</div>
			<div>
				<dt class="quiet">Open</dt>
				<dd class="figure" class:problem={data.money.open > 0}>{formatCents(data.money.open)}</dd>
			</div>{/if}
	</dl>
	<div class="grid gap-4 lg:grid-cols-[360px_minmax(0,1fr)]">
		<Form class="sheet grid content-start gap-3 p-4" onsave={() => save()}>
			<Field label="Name"><input class="input" bind:value={typed.name} required /></Field>
			<Field label="Kind"
				><select class="select" bind:value={typed.kind}
					><option value="person">person</option><option value="organization">organization</option></select
				></Field
			>
			<Field label="Mail" problem={field === 'mail' ? said : ''}><input class="input" bind:value={typed.mail} /></Field>
			<Field label="Phone"><input class="input" bind:value={typed.phone} /></Field>
			<Field label="Address"><input class="input" bind:value={typed.address} /></Field>
			<Field label="Language" hint="Of their pages, mails and documents"
				><select class="select" name="language" bind:value={typed.language}
					>{#each LANGUAGES as l (l)}<option value={l}>{LANGUAGE_NAMES[l]}</option>{/each}</select
				></Field
			>
			<p class="flex gap-2">
				<input
					id="visit-messages"
					type="checkbox"
					class="checkbox checkbox-sm"
					checked={!data.customer.noVisitMessages}
					disabled={!data.mayChange}
					onchange={(e) => act('plan.turn-visit-messages', { customerId: data.customer.id, on: e.currentTarget.checked })}
				/><label for="visit-messages">Told before somebody comes</label>
			</p>
			<Field label="Notes"><textarea class="textarea" rows="4" bind:value={typed.notes}></textarea></Field>
			{#if data.groups.length}<Field label="Rate group" hint="Prices of what is estimated from now on"
					><select
						class="select"
						name="rate-group"
						value={data.customer.rateGroupId ?? ''}
						disabled={!data.mayChange}
						onchange={(e) => setGroup(e.currentTarget.value)}
						><option value="">the usual price</option>{#each data.groups as g (g.id)}<option value={g.id}>{g.name}</option>{/each}</select
					></Field
				>{/if}
			<OwnFields fields={data.ownFields} of="customer" id={data.customer.id} values={data.customer.own} mayChange={data.mayChange} />
			{#if data.mayChange}<ExemptionForm customer={data.customer} components={data.components} />{/if}
			{#if said}<p role="status" class={said === 'Saved.' ? 'quiet' : 'problem'}>{said}</p>{/if}
			<button class="btn btn-primary justify-self-start">Save</button>
		</Form>
		<div class="grid content-start gap-4">
			{#if data.mayChange && (data.twins.length || data.merged)}<section class="sheet grid gap-2 p-3" aria-label="May be the same">
					{#if data.merged}<p>
							{data.merged}.
							<button type="button" class="link" onclick={() => act('customers.undo-merge', { customerId: data.customer.id })}
								>Make two of them again</button
							>
						</p>{/if}
					{#each data.twins as t (t.id)}<p class="flex flex-wrap items-baseline gap-x-3">
							<Mark kind="wait" /><span
								>May be the same as <a class="link" href="/win/customers/{t.id}">{t.name}</a>, {t.address}
								<span class="quiet">({t.reasons.join(', ')}; score {t.score})</span></span
							><button type="button" class="btn ml-auto" onclick={() => act('customers.merge', { keepId: data.customer.id, goneId: t.id })}
								>Merge it into this one: {moved(t.moves)}</button
							>
						</p>{/each}
				</section>{/if}
			<Contacts customerId={data.customer.id} contacts={data.contacts} mayChange={data.mayChange} />
			<section class="sheet">
				<h2 class="p-3">Jobs</h2>
				<table class="grid-table">
					<tbody
						>{#each data.jobs as j (j.id)}<tr
								><td><a class="link" href="/jobs/{j.id}">{j.name}</a></td><td>{j.number ?? ''}</td><td>{j.stage}</td><td class="num"
									>{j.contract ? formatCents(j.contract) : ''}</td
								></tr
							>{:else}<tr><td>No jobs yet.</td></tr>{/each}</tbody
					>
				</table>
			</section>
			{#if data.invoices.length}<section class="sheet">
					<h2 class="p-3">Invoices</h2>
					<table class="grid-table">
						<tbody
							>{#each data.invoices as i (i.id)}<tr
									><td><a class="link" href="/bill/invoices/{i.id}">{i.number ?? 'draft'} {i.title}</a></td><td
										>{i.due ? `due ${showDay(i.due)}` : ''}</td
									><td class="num">{formatCents(i.total)}</td><td class="num"
										>{i.voidedAt ? 'void' : i.paid >= i.total ? 'paid' : `${formatCents(i.total - i.paid)} open`}</td
									></tr
								>{/each}</tbody
						>
					</table>
				</section>{/if}
			<Sites customerId={data.customer.id} sites={data.sites} fields={data.ownFields} tiles={data.tiles} mayChange={data.mayChange} />
			<Files subject="customer:{data.customer.id}" files={data.files} mayChange={data.mayChange} />
		</div>
	</div>
</Page>

<style>
	.sums {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 36px;
		margin-bottom: 14px;
	}
	.sums dd {
		font-size: 1.15rem;
		font-weight: 600;
	}
</style>
