<script lang="ts">
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	interface Contact {
		id: string;
		name: string;
		role: string;
		mail: string;
		phone: string;
		getsQuotes: boolean;
		getsInvoices: boolean;
		version: number;
	}
	/** The people of a customer, each with what they are for. */
	let { customerId, contacts, mayChange }: { customerId: string; contacts: Contact[]; mayChange: boolean } = $props();
	let open = $state(false);
	let known: Contact | null = $state(null);
	let t = $state({ name: '', role: '', mail: '', phone: '', getsQuotes: false, getsInvoices: false });
	let problem = $state('');
	let field = $state('');
	function edit(c: Contact | null) {
		known = c;
		t = c
			? { name: c.name, role: c.role, mail: c.mail, phone: c.phone, getsQuotes: c.getsQuotes, getsInvoices: c.getsInvoices }
			: { name: '', role: '', mail: '', phone: '', getsQuotes: false, getsInvoices: false };
		[problem, field, open] = ['', '', true];
	}
	async function save() {
		const r = await command('customers.save-contact', {
			customerId,
			contactId: known?.id ?? null,
			...t,
			...(known ? { version: known.version } : {})
		});
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function remove() {
		if (!known) return;
		const r = await command('customers.remove-contact', { contactId: known.id });
		if (r.ok) open = false;
		else problem = r.message;
	}
	const gets = (c: Contact) => [c.getsQuotes ? 'quotes' : '', c.getsInvoices ? 'invoices' : ''].filter(Boolean).join(' and ');
</script>

<section class="sheet" aria-label="Contacts">
	<div class="flex items-baseline gap-4 p-3">
		<h2>Contacts</h2>
		{#if mayChange}<button type="button" class="link ml-auto" onclick={() => edit(null)}>Add a contact</button>{/if}
	</div>
	{#if contacts.length}<table class="grid-table">
			<tbody
				>{#each contacts as c (c.id)}<tr
						><td
							>{#if mayChange}<button type="button" class="link" onclick={() => edit(c)}>{c.name}</button>{:else}{c.name}{/if}</td
						><td>{c.role}</td><td>{c.mail}</td><td class="whitespace-nowrap">{c.phone}</td><td class="quiet"
							>{gets(c) ? `gets ${gets(c)}` : ''}</td
						></tr
					>{/each}</tbody
			>
		</table>{:else}<p class="quiet px-3 pb-3">Who decides, who pays, who opens the gate.</p>{/if}
</section>
<Dialog bind:open title={known ? known.name : 'New contact'} onsave={save} {problem}>
	<Field label="Name"><input class="input" name="contact-name" bind:value={t.name} required /></Field>
	<Field label="Role" hint="In your own words: decides, pays, opens the gate"
		><input class="input" name="contact-role" bind:value={t.role} /></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Mail" problem={field === 'mail' ? problem : ''}><input class="input" name="contact-mail" bind:value={t.mail} /></Field
		><Field label="Phone"><input class="input" name="contact-phone" bind:value={t.phone} /></Field>
	</div>
	<label class="flex gap-2"><input type="checkbox" class="checkbox" bind:checked={t.getsQuotes} /> Quotes go to them</label>
	<label class="flex gap-2"><input type="checkbox" class="checkbox" bind:checked={t.getsInvoices} /> Invoices go to them</label>
	{#if known}<button type="button" class="link justify-self-start" onclick={remove}>Take this contact off</button>{/if}
</Dialog>
