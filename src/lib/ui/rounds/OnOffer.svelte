<script lang="ts">
	import { groupBy } from '../lists';
	import Go from '../shell/Go.svelte';
	import Mark from '../shell/Mark.svelte';
	/** What is offered for another year as quotes, how many stand where, and each with its job. */
	interface Props {
		offers: { id: string; year: number; jobId: string; madeId: string | null; trouble: string; address: string; stage: string }[];
	}
	let { offers }: Props = $props();
	/** More are found on the winning track. */
	const MOST = 200;
	const standing = (o: Props['offers'][number]) =>
		o.madeId ? 'accepted, agreements' : o.trouble ? 'accepted, to settle by hand' : o.stage.toLowerCase();
	const counts = $derived(groupBy(offers, standing).map(([words, own]) => `${own.length} ${words}`));
	const years = $derived([...new Set(offers.map((o) => o.year))].sort().join(', '));
	const stuck = $derived(offers.some((o) => o.trouble !== '' && o.madeId === null));
</script>

{#if offers.length}<details class="sheet mt-4 p-4" open={stuck}>
		<summary
			><h2 class="inline">On offer for {years}</h2>
			<span class="quiet">{counts.join(' · ')}</span></summary
		>
		<ul class="mt-2 columns-1 gap-x-6 md:columns-2 xl:columns-3" aria-label="On offer">
			{#each offers.slice(0, MOST) as o (o.id)}<li class="py-1">
					<Go right="jobs.see" class="link" href="/jobs/{o.jobId}">{o.address}</Go>
					{#if o.madeId}<Mark kind="done" label="an agreement" />{:else if o.trouble}<Mark kind="need" label={o.trouble} />{:else}<span
							class="quiet">{o.stage}</span
						>{/if}
				</li>{/each}
		</ul>
		{#if offers.length > MOST}<p class="quiet">and {offers.length - MOST} more</p>{/if}
	</details>{/if}
