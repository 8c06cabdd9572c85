<script lang="ts">
	import Form from '$lib/ui/forms/Form.svelte';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatMinutes } from '$lib/core/money';
	import Field from '$lib/ui/forms/Field.svelte';
	import ClockPanel from '$lib/ui/forms/ClockPanel.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	let { data } = $props();
	let adding = $state(false);
	let typed = $state(
		untrack(() => ({ jobId: data.jobs[0]?.id ?? '', day: data.today, from: '7:00', to: '15:30', breakMinutes: '30', note: '' }))
	);
	let problem = $state('');
	let field = $state('');
	async function add() {
		const r = await command('time.add', { ...typed, breakMinutes: Math.max(0, Math.round(Number(typed.breakMinutes) || 0)) });
		if (r.ok) [adding, problem, field] = [false, '', ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const show = (ms: number) =>
		new Date(ms).toLocaleString('en-US', { weekday: 'short', hour: '2-digit', minute: '2-digit', hour12: false, timeZone: data.zone });
	const worked = (e: { startedAt: number; endedAt: number | null; breakMinutes: number }) =>
		e.endedAt === null ? 0 : Math.max(0, Math.floor((e.endedAt - e.startedAt) / 60_000) - e.breakMinutes);
</script>

<h1 class="mb-3">Hours</h1>
<ClockPanel running={data.running} now={data.now} zone={data.zone} />
{#if adding}
	<Form class="sheet mb-4 grid gap-3 p-4" onsave={() => add()}>
		<Field label="Job"
			><select class="select" bind:value={typed.jobId}
				>{#each data.jobs as j (j.id)}<option value={j.id}>{j.name}</option>{/each}</select
			></Field
		>
		<Field label="Day"><input class="input" type="date" bind:value={typed.day} /></Field>
		<div class="grid grid-cols-3 gap-3">
			<Field label="From" problem={field === 'from' ? problem : ''}><input class="input" bind:value={typed.from} /></Field><Field
				label="To"
				problem={field === 'to' ? problem : ''}><input class="input" bind:value={typed.to} /></Field
			><Field label="Break"><input class="input" inputmode="numeric" bind:value={typed.breakMinutes} /></Field>
		</div>
		<Field label="Note"><input class="input" bind:value={typed.note} /></Field>
		{#if problem && !['from', 'to'].includes(field)}<p class="problem" role="alert">{problem}</p>{/if}
		<div class="grid grid-cols-2 gap-3">
			<button type="button" class="btn btn-tall" onclick={() => (adding = false)}>Cancel</button><button class="btn btn-primary btn-tall"
				>Add</button
			>
		</div>
	</Form>
{:else}<button class="btn btn-tall mb-4 w-full" onclick={() => (adding = true)}>Add time I forgot</button>{/if}
<ul class="sheet">
	{#each data.entries as e (e.id)}<li class="border-b p-3" style="border-color: var(--line)">
			<div class="flex justify-between">
				<strong>{e.job ?? 'no job'}</strong><span class="figure">{e.endedAt === null ? 'running' : formatMinutes(worked(e))}</span>
			</div>
			<p class="quiet">{show(e.startedAt)}{e.endedAt ? ` – ${show(e.endedAt).split(' ').at(-1)}` : ''}{e.note ? ` · ${e.note}` : ''}</p>
			{#if e.conflict}<Mark kind="need" label="in conflict: ask the office" />{/if}
		</li>{:else}<li class="p-4">No time in the last two weeks.</li>{/each}
</ul>
