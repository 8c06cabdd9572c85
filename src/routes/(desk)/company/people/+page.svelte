<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { nearestRole } from '$lib/core/access';
	import ReachOf from '$lib/ui/people/ReachOf.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Go from '$lib/ui/shell/Go.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let said = $state('');
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
	}
	type Person = (typeof data.people)[number];
	const change = (p: Person, patch: Partial<Person>) =>
		act('people.change', {
			personId: p.id,
			role: p.role,
			roleId: p.roleId,
			crewId: p.crewId,
			active: p.active,
			version: p.version,
			...patch
		});
	const NOBODY: Input<'people.invite'> = { name: '', mail: '', role: 'crew', roleId: null, crewId: '', sheetId: '', language: 'en' };
	/** What the list of roles says of somebody: a role that comes with the program by its word, one of our own by its id. */
	const chosen = (r: string): { role: Person['role']; roleId: string | null } => {
		const own = data.ownRoles.find((o) => o.id === r);
		return own ? { role: nearestRole(own.rights), roleId: own.id } : { role: data.roles.find((x) => x === r) ?? 'crew', roleId: null };
	};
	let fresh = $state({ ...NOBODY });
	let freshRole = $state('crew');
	let wrong = $state({ message: '', field: '' });
	let invited = $state('');
	const at = (f: string) => (wrong.field === f ? wrong.message : '');
	async function invite() {
		const r = await command('people.invite', {
			...fresh,
			...chosen(freshRole),
			crewId: fresh.crewId || null,
			sheetId: fresh.sheetId || null
		});
		wrong = r.ok ? { message: '', field: '' } : { message: r.message, field: r.field ?? '' };
		invited = r.ok ? `The invitation to ${fresh.mail} is on its way: they choose their own password.` : '';
		if (r.ok) fresh = { ...NOBODY };
	}
	async function send(p: Person) {
		const r = await command('people.invite-again', { personId: p.id });
		[said, invited] = r.ok ? ['', `A mail to ${p.mail} is on its way.`] : [r.message, ''];
	}
</script>

{#snippet roleList(held: string | null)}
	{#each data.roles as r (r)}<option>{r}</option>{/each}
	{#if data.ownRoles.some((o) => !o.archived || o.id === held)}
		<optgroup label="Our own">
			{#each data.ownRoles.filter((o) => !o.archived || o.id === held) as o (o.id)}<option value={o.id}>{o.name}</option>{/each}
		</optgroup>
	{/if}
{/snippet}

<Page
	title="People"
	sub="{data.people.filter((p) => p.active).length} people in {data.crews.length} crews"
	pages={pagesOf('Company')}
	current="/company/people"
>
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead><tr><th>Name</th><th>Mail</th><th>Role</th><th>Crew</th><th>Sees</th><th>Access</th><th></th></tr></thead><tbody
				>{#each data.people as p (p.id)}<tr
						><td>{p.name}</td><td>{p.mail}</td><td
							><select
								class="select"
								style="height: 26px; min-height: 26px; width: 130px"
								aria-label="Role of {p.name}"
								disabled={!data.mayChange}
								value={p.roleId ?? p.role}
								onchange={(e) => change(p, chosen(e.currentTarget.value))}>{@render roleList(p.roleId)}</select
							></td
						><td
							><select
								class="select"
								style="height: 26px; min-height: 26px; width: 130px"
								aria-label="Crew of {p.name}"
								disabled={!data.mayChange}
								value={p.crewId ?? ''}
								onchange={(e) => change(p, { crewId: e.currentTarget.value || null })}
								><option value="">none</option>{#each data.crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
							></td
						><td><ReachOf person={p} branches={data.branches} mayChange={data.mayChange} onfailed={(m) => (said = m)} /></td><td
							><input
								type="checkbox"
								class="checkbox"
								aria-label="{p.name} is active"
								disabled={!data.mayChange}
								checked={p.active}
								onchange={(e) => change(p, { active: e.currentTarget.checked })}
							/>{#if p.invited}<span class="quiet ml-2">invited</span>{/if}</td
						><td
							>{#if data.mayChange && p.active}<button class="link" onclick={() => send(p)}
									>{p.invited ? 'Invite again' : 'Send a new password'}<span class="sr-only"> to {p.name}</span></button
								><button class="link ml-3" onclick={() => act('people.end-sessions', { personId: p.id })}
									>Sign out everywhere<span class="sr-only">, {p.name}</span></button
								>{/if}</td
						></tr
					>{/each}</tbody
			>
		</table>
	</div>
	<div class="mt-4 grid gap-4 lg:grid-cols-2">
		{#if data.mayChange}<Form class="sheet grid content-start gap-3 p-4" label="Add a person" onsave={() => invite()}>
				<h2>Add a person</h2>
				<div class="grid grid-cols-2 gap-3">
					<Field label="Name" problem={at('name')}><input class="input" name="name" required bind:value={fresh.name} /></Field><Field
						label="Mail"
						problem={at('mail')}><input class="input" name="mail" type="email" required bind:value={fresh.mail} /></Field
					><Field label="Role"><select class="select" name="role" bind:value={freshRole}>{@render roleList(null)}</select></Field><Field
						label="Crew"
						><select class="select" name="crewId" bind:value={fresh.crewId}
							><option value="">none</option>{#each data.crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
						></Field
					><Field label="Rate sheet"
						><select class="select" name="sheetId" bind:value={fresh.sheetId}
							><option value="">none</option>{#each data.sheets as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
						></Field
					><Field label="Language"
						><select class="select" name="language" bind:value={fresh.language}
							><option value="en">English</option><option value="es">Spanish</option></select
						></Field
					>
				</div>
				<p class="quiet">They get a mail and choose a password of their own.</p>
				{#if wrong.message && !wrong.field}<p class="problem" role="alert">{wrong.message}</p>{/if}
				{#if invited}<p role="status">{invited}</p>{/if}
				<button class="btn btn-primary justify-self-start">Invite</button>
			</Form>{/if}
		<p class="sheet p-4">
			Time off, working weeks, skills and papers stand with the plan: <Go right="plan.see" class="link" href="/plan/time-off">Time off</Go>,
			<Go right="plan.see" class="link" href="/plan/people">People</Go>.
		</p>
	</div>
</Page>
