<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { parseCents, toTyped } from '$lib/core/money';
	import type { HolidayWay, RepeatRule } from '$lib/core/repeats';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, readForm } from '../forms/typed';
	import { formOf, ruleOf } from '../plan/repeat-form';
	import RuleFields from '../plan/RuleFields.svelte';
	/** An invoice that comes again: for which job, when, with which lines, and whether it goes out by itself. */
	interface Rule {
		id: string;
		jobId: string;
		name: string;
		rule: RepeatRule;
		onHoliday: HolidayWay;
		lines: { text: string; amount: number; taxCodeId: string | null }[];
		send: boolean;
		version: number;
	}
	let {
		rule,
		jobs,
		taxCodes,
		today,
		onclose
	}: {
		rule: Rule | null;
		jobs: { id: string; number: number | null; name: string }[];
		taxCodes: { id: string; name: string }[];
		today: string;
		onclose: () => void;
	} = $props();
	let open = $state(true);
	let busy = $state(false);
	let problem = $state('');
	let field = $state('');
	// The form begins as the rule is; then it is what was typed.
	let f = $state(untrack(() => formOf(rule?.rule ?? { by: 'month day', day: 1, every: 1, start: today }, today)));
	let typed = $state(
		untrack(() => ({
			jobId: rule?.jobId ?? jobs[0]?.id ?? '',
			name: rule?.name ?? '',
			onHoliday: rule?.onHoliday ?? ('move' as HolidayWay),
			send: rule?.send ?? true,
			lines: (rule?.lines ?? [{ text: '', amount: 0, taxCodeId: null }]).map((l) => ({
				text: l.text,
				amount: l.amount ? toTyped(l.amount, 2, 2) : '',
				taxCodeId: l.taxCodeId ?? ''
			}))
		}))
	);
	const at = (name: string) => (field === name ? problem : '');
	async function save() {
		const read = readForm(() => ({
			ruleId: rule?.id ?? null,
			...{ jobId: typed.jobId, name: typed.name, rule: ruleOf(f), onHoliday: typed.onHoliday, send: typed.send },
			lines: typed.lines.map((l, n) => ({
				text: l.text,
				amount: readAt(`line-${n}`, () => parseCents(l.amount)),
				taxCodeId: l.taxCodeId || null
			})),
			...(rule ? { version: rule.version } : {})
		}));
		if (!read.ok) {
			[problem, field] = [read.message, read.field];
			return;
		}
		busy = true;
		const r = await command('invoices.save-repeat', read.value);
		busy = false;
		if (r.ok) onclose();
		else [problem, field] = [r.message, r.field ?? ''];
	}
</script>

<Dialog
	bind:open={
		() => open,
		(v) => {
			open = v;
			if (!v) onclose();
		}
	}
	title={rule ? `Change “${rule.name}”` : 'New repeat invoice'}
	{busy}
	{problem}
	onsave={save}
>
	<Field label="Job" problem={at('jobId')}
		><select class="select" name="job" bind:value={typed.jobId} disabled={rule !== null}
			>{#each jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option>{/each}</select
		></Field
	>
	<Field label="Name" problem={at('name')}><input class="input" name="name" bind:value={typed.name} required /></Field>
	{#each typed.lines as l, n (n)}<div class="grid grid-cols-[1fr_100px_110px] gap-2">
			<Field label={n === 0 ? 'What' : 'and'}><input class="input" name="text-{n}" bind:value={l.text} required /></Field>
			<Field label="Amount" problem={at(`line-${n}`)}
				><input class="input text-right" name="amount-{n}" bind:value={l.amount} required /></Field
			>
			<Field label="Tax"
				><select class="select" name="tax-{n}" bind:value={l.taxCodeId}
					><option value="">none</option>{#each taxCodes as t (t.id)}<option value={t.id}>{t.name}</option>{/each}</select
				></Field
			>
		</div>{/each}
	<button type="button" class="link justify-self-start" onclick={() => typed.lines.push({ text: '', amount: '', taxCodeId: '' })}
		>Another line</button
	>
	<RuleFields bind:f bind:onHoliday={typed.onHoliday} {at} />
	<label class="flex items-center gap-2"
		><input type="checkbox" class="checkbox" name="send" bind:checked={typed.send} /> Issue and send it by itself; else it waits as a draft</label
	>
</Dialog>
