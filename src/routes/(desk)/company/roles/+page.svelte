<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import type { Right } from '$lib/core/access';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import RoleForm from '$lib/ui/people/RoleForm.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let editing = $state<string | null>(null);
	let said = $state('');
	const places = $derived([...new Set(data.rights.map((r) => r.place))]);
	const shown = $derived([...data.shipped.map((r) => ({ ...r, id: '' })), ...data.own.filter((r) => !r.archived)]);
	const open = $derived(data.own.find((r) => r.id === editing));
	async function setAside(role: (typeof data.own)[number], archived: boolean) {
		const r = await command('people.set-aside-role', { roleId: role.id, archived, version: role.version });
		said = r.ok ? '' : r.message;
	}
	const has = (rights: readonly Right[], right: Right) => rights.includes(right);
</script>

<Page title="Roles" sub="Who may see and do what" pages={pagesOf('Company')} current="/company/roles">
	{#snippet actions()}<button class="btn btn-primary" onclick={() => (editing = 'new')}>New role</button>{/snippet}
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	{#if editing !== null}
		{#key editing}
			<RoleForm role={open} starts={shown} rights={data.rights} onclose={() => (editing = null)} />
		{/key}
	{/if}
	<section class="sheet mb-4 p-4" aria-label="Roles of our own">
		<h2>Our own</h2>
		<ul class="mt-2">
			{#each data.own as r (r.id)}<li class="flex items-baseline gap-3 py-1">
					<span class:quiet={r.archived}>{r.name}</span><span class="quiet"
						>{r.archived ? 'set aside' : `${r.people === 1 ? '1 person' : `${r.people} people`} · ${r.rights.length - 1} rights`}</span
					><span class="ml-auto flex gap-3"
						>{#if !r.archived}<button class="link" onclick={() => (editing = r.id)}>Change<span class="sr-only"> {r.name}</span></button
							>{/if}<button class="link" onclick={() => setAside(r, !r.archived)}
							>{r.archived ? 'Take back' : 'Set aside'}<span class="sr-only"> {r.name}</span></button
						></span
					>
				</li>{:else}<li class="quiet">
					None. The six roles below come with the program; make one of your own where none of them fits, and give it to somebody under
					People.
				</li>{/each}
		</ul>
	</section>
	<div class="sheet overflow-x-auto">
		<table class="grid-table">
			<thead
				><tr
					><th>May</th>{#each shown as r (r.name + r.id)}<th class="text-center">{r.name}</th>{/each}</tr
				></thead
			>
			{#each places as place (place)}
				<tbody>
					<tr><th colspan={shown.length + 1} scope="rowgroup" class="text-left">{place}</th></tr>
					{#each data.rights.filter((x) => x.place === place) as x (x.right)}<tr
							><td>{x.words}</td>{#each shown as r (r.name + r.id)}<td class="text-center"
									>{#if has(r.rights, x.right)}<span aria-label="yes">●</span>{:else}<span class="quiet" aria-label="no">–</span>{/if}</td
								>{/each}</tr
						>{/each}
				</tbody>
			{/each}
		</table>
	</div>
</Page>
