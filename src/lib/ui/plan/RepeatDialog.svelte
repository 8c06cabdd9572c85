<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { parseCents, toTyped } from '$lib/core/money';
	import type { HolidayRule, WorkingHours } from '$lib/core/planning';
	import { Refusal } from '$lib/core/refusal';
	import { checkRepeat, type HolidayWay, type RepeatRule } from '$lib/core/repeats';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { wholeTyped } from '$lib/ui/forms/typed';
	import { showDay } from '$lib/ui/shell/dates';
	import { formOf, nextDays, ruleOf } from './repeat-form';
	import RuleFields from './RuleFields.svelte';
	interface Rule {
		id: string;
		jobId: string;
		job: string;
		number: number | null;
		name: string;
		rule: RepeatRule;
		onHoliday: HolidayWay;
		way: 'made' | 'given' | 'booked';
		crewId: string | null;
		from: number | null;
		to: number | null;
		ahead: number;
		remind: number;
		price: number | null;
		invoice: 'none' | 'draft';
		version: number;
	}
	interface Props {
		rule: Rule | null;
		jobId: string;
		jobs: { id: string; name: string; number: number | null }[];
		crews: { id: string; name: string }[];
		calendar: { holidays: readonly HolidayRule[]; hours: WorkingHours };
		today: string;
		onclose: () => void;
	}
	let { rule, jobId, jobs, crews, calendar, today, onclose }: Props = $props();
	const clock = (n: number | null) =>
		n === null ? '' : `${String(Math.floor(n / 60)).padStart(2, '0')}:${String(n % 60).padStart(2, '0')}`;
	const minutes = (t: string) => (/^\d\d:\d\d$/.test(t) ? Number(t.slice(0, 2)) * 60 + Number(t.slice(3)) : null);
	let open = $state(true);
	let f = $state(untrack(() => formOf(rule?.rule ?? null, today)));
	let of = $state(
		untrack(() => ({
			jobId: rule?.jobId ?? jobId,
			name: rule?.name ?? jobs.find((j) => j.id === jobId)?.name ?? '',
			onHoliday: rule?.onHoliday ?? ('move' as HolidayWay),
			way: rule?.way ?? ('booked' as Rule['way']),
			crewId: rule?.crewId ?? '',
			from: clock(rule?.from ?? null),
			to: clock(rule?.to ?? null),
			ahead: String(rule?.ahead ?? 14),
			remind: rule?.remind ? String(rule.remind) : '',
			price: typeof rule?.price === 'number' ? toTyped(rule.price, 2) : '',
			invoice: rule?.invoice ?? ('none' as Rule['invoice'])
		}))
	);
	let problem = $state('');
	let field = $state('');
	const at = (x: string) => (field === x ? problem : '');
	$effect(() => {
		if (!open) onclose();
	});
	const named = $derived(jobs.find((j) => j.id === of.jobId)?.name ?? '');
	const preview = $derived.by(() => {
		const typed = ruleOf(f);
		try {
			checkRepeat(typed);
			return nextDays(typed, of.onHoliday, calendar, today, 4);
		} catch {
			return [];
		}
	});
	/** Of a rule that is changed: what that adds to what is still to come, and what it drops. */
	let change = $state<{ added: string[]; dropped: string[] } | null>(null);
	let asked = 0;
	$effect(() => {
		const typed = ruleOf(f);
		const mine = ++asked;
		if (!rule) return;
		void ask('repeats.check-change', { ruleId: rule.id, rule: typed }).then((r) => {
			if (mine === asked) change = r.ok ? r.result : null;
		});
	});
	const some = (days: string[]) => `${days.slice(0, 3).map(showDay).join(', ')}${days.length > 3 ? ` and ${days.length - 3} more` : ''}`;
	async function save() {
		let price: number | null;
		try {
			price = of.price.trim() === '' ? null : parseCents(of.price);
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			return void ([problem, field] = [e.message, 'price']);
		}
		const r = await command('repeats.save', {
			...{ price, invoice: of.invoice },
			ruleId: rule?.id ?? null,
			jobId: of.jobId,
			name: of.name.trim() || named,
			rule: ruleOf(f),
			onHoliday: of.onHoliday,
			way: of.way,
			crewId: of.crewId || null,
			from: of.way === 'booked' ? minutes(of.from) : null,
			to: of.way === 'booked' ? minutes(of.to) : null,
			ahead: Number.isInteger(Number(of.ahead)) ? Number(of.ahead) : -1,
			remind: of.remind.trim() === '' ? 0 : wholeTyped(of.remind),
			...(rule ? { version: rule.version } : {})
		});
		if (r.ok) open = false;
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const FIELDS = ['jobId', 'name', 'start', 'every', 'weekdays', 'day', 'until', 'count', 'crewId', 'ahead', 'price', 'remind'];
</script>

<Dialog bind:open title={rule ? 'Change the repeat job' : 'New repeat job'} onsave={save} problem={FIELDS.includes(field) ? '' : problem}>
	<Field label="Made like job" problem={at('jobId') && 'Choose a job.'}
		><select class="select" name="job" bind:value={of.jobId} disabled={rule !== null}
			><option value="">choose</option>{#if rule && !jobs.some((j) => j.id === rule.jobId)}<option value={rule.jobId}
					>{rule.number} {rule.job}</option
				>{/if}{#each jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option>{/each}</select
		></Field
	>
	<Field label="Name" problem={at('name') && 'Give it a name.'}
		><input class="input" name="name" placeholder={named} bind:value={of.name} /></Field
	>
	<RuleFields bind:f bind:onHoliday={of.onHoliday} {at} />
	<div class="grid grid-cols-2 gap-3">
		<Field label="What is done"
			><select class="select" name="way" bind:value={of.way}
				><option value="made">made only</option><option value="given">made and given to a crew’s lead</option><option value="booked"
					>made and booked on the plan</option
				></select
			></Field
		>
		<Field label="Days ahead" problem={at('ahead') && 'Whole days, at most a year.'}
			><input class="input" name="ahead" inputmode="numeric" bind:value={of.ahead} /></Field
		>
	</div>
	{#if of.way !== 'made'}<Field label="Crew" problem={at('crewId')}
			><select class="select" name="crewId" bind:value={of.crewId}
				><option value="">choose</option>{#each crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
			></Field
		>{/if}
	{#if of.way === 'booked'}<div class="grid grid-cols-2 gap-3">
			<Field label="From, empty: whole days"><input class="input" type="time" name="fromTime" bind:value={of.from} /></Field>
			<Field label="To"><input class="input" type="time" name="toTime" bind:value={of.to} /></Field>
		</div>{/if}
	<div class="grid grid-cols-2 gap-3">
		<Field label="Price of each, empty: none" problem={at('price')}
			><input class="input" name="price" inputmode="decimal" bind:value={of.price} /></Field
		>
		<Field label="Invoice"
			><select class="select" name="invoice" bind:value={of.invoice}
				><option value="none">none by itself</option><option value="draft">a draft on its day</option></select
			></Field
		>
	</div>
	<Field label="Remind the customer, days before; empty: not" problem={at('remind')}
		><input class="input" name="remind" inputmode="numeric" bind:value={of.remind} /></Field
	>
	<p class="quiet" role="status">
		{preview.length
			? `Next: ${preview.map((p) => (p.day ? showDay(p.day) : `${showDay(p.occursOn)} left out`)).join(', ')}`
			: 'Nothing comes of this yet.'}
	</p>
	{#if change && (change.added.length || change.dropped.length)}<p role="status" data-test="rule-change">
			{change.added.length ? `Added: ${some(change.added)}. ` : ''}{change.dropped.length ? `Dropped: ${some(change.dropped)}.` : ''}
		</p>{/if}
</Dialog>
