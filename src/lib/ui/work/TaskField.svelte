<script lang="ts">
	import { ask } from '$lib/client/ask';
	import Field from '../forms/Field.svelte';
	interface Props {
		jobId: string;
		/** The task that is meant; '': none is said. */
		taskId: string;
		label: string;
		none: string;
		problem?: string;
	}
	/** The task of a job that time was worked on; nothing where a job has none. */
	let { jobId, taskId = $bindable(), label, none, problem = '' }: Props = $props();
	let tasks: { id: string; text: string }[] = $state([]);
	$effect(() => {
		const wanted = jobId;
		void ask('work.tasks', { jobId: wanted }).then((r) => {
			if (wanted !== jobId) return;
			tasks = r.ok ? r.result : [];
			// A task of the job chosen before is none of this one.
			if (r.ok && taskId !== '' && !tasks.some((t) => t.id === taskId)) taskId = '';
		});
	});
</script>

{#if tasks.length || problem}<Field {label} {problem}
		><select class="select" name="task" bind:value={taskId}
			><option value="">{none}</option>{#each tasks as t (t.id)}<option value={t.id}>{t.text}</option>{/each}</select
		></Field
	>{/if}
