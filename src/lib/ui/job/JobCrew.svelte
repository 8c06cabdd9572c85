<script lang="ts">
	import { showDay, showTime } from '../shell/dates';
	import Mark from '../shell/Mark.svelte';
	interface Props {
		crew: {
			now: { id: string; name: string; since: number; task: string | null }[];
			next: { day: string; who: { name: string; phase: string; from: number | null; to: number | null; note: string }[] }[];
		};
		zone: string;
		mayPlan: boolean;
	}
	/** Who is on a job now, and who comes next. */
	let { crew, zone, mayPlan }: Props = $props();
	const clock = (n: number | null) => (n === null ? '' : `${Math.floor(n / 60)}:${String(n % 60).padStart(2, '0')}`);
</script>

{#each crew.now as p (p.id)}<p><Mark kind="half" label="{p.name} since {showTime(p.since, zone)}{p.task ? `, ${p.task}` : ''}" /></p>{/each}
{#each crew.next as d (d.day)}<p class="mt-1 flex gap-3">
		<span class="quiet w-28 flex-none">{showDay(d.day)}</span><span
			>{d.who
				.map((w) => [w.name, w.from === null ? '' : `${clock(w.from)}–${clock(w.to)}`, w.phase && `(${w.phase})`].filter(Boolean).join(' '))
				.join(', ')}</span
		>
	</p>{/each}
{#if crew.now.length === 0 && crew.next.length === 0}<p class="quiet">Nobody is on it now, and nobody is planned from today.</p>{/if}
{#if mayPlan}<a class="link mt-2 inline-block" href="/plan">To the plan board</a>{/if}
