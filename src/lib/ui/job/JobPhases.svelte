<script lang="ts">
	import { command } from '$lib/client/command';
	import { formatMinutes } from '$lib/core/money';
	import { endAfterWorkingDays } from '$lib/core/planning';
	import { addDays } from '$lib/core/time';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Mark from '../shell/Mark.svelte';
	import { showDay } from '../shell/dates';
	interface Phase {
		id: string;
		name: string;
		hours: number;
		from: string | null;
		to: string | null;
		version: number;
	}
	interface Props {
		phases: Phase[];
		/** What a phase waits for, by its id. */
		waits: (phaseId: string) => string[];
		calendar: { hours: Parameters<typeof endAfterWorkingDays>[2]; holidays: Parameters<typeof endAfterWorkingDays>[3] };
		planned: { n: number; first: string | null; last: string | null } | undefined;
		mayChange: boolean;
	}
	/** The phases of a job with their hours and days. */
	let { phases, waits, calendar, planned, mayChange }: Props = $props();
	/** A phase that is being named or laid over days. */
	let phase: { id: string; name: string; from: string; to: string; version: number } | null = $state(null);
	let wrong = $state({ message: '', field: '' });
	const at = (field: string) => (wrong.field === field ? wrong.message : '');
	function openPhase(p: Phase) {
		phase = { id: p.id, name: p.name, from: p.from ?? '', to: p.to ?? '', version: p.version };
		wrong = { message: '', field: '' };
	}
	async function savePhase() {
		if (!phase) return;
		const { id, name, from, to, version } = phase;
		const r = await command('jobs.change-phase', { phaseId: id, name, from: from || null, to: to || null, version });
		if (r.ok) phase = null;
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	let lasts = $state('');
	/** Lays the phase over so many days from its first: working days skip what is free, calendar days do not. */
	function lay(working: boolean) {
		const n = Number(lasts);
		if (!phase) return;
		if (!phase.from) return void (wrong = { message: 'Say the first day.', field: 'from' });
		if (!Number.isInteger(n) || n < 1 || n > 1000) return void (wrong = { message: 'How many days? At least one.', field: 'to' });
		phase.to = working ? endAfterWorkingDays(phase.from, n, calendar.hours, calendar.holidays) : addDays(phase.from, n - 1);
		wrong = { message: '', field: '' };
	}
</script>

{#if planned?.n}<p>{planned.n} shifts, {showDay(planned.first)} to {showDay(planned.last)}</p>{:else}<p class="quiet">
		Nobody is planned yet.
	</p>{/if}
<ul class="mt-1">
	{#each phases as p (p.id)}<li class="py-[1px]">
			<span class="flex justify-between gap-3"
				>{#if mayChange}<button type="button" class="link" onclick={() => openPhase(p)}>{p.name}</button>{:else}<span>{p.name}</span>{/if}
				{#if p.from && p.to}<span class="quiet">{showDay(p.from)} – {showDay(p.to)}</span>{/if}<span class="figure"
					>{p.hours > 0 ? formatMinutes((p.hours * 60) / 10000) : ''}</span
				></span
			>
			{#each waits(p.id) as w (w)}<Mark kind="wait" label="waits for: {w}" />&nbsp;{/each}
		</li>{/each}
</ul>
<Dialog
	bind:open={
		() => phase !== null,
		(open) => {
			if (!open) phase = null;
		}
	}
	title="Phase"
	save="Save"
	onsave={savePhase}
	problem={wrong.field ? '' : wrong.message}
	>{#if phase}<Field label="Name" problem={at('name')}><input class="input" name="phase-name" bind:value={phase.name} /></Field>
		<div class="grid grid-cols-2 gap-3">
			<Field label="First day" problem={at('from')}><input class="input" type="date" name="phase-from" bind:value={phase.from} /></Field
			><Field label="Last day" problem={at('to')}><input class="input" type="date" name="phase-to" bind:value={phase.to} /></Field>
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
		</div>{/if}</Dialog
>
