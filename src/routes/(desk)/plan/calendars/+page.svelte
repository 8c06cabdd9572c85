<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import type { CommandName, Input } from '$lib/contract';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let adding = $state<Input<'plan.add-calendar'> | null>(null);
	let wrong = $state({ message: '', field: '' });
	let said = $state('');
	const at = (f: string) => (wrong.field === f ? wrong.message : '');
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
	}
	async function add() {
		if (!adding) return;
		const r = await command('plan.add-calendar', adding);
		if (r.ok) [adding, wrong] = [null, { message: '', field: '' }];
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	async function choose(files: FileList | null) {
		const file = files?.[0];
		if (!file || !adding) return;
		if (file.size > 2_000_000) return void (wrong = { message: 'This file is larger than 2 MB.', field: 'file' });
		adding = { ...adding, file: await file.text(), name: adding.name || file.name.replace(/\.ics$/i, '') };
	}
	const when = (ms: number | null) => (ms === null ? 'is being read' : `read ${showInstant(ms, data.company.zone)}`);
</script>

<Page title="Calendars" sub="Our plan in other calendars, and theirs in ours" pages={pagesOf('Plan')} current="/plan">
	{#snippet actions()}<button
			class="btn btn-primary"
			onclick={() => (
				(adding = { personId: data.staff[0]?.id ?? '', name: '', address: '', file: '' }),
				(wrong = { message: '', field: '' })
			)}>Add a calendar</button
		>{/snippet}
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<section class="sheet mb-4 overflow-x-auto" aria-label="Our plan elsewhere">
		<table class="grid-table">
			<thead><tr><th>Whose days</th><th>Address</th><th></th></tr></thead>
			<tbody
				>{#each data.feeds as f (`${f.of}${f.id}`)}<tr
						><td>{f.name}</td><td class="w-1/2"
							>{#if f.address}<input class="input" readonly value={f.address} aria-label="Address of {f.name}" />{:else}<span class="quiet"
									>none</span
								>{/if}</td
						><td class="text-right whitespace-nowrap"
							><button class="link" onclick={() => act('plan.renew-feed', { of: f.of, id: f.id, on: true })}
								>{f.address ? 'New address' : 'Make an address'}<span class="sr-only"> for {f.name}</span></button
							>{#if f.address}<button class="link ml-3" onclick={() => act('plan.renew-feed', { of: f.of, id: f.id, on: false })}
									>End it<span class="sr-only">, {f.name}</span></button
								>{/if}</td
						></tr
					>{/each}</tbody
			>
		</table>
		<p class="quiet p-3">Whoever has an address reads these days from there: who, where and what, no customer and no price.</p>
	</section>
	<section class="sheet overflow-x-auto" aria-label="Calendars of people">
		<table class="grid-table">
			<thead><tr><th>Who</th><th>Calendar</th><th>Read</th><th></th></tr></thead>
			<tbody
				>{#each data.outside as c (c.id)}<tr
						><td>{c.person}</td><td>{c.name}<br /><span class="quiet">{c.address ? new URL(c.address).host : 'a file'}</span></td><td
							>{#if c.problem}<span class="problem">{c.problem} What was read before still counts.</span>{:else}{when(c.readAt)}{/if}</td
						><td class="text-right whitespace-nowrap"
							>{#if c.address}<button class="link" onclick={() => act('plan.refresh-calendar', { calendarId: c.id })}
									>Read again<span class="sr-only">: {c.name}</span></button
								>{/if}<button class="link ml-3" onclick={() => act('plan.remove-calendar', { calendarId: c.id })}
								>Take off<span class="sr-only"> {c.name} of {c.person}</span></button
							></td
						></tr
					>{:else}<tr><td colspan="4" class="quiet">None. What stands in somebody’s own calendar can count as taken on the board.</td></tr
					>{/each}</tbody
			>
		</table>
	</section>
</Page>
{#if adding}<Dialog
		bind:open={() => adding !== null, (v) => (v ? null : (adding = null))}
		title="Add a calendar"
		save="Add"
		onsave={add}
		problem={wrong.field ? '' : wrong.message}
	>
		<Field label="Whose"
			><select class="select" name="personId" bind:value={adding.personId}
				>{#each data.staff as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
			></Field
		>
		<Field label="Called" problem={at('name')}><input class="input" name="name" required maxlength="200" bind:value={adding.name} /></Field>
		<Field label="Its address" hint="it is read every hour" problem={at('address')}
			><input class="input" name="address" placeholder="https://…" maxlength="1000" bind:value={adding.address} /></Field
		>
		<Field label="or a file" problem={at('file')}
			><input type="file" name="file" accept=".ics,text/calendar" onchange={(e) => choose(e.currentTarget.files)} /></Field
		>
	</Dialog>{/if}
