<script lang="ts">
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import TownMap from '../map/TownMap.svelte';
	interface Contact {
		id: string;
		name: string;
		role: string;
		phone: string;
		mail: string;
		version: number;
	}
	interface Site {
		id: string;
		customerId: string;
		address: string;
		access: string;
		lat: number | null;
		lng: number | null;
		version: number;
	}
	interface Props {
		job: { id: string; crewBrief: string; version: number };
		site: Site | null;
		customer: { id: string; name: string; phone: string; mail: string; notes: string };
		contacts: Contact[];
		tiles?: string | null;
		mayChange: boolean;
		mayCustomer: boolean;
	}
	/** What the crew must know, where it is, how to get in, and whom they meet: said once, shown first in the field. */
	let { job, site, customer, contacts, tiles = null, mayChange, mayCustomer }: Props = $props();
	let briefing = $state(false);
	let brief = $state('');
	let entering = $state(false);
	let access = $state('');
	let known: Contact | 'new' | null = $state(null);
	let t = $state({ name: '', role: '', phone: '', mail: '' });
	let wrong = $state({ message: '', field: '' });
	const at = (f: string) => (wrong.field === f ? wrong.message : '');
	const heard = (r: { ok: true } | { ok: false; message: string; field: string | null }): boolean => {
		wrong = r.ok ? { message: '', field: '' } : { message: r.message, field: r.field ?? '' };
		return r.ok;
	};
	const saveBrief = async () => {
		if (heard(await command('jobs.change', { jobId: job.id, crewBrief: brief, version: job.version }))) briefing = false;
	};
	async function saveAccess() {
		if (!site) return;
		const { id: siteId, customerId, address, lat, lng, version } = site;
		if (heard(await command('customers.save-site', { customerId, siteId, address, access, lat, lng, version }))) entering = false;
	}
	function edit(c: Contact | 'new') {
		known = c;
		t = c === 'new' ? { name: '', role: '', phone: '', mail: '' } : { name: c.name, role: c.role, phone: c.phone, mail: c.mail };
		wrong = { message: '', field: '' };
	}
	async function saveContact() {
		if (!known) return;
		const of = known === 'new' ? { contactId: null } : { contactId: known.id, version: known.version };
		if (heard(await command('jobs.save-contact', { jobId: job.id, ...of, ...t }))) known = null;
	}
	async function takeOff(contactId: string) {
		if (heard(await command('jobs.remove-contact', { contactId }))) known = null;
	}
</script>

<div class="brief">
	<p class="quiet">What the crew must know</p>
	{#if job.crewBrief}<p class="words">{job.crewBrief}</p>{:else}<p>Nothing said yet.</p>{/if}
	{#if mayChange}<button class="link" onclick={() => ((briefing = true), (brief = job.crewBrief), (wrong = { message: '', field: '' }))}
			>{job.crewBrief ? 'Change it' : 'Say it once'}</button
		>{/if}
</div>
{#if site}<p class="mt-3">
		{site.address}{#if site.lat !== null}&nbsp;<a class="link" href="geo:{site.lat},{site.lng}?q={site.lat},{site.lng}">Directions</a>{/if}
	</p>
	<p>
		{#if site.access}<span class="words">{site.access}</span>{:else}<span class="quiet">How to get in is not said.</span>{/if}
		{#if mayCustomer}<button class="link" onclick={() => ((entering = true), (access = site.access), (wrong = { message: '', field: '' }))}
				>{site.access ? 'Change' : 'Say how'}<span class="sr-only"> to get in</span></button
			>{/if}
	</p>
	{#if site.lat !== null && site.lng !== null}<details class="mt-1">
			<summary class="link">On the map</summary>
			<TownMap label="Where the site is" {tiles} places={[{ lat: site.lat, lng: site.lng, text: site.address }]} />
		</details>{/if}
{:else}<p class="quiet mt-3">No site yet: it has one as soon as its customer’s address is there.</p>{/if}
<ul class="mt-3 grid gap-1">
	<li>
		<a class="link" href="/win/customers/{customer.id}">{customer.name}</a> <span class="quiet">customer</span>
		{#if customer.phone}<a class="link" href="tel:{customer.phone}">{customer.phone}</a>{/if}
		{#if customer.notes}<p class="quiet">{customer.notes}</p>{/if}
	</li>
	{#each contacts as c (c.id)}<li>
			{#if mayChange}<button class="link" onclick={() => edit(c)}>{c.name}</button>{:else}{c.name}{/if} <span class="quiet">{c.role}</span>
			{#if c.phone}<a class="link" href="tel:{c.phone}">{c.phone}</a>{/if}
			{#if c.mail}<a class="link" href="mailto:{c.mail}">{c.mail}</a>{/if}
		</li>{/each}
</ul>
{#if mayChange}<button class="link mt-1" onclick={() => edit('new')}>Add somebody met on site</button>{/if}

{#if briefing}<Dialog onclosed={() => (briefing = false)} title="What the crew must know" onsave={saveBrief} problem={wrong.message}
		><Field label="Shown first on their phones"><textarea class="textarea" rows="5" name="brief" bind:value={brief}></textarea></Field
		></Dialog
	>{/if}
{#if entering}<Dialog onclosed={() => (entering = false)} title="How to get in" onsave={saveAccess} problem={wrong.message}
		><Field label="Gate code, dog, where to park"><textarea class="textarea" rows="3" name="access" bind:value={access}></textarea></Field
		></Dialog
	>{/if}
{#if known}<Dialog
		onclosed={() => (known = null)}
		title={known === 'new' ? 'Somebody met on site' : known.name}
		onsave={saveContact}
		problem={wrong.field ? '' : wrong.message}
	>
		<Field label="Name" problem={at('name') && 'Say who.'}><input class="input" name="contact-name" bind:value={t.name} /></Field>
		<Field label="What for" hint="has the key, decides on colors"><input class="input" name="contact-role" bind:value={t.role} /></Field>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Phone"><input class="input" name="contact-phone" bind:value={t.phone} /></Field>
			<Field label="Mail" problem={at('mail') && 'This is no mail address.'}
				><input class="input" name="contact-mail" bind:value={t.mail} /></Field
			>
		</div>
		{#if known !== 'new'}{@const { id } = known}<button type="button" class="link justify-self-start" onclick={() => takeOff(id)}
				>Take off this job</button
			>{/if}
	</Dialog>{/if}

<style>
	.brief {
		border-left: 4px solid var(--color-accent);
		padding-left: 10px;
	}
	.words {
		white-space: pre-wrap;
	}
</style>
