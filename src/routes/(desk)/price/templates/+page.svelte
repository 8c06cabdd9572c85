<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Template = (typeof data.templates)[number];
	let editing: Template | null = $state(null);
	let typed = $state({ name: '', kindOfWork: '' });
	let problem = $state('');
	let field = $state('');
	let said = $state('');
	function edit(t: Template) {
		[editing, typed, problem, field] = [t, { name: t.name, kindOfWork: t.kindOfWork }, '', ''];
	}
	async function save() {
		if (!editing) return;
		const r = await command('estimates.rename-template', { templateId: editing.id, ...typed, version: editing.version });
		if (r.ok) editing = null;
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function setAside(t: Template) {
		const r = await command('estimates.set-template-aside', { templateId: t.id, back: t.setAside, version: t.version });
		said = r.ok ? '' : r.message;
	}
</script>

<Page
	title="Estimate templates"
	sub="What estimates of a kind of work always have, without the measures of one house"
	pages={pagesOf('Price')}
	current="/price/templates"
>
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="Templates">
			<thead><tr><th>Template</th><th>Kind of work</th><th>Scopes</th><th class="num">Lines</th><th>Kept</th><th></th></tr></thead>
			<tbody
				>{#each data.templates as t (t.id)}<tr class:quiet={t.setAside}
						><td>{t.name}{t.setAside ? ', set aside' : ''}</td><td>{t.kindOfWork || 'any'}</td><td
							>{t.scopes.map((s) => `${s.name}${s.option ? ' (option)' : ''}`).join(', ')}</td
						><td class="num">{t.scopes.reduce((n, s) => n + s.lines, 0)}</td><td>{showInstant(t.at, data.company.zone)}, {t.byName}</td><td
							class="text-right whitespace-nowrap"
							>{#if data.mayChange}<button class="link" onclick={() => edit(t)}>Change<span class="sr-only"> {t.name}</span></button><button
									class="link ml-3"
									onclick={() => setAside(t)}>{t.setAside ? 'Put back' : 'Set aside'}<span class="sr-only"> {t.name}</span></button
								>{/if}</td
						></tr
					>{:else}<tr
						><td colspan="6" class="quiet">No template yet. Keep an estimate as one, on its own page; begin the next with it there.</td></tr
					>{/each}</tbody
			>
		</table>
	</div>
	<p class="quiet mt-3">
		A template is put on an estimate by typing its name where lines are added. To change what stands in it, put it on an estimate, change
		that, and keep it under the same name.
	</p>
</Page>
<Dialog
	bind:open={
		() => editing !== null,
		(v) => {
			if (!v) editing = null;
		}
	}
	title={editing?.name ?? ''}
	onsave={save}
	problem={field === 'name' ? '' : problem}
>
	<Field label="Name" problem={field === 'name' ? problem : ''}><input class="input" name="template-name" bind:value={typed.name} /></Field>
	<Field label="Kind of work" hint="empty: any"
		><input class="input" name="template-kind" list="kinds" bind:value={typed.kindOfWork} /></Field
	>
	<datalist id="kinds"
		>{#each data.kinds as k (k)}<option value={k}></option>{/each}</datalist
	>
</Dialog>
