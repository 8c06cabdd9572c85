<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import Field from './Field.svelte';
	/** A customer's tax exemption: the certificate, what it frees from, until when. */
	let {
		customer,
		components
	}: {
		customer: { id: string; version: number; exemption: { certificate: string; componentIds: string[]; expires: string | null } | null };
		components: { id: string; name: string }[];
	} = $props();
	let t = $state(
		untrack(() => ({
			certificate: customer.exemption?.certificate ?? '',
			componentIds: [...(customer.exemption?.componentIds ?? [])],
			expires: customer.exemption?.expires ?? ''
		}))
	);
	/** What a certificate frees from, by name: one that names no tax frees from all there are. */
	const freedWords = (ids: string[]) => {
		const names = components.filter((c) => ids.length === 0 || ids.includes(c.id)).map((c) => c.name);
		return `free from ${ids.length === 0 ? 'all taxes' : names.join(' and ')}${ids.length === 0 && names.length ? ` (${names.join(', ')})` : ''}`;
	};
	let said = $state('');
	let ok = $state(true);
	async function save() {
		const r = await command('customers.set-exemption', {
			customerId: customer.id,
			certificate: t.certificate,
			componentIds: t.componentIds,
			expires: t.expires || null,
			version: customer.version
		});
		[ok, said] = r.ok ? [true, 'Saved.'] : [false, r.message];
	}
</script>

<details>
	<summary class="link"
		>Tax exemption{customer.exemption ? `: ${customer.exemption.certificate}, ${freedWords(customer.exemption.componentIds)}` : ''}</summary
	>
	<div class="mt-2 grid gap-3">
		<div class="grid grid-cols-2 gap-3">
			<Field label="Certificate number" hint="empty: not exempt"
				><input class="input" name="certificate" bind:value={t.certificate} /></Field
			>
			<Field label="Holds until"><input class="input" type="date" name="expires" bind:value={t.expires} /></Field>
		</div>
		<fieldset>
			<legend class="quiet">Free from</legend>
			{#each components as c (c.id)}<label class="mr-4"><input type="checkbox" value={c.id} bind:group={t.componentIds} /> {c.name}</label
				>{/each}
			<p class="quiet">
				{t.certificate.trim() === '' ? 'Without a number nothing is freed.' : `Saved like this it is ${freedWords(t.componentIds)}.`}
			</p>
		</fieldset>
		{#if said}<p class={ok ? 'quiet' : 'problem'} role={ok ? 'status' : 'alert'}>{said}</p>{/if}
		<button type="button" class="btn justify-self-start" onclick={save}>Save the exemption</button>
	</div>
</details>
