<script lang="ts">
	import { formatMinutes } from '$lib/core/money';
	import type { HolidayRule, WorkingHours } from '$lib/core/planning';
	import Mark from '../shell/Mark.svelte';
	import { showDay } from '../shell/dates';
	import PhaseDialog from './PhaseDialog.svelte';
	import type { PhaseShown } from './phase';
	interface Props {
		phases: (PhaseShown & { hours: number })[];
		/** What a phase waits for, by its id. */
		waits: (phaseId: string) => string[];
		calendar: { hours: WorkingHours; holidays: readonly HolidayRule[] };
		planned: { n: number; first: string | null; last: string | null } | undefined;
		mayChange: boolean;
	}
	/** The phases of a job with their hours and days. */
	let { phases, waits, calendar, planned, mayChange }: Props = $props();
	/** A phase that is being named or laid over days. */
	let openId: string | null = $state(null);
	const phase = $derived(phases.find((p) => p.id === openId));
	const nameOf = (id: string) => phases.find((p) => p.id === id)?.name ?? '';
</script>

{#if planned?.n}<p>{planned.n} shifts, {showDay(planned.first)} to {showDay(planned.last)}</p>{:else}<p class="quiet">
		Nobody is planned yet.
	</p>{/if}
<ul class="mt-1">
	{#each phases as p (p.id)}<li class="py-[1px]">
			<span class="flex justify-between gap-3"
				>{#if mayChange}<button type="button" class="link" onclick={() => (openId = p.id)}>{p.name}</button>{:else}<span>{p.name}</span
					>{/if}
				{#if p.from && p.to}<span class="quiet">{showDay(p.from)} – {showDay(p.to)}</span>{/if}<span class="figure"
					>{p.hours > 0 ? formatMinutes((p.hours * 60) / 10000) : ''}</span
				></span
			>
			{#each p.waits as w (w.before)}<span class="quiet">after {nameOf(w.before)}{w.pause ? ` + ${w.pause}` : ''}</span
				>&nbsp;{/each}{#if p.outdoor}<span class="quiet">outdoor</span>&nbsp;{/if}
			{#each waits(p.id) as w (w)}<Mark kind="wait" label="waits for: {w}" />&nbsp;{/each}
		</li>{/each}
</ul>
{#if phase}{#key phase.id}<PhaseDialog {phase} {phases} {calendar} onclose={() => (openId = null)} />{/key}{/if}
