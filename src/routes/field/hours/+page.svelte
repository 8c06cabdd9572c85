<script lang="ts">
	import { locale } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/field';
	import Form from '$lib/ui/forms/Form.svelte';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatMinutes } from '$lib/core/money';
	import TaskField from '$lib/ui/work/TaskField.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import ClockPanel from '$lib/ui/forms/ClockPanel.svelte';
	import TimeOff from '$lib/ui/field/TimeOff.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	let { data } = $props();
	let adding = $state(false);
	let typed = $state(
		untrack(() => ({ jobId: data.jobs[0]?.id ?? '', taskId: '', day: data.today, from: '7:00', to: '15:30', breakMinutes: '30', note: '' }))
	);
	let problem = $state('');
	let field = $state('');
	async function add() {
		const { taskId, ...rest } = typed;
		const r = await command('time.add', {
			...rest,
			...(taskId ? { taskId } : {}),
			breakMinutes: Math.max(0, Math.round(Number(typed.breakMinutes) || 0))
		});
		if (r.ok) [adding, problem, field] = [false, '', ''];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	const show = (ms: number) =>
		new Date(ms).toLocaleString(locale(), { weekday: 'short', hour: '2-digit', minute: '2-digit', hour12: false, timeZone: data.zone });
	const worked = (e: { startedAt: number; endedAt: number | null; breakMinutes: number }) =>
		e.endedAt === null ? 0 : Math.max(0, Math.floor((e.endedAt - e.startedAt) / 60_000) - e.breakMinutes);
</script>

<h1 class="mb-3">{words.field.places.hours}</h1>
<ClockPanel running={data.running} now={data.now} zone={data.zone} />
{#if adding}
	<Form class="sheet mb-4 grid gap-3 p-4" onsave={() => add()}>
		<Field label={words.field.hours.job}
			><select class="select" bind:value={typed.jobId}
				>{#each data.jobs as j (j.id)}<option value={j.id}>{j.name}</option>{/each}</select
			></Field
		>
		{#key typed.jobId}<TaskField
				jobId={typed.jobId}
				bind:taskId={typed.taskId}
				label={words.field.hours.task}
				none={words.field.hours.noTask}
				problem={field === 'taskId' ? problem : ''}
			/>{/key}
		<Field label={words.field.hours.date}><input class="input" type="date" bind:value={typed.day} /></Field>
		<div class="grid grid-cols-3 gap-3">
			<Field label={words.field.hours.from} problem={field === 'from' ? problem : ''}><input class="input" bind:value={typed.from} /></Field
			><Field label={words.field.hours.to} problem={field === 'to' ? problem : ''}><input class="input" bind:value={typed.to} /></Field
			><Field label={words.field.hours.break}><input class="input" inputmode="numeric" bind:value={typed.breakMinutes} /></Field>
		</div>
		<Field label={words.field.hours.note}><input class="input" bind:value={typed.note} /></Field>
		{#if problem && !['from', 'to', 'taskId'].includes(field)}<p class="problem" role="alert">{problem}</p>{/if}
		<div class="grid grid-cols-2 gap-3">
			<button type="button" class="btn btn-tall" onclick={() => (adding = false)}>{words.field.hours.cancel}</button><button
				class="btn btn-primary btn-tall">{words.field.hours.add}</button
			>
		</div>
	</Form>
{:else}<button class="btn btn-tall mb-4 w-full" onclick={() => (adding = true)}>{words.field.hours.forgot}</button>{/if}
<ul class="sheet">
	{#each data.entries as e (e.id)}<li class="border-b p-3" style="border-color: var(--line)">
			<div class="flex justify-between">
				<strong>{e.job ?? words.field.hours.noJob}</strong><span class="figure"
					>{e.endedAt === null ? words.field.hours.running : formatMinutes(worked(e))}</span
				>
			</div>
			<p class="quiet">{show(e.startedAt)}{e.endedAt ? ` – ${show(e.endedAt).split(' ').at(-1)}` : ''}{e.note ? ` · ${e.note}` : ''}</p>
			{#if e.conflict}<Mark kind="need" label={words.field.hours.conflict} />{/if}
		</li>{:else}<li class="p-4">{words.field.hours.nothing}</li>{/each}
</ul>
<TimeOff today={data.today} own={data.off} />
