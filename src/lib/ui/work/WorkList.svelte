<script lang="ts">
	import Form from '../forms/Form.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import { formatQuantity } from '$lib/core/money';
	import { showDay } from '../shell/dates';
	import { groupBy } from '../lists';
	import PartsDialog from './PartsDialog.svelte';
	import TaskDialog from './TaskDialog.svelte';
	import { PART_STATES, type Material, type Task } from './tasks';
	/** The work list of a job whole: tasks by phase, each with its people, day, steps and parts. */
	interface Props {
		jobId: string;
		tasks: Task[];
		phases: string[];
		materials: Material[];
		staff: { id: string; name: string }[];
		today: string;
		mayChange: boolean;
		mayTick: boolean;
	}
	let { jobId, tasks, phases, materials, staff, today, mayChange, mayTick }: Props = $props();
	const order = $derived(new Map(phases.map((p, n) => [p, n])));
	const groups = $derived(groupBy(tasks, (t) => t.phase).sort(([a], [b]) => (order.get(a) ?? -1) - (order.get(b) ?? -1)));
	let text = $state('');
	let phase = $state('');
	let problem = $state('');
	let editing = $state<string | null>(null);
	let giving = $state<string | null>(null);
	let personId = $state('');
	const shown = (list: Task[]) => list.filter((t) => !personId || t.people.some((p) => p.id === personId));
	async function act<N extends CommandName>(name: N, input: Input<N>): Promise<boolean> {
		const r = await command(name, input);
		problem = r.ok ? '' : r.message;
		return r.ok;
	}
	const edited = $derived(tasks.find((t) => t.id === editing));
	const given = $derived(tasks.find((t) => t.id === giving));
	const involved = $derived(staff.filter((s) => tasks.some((t) => t.people.some((p) => p.id === s.id))));
	const late = (t: Task) => t.doneAt === null && t.due !== null && t.due < today;
</script>

<section class="sheet p-4" aria-label="Work list">
	<div class="mb-2 flex items-center gap-4">
		<h2>Work list</h2>
		<span class="quiet">{tasks.filter((t) => t.doneAt !== null).length} of {tasks.length} done</span>
		{#if involved.length}<select class="select ml-auto" style="width: 180px" aria-label="Whose tasks" bind:value={personId}
				><option value="">everybody’s</option>{#each involved as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
			>{/if}
	</div>
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	{#each groups as [name, own] (name)}
		<h3 class="quiet mt-3 border-b pb-1" style="border-color: var(--line)">{name || 'No phase'}</h3>
		<ul>
			{#each shown(own) as t (t.id)}<li class="border-b py-2" style="border-color: var(--line)">
					<div class="flex items-center gap-3">
						<label class="flex items-center gap-2"
							><input
								type="checkbox"
								class="checkbox"
								disabled={!mayTick}
								checked={t.doneAt !== null}
								onchange={(e) => act('work.tick-task', { taskId: t.id, done: e.currentTarget.checked })}
							/><span class:done={t.doneAt !== null}>{t.text}</span></label
						>
						<span class="quiet"
							>{[
								t.people.map((p) => p.name).join(', '),
								t.due ? `${late(t) ? '▲ ' : ''}by ${showDay(t.due)}` : '',
								t.doneBy ? `done by ${t.doneBy}` : ''
							]
								.filter(Boolean)
								.join(' · ')}</span
						>
						{#if mayChange}<span class="ml-auto flex gap-3"
								><button class="link" onclick={() => (editing = t.id)}>Change<span class="sr-only"> {t.text}</span></button
								>{#if materials.length}<button class="link" onclick={() => (giving = t.id)}
										>Parts …<span class="sr-only"> of {t.text}</span></button
									>{/if}<button class="link" onclick={() => act('work.remove-task', { taskId: t.id })}
									>Take off<span class="sr-only"> {t.text}</span></button
								></span
							>{/if}
					</div>
					{#if t.note}<p class="quiet ml-7">{t.note}</p>{/if}
					{#if t.steps.length}<ul class="ml-7 mt-1">
							{#each t.steps as s (s.id)}<li>
									<label class="flex items-center gap-2"
										><input
											type="checkbox"
											class="checkbox checkbox-sm"
											disabled={!mayTick}
											checked={s.doneAt !== null}
											onchange={(e) => act('work.tick-step', { stepId: s.id, done: e.currentTarget.checked })}
										/><span class:done={s.doneAt !== null}>{s.text}</span></label
									>
								</li>{/each}
						</ul>{/if}
					{#if t.parts.length}<table class="ml-7 mt-1">
							<tbody
								>{#each t.parts as p (p.id)}<tr
										><td class="pr-4">{p.name}</td><td class="figure pr-4 text-right">{formatQuantity(p.quantity)} {p.unit}</td><td
											class="pr-4"
											><select
												class="select select-sm"
												style="width: 120px"
												aria-label="Where {p.name} is"
												disabled={!mayTick}
												value={p.state}
												onchange={(e) =>
													act('work.move-part', {
														partId: p.id,
														state: PART_STATES.find((s) => s === e.currentTarget.value) ?? p.state,
														version: p.version
													})}
												>{#each PART_STATES as s (s)}<option>{s}</option>{/each}</select
											></td
										><td
											>{#if mayChange}<button class="link" onclick={() => act('work.remove-part', { partId: p.id })}
													>Take off<span class="sr-only"> {p.name}</span></button
												>{/if}</td
										></tr
									>{/each}</tbody
							>
						</table>{/if}
				</li>{/each}
		</ul>
	{:else}<p class="quiet">Nothing yet. What such jobs always need comes from Company, Stages and fields.</p>{/each}
	{#if mayChange}<Form
			class="mt-3 flex max-w-2xl gap-2"
			onsave={async () => {
				if (text.trim() && (await act('work.add-task', { jobId, phase, text }))) text = '';
			}}
		>
			<input class="input grow" name="task" aria-label="New task" placeholder="Add a task" bind:value={text} /><select
				class="select"
				style="width: 160px"
				aria-label="Phase of the new task"
				bind:value={phase}
				><option value="">no phase</option>{#each phases as p (p)}<option value={p}>{p}</option>{/each}</select
			><button class="btn">Add</button>
		</Form>{/if}
</section>
{#if edited}{#key edited.id}<TaskDialog task={edited} {phases} {staff} onclose={() => (editing = null)} />{/key}{/if}
{#if given}{#key given.id}<PartsDialog task={given} {materials} onclose={() => (giving = null)} />{/key}{/if}

<style>
	.done {
		text-decoration: line-through;
		color: var(--quiet);
	}
</style>
