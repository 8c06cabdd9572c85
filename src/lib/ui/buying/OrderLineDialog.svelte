<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { parseQuantity, parseUnitPrice } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, readForm } from '../forms/typed';
	/** A line of a draft order that is on no material list. */
	let { orderId, jobs, onclose }: { orderId: string; jobs: { id: string; number: number | null; name: string }[]; onclose: () => void } =
		$props();
	let open = $state(true);
	let busy = $state(false);
	let problem = $state('');
	let field = $state('');
	// The first job is only where the choice begins.
	let typed = $state(
		untrack(() => ({
			jobId: jobs[0]?.id ?? '',
			kind: 'material' as const,
			name: '',
			unit: 'each',
			quantity: '',
			price: '',
			pack: '',
			packUnit: ''
		}))
	);
	async function save() {
		const read = readForm(() => ({
			...{ orderId, itemId: null, jobId: typed.jobId, kind: typed.kind, name: typed.name, unit: typed.unit, packUnit: typed.packUnit },
			quantity: readAt('quantity', () => parseQuantity(typed.quantity)),
			price: readAt('price', () => parseUnitPrice(typed.price)),
			pack: typed.pack.trim() === '' ? null : readAt('pack', () => parseQuantity(typed.pack, 'The pack'))
		}));
		if (!read.ok) {
			[problem, field] = [read.message, read.field];
			return;
		}
		busy = true;
		const r = await command('buying.add-line', read.value);
		busy = false;
		if (r.ok) onclose();
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const at = (name: string) => (field === name ? problem : '');
</script>

<Dialog
	bind:open={
		() => open,
		(v) => {
			open = v;
			if (!v) onclose();
		}
	}
	title="A line of this order"
	{busy}
	{problem}
	onsave={save}
>
	<Field label="For the job" problem={at('jobId')}
		><select class="select" name="job" bind:value={typed.jobId}
			>{#each jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option>{/each}</select
		></Field
	>
	<Field label="What" problem={at('name')}><input class="input" name="name" bind:value={typed.name} required /></Field>
	<div class="grid grid-cols-3 gap-3">
		<Field label="Needed" problem={at('quantity')}><input class="input" name="quantity" bind:value={typed.quantity} required /></Field>
		<Field label="Unit" problem={at('unit')}><input class="input" name="unit" bind:value={typed.unit} required /></Field>
		<Field label="Price" hint="of a pack, or a unit" problem={at('price')}
			><input class="input" name="price" bind:value={typed.price} required /></Field
		>
		<Field label="In a pack" hint="empty: as needed" problem={at('pack')}><input class="input" name="pack" bind:value={typed.pack} /></Field
		>
		<Field label="Pack is called"><input class="input" name="pack-unit" bind:value={typed.packUnit} /></Field>
	</div>
</Dialog>
