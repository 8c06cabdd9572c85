<script lang="ts">
	import { command } from '$lib/client/command';
	import { SCOPE_WORDS, SCOPES, type Scope } from '$lib/core/access';
	interface Person {
		id: string;
		name: string;
		role: string;
		roleId: string | null;
		scope: Scope;
		branchId: string | null;
		version: number;
	}
	let {
		person,
		branches,
		mayChange,
		onfailed
	}: { person: Person; branches: readonly { id: string; name: string }[]; mayChange: boolean; onfailed: (message: string) => void } =
		$props();
	/** A scope, and for a branch which one: one choice of one list. */
	const chosen = $derived(person.scope === 'branch' ? `branch:${person.branchId}` : person.scope);
	async function choose(value: string) {
		const [scope, branchId] = value.split(':');
		const r = await command('people.set-reach', {
			personId: person.id,
			scope: SCOPES.find((s) => s === scope) ?? 'all',
			branchId: branchId ?? person.branchId,
			version: person.version
		});
		onfailed(r.ok ? '' : r.message);
	}
	const owner = $derived(person.role === 'owner' && person.roleId === null);
</script>

<select
	class="select"
	style="height: 26px; min-height: 26px; width: 150px"
	aria-label="Jobs that {person.name} sees"
	disabled={!mayChange || owner}
	value={chosen}
	onchange={(e) => choose(e.currentTarget.value)}
>
	<option value="all">{SCOPE_WORDS.all}</option>
	{#each branches as b (b.id)}<option value="branch:{b.id}">{b.name}</option>{/each}
	<option value="own">{SCOPE_WORDS.own}</option>
</select>
