<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import JobPermits from '$lib/ui/job/JobPermits.svelte';
	import Talk from '$lib/ui/job/Talk.svelte';
	import PunchList from '$lib/ui/job/PunchList.svelte';
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
			files={data.files}
			staff={data.staff}
			today={data.today}
			mayChange={data.mayChange}
			mayTick={data.mayTick}
			mayPlan={data.mayPlan}
			mayKeep={data.mayKeep}
			kindOfWork={data.head.job.kindOfWork}
			said={(id) => data.talk.filter((c) => c.taskId === id).length}
			>{#snippet talk(taskId)}<Talk
					jobId={data.head.job.id}
					{taskId}
					talk={data.talk}
					staff={data.staff}
					me={data.me.id}
					zone={data.company.zone}
				/>{/snippet}</WorkList
		>
		<PunchList
			jobId={data.head.job.id}
			items={data.punch}
			staff={data.staff}
			today={data.today}
			mayChange={data.mayChange}
			mayTick={data.mayTick}
		/>
		<section class="sheet p-4" aria-label="Permits and inspections" id="permits">
			<h2 class="mb-2">Permits and inspections</h2>
			<JobPermits jobId={data.head.job.id} permits={data.permits} phases={data.phases} today={data.today} mayChange={data.mayChange} />
		</section>
		<JobPapers
			jobId={data.head.job.id}
			offered={data.offered}
			mayRecord={data.mayTick}
			forms={data.forms}
			handovers={data.handovers}
			mail={data.customerMail}
			zone={data.company.zone}
			mayChange={data.mayChange}
		/>
	</div>
</Page>
