<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import JobFiles from '$lib/ui/job/JobFiles.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
</script>

<Page
	title={data.head.job.name}
	sub="Files · {data.head.customer.name}"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/files"
	wide
>
	<ThreadStrip steps={data.thread} />
	<div class="p-[18px]">
		<JobFiles
			jobId={data.head.job.id}
			files={data.files}
			tasks={data.tasks}
			today={data.today}
			zone={data.company.zone}
			mayChange={data.mayChange}
		/>
	</div>
</Page>
