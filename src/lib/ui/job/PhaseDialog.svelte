<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import type { Answer } from '$lib/contract';
	import { endAfterWorkingDays, type HolidayRule, type WorkingHours } from '$lib/core/planning';
	import { addDays } from '$lib/core/time';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { showDay } from '../shell/dates';
	import type { PhaseShown } from './phase';
	/** A phase is named, laid over days, and waits for others; what that pushes is shown before it is saved. */
	interface Props {
		phase: PhaseShown;
		/** All phases of its job. */
		phases: { id: string; name: string }[];
		calendar: { hours: WorkingHours; holidays: readonly HolidayRule[] };
		/** Other days than it has: its bar was dragged there. */
		laid?: { from: string; to: string } | undefined;
		onclose: () => void;
	}
	let { phase, phases, calendar, laid, onclose }: Props = $props();
	let open = $state(true);
	let t = $state(
		untrack(() => ({
			...{
				name: phase.name,
				from: laid?.from ?? phase.from ?? '',
				to: laid?.to ?? phase.to ?? '',
				calendarDays: phase.calendarDays,
				outdoor: phase.outdoor
			},
			...{ skills: phase.skills, people: phase.people === null ? '' : String(phase.people), withShifts: true }
		}))
	);
	let waits = $state(untrack(() => phase.waits.map((w) => ({ ...w }))));
	let lasts = $state('');
	let wrong = $state({ message: '', field: '' });
	let pushes: Answer<'plan.check-phase'> = $state([]);
	const at = (field: string) => (wrong.field === field ? wrong.message : '');
	const typed = $derived({
		...{ phaseId: phase.id, name: t.name, from: t.from || null, to: t.to || null, calendarDays: t.calendarDays, outdoor: t.outdoor },
		...{ skills: t.skills, people: Number(t.people) > 0 ? Math.round(Number(t.people)) : null, withShifts: t.withShifts }
	});
	let asked = 0;
	$effect(() => {
		const w = typed;
		if (!w.name.trim() || (w.from === null) !== (w.to === null)) return;
		const mine = ++asked;
		void ask('plan.check-phase', w).then((r) => {
			if (mine === asked) pushes = r.ok ? r.result : [];
		});
	});
	/** Lays the phase over so many days from its first: working days skip what is free, calendar days do not. */
	function lay(working: boolean) {
		const n = Number(lasts);
		if (!t.from) return void (wrong = { message: 'Say the first day.', field: 'from' });
		if (!Number.isInteger(n) || n < 1 || n > 1000) return void (wrong = { message: 'How many days? At least one.', field: 'to' });
		t.to = working ? endAfterWorkingDays(t.from, n, calendar.hours, calendar.holidays) : addDays(t.from, n - 1);
		t.calendarDays = !working;
		wrong = { message: '', field: '' };
	}
	async function link(beforeId: string, pause: number | null) {
		const r = await command('jobs.link-phases', { beforeId, afterId: phase.id, pause });
		if (!r.ok) return void (wrong = { message: r.message, field: r.field ?? '' });
		waits =
			pause === null
				? waits.filter((w) => w.before !== beforeId)
				: [...waits.filter((w) => w.before !== beforeId), { before: beforeId, pause }];
		wrong = { message: '', field: '' };
	}
	async function save() {
		const r = await command('jobs.change-phase', { ...typed, version: phase.version });
		if (r.ok) onclose();
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	const nameOf = (id: string) => phases.find((p) => p.id === id)?.name ?? '';
	const others = $derived(phases.filter((p) => p.id !== phase.id && p.id !== '' && !waits.some((w) => w.before === p.id)));
</script>

<Dialog
	bind:open={() => open, (v) => (v ? (open = true) : onclose())}
	title="Phase"
	save="Save"
	onsave={save}
	problem={wrong.field ? '' : wrong.message}
>
	<Field label="Name" problem={at('name')}><input class="input" name="phase-name" bind:value={t.name} /></Field>
	<div class="grid grid-cols-2 gap-3">
		<Field label="First day" problem={at('from')}><input class="input" type="date" name="phase-from" bind:value={t.from} /></Field><Field
			label="Last day"
			problem={at('to')}><input class="input" type="date" name="phase-to" bind:value={t.to} /></Field
		>
	</div>
	<div class="flex items-end gap-3">
		<Field label="or so many days"
			><input class="input" style="width: 90px" name="phase-days" inputmode="numeric" bind:value={lasts} /></Field
		>
		<button type="button" class="btn" onclick={() => lay(true)}>working days</button><button
			type="button"
			class="btn"
			onclick={() => lay(false)}>calendar days</button
		>
	</div>
	<div class="grid grid-cols-2 gap-3">
		<Field label="What everybody on it can do" hint="with commas between"
			><input class="input" name="phase-skills" maxlength="200" bind:value={t.skills} /></Field
		>
		<Field label="People it takes" hint="empty: a crew"
			><input class="input" name="phase-people" inputmode="numeric" bind:value={t.people} /></Field
		>
	</div>
	<label><input type="checkbox" class="checkbox" name="phase-outdoor" bind:checked={t.outdoor} /> outdoor work: rain moves it</label>
	{#if phases.length > 1}
		<div>
			<p class="quiet">Waits for</p>
			<ul>
				{#each waits as w (w.before)}<li class="flex items-center gap-3">
						<span>{nameOf(w.before)}{w.pause ? `, and ${w.pause} working day${w.pause === 1 ? '' : 's'} more` : ''}</span><button
							type="button"
							class="link"
							onclick={() => link(w.before, w.pause + 1)}>a day more<span class="sr-only"> after {nameOf(w.before)}</span></button
						>{#if w.pause > 0}<button type="button" class="link" onclick={() => link(w.before, w.pause - 1)}
								>a day less<span class="sr-only"> after {nameOf(w.before)}</span></button
							>{/if}<button type="button" class="link" onclick={() => link(w.before, null)}
							>does not wait<span class="sr-only"> for {nameOf(w.before)}</span></button
						>
					</li>{/each}
			</ul>
			{#if others.length}<select
					class="select"
					name="phase-waits"
					aria-label="Waits for another phase"
					value=""
					onchange={(e) => {
						void link(e.currentTarget.value, 0);
						e.currentTarget.value = '';
					}}
					><option value="">another phase …</option>{#each others as o (o.id)}<option value={o.id}>{o.name}</option>{/each}</select
				>{/if}
			{#if at('after')}<p class="problem" role="alert">{at('after')}</p>{/if}
		</div>
	{/if}
	{#if pushes.length}<div role="status" class="pushes">
			{#each pushes as p (p.id)}<p>
					{p.name}: {showDay(p.wasFrom)} – {showDay(p.wasTo)} becomes <strong>{showDay(p.from)} – {showDay(p.to)}</strong>{p.shifts
						? `, ${p.shifts} planned day${p.shifts === 1 ? '' : 's'} on it`
						: ''}
				</p>{/each}
			{#if pushes.some((p) => p.shifts > 0)}<label
					><input type="checkbox" class="checkbox" name="phase-with" bind:checked={t.withShifts} /> the people on them move too</label
				>{/if}
		</div>{/if}
</Dialog>

<style>
	.pushes {
		padding: 8px 10px;
		border-left: 3px solid var(--color-warning);
		background: color-mix(in oklab, var(--color-warning) 9%, var(--color-base-100));
	}
</style>
