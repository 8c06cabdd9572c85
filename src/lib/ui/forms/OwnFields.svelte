<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import type { OwnField } from '$lib/core/sales';
	import Field from './Field.svelte';
	/** The company's own fields of one record; each is saved when it is left. */
	let {
		fields,
		of,
		id,
		values,
		mayChange,
		onsaved
	}: {
		fields: readonly OwnField[];
		of: OwnField['of'];
		id: string;
		values: Record<string, string>;
		mayChange: boolean;
		/** Where the values do not come anew by themselves: fetches them. */
		onsaved?: () => Promise<void>;
	} = $props();
	const own = $derived(fields.filter((f) => f.of === of));
	let typed: Record<string, string> = $state(untrack(() => ({ ...values })));
	let problems: Record<string, string> = $state({});
	async function save(f: OwnField) {
		if ((typed[f.id] ?? '') === (values[f.id] ?? '')) return;
		const r = await command(of === 'customer' || of === 'site' ? 'customers.set-own' : 'jobs.set-own', {
			of,
			id,
			values: { [f.id]: typed[f.id] ?? '' }
		});
		problems = { ...problems, [f.id]: r.ok ? '' : r.message };
		if (!r.ok) return;
		await onsaved?.();
		typed[f.id] = values[f.id] ?? '';
	}
</script>

{#each own as f (f.id)}
	<Field label={f.label} problem={problems[f.id] ?? ''}>
		{#if f.kind === 'choice'}<select
				class="select"
				disabled={!mayChange}
				bind:value={() => typed[f.id] ?? '', (v) => (typed[f.id] = v)}
				onchange={() => save(f)}
				><option value=""></option>{#each f.choices as c (c)}<option value={c}>{c}</option>{/each}</select
			>{:else}<input
				class="input"
				type={f.kind === 'date' ? 'date' : 'text'}
				inputmode={f.kind === 'number' ? 'decimal' : undefined}
				disabled={!mayChange}
				bind:value={() => typed[f.id] ?? '', (v) => (typed[f.id] = v)}
				onchange={() => save(f)}
			/>{/if}
	</Field>
{/each}
