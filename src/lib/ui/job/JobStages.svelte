<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import { markOf, stageSums, type StageMark } from '$lib/core/sales';
	import Mark from '../shell/Mark.svelte';
	import { nearDay } from '../shell/dates';
	interface Job {
		id: string;
		number: number | null;
		name: string;
		customer: string;
		stageId: string;
		contract: number | null;
		billed: number | null;
		nextDay: string | null;
		person: string;
		/** What stands for a contract where there is none. */
		without: string;
	}
	/** Jobs in columns by their stage, each with its money: what is agreed, and what of it is not billed. */
	let {
		jobs,
		stages,
		today,
		mayMoney
	}: { jobs: Job[]; stages: { id: string; name: string; meaning: string; mark: StageMark | null }[]; today: string; mayMoney: boolean } =
		$props();
	/** More than these in one column are counted, not drawn. */
	const MOST = 60;
	const columns = $derived(
		stages
			.map((s) => {
				const own = jobs.filter((j) => j.stageId === s.id);
				return { ...s, own, ...stageSums(own) };
			})
			.filter((c) => c.own.length > 0 || stages.length <= 6)
	);
</script>

<div class="columns" role="group" aria-label="Jobs by stage">
	{#each columns as c (c.id)}<section aria-label={c.name}>
			<h2><Mark kind={markOf(c)} label={c.name} /> <span class="quiet figure">{c.own.length}</span></h2>
			<p class="figure">{formatCents(c.contract)}</p>
			{#if mayMoney && c.left > 0}<p class="quiet figure">{formatCents(c.left)} not billed</p>{/if}
			<ul>
				{#each c.own.slice(0, MOST) as j (j.id)}<li class="sheet">
						<a class="link" href="/jobs/{j.id}">{j.name}</a>
						<p class="quiet">{j.customer}</p>
						<p class="flex justify-between gap-2">
							<span class="quiet">{j.nextDay ? nearDay(j.nextDay, today) : 'not planned'}</span><span class="figure"
								>{j.contract ? formatCents(j.contract) : j.without}</span
							>
						</p>
					</li>{:else}<li class="quiet">None.</li>{/each}
			</ul>
			{#if c.own.length > MOST}<p class="quiet">and {c.own.length - MOST} more: the table has them all</p>{/if}
		</section>{/each}
</div>

<style>
	.columns {
		display: grid;
		grid-auto-flow: column;
		grid-auto-columns: minmax(220px, 1fr);
		gap: 14px;
		overflow: auto;
		max-height: calc(100dvh - 230px);
	}
	h2 {
		position: sticky;
		top: 0;
		padding: 4px 0;
		background: var(--color-base-200);
	}
	li.sheet {
		padding: 8px 10px;
		margin-top: 8px;
	}
</style>
