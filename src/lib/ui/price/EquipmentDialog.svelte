<script lang="ts">
	import type { Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatUnitPrice, parseQuantity, parseUnitPrice, toTyped, unitPrice } from '$lib/core/money';
	import { equipmentCost, type EquipmentSheet } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, readForm } from '../forms/typed';
	/** What a machine costs an hour and a day, while it is typed. */
	interface Machine {
		id: string;
		name: string;
		place: 'job cost' | 'overhead';
		sheet: EquipmentSheet;
		hoursPerDay: number;
		version: number;
	}
	let { open = $bindable(), machine }: { open: boolean; machine: Machine | null } = $props();
	type Machinery = Omit<Input<'rates.save-equipment'>, 'sheetId' | 'version'>;
	type Figure = Exclude<keyof Machinery, 'name' | 'place'>;
	const blank: Pick<Machinery, 'name' | 'place'> & Record<Figure, string> = {
		name: '',
		place: 'job cost',
		purchase: '',
		resale: '0',
		lifeHours: '',
		fixedPerYear: '0',
		hoursPerYear: '',
		fuelPerHour: '0',
		upkeepPerHour: '0',
		hoursPerDay: '8'
	};
	let t = $state({ ...blank });
	let problem = $state('');
	let field = $state('');
	$effect(() => {
		// Only when it opens: news from elsewhere must not run over what is typed.
		if (open) untrack(begin);
	});
	function begin() {
		[problem, field] = ['', ''];
		t = machine
			? {
					name: machine.name,
					place: machine.place,
					purchase: toTyped(machine.sheet.purchase, 4, 2),
					resale: toTyped(machine.sheet.resale, 4, 2),
					lifeHours: String(machine.sheet.lifeHours),
					fixedPerYear: toTyped(machine.sheet.fixedPerYear, 4, 2),
					hoursPerYear: String(machine.sheet.hoursPerYear),
					fuelPerHour: toTyped(machine.sheet.fuelPerHour, 4, 2),
					upkeepPerHour: toTyped(machine.sheet.upkeepPerHour, 4, 2),
					hoursPerDay: toTyped(machine.hoursPerDay, 4)
				}
			: { ...blank };
	}
	const read = $derived(
		readForm((): Machinery => {
			const money = (of: Figure) => readAt(of, () => parseUnitPrice(t[of]));
			const hours = (of: Figure) => readAt(of, () => parseQuantity(t[of]));
			return {
				...{ name: t.name, place: t.place, purchase: money('purchase'), resale: money('resale'), lifeHours: hours('lifeHours') },
				...{ fixedPerYear: money('fixedPerYear'), hoursPerYear: hours('hoursPerYear'), fuelPerHour: money('fuelPerHour') },
				...{ upkeepPerHour: money('upkeepPerHour'), hoursPerDay: hours('hoursPerDay') }
			};
		})
	);
	const cost = $derived.by(() => {
		if (!read.ok) return null;
		const m = read.value;
		const sheet: EquipmentSheet = {
			purchase: unitPrice(m.purchase),
			resale: unitPrice(m.resale),
			lifeHours: Math.round(m.lifeHours / 10_000),
			fixedPerYear: unitPrice(m.fixedPerYear),
			hoursPerYear: Math.round(m.hoursPerYear / 10_000),
			fuelPerHour: unitPrice(m.fuelPerHour),
			upkeepPerHour: unitPrice(m.upkeepPerHour)
		};
		try {
			return { hour: equipmentCost(sheet), day: equipmentCost(sheet, m.hoursPerDay / 10_000) };
		} catch {
			return null;
		}
	});
	async function save() {
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('rates.save-equipment', {
			...(machine ? { sheetId: machine.id, version: machine.version } : {}),
			...read.value
		});
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const at = (f: string) => (field === f ? problem : '');
	const FIELDS = [
		['purchase', 'Bought for'],
		['resale', 'Sold for in the end'],
		['lifeHours', 'Hours of its life'],
		['fixedPerYear', 'Fixed cost a year'],
		['hoursPerYear', 'Hours a year'],
		['fuelPerHour', 'Fuel an hour'],
		['upkeepPerHour', 'Upkeep an hour'],
		['hoursPerDay', 'Hours a day']
	] as const;
</script>

<Dialog bind:open title={machine ? machine.name : 'New machine'} onsave={save} {problem}>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Name" problem={at('name')}><input class="input" name="machine" bind:value={t.name} required /></Field><Field
			label="Its cost lies in the"
			problem={at('place')}
			><select class="select" name="place" bind:value={t.place}
				><option value="job cost">job cost</option><option value="overhead">overhead</option></select
			></Field
		>
		{#each FIELDS as [f, word] (f)}<Field label={word} problem={at(f)}><input class="input figure" name={f} bind:value={t[f]} /></Field
			>{/each}
	</div>
	{#if cost}<p>
			<strong class="figure" data-testid="hourly">{formatUnitPrice(cost.hour)}</strong> an hour,
			<strong class="figure">{formatUnitPrice(cost.day)}</strong> a day.
		</p>{/if}
</Dialog>
