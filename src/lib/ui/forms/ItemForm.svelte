<script lang="ts" module>
	import type { Input } from '$lib/contract';
	import { parseQuantity, parseUnitPrice } from '$lib/core/money';
	import { readRule, type RuleTyped } from '../price/rule';
	import { readAt, readForm, type Read } from './typed';
	type Item = Input<'catalog.save-item'>;
	/** What is typed of a catalog item; what comes along stands one a line: code × how many. */
	export type ItemTyped = Omit<Required<Item>, 'itemId' | 'version' | 'supplierId' | 'fine' | 'setAside' | 'cost' | 'rule' | 'pack'> &
		RuleTyped & { cost: string; pack: string; setAside?: boolean };
	/** Reads it into what is sent. */
	export const readItem = ({ cost, pack, ruleBy, ruleValue, ...rest }: ItemTyped): Read<Item> =>
		readForm(() => ({
			...rest,
			cost: readAt('cost', () => parseUnitPrice(cost, 'The cost')),
			rule: readRule({ ruleBy, ruleValue }),
			pack: readAt('pack', () => parseQuantity(pack.trim() || '1', 'The pack'))
		}));
	export const blankItem = (): ItemTyped => ({
		code: '',
		name: '',
		kind: 'material',
		unit: 'each',
		cost: '',
		ruleBy: 'inherit',
		ruleValue: '',
		taxCodeId: null,
		categoryId: null,
		wording: '',
		purchaseUnit: '',
		pack: '1',
		tags: '',
		note: '',
		fileId: null,
		companions: ''
	});
</script>

<script lang="ts">
	import { indented, treeOf } from '../price/categories';
	import Field from './Field.svelte';
	import PictureField from './PictureField.svelte';
	let {
		typed = $bindable(),
		field,
		problem,
		taxCodes,
		categories
	}: {
		typed: ItemTyped;
		field: string;
		problem: string;
		taxCodes: { id: string; name: string }[];
		categories: { id: string; name: string; parentId: string | null }[];
	} = $props();
	const at = (f: string) => (field === f ? problem : '');
</script>

<div class="grid grid-cols-[140px_1fr] gap-3">
	<Field label="Code" problem={at('code')}><input class="input" bind:value={typed.code} required /></Field><Field
		label="Name"
		problem={at('name')}><input class="input" bind:value={typed.name} required /></Field
	>
</div>
<div class="grid grid-cols-3 gap-3">
	<Field label="Kind"
		><select class="select" bind:value={typed.kind}
			><option>material</option><option>equipment</option><option>subcontract</option><option>other</option><option>labor</option></select
		></Field
	><Field label="Unit" problem={at('unit')}><input class="input" bind:value={typed.unit} required /></Field><Field
		label="Cost"
		problem={at('cost')}><input class="input" bind:value={typed.cost} required /></Field
	>
</div>
<div class="grid grid-cols-2 gap-3">
	<Field label="Price"
		><select class="select" bind:value={typed.ruleBy}
			><option value="inherit">as its category or kind</option><option value="markup">markup on cost</option><option value="margin"
				>margin on break-even</option
			><option value="fixed">fixed</option></select
		></Field
	>{#if typed.ruleBy !== 'inherit'}<Field label={typed.ruleBy === 'fixed' ? 'Price' : 'Percent'} problem={at('rule')}
			><input class="input" bind:value={typed.ruleValue} required /></Field
		>{/if}
</div>
<div class="grid grid-cols-2 gap-3">
	<Field label="Tax"
		><select class="select" bind:value={typed.taxCodeId}
			><option value={null}>none</option>{#each taxCodes as t (t.id)}<option value={t.id}>{t.name}</option>{/each}</select
		></Field
	><Field label="Category"
		><select class="select" bind:value={typed.categoryId}
			><option value={null}>none</option>{#each treeOf(categories) as c (c.id)}<option value={c.id}>{indented(c)}</option>{/each}</select
		></Field
	>
</div>
<Field label="What the customer reads" hint="empty: the name"
	><textarea class="textarea" rows="2" bind:value={typed.wording}></textarea></Field
>
<details open={field === 'companions' || field === 'pack'}>
	<summary class="link">More: picture, pack, what comes along, tags, note</summary>
	<div class="mt-2 grid gap-3">
		<PictureField bind:fileId={typed.fileId} label="Picture of {typed.name || 'the item'}" />
		<div class="grid grid-cols-2 gap-3">
			<Field label="Bought by the" hint="box, pallet, roll"><input class="input" bind:value={typed.purchaseUnit} /></Field><Field
				label="Units in it"
				problem={at('pack')}><input class="input figure" bind:value={typed.pack} /></Field
			>
		</div>
		<Field label="Comes along with it" hint="one a line: code × how many for one of it, like NAIL-114 × 0.05" problem={at('companions')}
			><textarea class="textarea" rows="2" bind:value={typed.companions}></textarea></Field
		>
		<Field label="Tags" hint="with commas between"><input class="input" bind:value={typed.tags} /></Field>
		<Field label="Note, for us only"><textarea class="textarea" rows="2" bind:value={typed.note}></textarea></Field>
	</div>
</details>
