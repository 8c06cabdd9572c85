<script lang="ts">
	import Form from '../forms/Form.svelte';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { withRight, type Right } from '$lib/core/access';
	import Field from '$lib/ui/forms/Field.svelte';
	/** Puts a role of the company's own together; what is ticked brings what it needs. */
	interface Props {
		role: { id: string; name: string; rights: Right[]; version: number } | undefined;
		starts: { id: string; name: string; rights: readonly Right[] }[];
		rights: { right: Right; place: string; words: string }[];
		onclose: () => void;
	}
	let { role, starts, rights, onclose }: Props = $props();
	let name = $state(untrack(() => role?.name ?? ''));
	let given = $state<Right[]>(untrack(() => [...(role?.rights ?? [])]));
	let from = $state('');
	let wrong = $state({ message: '', field: '' });
	let nameInput: HTMLInputElement | undefined = $state();
	$effect(() => nameInput?.focus());
	const at = (f: string) => (wrong.field === f ? wrong.message : '');
	const places = $derived([...new Set(rights.map((r) => r.place))]);
	async function save() {
		const input = { name, rights: given };
		const r = role
			? await command('people.change-role', { ...input, roleId: role.id, version: role.version })
			: await command('people.add-role', input);
		wrong = r.ok ? { message: '', field: '' } : { message: r.message, field: r.field ?? '' };
		if (r.ok) onclose();
	}
	const start = (which: string) => (given = [...(starts.find((s) => s.name === which)?.rights ?? [])]);
</script>

<Form class="sheet mb-4 p-4" label={role ? `Change ${role.name}` : 'New role'} onsave={save}>
	<h2>{role ? `Change ${role.name}` : 'New role'}</h2>
	<div class="mt-3 grid max-w-2xl grid-cols-2 gap-3">
		<Field label="Name" problem={at('name')}
			><input class="input" name="role-name" required maxlength="200" bind:value={name} bind:this={nameInput} /></Field
		>
		<Field label="Start from the rights of"
			><select class="select" name="from" bind:value={from} onchange={() => start(from)}
				><option value="">nothing</option>{#each starts.filter((s) => s.id !== role?.id || s.id === '') as s (s.name + s.id)}<option
						>{s.name}</option
					>{/each}</select
			></Field
		>
	</div>
	<div class="mt-3 grid gap-x-6 gap-y-3 sm:grid-cols-2 lg:grid-cols-4">
		{#each places as place (place)}
			<fieldset>
				<legend class="font-semibold">{place}</legend>
				{#each rights.filter((r) => r.place === place) as r (r.right)}<label class="flex items-start gap-2 py-0.5"
						><input
							type="checkbox"
							class="checkbox checkbox-sm mt-0.5"
							checked={given.includes(r.right)}
							onchange={(e) => (given = withRight(given, r.right, e.currentTarget.checked))}
						/>{r.words}</label
					>{/each}
			</fieldset>
		{/each}
	</div>
	{#if wrong.message && wrong.field !== 'name'}<p class="problem mt-2" role="alert">{wrong.message}</p>{/if}
	<div class="mt-3 flex gap-3">
		<button class="btn btn-primary">{role ? 'Save' : 'Make the role'}</button>
		<button type="button" class="btn" onclick={onclose}>Cancel</button>
	</div>
</Form>
