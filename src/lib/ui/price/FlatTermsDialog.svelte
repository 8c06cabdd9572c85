<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { parsePercent, parseUnitPrice, toTyped } from '$lib/core/money';
	import { FLAT_ROUNDINGS, type FlatRounding } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, readForm } from '../forms/typed';
	/** The terms of a catalog: what all its prices are made of. */
	interface Catalog {
		id: string;
		name: string;
		on: boolean;
		markup: number;
		sheetId: string | null;
		hourlyPrice: number | null;
		rounding: FlatRounding;
		materialTaxId: string | null;
		laborTaxId: string | null;
		version: number;
	}
	let {
		open = $bindable(),
		catalog,
		sheets,
		taxCodes,
		onsaved
	}: {
		open: boolean;
		/** Null: a new one of our own. */
		catalog: Catalog | null;
		sheets: { id: string; name: string }[];
		taxCodes: { id: string; name: string }[];
		onsaved: (catalogId: string) => void;
	} = $props();
	const WORDS: Record<FlatRounding, string> = {
		cent: 'to the cent',
		one: 'up to a whole dollar',
		five: 'up to a whole five',
		'x.95': 'up to x.95'
	};
	const blank = () => ({
		name: '',
		on: true,
		markup: '40%',
		sheetId: sheets[0]?.id ?? '',
		hourlyPrice: '',
		rounding: 'one' as FlatRounding,
		materialTaxId: null as string | null,
		laborTaxId: null as string | null
	});
	let typed = $state(blank());
	let problem = $state('');
	let field = $state('');
	$effect(() => {
		// Only when it opens: news from elsewhere must not run over what is typed.
		if (open) untrack(begin);
	});
	function begin() {
		[problem, field] = ['', ''];
		typed = catalog
			? {
					name: catalog.name,
					on: catalog.on,
					markup: `${catalog.markup / 100}%`,
					sheetId: catalog.sheetId ?? sheets[0]?.id ?? '',
					hourlyPrice: catalog.hourlyPrice === null ? '' : toTyped(catalog.hourlyPrice, 4, 2),
					rounding: catalog.rounding,
					materialTaxId: catalog.materialTaxId,
					laborTaxId: catalog.laborTaxId
				}
			: blank();
	}
	const at = (f: string) => (field === f ? problem : '');
	async function save() {
		const read = readForm(() => ({
			markup: readAt('markup', () => parsePercent(typed.markup, 'The markup')),
			hourlyPrice:
				typed.hourlyPrice.trim() === '' ? null : readAt('hourlyPrice', () => parseUnitPrice(typed.hourlyPrice, 'The price of an hour'))
		}));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('flat-rate.save-catalog', {
			...(catalog ? { catalogId: catalog.id, version: catalog.version } : {}),
			...{ ...typed, ...read.value }
		});
		if (r.ok) {
			open = false;
			onsaved(r.result.catalogId);
		} else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Dialog bind:open title={catalog ? `Terms of ${catalog.name}` : 'A catalog of our own'} onsave={save} {problem}>
	<Field label="Name" problem={at('name')}><input class="input" bind:value={typed.name} required /></Field>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Markup on materials" problem={at('markup')}><input class="input" name="markup" bind:value={typed.markup} /></Field>
		<Field label="Prices go"
			><select class="select" bind:value={typed.rounding}
				>{#each FLAT_ROUNDINGS as r (r)}<option value={r}>{WORDS[r]}</option>{/each}</select
			></Field
		>
		<Field label="Hours of"
			><select class="select" bind:value={typed.sheetId}
				>{#each sheets as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
			></Field
		>
		<Field label="Price of an hour" problem={at('hourlyPrice')} hint="empty: as the rate sheet says"
			><input class="input" name="hourly" bind:value={typed.hourlyPrice} /></Field
		>
		<Field label="Tax on the materials"
			><select class="select" bind:value={typed.materialTaxId}
				><option value={null}>none</option>{#each taxCodes as t (t.id)}<option value={t.id}>{t.name}</option>{/each}</select
			></Field
		>
		<Field label="Tax on the hours"
			><select class="select" bind:value={typed.laborTaxId}
				><option value={null}>none</option>{#each taxCodes as t (t.id)}<option value={t.id}>{t.name}</option>{/each}</select
			></Field
		>
	</div>
	<label class="flex items-center gap-2"><input type="checkbox" class="checkbox" bind:checked={typed.on} /> Offered on estimates</label>
	<p class="quiet">Every price of the catalog follows at once. Open estimates keep theirs until they are brought up to date.</p>
</Dialog>
