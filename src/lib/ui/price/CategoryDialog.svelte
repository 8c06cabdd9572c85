<script lang="ts">
	import { command } from '$lib/client/command';
	import { formatPercent } from '$lib/core/money';
	import type { PriceRule } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readForm } from '../forms/typed';
	import { readRule, type RuleTyped } from './rule';
	import { indented, treeOf } from './categories';
	/** The tree of categories: names, what lies in what, and the price rule that items inherit. */
	interface Category {
		id: string;
		name: string;
		parentId: string | null;
		rule: PriceRule | null;
		version: number;
	}
	let { open = $bindable(), categories }: { open: boolean; categories: Category[] } = $props();
	let editing: Category | null = $state(null);
	let t: RuleTyped & { name: string; parentId: string | null } = $state({ name: '', parentId: null, ruleBy: 'inherit', ruleValue: '' });
	let problem = $state('');
	let field = $state('');
	function edit(c: Category | null) {
		editing = c;
		[problem, field] = ['', ''];
		t = c
			? {
					name: c.name,
					parentId: c.parentId,
					ruleBy: c.rule?.by ?? 'inherit',
					ruleValue: c.rule && 'percent' in c.rule ? `${c.rule.percent / 100}%` : ''
				}
			: { name: '', parentId: null, ruleBy: 'inherit', ruleValue: '' };
	}
	async function save() {
		const { name, parentId, ...typed } = t;
		const read = readForm(() => ({ name, parentId, rule: readRule(typed) }));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('catalog.save-category', {
			...(editing ? { categoryId: editing.id, version: editing.version } : {}),
			...read.value
		});
		if (r.ok) edit(null);
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function remove(c: Category) {
		const r = await command('catalog.remove-category', { categoryId: c.id });
		problem = r.ok ? '' : r.message;
	}
	const rule = (c: Category) => (c.rule && 'percent' in c.rule ? `${c.rule.by} ${formatPercent(c.rule.percent)}` : '');
</script>

<Dialog bind:open title="Categories" save={editing ? 'Save' : 'Add'} onsave={save} {problem}>
	<ul>
		{#each treeOf(categories) as c (c.id)}<li class="flex gap-3 py-[2px]">
				<button type="button" class="link" style:margin-left="{c.depth * 18}px" onclick={() => edit(c)}>{c.name}</button><span class="quiet"
					>{rule(c)}</span
				><button type="button" class="quiet ml-auto" aria-label="Remove {c.name}" onclick={() => remove(c)}>×</button>
			</li>{/each}
	</ul>
	<h2>{editing ? `Change ${editing.name}` : 'Add one'}</h2>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Name" problem={field === 'name' ? problem : ''}
			><input class="input" name="category" bind:value={t.name} required /></Field
		><Field label="Lies in" problem={field === 'parentId' ? problem : ''}
			><select class="select" bind:value={t.parentId}
				><option value={null}>the top</option>{#each treeOf(categories).filter((c) => c.id !== editing?.id) as c (c.id)}<option value={c.id}
						>{indented(c)}</option
					>{/each}</select
			></Field
		><Field label="Its items’ price"
			><select class="select" bind:value={t.ruleBy}
				><option value="inherit">as the one above</option><option value="markup">markup on cost</option><option value="margin"
					>margin on break-even</option
				></select
			></Field
		>{#if t.ruleBy !== 'inherit'}<Field label="Percent" problem={field === 'rule' ? problem : ''}
				><input class="input figure" bind:value={t.ruleValue} /></Field
			>{/if}
	</div>
	{#if editing}<button type="button" class="link justify-self-start" onclick={() => edit(null)}>Add another instead</button>{/if}
</Dialog>
