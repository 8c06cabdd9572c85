<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** Keeps the scopes of an estimate as a template: lines and assemblies, without the measures of this house. */
	interface Props {
		open: boolean;
		estimateId: string;
		kindOfWork: string;
		ondone: (words: string) => void;
	}
	let { open = $bindable(), estimateId, kindOfWork, ondone }: Props = $props();
	// Proposed once; what is typed is the dialog's own from then on.
	let typed = $state(untrack(() => ({ name: kindOfWork, kindOfWork, replace: false })));
	let problem = $state('');
	let field = $state('');
	async function save() {
		const r = await command('estimates.save-template', { estimateId, ...typed });
		if (!r.ok) return void ([problem, field] = [r.message, r.field ?? '']);
		open = false;
		ondone(`Kept as the template “${typed.name}”.`);
	}
</script>

<Dialog bind:open title="Keep as a template" onsave={save} problem={field === 'name' ? '' : problem}>
	<Field label="Name" problem={field === 'name' ? problem : ''}><input class="input" name="template-name" bind:value={typed.name} /></Field>
	{#if field === 'name'}<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox" bind:checked={typed.replace} /> Replace what stands in the one of this name</label
		>{/if}
	<Field label="Kind of work" hint="empty: any"><input class="input" name="template-kind" bind:value={typed.kindOfWork} /></Field>
	<p class="quiet">Scopes, lines and assemblies are kept; measures, and what was typed over for this house, are not.</p>
</Dialog>
