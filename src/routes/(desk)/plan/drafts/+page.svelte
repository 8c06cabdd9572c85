<script lang="ts">
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { latestOf } from '$lib/client/shown.svelte';
	import { told } from '$lib/client/told';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Draft = (typeof data.drafts)[number];
	/** What is named: a new one, or one that is there. */
	let naming = $state<Draft | 'new' | null>(null);
	let name = $state('');
	let problem = $state('');
	let busy = $state(false);
	const MARKS = { open: 'wait', taken: 'done', dropped: 'ring' } as const;
	function ask(d: Draft | 'new') {
		[naming, name, problem] = [d, d === 'new' ? '' : d.name, ''];
	}
	async function save() {
		if (!naming) return;
		busy = true;
		if (naming === 'new') {
			const r = await command('plan.begin-draft', { name });
			problem = r.ok ? '' : r.message;
			if (r.ok) await goto(`/plan?draft=${r.result.draftId}`);
		} else {
			const r = await command('plan.change-draft', { draftId: naming.id, name, dropped: naming.state === 'dropped' });
			problem = r.ok ? '' : r.message;
			if (r.ok) naming = null;
		}
		busy = false;
	}
	async function drop(d: Draft, dropped: boolean): Promise<string | null> {
		const r = await command('plan.change-draft', { draftId: d.id, name: d.name, dropped });
		problem = r.ok ? '' : r.message;
		if (r.ok && dropped) told(`“${d.name}” dropped.`, () => drop(d, false));
		return r.ok ? null : r.message;
	}
</script>

<Page
	title="Draft plans"
	sub="Weeks to try things in: nobody is told, and nothing moves until a draft is taken"
	pages={pagesOf('Plan')}
	current="/plan"
>
	{#snippet actions()}<button class="btn btn-primary" onclick={() => ask('new')}>New draft</button>{/snippet}
	{#if problem && !naming}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="Draft plans">
			<thead><tr><th>Draft</th><th>By</th><th>Begun</th><th class="text-right">Shifts tried</th><th>Stands</th><th></th></tr></thead>
			<tbody
				>{#each data.drafts as d (d.id)}<tr
						><td><a class="link" href="/plan/drafts/{d.id}">{d.name}</a></td><td>{d.by}</td><td>{showInstant(d.at, data.company.zone)}</td
						><td class="figure text-right">{d.changes}</td><td><Mark kind={MARKS[d.state]} label={d.state} /></td><td class="acts"
							>{#if d.state === 'open'}<a class="link" href="/plan?draft={d.id}">Work on it<span class="sr-only"> {d.name}</span></a>
								<button class="link" onclick={() => ask(d)}>Rename<span class="sr-only"> {d.name}</span></button>
								<button class="link" onclick={() => drop(d, true)}>Drop<span class="sr-only"> {d.name}</span></button
								>{:else if d.state === 'dropped'}<button class="link" onclick={() => drop(d, false)}
									>Take up again<span class="sr-only"> {d.name}</span></button
								>{/if}</td
						></tr
					>{:else}<tr><td colspan="6" class="quiet">No draft yet. Begin one to move the coming weeks about without telling anybody.</td></tr
					>{/each}</tbody
			>
		</table>
	</div>
</Page>
{#if naming}<Dialog
		bind:open={
			() => naming !== null,
			(v) => {
				if (!v) naming = null;
			}
		}
		title={naming === 'new' ? 'New draft plan' : 'Rename the draft'}
		save={naming === 'new' ? 'Begin' : 'Save'}
		onsave={save}
		{busy}
		{problem}
	>
		<Field label="What is tried"
			><input
				class="input"
				name="draft-name"
				required
				maxlength="80"
				bind:value={name}
				placeholder="Two crews on the school first"
			/></Field
		>
	</Dialog>{/if}

<style>
	.acts {
		display: flex;
		gap: 16px;
		justify-content: flex-end;
		align-items: baseline;
	}
</style>
