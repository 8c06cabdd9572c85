<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { minutesOfClock, toAdd, toMove, type Plan } from './plan';
	/** Plans somebody on a job, or changes a bar. What speaks against it is said while it is typed, not after. */
	interface Props {
		plan: Plan | null;
		problem: string;
		staff: { id: string; name: string }[];
		unmanned: { jobId: string; phase: string }[];
		jobs: { id: string; name: string; number: number | null }[];
		takeOff: (shiftIds: string[]) => Promise<string | null>;
	}
	let { plan = $bindable(), problem = $bindable(), staff, unmanned, jobs, takeOff }: Props = $props();
	let against: string[] = $state([]);
	let busy = $state(false);
	let asked = 0;
	$effect(() => {
		const p = plan;
		if (!p?.jobId || p.personIds.length === 0 || !p.from || !p.to) {
			against = [];
			return;
		}
		const mine = ++asked;
		void (p.bar ? ask('plan.check-move', toMove(p)) : ask('plan.check-add', toAdd(p))).then((r) => {
			if (mine === asked) against = r.ok ? r.result.against : [r.message];
		});
	});
	async function save() {
		if (!plan) return;
		if (plan.start && minutesOfClock(plan.start) === null) return void (problem = 'Type times like 7:00.');
		busy = true;
		const despite = against.length > 0;
		const r = plan.bar ? await command('plan.move', { ...toMove(plan), despite }) : await command('plan.add', { ...toAdd(plan), despite });
		busy = false;
		if (r.ok) plan = null;
		else problem = r.message;
	}
	/** Taken off at once; who did not mean it puts it back. */
	async function remove() {
		const bar = plan?.bar;
		const s = bar?.shifts[0];
		if (!bar || !s) return;
		const wrong = await takeOff(bar.shifts.map((x) => x.id));
		if (wrong) return void (problem = wrong);
		plan = null;
		told(`${s.job} is off the plan.`, async () => {
			const again = { jobId: s.jobId, phase: s.phase, personIds: [s.personId], start: s.from, end: s.to, note: s.note, despite: true };
			const r = await command('plan.add', { ...again, from: s.day, to: bar.shifts.at(-1)?.day ?? s.day });
			return r.ok ? null : r.message;
		});
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
		title={plan.bar ? 'Change the plan' : 'Plan'}
		save={against.length ? 'Plan it all the same' : 'Plan'}
		onsave={save}
		{busy}
		{problem}
	>
		<Field label="Job"
			><select class="select" name="job" bind:value={plan.jobId} disabled={plan.bar !== null} required
				>{#if !plan.jobId}<option value="">choose</option>{/if}{#each jobs as j (j.id)}<option value={j.id}>{j.number} {j.name}</option
					>{/each}</select
			></Field
		>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Phase"><input class="input" name="phase" list="phases" bind:value={plan.phase} disabled={plan.bar !== null} /></Field
			><Field label="Who"
				><select
					class="select"
					name="person"
					value={plan.personIds[0] ?? ''}
					onchange={(e) => {
						if (plan) plan = { ...plan, personIds: [e.currentTarget.value || null] };
					}}
					><option value="">nobody yet</option>{#each staff as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
				></Field
			>
		</div>
		<datalist id="phases"
			>{#each unmanned.filter((u) => u.jobId === plan?.jobId) as u (u.phase)}<option value={u.phase}></option>{/each}</datalist
		>
		<div class="grid grid-cols-2 gap-3">
			<Field label="From"><input class="input" type="date" name="from" bind:value={plan.from} required /></Field><Field label="To and with"
				><input class="input" type="date" name="to" bind:value={plan.to} disabled={plan.bar !== null} required /></Field
			>
		</div>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Starts" hint="empty: the whole day"
				><input class="input" name="start" placeholder="7:00" bind:value={plan.start} /></Field
			><Field label="Ends"><input class="input" name="end" placeholder="15:30" bind:value={plan.end} /></Field>
		</div>
		{#if !plan.bar}<Field label="Note for the crew"><input class="input" bind:value={plan.note} /></Field>{/if}
		{#if against.length}<ul class="against" role="status">
				{#each against.slice(0, 5) as a (a)}<li class="problem">{a}</li>{/each}{#if against.length > 5}<li class="problem">
						and {against.length - 5} more
					</li>{/if}
			</ul>{/if}
		{#if plan.bar}<button type="button" class="btn justify-self-start" onclick={remove}>Take off the plan</button>{/if}
	</Dialog>
{/if}

<style>
	.against {
		display: grid;
		gap: 3px;
		padding: 8px 10px;
		background: color-mix(in oklab, var(--color-error) 8%, var(--color-base-100));
		border-left: 3px solid var(--color-error);
	}
</style>
