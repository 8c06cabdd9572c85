<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { untrack } from 'svelte';
	import { enhance } from '$app/forms';
	import { command } from '$lib/client/command';
	import Field from '$lib/ui/forms/Field.svelte';
	import PictureField from '$lib/ui/forms/PictureField.svelte';
	import SignaturePad from '$lib/ui/forms/SignaturePad.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given, form } = $props();
	const data = $derived(latestOf(given));
	const at = (f: string) => (form && 'field' in form && form.field === f ? form.message : '');
	const themes = [
		['', 'as the system'],
		['nickel', 'light'],
		['nickel-night', 'dark']
	];
	// What is typed is the page's own until it is saved, whatever is heard meanwhile.
	let intro = $state(untrack(() => ({ title: data.own.title, pictureId: (data.own.pictureId || null) as string | null })));
	/** The one that is kept stays until another is drawn. */
	let keepsSignature = $state(true);
	let signature = $state('');
	let said = $state('');
	async function feed(on: boolean) {
		const r = await command('plan.renew-calendar', { on });
		said = r.ok ? '' : r.message;
	}
	function theme(name: string) {
		if (name) document.documentElement.dataset.theme = name;
		else delete document.documentElement.dataset.theme;
		document.cookie = `ny_theme=${name};path=/;max-age=31536000;samesite=lax`;
	}
</script>

<Page title="My account" sub={data.me.name} pages={pagesOf('Company')} current="/company/account">
	<section class="sheet p-4">
		<h2>Where I am signed in</h2>
		<table class="grid-table mt-2">
			<tbody
				>{#each data.sessions as s (s.id)}<tr
						><td>{s.agent.slice(0, 70)}</td><td>since {showInstant(s.createdAt, data.company.zone)}</td><td
							>last seen {showInstant(s.seenAt, data.company.zone)}</td
						><td
							>{#if s.own}this one{:else}<form method="POST" action="?/end" use:enhance>
									<input type="hidden" name="session" value={s.id} /><button class="link">Sign it out</button>
								</form>{/if}</td
						></tr
					>{/each}</tbody
			>
		</table>
	</section>
	<section class="sheet mt-4 p-4">
		<h2>My password</h2>
		{#if form?.changed}<p class="mt-2" role="status">Changed. Everywhere else you were signed out.</p>{/if}
		<form method="POST" action="?/password" class="mt-2 grid max-w-[22rem] gap-3" use:enhance>
			<Field label="Password now" problem={at('current')}
				><input class="input" name="current" type="password" autocomplete="current-password" required /></Field
			>
			<Field label="New password" hint="at least ten characters; a few words in a row are good" problem={at('password')}
				><input class="input" name="password" type="password" autocomplete="new-password" required /></Field
			>
			{#if form?.message && !form.field}<p class="problem" role="alert">{form.message}</p>{/if}
			<button class="btn justify-self-start">Change it</button>
		</form>
	</section>
	<section class="sheet mt-4 p-4" aria-label="On quotes">
		<h2>How I stand on quotes</h2>
		<p class="quiet mt-1">Shown on quotes that are laid out so: Company → Documents, or when one is issued.</p>
		<form
			method="POST"
			action="?/introduce"
			class="mt-2 grid max-w-[28rem] gap-3"
			use:enhance={() =>
				({ update }) =>
					update({ reset: false })}
		>
			<Field label="Beside my name" hint="for example: Estimator, steep roofs"
				><input class="input" name="title" maxlength="120" bind:value={intro.title} /></Field
			>
			<PictureField bind:fileId={intro.pictureId} label="My picture" />
			<div>
				<p class="quiet">My signature</p>
				{#if keepsSignature && data.own.signature}<img src={data.own.signature} alt="My signature" height="48" />
					<p><button type="button" class="link" onclick={() => (keepsSignature = false)}>Sign again</button></p>
				{:else}<SignaturePad bind:value={signature} />{/if}
			</div>
			<input type="hidden" name="picture" value={intro.pictureId ?? ''} />
			<input type="hidden" name="signature" value={keepsSignature && data.own.signature ? 'as it is' : signature} />
			{#if at('introduce')}<p class="problem" role="alert">{at('introduce')}</p>{/if}
			{#if form?.introduced}<p role="status">Saved.</p>{/if}
			<button class="btn justify-self-start">Save it</button>
		</form>
	</section>
	<section class="sheet mt-4 p-4" aria-label="My days elsewhere">
		<h2>My days in another calendar</h2>
		{#if data.calendar}<p class="mt-2">Give this address to your calendar; it reads your days from there. Whoever has it sees them too.</p>
			<input class="input mt-2" readonly value={data.calendar} aria-label="Address of my days" />
			<p class="mt-2 flex gap-3">
				<button class="link" onclick={() => feed(true)}>Make a new address</button><button class="link" onclick={() => feed(false)}
					>End it</button
				>
			</p>{:else}<button class="btn mt-2" onclick={() => feed(true)}>Make an address</button>{/if}
		{#if said}<p class="problem" role="alert">{said}</p>{/if}
	</section>
	<section class="sheet mt-4 p-4">
		<h2>Light</h2>
		<div class="mt-2 flex gap-2">
			{#each themes as [name, word] (name)}<button class="btn" onclick={() => theme(name ?? '')}>{word}</button>{/each}
		</div>
	</section>
	<form method="POST" action="/sign-out" class="mt-4"><button class="btn">Sign out</button></form>
</Page>
