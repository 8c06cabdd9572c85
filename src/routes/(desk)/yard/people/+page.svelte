<script lang="ts">
	import { untrack } from 'svelte';
	import { enhance } from '$app/forms';
	import { command } from '$lib/client/command';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data, form } = $props();
	let said = $state('');
	let off = $state(untrack(() => ({ personId: '', from: data.today, to: data.today, note: '' })));
	async function act(name: string, input: Record<string, unknown>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
	}
	type Person = (typeof data.people)[number];
	const change = (p: Person, patch: Partial<Person>) =>
		act('people.change', { personId: p.id, role: p.role, crewId: p.crewId, active: p.active, version: p.version, ...patch });
	const at = (f: string) => (form?.field === f ? form.message : '');
</script>

<Page
	title="People"
	sub="{data.people.filter((p) => p.active).length} people in {data.crews.length} crews"
	pages={pagesOf('Yard')}
	current="/yard/people"
>
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead><tr><th>Name</th><th>Mail</th><th>Role</th><th>Crew</th><th>Active</th></tr></thead><tbody
				>{#each data.people as p (p.id)}<tr
						><td>{p.name}</td><td>{p.mail}</td><td
							><select
								class="select"
								style="height: 26px; min-height: 26px; width: 130px"
								aria-label="Role of {p.name}"
								disabled={!data.mayChange}
								value={p.role}
								onchange={(e) => change(p, { role: e.currentTarget.value as Person['role'] })}
								>{#each data.roles as r (r)}<option>{r}</option>{/each}</select
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
						><td
							><input
								type="checkbox"
								class="checkbox"
								aria-label="{p.name} is active"
								disabled={!data.mayChange}
								checked={p.active}
								onchange={(e) => change(p, { active: e.currentTarget.checked })}
							/></td
						></tr
					>{/each}</tbody
			>
		</table>
	</div>
	<div class="mt-4 grid gap-4 lg:grid-cols-2">
		{#if data.mayChange}<form method="POST" action="?/add" class="sheet grid content-start gap-3 p-4" use:enhance>
				<h2>Add a person</h2>
				<div class="grid grid-cols-2 gap-3">
					<Field label="Name" problem={at('name')}><input class="input" name="name" required value={form?.name ?? ''} /></Field><Field
						label="Mail"
						problem={at('mail')}><input class="input" name="mail" type="email" required value={form?.mail ?? ''} /></Field
					><Field label="Role"
						><select class="select" name="role"
							>{#each data.roles as r (r)}<option>{r}</option>{/each}</select
						></Field
					><Field label="Crew"
						><select class="select" name="crewId"
							><option value="">none</option>{#each data.crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
						></Field
					><Field label="Rate sheet"
						><select class="select" name="sheetId"
							><option value="">none</option>{#each data.sheets as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
						></Field
					><Field label="Language"
						><select class="select" name="language"><option value="en">English</option><option value="es">Spanish</option></select></Field
					><Field label="First password" problem={at('password')}
						><input class="input" name="password" type="password" autocomplete="new-password" required /></Field
					>
				</div>
				{#if form?.message && !form.field}<p class="problem" role="alert">{form.message}</p>{/if}<button
					class="btn btn-primary justify-self-start">Add</button
				>
			</form>{/if}
		<section class="sheet p-4">
			<h2>Time off</h2>
			<ul class="my-2">
				{#each data.timeOff as t (t.id)}<li class="flex gap-3">
						<span>{data.people.find((p) => p.id === t.personId)?.name}</span><span class="quiet"
							>{showDay(t.from)} – {showDay(t.to)} {t.note}</span
						>{#if data.mayPlan}<button class="link ml-auto" onclick={() => act('time-off.remove', { timeOffId: t.id })}>Take back</button
							>{/if}
					</li>{:else}<li class="quiet">Nobody is off.</li>{/each}
			</ul>
			{#if data.mayPlan}<form
					class="grid grid-cols-2 gap-3"
					onsubmit={(e) => {
						e.preventDefault();
						void act('time-off.add', off);
					}}
				>
					<Field label="Who"
						><select class="select" bind:value={off.personId} required
							><option value="">choose</option>{#each data.people as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
						></Field
					><Field label="Note"><input class="input" bind:value={off.note} /></Field><Field label="From"
						><input class="input" type="date" bind:value={off.from} /></Field
					><Field label="To and with"><input class="input" type="date" bind:value={off.to} /></Field><button class="btn justify-self-start"
						>Add time off</button
					>
				</form>{/if}
		</section>
	</div>
</Page>
