<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { groupBy } from '../lists';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { shortDay } from '../shell/dates';
	import type { Arranger } from './arranger.svelte';
	import { minutesOfClock, toAdd, type Plan } from './plan';
	/** Plans people on a job. What speaks against it is said while it is typed, not after. */
	interface Props {
		plan: Plan | null;
		arranger: Arranger;
		staff: { id: string; name: string; crew: string }[];
		unmanned: { jobId: string; phase: string }[];
		jobs: { id: string; name: string; number: number | null }[];
	}
	let { plan = $bindable(), arranger, staff, unmanned, jobs }: Props = $props();
	let against: string[] = $state([]);
	let busy = $state(false);
	let problem = $state('');
	let field = $state('');
	let asked = 0;
	const crews = $derived(groupBy(staff, (p) => p.crew));
	$effect(() => {
		const p = plan;
		if (!p?.jobId || p.personIds.length === 0 || !p.from || !p.to) {
			against = [];
			return;
		}
		const mine = ++asked;
		void ask('plan.check-add', { ...toAdd(p), ...arranger.where() }).then((r) => {
			if (mine === asked) against = r.ok ? r.result.against : [r.message];
		});
	});
	const has = (id: string | null) => plan?.personIds.includes(id) ?? false;
	/** Nobody and somebody exclude each other; without anybody it is nobody. */
	function choose(ids: readonly string[], on: boolean) {
		if (!plan) return;
		const kept = plan.personIds.filter((x) => x !== null && !ids.includes(x));
		const next = on ? [...kept, ...ids] : kept;
		plan = { ...plan, personIds: next.length > 0 ? next : [null] };
	}
	async function save() {
		if (!plan) return;
		if ((plan.start && minutesOfClock(plan.start) === null) || (plan.end && minutesOfClock(plan.end) === null))
			return void ([problem, field] = ['Type times like 7:00.', 'start']);
		busy = true;
		const name = jobs.find((j) => j.id === plan?.jobId)?.name ?? '';
		const day = shortDay(plan.from);
		const r = await arranger.add({ ...toAdd(plan), despite: against.length > 0 }, (n) => `${name}: ${n} planned from ${day}.`);
		busy = false;
		if (!r.ok) return void ([problem, field] = [r.message, r.field ?? '']);
		plan = null;
		problem = '';
	}
</script>

{#if plan}
	<Dialog
		bind:open={
			() => plan !== null,
			(v) => {
				if (!v) plan = null;
			}
		}
		title="Plan"
		save={against.length ? 'Plan it all the same' : 'Plan'}
		onsave={save}
		{busy}
		problem={field === 'to' || field === 'start' ? '' : problem}
	>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Job"
				><select class="select" name="job" bind:value={plan.jobId} required
					>{#if !plan.jobId}<option value="">choose</option>{/if}{#each jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option
						>{/each}</select
				></Field
			>
			<Field label="Phase"><input class="input" name="phase" list="phases" bind:value={plan.phase} /></Field>
		</div>
		<datalist id="phases"
			>{#each unmanned.filter((u) => u.jobId === plan?.jobId) as u (u.phase)}<option value={u.phase}></option>{/each}</datalist
		>
		<fieldset class="people">
			<legend>Who</legend>
			<label
				><input type="checkbox" class="checkbox" checked={has(null)} onchange={() => plan && (plan = { ...plan, personIds: [null] })} /> nobody
				yet</label
			>
			{#each crews as [crew, own] (crew)}
				<div>
					<label class="font-bold"
						><input
							type="checkbox"
							class="checkbox"
							checked={own.every((p) => has(p.id))}
							onchange={(e) =>
								choose(
									own.map((p) => p.id),
									e.currentTarget.checked
								)}
						/>
						{crew}</label
					>
					{#each own as p (p.id)}<label
							><input type="checkbox" class="checkbox" checked={has(p.id)} onchange={(e) => choose([p.id], e.currentTarget.checked)} />
							{p.name}</label
						>{/each}
				</div>
			{/each}
		</fieldset>
		<div class="grid grid-cols-4 gap-3">
			<Field label="From"><input class="input" type="date" name="from" bind:value={plan.from} required /></Field><Field
				label="To and with"
				problem={field === 'to' ? problem : ''}><input class="input" type="date" name="to" bind:value={plan.to} required /></Field
			>
			<Field label="Starts" hint="empty: the whole day" problem={field === 'start' ? problem : ''}
				><input class="input" name="start" placeholder="7:00" bind:value={plan.start} /></Field
			><Field label="Ends"><input class="input" name="end" placeholder="15:30" bind:value={plan.end} /></Field>
		</div>
		<Field label="Note for the crew"><input class="input" name="note" maxlength="500" bind:value={plan.note} /></Field>
		{#if against.length}<ul class="against" role="status">
				{#each against.slice(0, 5) as a (a)}<li class="problem">{a}</li>{/each}{#if against.length > 5}<li class="problem">
						and {against.length - 5} more
					</li>{/if}
			</ul>{/if}
	</Dialog>
{/if}

<style>
	.people {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 18px;
		max-height: 246px;
		overflow: auto;
		border: 1px solid var(--line);
		padding: 6px 10px;
	}
	.people label {
		display: block;
		padding: 2px 0;
		white-space: nowrap;
	}
	.against {
		display: grid;
		gap: 3px;
		padding: 8px 10px;
		background: color-mix(in oklab, var(--color-error) 8%, var(--color-base-100));
		border-left: 3px solid var(--color-error);
	}
</style>
