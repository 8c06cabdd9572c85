<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import type { PayrollRules } from '$lib/core/time';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	/** From when on hours are paid more. An empty row is none. */
	let { rules, version, onclose }: { rules: PayrollRules; version: number; onclose: () => void } = $props();
	const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
	const typed = (t?: { minutes: number; multiplier: number }) => ({
		hours: t ? String(t.minutes / 60) : '',
		times: t ? String(t.multiplier / 10_000) : ''
	});
	let firstDay = $state(untrack(() => rules.firstDay));
	let rows = $state(
		untrack(() => ({
			day: [typed(rules.day[0]), typed(rules.day[1])],
			week: [typed(rules.week[0]), typed(rules.week[1])]
		}))
	);
	let open = $state(true);
	let problem = $state('');
	let field = $state('');
	$effect(() => {
		if (!open) onclose();
	});
	const read = (list: { hours: string; times: string }[]) =>
		list
			.filter((t) => t.hours.trim() !== '' || t.times.trim() !== '')
			.map((t) => ({ minutes: Math.round(Number(t.hours) * 60), multiplier: Math.round(Number(t.times) * 10_000) }));
	async function save() {
		const [day, week] = [read(rows.day), read(rows.week)];
		const wrong = (list: { minutes: number; multiplier: number }[]) => list.some((t) => !(t.minutes > 0) || !(t.multiplier > 10_000));
		if (wrong(day) || wrong(week)) return void (problem = 'Each row needs hours, and how many times an hour is paid: more than 1.');
		const r = await command('company.payroll', { firstDay, day, week, version });
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Dialog bind:open title="Rules of payroll" onsave={save} {problem}>
	<Field label="The payroll week begins on"
		><select class="select" name="firstDay" bind:value={firstDay}
			>{#each WEEKDAYS as w, n (w)}<option value={n + 1}>{w}</option>{/each}</select
		></Field
	>
	{#each [['day', 'a day'], ['week', 'a week']] as const as [key, words] (key)}
		<fieldset class="grid gap-2">
			<legend class="quiet" class:problem={field === key}>Hours over so many {words} are paid more</legend>
			{#each rows[key] as row, n (n)}
				<div class="flex items-center gap-2">
					over <input
						class="input"
						style="width: 80px"
						inputmode="decimal"
						aria-label="Hours {words}, row {n + 1}"
						bind:value={row.hours}
					/>
					h
					{words}: ×
					<input class="input" style="width: 80px" inputmode="decimal" aria-label="Times {words}, row {n + 1}" bind:value={row.times} />
				</div>
			{/each}
		</fieldset>
	{/each}
	<p class="quiet">Hours that are paid more because of their day do not count toward the week.</p>
</Dialog>
