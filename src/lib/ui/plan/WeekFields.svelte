<script lang="ts">
	import { WEEKDAYS, type WorkingHours } from '$lib/core/planning';
	import { clockText, minutesOfClock } from '../board/plan';
	/** A working week, day by day: from, to, and one break. Days without a time are free. */
	interface Props {
		hours: WorkingHours;
		problem: (field: string) => string;
		onchange: (hours: WorkingHours) => void;
	}
	let { hours, problem, onchange }: Props = $props();
	/** What cannot be read stands there until it can: nothing typed is lost. */
	let wrong = $state<Record<string, string>>({});
	const DAYS = [1, 2, 3, 4, 5, 6, 7] as const;
	const BASE = { from: 420, to: 930, breaks: [{ from: 690, to: 720 }] };
	function type(n: number, key: 'from' | 'to' | 'breakFrom' | 'breakTo', text: string) {
		const minutes = minutesOfClock(text);
		if (minutes === null && !(text.trim() === '' && key.startsWith('break')))
			return void (wrong = { ...wrong, [n]: 'Type times like 7:00.' });
		const { [n]: _, ...others } = wrong;
		wrong = others;
		const day = hours[n] ?? BASE;
		const rest = day.breaks[0];
		if (key === 'from' || key === 'to') return onchange({ ...hours, [n]: { ...day, [key]: minutes ?? 0 } });
		if (minutes === null) return onchange({ ...hours, [n]: { ...day, breaks: [] } });
		const own = { from: rest?.from ?? minutes, to: rest?.to ?? minutes + 30 };
		onchange({ ...hours, [n]: { ...day, breaks: [key === 'breakFrom' ? { ...own, from: minutes } : { ...own, to: minutes }] } });
	}
	function works(n: number, on: boolean) {
		const { [n]: _, ...others } = hours;
		onchange(on ? { ...others, [n]: BASE } : others);
	}
</script>

<table class="grid-table" aria-label="Week">
	<thead><tr><th>Day</th><th>From</th><th>To</th><th>Break from</th><th>to</th></tr></thead>
	<tbody
		>{#each DAYS as n (n)}{@const w = hours[n]}<tr
				><td
					><label
						><input type="checkbox" class="checkbox" checked={w !== undefined} onchange={(e) => works(n, e.currentTarget.checked)} />
						{WEEKDAYS[n - 1]}</label
					></td
				>{#each [['from', w?.from ?? null], ['to', w?.to ?? null], ['breakFrom', w?.breaks[0]?.from ?? null], ['breakTo', w?.breaks[0]?.to ?? null]] as const as [key, minutes] (key)}<td
						>{#if w}<input
								class="input time"
								aria-label="{WEEKDAYS[n - 1]}, {{ from: 'from', to: 'to', breakFrom: 'break from', breakTo: 'break to' }[key]}"
								value={clockText(minutes)}
								onchange={(e) => type(n, key, e.currentTarget.value)}
							/>{/if}</td
					>{/each}</tr
			>{#if wrong[n] || problem(`day ${n}`)}<tr
					><td colspan="5"><span class="problem" role="alert">{wrong[n] || problem(`day ${n}`)}</span></td></tr
				>{/if}{/each}</tbody
	>
</table>

<style>
	.time {
		width: 74px;
		height: 28px;
	}
</style>
