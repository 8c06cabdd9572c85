<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { groupRule, type Estimate, type OptionGroup } from '$lib/core/estimate';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** Options that belong together: which, how many may be chosen, and what counts until the customer chooses. */
	let { open = $bindable(), estimateId, estimate }: { open: boolean; estimateId: string; estimate: Estimate } = $props();
	interface Candidate {
		kind: 'scope' | 'line';
		id: string;
		name: string;
		groupId: string | null;
	}
	const candidates = $derived<Candidate[]>(
		estimate.scopes
			.filter((s) => !s.setAside)
			.flatMap((s): Candidate[] => [
				{ kind: 'scope', id: s.id, name: s.name, groupId: s.groupId ?? null },
				...s.lines
					.filter((l) => !l.setAside && (l.option || l.groupId))
					.map((l): Candidate => ({ kind: 'line', id: l.id, name: `${s.name}: ${l.name}`, groupId: l.groupId ?? null }))
			])
	);
	let editing: string | null = $state(null);
	let t = $state({ name: '', atLeast: 1, atMost: 1, members: [] as string[], presetId: null as string | null });
	let problem = $state('');
	let field = $state('');
	$effect(() => {
		if (open) untrack(() => edit(estimate.groups?.[0] ?? null));
	});
	function edit(g: OptionGroup | null) {
		[problem, field] = ['', ''];
		editing = g?.id ?? null;
		t = g
			? {
					name: g.name,
					atLeast: g.atLeast,
					atMost: g.atMost,
					members: candidates.filter((c) => c.groupId === g.id).map((c) => c.id),
					presetId: g.presetId
				}
			: { name: '', atLeast: 1, atMost: 1, members: [], presetId: null };
	}
	async function save() {
		const r = await command('estimates.put-group', {
			estimateId,
			...(editing ? { groupId: editing } : {}),
			name: t.name,
			atLeast: t.atLeast,
			atMost: t.atMost,
			members: candidates.filter((c) => t.members.includes(c.id)).map((c) => ({ kind: c.kind, id: c.id })),
			presetId: t.presetId !== null && t.members.includes(t.presetId) ? t.presetId : null
		});
		if (r.ok) open = false;
		else
			[problem, field] = [
				r.field === 'members' ? 'Tick at least two to choose from.' : r.field === 'name' ? 'Give it a name the customer reads.' : r.message,
				r.field ?? ''
			];
	}
	async function apart() {
		if (!editing) return;
		const r = await command('estimates.remove-group', { groupId: editing });
		if (r.ok) open = false;
		else problem = r.message;
	}
	const rule = $derived(groupRule({ id: '', name: '', presetId: null, atLeast: t.atLeast, atMost: t.atMost }));
</script>

<Dialog bind:open title="Options to choose from" save={editing ? 'Save' : 'Make the group'} onsave={save} {problem}>
	{#if estimate.groups?.length}<p class="flex flex-wrap gap-4">
			{#each estimate.groups as g (g.id)}<button type="button" class="link" aria-pressed={editing === g.id} onclick={() => edit(g)}
					>{g.name}</button
				>{/each}<button type="button" class="link" aria-pressed={editing === null} onclick={() => edit(null)}>Another group</button>
		</p>{/if}
	<Field label="What is chosen, as the customer reads it"
		><input class="input" name="group" bind:value={t.name} placeholder="Roof covering" /></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="At least" problem={field === 'atLeast' ? problem : ''}
			><input class="input" type="number" min="0" max="50" name="at-least" bind:value={t.atLeast} /></Field
		><Field label="At most" problem={field === 'atMost' ? problem : ''} hint={rule}
			><input class="input" type="number" min="1" max="50" name="at-most" bind:value={t.atMost} /></Field
		>
	</div>
	<table class="grid-table">
		<thead><tr><th></th><th>To choose from</th><th>Counts until then</th></tr></thead>
		<tbody
			>{#each candidates as c (c.id)}<tr
					><td><input type="checkbox" value={c.id} bind:group={t.members} aria-label="Offer {c.name}" /></td><td>{c.name}</td><td
						><input
							type="radio"
							name="preset"
							value={c.id}
							bind:group={t.presetId}
							disabled={!t.members.includes(c.id)}
							aria-label="{c.name} counts until the customer chooses"
						/></td
					></tr
				>{/each}</tbody
		>
	</table>
	<p class="quiet">Ticked scopes become options. To offer lines of a scope, make them options first.</p>
	{#if editing}<button type="button" class="link justify-self-start" onclick={apart}>Take the group apart</button>{/if}
</Dialog>
