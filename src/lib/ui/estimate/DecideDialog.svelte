<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import type { LineResult } from '$lib/core/estimate';
	import { formatUnitPrice } from '$lib/core/money';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Finder from '../forms/Finder.svelte';
	/** What was left to decide is decided: by an item of the catalog, which brings its price, cost and unit, or by a name that is typed. */
	let { line: l, onclose, settled }: { line: LineResult; onclose: () => void; settled: () => Promise<void> } = $props();
	let name = $state('');
	let problem = $state('');
	async function look(text: string) {
		// Without words, what the line is called is the best guess of where to look.
		const r = await ask('find.to-add', { text: text.trim() || (l.line.name.split(/[\s,]/)[0] ?? ''), jobId: null });
		return r.ok
			? r.result.items.map((i) => ({
					key: i.id,
					label: i.name,
					more: `${i.code} · cost ${formatUnitPrice(i.cost)}, price ${formatUnitPrice(i.price)} a ${i.unit}`
				}))
			: null;
	}
	async function take(row: { key: string }): Promise<string | null> {
		await settled();
		const r = await command('estimates.change-line', { lineId: l.line.id, field: 'item', value: row.key });
		if (r.ok) onclose();
		return r.ok ? null : r.message;
	}
	async function typeOne() {
		if (name.trim() === '') return void (problem = 'Choose an item above, or type what it is.');
		await settled();
		const r = await command('estimates.change-line-fields', {
			lineId: l.line.id,
			fields: [
				{ field: 'name', value: `${l.line.name}, ${name.trim()}` },
				{ field: 'placeholder', value: '' }
			]
		});
		if (r.ok) onclose();
		else problem = r.message;
	}
</script>

<Dialog onclosed={onclose} title="{l.line.name}: {l.line.placeholder}" save="Take what is typed" onsave={typeOne} {problem}>
	<Field label="From the catalog"
		><Finder id="decide" label="Item of the catalog" placeholder="Name, code or word" {look} ontake={take} eager list="flow" /></Field
	>
	<Field label="Or typed" hint="price and cost stay as they are"
		><input class="input" name="decided" bind:value={name} placeholder={l.line.placeholder} /></Field
	>
</Dialog>
