<script lang="ts">
	import { goto } from '$app/navigation';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { forPage } from '$lib/client/keys';
	import { latestOf } from '$lib/client/shown.svelte';
	import type { Answer, CommandName, Input } from '$lib/contract';
	import { formatQuantity, toTyped } from '$lib/core/money';
	import { pricingOf } from '$lib/core/sales';
	import { waitsFor } from '$lib/core/work';
	import Field from '$lib/ui/forms/Field.svelte';
	import Fold from '$lib/ui/job/Fold.svelte';
	import JobCallbacks from '$lib/ui/job/JobCallbacks.svelte';
	import JobChanges from '$lib/ui/job/JobChanges.svelte';
	import JobCrew from '$lib/ui/job/JobCrew.svelte';
	import JobFindings from '$lib/ui/job/JobFindings.svelte';
	import JobHours from '$lib/ui/job/JobHours.svelte';
	import JobMails from '$lib/ui/job/JobMails.svelte';
	import JobMoney from '$lib/ui/job/JobMoney.svelte';
	import JobNext from '$lib/ui/job/JobNext.svelte';
	import JobPermits from '$lib/ui/job/JobPermits.svelte';
	import JobPhases from '$lib/ui/job/JobPhases.svelte';
	import JobQuotes from '$lib/ui/job/JobQuotes.svelte';
	import JobSetUp from '$lib/ui/job/JobSetUp.svelte';
	import JobSite from '$lib/ui/job/JobSite.svelte';
	import Talk from '$lib/ui/job/Talk.svelte';
	import ComingDialog from '$lib/ui/plan/ComingDialog.svelte';
	import JobDetails from '$lib/ui/sales/JobDetails.svelte';
	import LostDialog from '$lib/ui/sales/LostDialog.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { jobPages } from '$lib/ui/shell/jobPages';
	import { downloadCsv } from '$lib/ui/tables/download';
	import CloseDialog from '$lib/ui/work/CloseDialog.svelte';
	import Tasks from '$lib/ui/work/Tasks.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let coming = $state(false);
	let said = $state('');
	const won = $derived(data.job.number !== null);
	const zone = $derived(data.company.zone);
	const all = $derived(data.costs?.all);
	const changed = $derived(data.changes.filter((c) => c.state === 'accepted').reduce((n, c) => n + c.net, 0));
	const waiting = $derived(data.changes.filter((c) => c.state === 'open' || c.state === 'draft').reduce((n, c) => n + c.net, 0));
	const open = $derived(data.tasks.filter((t) => t.doneAt === null).length);
	const unread = $derived(data.talk.filter((c) => c.named.some((n) => n.name === data.me.name && !n.read)).length);
	const foundOpen = $derived(data.findings.filter((f) => f.state === 'open').length);
	async function begin() {
		const r = await command('estimates.start', { jobId: data.job.id }, { refresh: false });
		if (r.ok) await goto(`/jobs/${data.job.id}/estimate`);
		else said = r.message;
	}
	async function act<N extends CommandName>(name: N, input: Input<N>) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
		return r.ok;
	}
	/** What has to be ordered, as a supplier takes it. */
	const orderList = () =>
		downloadCsv(
			`materials-job-${data.job.number}.csv`,
			['Phase', 'What', 'Quantity', 'Unit'],
			data.materials.map((m) => [m.phase, m.name, toTyped(m.quantity, 4), m.unit])
		);
	/** The stage of closed jobs with what is still open, while that is looked at. */
	let closing: { stageId: string; ends: Answer<'jobs.open-ends'> } | null = $state(null);
	async function askToClose(stageId: string) {
		const r = await ask('jobs.open-ends', { jobId: data.job.id });
		// What cannot be asked is not closed unseen.
		if (!r.ok) said = r.message;
		else if (r.result.length > 0) closing = { stageId, ends: r.result };
		else await act('jobs.move', { jobId: data.job.id, stageId });
	}
	/** The stage of lost jobs, while its reason is asked for. */
	let losing: string | null = $state(null);
	/** A digit goes to the section of that number, and opens it. */
	function keys(e: KeyboardEvent) {
		if (e.ctrlKey || e.metaKey || e.altKey || !forPage(e) || !/^[1-9]$/.test(e.key)) return;
		const section = document.querySelectorAll<HTMLDetailsElement>('details[data-section]')[Number(e.key) - 1];
		if (!section) return;
		section.open = true;
		section.querySelector('summary')?.focus();
		section.scrollIntoView({ block: 'start', behavior: 'instant' });
		e.preventDefault();
	}
	const unreadMails = $derived(data.mails.filter((m) => m.unread).length);
	const toRead = $derived(unread + unreadMails);
	const spoken = $derived(data.talk.length + data.mails.length);
	let mailsShown: 'all' | 'talk' | 'mail' = $state('all');
	async function readTalk() {
		if (unread > 0) await act('work.read-comments', { jobId: data.job.id });
		if (unreadMails > 0) await act('work.read-mails', { jobId: data.job.id });
	}
</script>

