<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { formatMinutes } from '$lib/core/money';
	import { addDays, daysBetween } from '$lib/core/time';
	import Board from '$lib/ui/board/Board.svelte';
	import type { Bar, Held } from '$lib/ui/board/layout';
	import PlanDialog from '$lib/ui/board/PlanDialog.svelte';
	import { clockText, type Plan } from '$lib/ui/board/plan';
	import Page from '$lib/ui/shell/Page.svelte';
	import { shortDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const b = $derived(data.board);
	const free = $derived(b.staff.reduce((a, p) => a + p.load.gaps.reduce((x, g) => x + g.minutes, 0), 0));
	const conflictCount = $derived(Object.keys(b.conflicts).length);
	let plan: Plan | null = $state(null);
	let problem = $state('');
	const nameOf = (id: string | null) => b.staff.find((p) => p.id === id)?.name ?? 'nobody yet';

	function open(personId: string | null, day: string, jobId = '', phase = '', last = day) {
		plan = { jobId, phase, personIds: [personId], from: day, to: last, start: '', end: '', note: '', bar: null };
		problem = '';
	}
	const planOf = (bar: Bar): Plan | null => {
		const s = bar.shifts[0];
		return s
			? {
					jobId: s.jobId,
					phase: s.phase,
					personIds: [s.personId],
					from: s.day,
					to: bar.shifts.at(-1)?.day ?? s.day,
					start: clockText(s.from),
					end: clockText(s.to),
					note: s.note,
					bar
				}
			: null;
	};
	function openBar(bar: Bar) {
		if (!data.mayPlan) return;
		plan = planOf(bar);
		problem = '';
	}
	/** Moves shifts there and says so; back is the same way with what stood before. */
	async function moveTo(bar: Bar, personId: string | null, day: string) {
		const s = bar.shifts[0];
		if (!s || (s.personId === personId && s.day === day)) return;
		const byDays = daysBetween(s.day, day);
		const r = await command('plan.move', { shifts: bar.shifts.map((x) => ({ id: x.id, version: x.version })), byDays, personId });
		if (r.ok) {
			told(`${s.job}: ${nameOf(personId)}, ${shortDay(day)}.`, async () => {
				const back = bar.shifts.map((x) => ({ id: x.id, version: x.version + 1 }));
				const undone = await command('plan.move', { shifts: back, byDays: -byDays, personId: s.personId, despite: true });
				return undone.ok ? null : undone.message;
			});
			return;
		}
		const asked = planOf(bar);
		if (asked) plan = { ...asked, from: day, to: addDays(asked.to, byDays), personIds: [personId] };
		problem = r.field === 'despite' ? '' : r.message;
	}
	async function drop(held: Held, personId: string | null, day: string) {
		if ('bar' in held) return moveTo(held.bar, personId, day);
		const span = Math.max(1, Math.ceil(held.minutes / 480));
		const at = b.days.indexOf(day);
		open(personId, day, held.jobId, held.phase, b.days[Math.min(b.days.length - 1, at + Math.min(span, 5) - 1)] ?? day);
	}
	async function stretch(bar: Bar, day: string) {
		const s = bar.shifts.at(-1);
		if (!s) return;
		const more = { jobId: s.jobId, phase: s.phase, personIds: [s.personId], from: addDays(s.day, 1), to: day, note: s.note };
		const r = await command('plan.add', { ...more, start: s.from, end: s.to });
		if (r.ok) told(`${s.job}: until ${shortDay(day)}.`, () => takeOff(r.result.shiftIds));
		else {
			plan = { ...more, start: clockText(s.from), end: clockText(s.to), bar: null };
			problem = r.field === 'despite' ? '' : r.message;
		}
	}
	async function takeOff(shiftIds: string[]): Promise<string | null> {
		const r = await command('plan.remove', { shiftIds });
		return r.ok ? null : r.message;
	}
	const week = (n: number) => `/plan?from=${addDays(b.from, n * 7)}&weeks=${data.weeks}`;
</script>

<Page
	title="{showDay(b.from).replace(/, \d+$/, '')} – {showDay(b.days.at(-1) ?? b.to)}"
	sub="{b.staff.length} people · {formatMinutes(free)} without a shift · {conflictCount} conflict{conflictCount === 1 ? '' : 's'}"
	pages={pagesOf('Plan')}
	current="/plan"
	wide
>
	{#snippet actions()}<a class="btn" href={week(-data.weeks)} aria-label="Earlier">←</a><a class="btn" href="/plan?weeks={data.weeks}"
			>Today</a
		><a class="btn" href={week(data.weeks)} aria-label="Later">→</a>{#if data.mayPlan}<button
				class="btn btn-primary"
				onclick={() => open(null, data.today < b.from ? b.from : data.today)}>Plan</button
			>{/if}{/snippet}
	<div class="views">
		{#each [1, 2, 4, 8] as n (n)}<a
				class="link"
				class:font-bold={n === data.weeks}
				aria-current={n === data.weeks}
				href="/plan?from={b.from}&weeks={n}">{n} week{n > 1 ? 's' : ''}</a
			>{/each}
	</div>
	{#if problem && !plan}<p class="problem p-3" role="alert">{problem}</p>{/if}
	<Board {b} today={data.today} editable={data.mayPlan} onday={open} onbar={openBar} onlet={drop} onstretch={stretch} />
</Page>
{#if plan}<PlanDialog bind:plan bind:problem staff={b.staff} unmanned={b.unmanned} jobs={data.jobs} {takeOff} />{/if}

<style>
	.views {
		display: flex;
		gap: 14px;
		justify-content: flex-end;
		padding: 6px 18px;
		background: var(--color-base-100);
		border-bottom: 1px solid var(--line);
	}
</style>
