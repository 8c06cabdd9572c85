<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { parsePercent } from '$lib/core/money';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
	const s = untrack(() => data.own.settings);
	let typed = $state(
		untrack(() => ({
			name: data.own.name,
			mail: data.own.mail,
			phone: data.own.phone,
			address: data.own.address,
			terms: s.terms,
			footer: s.letterhead.footer,
			intro: s.publicPage.intro,
			publicPage: s.publicPage.on,
			deposit: `${s.deposit.percent / 100}%`,
			paymentDays: s.paymentDays,
			quoteDays: s.quoteDays
		}))
	);
	let said = $state('');
	let ok = $state(false);
	async function save() {
		const { deposit, ...rest } = typed;
		let depositPercent: number;
		try {
			depositPercent = parsePercent(deposit, 'The deposit');
		} catch (e) {
			[ok, said] = [false, (e as Error).message];
			return;
		}
		const r = await command('company.change', { ...rest, depositPercent, version: data.own.version });
		[ok, said] = r.ok ? [true, 'Saved.'] : [false, r.message];
	}
</script>

<Page title="Company" sub="Letterhead, terms, defaults, public page" pages={pagesOf('Yard')} current="/yard/company">
	{#snippet actions()}{#if data.mayChange}<button class="btn btn-primary" onclick={save}>Save</button>{/if}{/snippet}
	{#if said}<p class="mb-2 {ok ? '' : 'problem'}" role={ok ? 'status' : 'alert'}>{said}</p>{/if}
	<fieldset disabled={!data.mayChange} class="grid gap-4 lg:grid-cols-2">
		<div class="sheet grid content-start gap-3 p-4">
			<Field label="Name"><input class="input" bind:value={typed.name} /></Field>
			<div class="grid grid-cols-2 gap-3">
				<Field label="Mail"><input class="input" bind:value={typed.mail} /></Field><Field label="Phone"
					><input class="input" bind:value={typed.phone} /></Field
				>
			</div>
			<Field label="Address"><input class="input" bind:value={typed.address} /></Field><Field label="Foot of documents"
				><input class="input" bind:value={typed.footer} /></Field
			>
			<div class="grid grid-cols-3 gap-3">
				<Field label="Deposit"><input class="input" bind:value={typed.deposit} /></Field><Field label="Days to pay"
					><input class="input" type="number" min="0" bind:value={typed.paymentDays} /></Field
				><Field label="Quotes hold, days"><input class="input" type="number" min="1" bind:value={typed.quoteDays} /></Field>
			</div>
		</div>
		<div class="sheet grid content-start gap-3 p-4">
			<Field label="Terms on quotes"><textarea class="textarea" rows="7" bind:value={typed.terms}></textarea></Field><label
				class="flex items-center gap-2"
				><input type="checkbox" class="checkbox" bind:checked={typed.publicPage} /> Public page with the request form (<a
					class="link"
					href="/public">see it</a
				>)</label
			><Field label="What it says"><textarea class="textarea" rows="3" bind:value={typed.intro}></textarea></Field>
		</div>
	</fieldset>
</Page>