<svelte:window onkeydown={keys} />
<Page
	title={data.job.name}
	sub="{data.customer.name} · {data.site?.address ?? 'no site yet'}{data.person ? ` · ${data.person.name}` : ''}{won
		? ` · job ${data.job.number}`
		: ''}"
	pages={jobPages(data.job.id)}
	current="/jobs/{data.job.id}"
	wide
>
	{#snippet actions()}
		{#if !won && data.can.estimate}<button class="btn btn-primary" onclick={begin}
				>{data.estimateId ? 'Open the estimate' : 'Start the estimate'}</button
			>{/if}
		{#if won && data.can.tell}<button class="btn" onclick={() => (coming = true)}>Tell the customer …</button>{/if}
		{#if won && data.can.repeat}<a class="btn" href="/plan/repeats?job={data.job.id}">Repeat …</a>{/if}
		{#if won && data.can.bill}<a class="btn" href="/jobs/{data.job.id}/bill">Bill</a>{/if}
	{/snippet}
	<ThreadStrip steps={data.thread} />
	{#if data.next}<JobNext next={data.next} jobId={data.job.id} />{/if}
	{#if data.mends}<p class="px-[18px] pt-3">
			Mends <a class="link" href="/jobs/{data.mends.id}">job {data.mends.number}, {data.mends.name}</a>{data.job.pricing === 'fixed'
				? ', under warranty: nothing of it is billed'
				: ''}.
		</p>{/if}
	{#if said}<p class="problem p-3" role="alert">{said}</p>{/if}
	<div class="grid gap-4 p-[18px] lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
		<div class="grid content-start gap-4">
			{#if data.job.wanted}<Fold name="wanted" title="What is wanted" folded={won}><p>{data.job.wanted}</p></Fold>{/if}
			{#if won}
				<Fold name="money" title="Money and hours">
					<JobMoney
						contract={data.job.contractNet ?? 0}
						{changed}
						{waiting}
						pricing={pricingOf(data.job)}
						cost={all ? { actual: all.actual, budget: all.budget, forecast: all.forecast } : null}
						profit={data.costs?.earned.profit ?? null}
						billing={data.costs?.billing ?? null}
						paid={data.paid}
					/>
					{#if data.hours}<div class="mt-3 border-t pt-3" style="border-color: var(--line)"><JobHours hours={data.hours} /></div>{/if}
				</Fold>
				<Fold name="tasks" title="Work list" sub={data.tasks.length ? `${data.tasks.length - open} of ${data.tasks.length} done` : ''}>
					{#snippet actions()}<a class="link" href="/jobs/{data.job.id}/work">All of it</a>{/snippet}
					<Tasks jobId={data.job.id} tasks={data.tasks} phases={data.phases.map((p) => p.name)} mayChange={data.can.change} />
					{#if data.punch}<p class="mt-2"><a class="link" href="/jobs/{data.job.id}/work#punch">{data.punch} to put right</a></p>{/if}
				</Fold>
				<Fold
					name="changes"
					id="found"
					title="Change orders"
					sub={[foundOpen ? `${foundOpen} found, not priced` : '', data.changes.length ? `${data.changes.length} in all` : '']
						.filter(Boolean)
						.join(' · ')}
				>
					<JobFindings
						jobId={data.job.id}
						findings={data.findings}
						{zone}
						mayPrice={data.can.estimate}
						mayLet={data.can.change}
						mayReport={data.can.field}
					/>
					<JobChanges
						jobId={data.job.id}
						changes={data.changes}
						sold={(data.job.contractNet ?? 0) - changed}
						nextDay={data.crew.next[0]?.day ?? null}
						mayEstimate={data.can.estimate}
					/>
				</Fold>
			{/if}
			{#if data.can.estimate}<Fold name="quotes" title="Quotes" sub={data.revisions.length ? `${data.revisions.length} issued` : ''}>
					<JobQuotes
						job={data.job}
						{won}
						revisions={data.revisions}
						customer={data.customer}
						company={data.company}
						ownFields={data.ownFields}
						{zone}
						can={data.can}
					/>
				</Fold>{/if}
			<Fold name="talk" id="talk" title="Talk" sub={toRead ? `${toRead} to read` : spoken ? `${spoken}` : ''} folded={spoken === 0}>
				{#snippet actions()}{#if toRead}<button class="link" onclick={readTalk}>I have read it</button>{/if}{/snippet}
				{#if data.can.change}<JobMails jobId={data.job.id} mails={data.mails} to={data.customer.mail} {zone} bind:shown={mailsShown} />{/if}
				{#if data.can.field && mailsShown !== 'mail'}<Talk
						jobId={data.job.id}
						talk={data.talk}
						tasks={data.tasks}
						staff={data.staff}
						me={data.me.id}
						{zone}
						mails={mailsShown === 'talk' ? [] : data.mails}
					/>{/if}
			</Fold>
			<Fold name="field" title="From the field" sub={data.notes.length ? `${data.notes.length}` : ''}>
				<ul class="grid gap-2">
					{#each data.notes as n (n.id)}<li class="flex gap-3">
							{#if n.fileId && data.can.field}<a href="/api/files/{n.fileId}"
									><img class="h-20 w-20 object-cover" src="/api/files/{n.fileId}?small" alt="From {n.by}" /></a
								>{/if}
							<div>
								<span class="quiet">{n.by}, {showInstant(n.at, zone)}</span>
								<p>{n.text}</p>
							</div>
						</li>{:else}<li class="quiet">Notes and pictures from the crew appear here as they are made.</li>{/each}
				</ul>
			</Fold>
			<Fold name="history" title="History">
				<ul>
					{#each data.history as h (h.id)}<li class="flex gap-3 py-[3px]">
							<span class="quiet w-28 flex-none">{showInstant(h.at, zone)}</span><span>{h.text}</span><span class="quiet ml-auto"
								>{h.byName}</span
							>
						</li>{/each}
				</ul>
			</Fold>
		</div>
		<div class="grid content-start gap-4">
			<Fold name="site" title={won ? 'Site and crew' : 'Site and customer'}>
				<JobSite
					job={data.job}
					site={data.site}
					customer={data.customer}
					contacts={data.contacts}
					tiles={data.tiles}
					mayChange={data.can.change}
					mayCustomer={data.can.customer}
				/>
			</Fold>
			{#if won}
				<Fold name="crew" title="On it now and next"><JobCrew crew={data.crew} {zone} mayPlan={data.can.plan} /></Fold>
			{/if}
			{#if data.can.change}<section class="sheet p-4" id="stage">
					<Field label="Stage"
						><select
							class="select"
							value={data.job.stageId}
							onchange={(e) => {
								const stage = data.stages.find((s) => s.id === e.currentTarget.value);
								if (stage?.meaning === 'lost') {
									losing = stage.id;
									e.currentTarget.value = data.job.stageId;
								} else if (stage?.meaning === 'closed') {
									e.currentTarget.value = data.job.stageId;
									void askToClose(stage.id);
								} else void act('jobs.move', { jobId: data.job.id, stageId: e.currentTarget.value });
							}}
							>{#each data.stages.filter((s) => s.track === (won ? 'doing' : 'winning')) as s (s.id)}<option value={s.id}>{s.name}</option
								>{/each}</select
						></Field
					>
				</section>{/if}
			{#if won}
				<Fold name="set-up" title="How it is worked"><JobSetUp job={data.job} mayChange={data.can.change} /></Fold>
				<Fold name="phases" title="Phases" sub={data.phases.length ? `${data.phases.length}` : ''}>
					<JobPhases
						phases={data.phases}
						waits={(id) => waitsFor(data.permits, id, data.today).map((p) => p.name)}
						calendar={data.calendar}
						planned={data.planned}
						mayChange={data.can.change}
					/>
				</Fold>
				<Fold name="permits" id="permits" title="Permits and inspections" sub={data.permits.length ? `${data.permits.length}` : ''}>
					<JobPermits jobId={data.job.id} permits={data.permits} phases={data.phases} today={data.today} mayChange={data.can.change} />
				</Fold>
				<Fold name="materials" title="Materials by phase" folded sub={data.materials.length ? `${data.materials.length}` : ''}>
					{#snippet actions()}{#if data.materials.length}<button type="button" class="link" onclick={orderList}>Order list</button
							>{/if}{/snippet}
					<table class="w-full">
						<tbody
							>{#each data.materials as m (m.id)}<tr
									><td class="quiet pr-2 align-top">{m.phase}</td><td>{m.name}</td><td class="figure text-right whitespace-nowrap"
										>{formatQuantity(m.quantity)} {m.unit}</td
									></tr
								>{:else}<tr><td class="quiet">No materials sold.</td></tr>{/each}</tbody
						>
					</table>
				</Fold>
				{#if !data.job.mendsId}<Fold
						name="callbacks"
						title="Callbacks and warranty"
						folded={data.callbacks.length === 0}
						sub={data.callbacks.length ? `${data.callbacks.length}` : ''}
					>
						<JobCallbacks job={data.job} callbacks={data.callbacks} mayChange={data.can.change} />
					</Fold>{/if}
			{/if}
			<JobDetails
				job={data.job}
				{won}
				stageChance={data.stages.find((x) => x.id === data.job.stageId)?.chance ?? 0}
				lists={data.lists}
				fields={data.ownFields}
				staff={data.staff}
				branches={data.branches}
				measured={data.measured}
				mayChange={data.can.change}
			/>
		</div>
	</div>
</Page>
{#if closing}{@const { stageId, ends } = closing}<CloseDialog
		name={data.job.name}
		{ends}
		onclose={() => (closing = null)}
		close={async () => {
			const r = await command('jobs.move', { jobId: data.job.id, stageId });
			return r.ok ? null : r.message;
		}}
	/>{/if}
{#if losing}{@const stageId = losing}<LostDialog
		name={data.job.name}
		reasons={data.lists.reasons}
		onclose={() => (losing = null)}
		lose={async (reason) => {
			const r = await command('jobs.move', { jobId: data.job.id, stageId, reason });
			return r.ok ? null : r.message;
		}}
	/>{/if}
{#if coming}<ComingDialog jobId={data.job.id} onclose={() => (coming = false)} />{/if}
