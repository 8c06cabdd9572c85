<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { KINDS, type Kind } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, readForm } from '../forms/typed';
	import { cents, formatCents } from '$lib/core/money';
	import { percentOfUsual } from '$lib/core/pricing';
	/** A rate group: what it does to the prices of each kind. */
	interface Group {
		id: string;
		name: string;
		percents: Partial<Record<Kind, number>>;
		onFixed: boolean;
		version: number;
	}
	let { open = $bindable(), group }: { open: boolean; group: Group | null } = $props();
	let name = $state('');
	let onFixed = $state(false);
	let percents: Record<string, string> = $state({});
	let problem = $state('');
	let field = $state('');
	$effect(() => {
		// Only when it opens: news from elsewhere must not run over what is typed.
		if (open) untrack(begin);
	});
	function begin() {
		[problem, field] = ['', ''];
		name = group?.name ?? '';
		onFixed = group?.onFixed ?? false;
		percents = Object.fromEntries(KINDS.map((k) => [k, group?.percents[k] === undefined ? '' : `${(group.percents[k] ?? 0) / 100}%`]));
	}
	/** What an item of a hundred is sold at, in words; nothing while it cannot be read. */
	function example(p: string): string {
		if (!p.trim()) return '';
		const read = readForm(() => percentOfUsual(p, 'This'));
		return read.ok ? `100.00 becomes ${formatCents(cents(read.value))}` : '';
	}
	async function save() {
		const read = readForm(() =>
			Object.fromEntries(
				Object.entries(percents)
					.filter(([, p]) => p.trim() !== '')
					.map(([kind, p]) => [kind, readAt(kind, () => percentOfUsual(p, `The percentage on ${kind}`))])
			)
		);
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('rate-groups.save', {
			...(group ? { groupId: group.id, version: group.version } : {}),
			...{ name, percents: read.value, onFixed }
		});
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Dialog bind:open title={group ? group.name : 'New rate group'} onsave={save} {problem}>
	<Field label="Name"><input class="input" name="group" bind:value={name} required /></Field>
	<p class="quiet">
		Percent of the usual price, or with a sign what comes on top or off: 112% and +12% are the same. Empty leaves a kind as it is.
	</p>
	<div class="grid grid-cols-3 gap-3">
		{#each KINDS as k (k)}<Field label={k} hint={example(percents[k] ?? '')} problem={field === k ? problem : ''}
				><input class="input figure" name="percent-{k}" placeholder="100%" bind:value={percents[k]} /></Field
			>{/each}
	</div>
	<label><input type="checkbox" bind:checked={onFixed} /> also on fixed prices</label>
</Dialog>
