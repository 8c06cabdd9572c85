<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { jobPages } from '$lib/ui/shell/jobPages';
	import JobPapers from '$lib/ui/work/JobPapers.svelte';
	import WorkList from '$lib/ui/work/WorkList.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const open = $derived(data.tasks.filter((t) => t.doneAt === null).length);
</script>

<Page
	title={data.head.job.name}
	sub="Work · {data.head.customer.name} · {open === 0 ? 'nothing open' : `${open} open`}"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/work"
	wide
>
	<ThreadStrip steps={data.thread} />
	<div class="grid gap-4 p-[18px]">
		<WorkList
			jobId={data.head.job.id}
			tasks={data.tasks}
			phases={data.phases.map((p) => p.name)}
			materials={data.materials}
			staff={data.staff}
			today={data.today}
			mayChange={data.mayChange}
			mayTick={data.mayTick}
		/>
		<JobPapers forms={data.forms} handovers={data.handovers} mail={data.customerMail} zone={data.company.zone} mayChange={data.mayChange} />
	</div>
</Page>
