<script lang="ts">
	import { viewPath, filtersOf, type View } from './view';
	/** How the board is looked at: by whom or what, for how long, and which of it. All of it stands in the address. */
	interface Props {
		view: View;
		from: string;
		weeks: number;
		crews: { id: string; name: string }[];
		branches: { id: string; name: string }[];
		stages: { id: string; name: string }[];
		jobs: { id: string; name: string; number: number | null }[];
		kinds: string[];
		districts: string[];
		skills: string[];
		go: (path: string) => void;
	}
	let { view, from, weeks, crews, branches, stages, jobs, kinds, districts, skills, go }: Props = $props();
	const set = (more: Partial<View>) => go(viewPath({ ...view, ...more }, from, weeks));
	const CLEAR = { crew: '', skill: '', branch: '', stage: '', kind: '', job: '', district: '' };
	const choices = $derived(
		[
			{ key: 'crew', word: 'Crew', all: 'any crew', list: crews },
			{ key: 'skill', word: 'Skill', all: 'any skill', list: skills.map((s) => ({ id: s, name: s })) },
			{ key: 'branch', word: 'Branch', all: 'any branch', list: branches },
			{ key: 'district', word: 'District', all: 'any district', list: districts.map((d) => ({ id: d, name: d })) },
			{ key: 'kind', word: 'Kind of work', all: 'any work', list: kinds.map((k) => ({ id: k, name: k })) },
			{ key: 'stage', word: 'Stage', all: 'any stage', list: stages },
			{ key: 'job', word: 'Job', all: 'any job', list: jobs.map((j) => ({ id: j.id, name: `${j.number ?? ''} ${j.name}` })) }
		].filter((c) => c.list.length > 1) as { key: keyof typeof CLEAR; word: string; all: string; list: { id: string; name: string }[] }[]
	);
</script>

<div class="views">
	<span class="by" role="group" aria-label="Rows"
		>{#each [['person', 'People'], ['job', 'Jobs']] as const as [by, word] (by)}<a
				class="btn btn-small"
				class:on={view.by === by}
				aria-current={view.by === by}
				href={viewPath({ ...view, by }, from, weeks)}>{word}</a
			>{/each}</span
	>
	{#each choices as c (c.key)}<select
			class="select"
			class:set={view[c.key] !== ''}
			aria-label={c.word}
			name="filter-{c.key}"
			value={view[c.key]}
			onchange={(e) => set({ [c.key]: e.currentTarget.value })}
			><option value="">{c.all}</option>{#each c.list as o (o.id)}<option value={o.id}>{o.name}</option>{/each}</select
		>{/each}
	{#if filtersOf(view) > 0}<a class="link" href={viewPath({ ...view, ...CLEAR }, from, weeks)}>show all</a>{/if}
	<span class="weeks">
		{#each [1, 2, 4, 8] as n (n)}<a class="link" class:font-bold={n === weeks} aria-current={n === weeks} href={viewPath(view, from, n)}
				>{n} week{n > 1 ? 's' : ''}</a
			>{/each}
	</span>
</div>

<style>
	.views {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 8px;
		align-items: center;
		padding: 5px 18px;
		background: var(--color-base-100);
		border-bottom: 1px solid var(--line);
	}
	.by {
		display: flex;
		margin-right: 6px;
	}
	.by .btn {
		height: 28px;
		min-height: 28px;
		padding: 0 10px;
		border-radius: 0;
	}
	.by .btn.on {
		background: var(--color-base-300);
	}
	.select {
		height: 28px;
		min-height: 28px;
		width: 102px;
		font-size: 0.92rem;
	}
	.select.set {
		border-color: var(--color-primary);
		border-width: 2px;
	}
	.weeks {
		display: flex;
		gap: 12px;
		margin-left: auto;
	}
</style>
