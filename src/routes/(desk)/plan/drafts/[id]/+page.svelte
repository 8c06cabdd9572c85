<script lang="ts">
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { latestOf } from '$lib/client/shown.svelte';
	import { told } from '$lib/client/told';
	import { formatMinutes } from '$lib/core/money';
	import { clockText } from '$lib/ui/board/plan';
	import Go from '$lib/ui/shell/Go.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay, weekDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const d = $derived(data.draft);
	type Change = (typeof d.changes)[number];
	/** What stays in the draft when the rest is taken. */
	let left = $state<ReadonlySet<string>>(new Set());
	const ready = $derived(d.changes.filter((c) => c.state === 'ready'));
	const since = $derived(d.changes.filter((c) => c.state === 'changed'));
	const chosen = $derived(ready.filter((c) => !left.has(c.shiftId)));
	let problem = $state('');
	/** Conflicts were said: the next press means it all the same. */
	let doubt = $state(false);
	let busy = $state(false);
	const FIGURES = [
		['Paid, without a shift', 'gaps', true],
		['Overtime', 'overtime', true],
		['Booked twice', 'twice', false]
	] as const;
	const shown = (n: number, minutes: boolean) => (minutes ? formatMinutes(n) : String(n));
	const signed = (n: number, minutes: boolean) => (n === 0 ? 'as it is' : `${n > 0 ? '+' : '−'} ${shown(Math.abs(n), minutes)}`);
	const words = (w: Change['was'], none: string) =>
		w === null
			? none
			: [
					`${weekDay(w.day)}, ${w.person ?? 'nobody yet'}`,
					w.job,
					w.from === null ? '' : `${clockText(w.from)}–${clockText(w.to)}`,
					w.phase,
					w.note
				]
					.filter(Boolean)
					.join(' · ');
	function tick(id: string, on: boolean) {
		left = new Set(on ? [...left].filter((x) => x !== id) : [...left, id]);
	}
	async function take() {
		busy = true;
		const all = chosen.length === ready.length && since.length === 0;
		const shiftIds = all ? {} : { shiftIds: chosen.map((c) => c.shiftId) };
		const r = await command('plan.take-draft', { draftId: d.id, ...shiftIds, despite: doubt });
		busy = false;
		doubt = !r.ok && r.field === 'despite';
		problem = r.ok ? '' : r.message;
		if (!r.ok) return;
		const back = r.result.undo;
		told(`“${d.name}”: ${r.result.taken} ${r.result.taken === 1 ? 'change stands' : 'changes stand'} on the plan.`, async () => {
			const undone = await command('plan.arrange', { changes: back, despite: true });
			return undone.ok ? null : undone.message;
		});
		if (r.result.left === 0) await goto(`/plan?from=${data.begins}`);
	}
	async function settle(changes: readonly Change[], keep: boolean) {
		const r = await command('plan.settle-draft', { draftId: d.id, shiftIds: changes.map((c) => c.shiftId), keep });
		problem = r.ok ? '' : r.message;
	}
	async function drop(dropped: boolean): Promise<string | null> {
		const r = await command('plan.change-draft', { draftId: d.id, name: d.name, dropped });
		problem = r.ok ? '' : r.message;
		if (r.ok && dropped) told(`“${d.name}” dropped.`, () => drop(false));
		return r.ok ? null : r.message;
	}
</script>

<Page
	title="Draft “{d.name}”"
	sub={d.state === 'open'
		? `${d.changes.length} ${d.changes.length === 1 ? 'shift' : 'shifts'} other than on the plan`
		: `It was ${d.state}`}
	pages={pagesOf('Plan')}
	current="/plan"
>
	{#snippet actions()}<a class="btn" href="/plan/drafts">All drafts</a>{#if d.state === 'open'}<button
				class="btn"
				onclick={() => drop(true)}>Drop</button
			><a class="btn" href="/plan?draft={d.id}&from={data.begins}">Work on it</a><button
				class="btn btn-primary"
				disabled={busy || chosen.length === 0}
				onclick={take}>{doubt ? 'Take it all the same' : chosen.length === d.changes.length ? 'Take it' : `Take ${chosen.length}`}</button
			>{:else if d.state === 'dropped'}<button class="btn" onclick={() => drop(false)}>Take up again</button>{/if}{/snippet}
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<div class="beside">
		<section class="sheet p-4" aria-label="What it comes to">
			<h2>What it comes to</h2>
			<table class="grid-table">
				<thead
					><tr
						><th>{d.weeks.length === 1 ? `Week of ${showDay(d.weeks[0])}` : `${d.weeks.length} weeks`}</th><th class="text-right">Plan</th
						><th class="text-right">Draft</th><th class="text-right">Difference</th></tr
					></thead
				>
				<tbody
					>{#each FIGURES as [word, key, minutes] (key)}<tr
							><td>{word}</td><td class="figure whitespace-nowrap text-right">{shown(d.plan[key], minutes)}</td><td
								class="figure whitespace-nowrap text-right">{shown(d.draft[key], minutes)}</td
							><td class="figure whitespace-nowrap text-right">{signed(d.draft[key] - d.plan[key], minutes)}</td></tr
						>{/each}</tbody
				>
			</table>
			<h3>Jobs that end on another day</h3>
			<ul>
				{#each d.ends as e (e.jobId)}<li>
						<Go right="jobs.see" class="link" href="/jobs/{e.jobId}">{e.job}</Go>: {e.was ? showDay(e.was) : 'not planned'} → {e.becomes
							? showDay(e.becomes)
							: 'not planned'}
					</li>{:else}<li class="quiet">none</li>{/each}
			</ul>
			<h3>To be told</h3>
			<ul>
				{#each d.customers as c (c.jobId)}<li>{c.customer} <span class="quiet">{c.job}</span></li>{/each}
				<li class="quiet">{d.people.length ? d.people.join(', ') : 'none of our people'}</li>
			</ul>
		</section>
		<div class="grid gap-4">
			{#if since.length}<section class="sheet p-4" aria-label="Changed on the plan since">
					<h2>Changed on the plan since</h2>
					<p class="quiet">These are not taken until it is said which of the two holds.</p>
					<ul>
						{#each since as c (c.shiftId)}<li class="one">
								<strong>{c.name}</strong>
								<span>on the plan: {words(c.was, 'not there any more')}<br />in the draft: {words(c.to, 'off the plan')}</span>
								<span class="acts"
									><button class="btn btn-small" onclick={() => settle([c], false)}
										>Go by the plan<span class="sr-only"> {c.name}</span></button
									><button class="btn btn-small" onclick={() => settle([c], true)}
										>Keep the draft’s<span class="sr-only"> {c.name}</span></button
									></span
								>
							</li>{/each}
					</ul>
				</section>{/if}
			<section class="sheet overflow-x-auto" aria-label="Changes">
				<table class="grid-table">
					<thead><tr><th></th><th>Job</th><th>On the plan</th><th>In the draft</th></tr></thead>
					<tbody
						>{#each ready as c (c.shiftId)}<tr
								><td
									><input
										type="checkbox"
										class="checkbox"
										aria-label="Take: {c.name}, {words(c.to, 'off the plan')}"
										checked={!left.has(c.shiftId)}
										onchange={(e) => tick(c.shiftId, e.currentTarget.checked)}
									/></td
								><td>{c.number} {c.name}</td><td>{words(c.was, 'not there yet')}</td><td>{words(c.to, 'off the plan')}</td></tr
							>{:else}<tr
								><td colspan="4" class="quiet"
									>{d.state === 'open'
										? 'Nothing differs from the plan. Move something in this draft, and it stands here.'
										: 'The plan has all of it, or it was let go.'}</td
								></tr
							>{/each}</tbody
					>
				</table>
			</section>
		</div>
	</div>
</Page>

<style>
	.beside {
		display: grid;
		grid-template-columns: minmax(320px, 420px) minmax(0, 1fr);
		gap: 16px;
		align-items: start;
	}
	@media (max-width: 900px) {
		.beside {
			grid-template-columns: minmax(0, 1fr);
		}
	}
	h3 {
		margin: 14px 0 4px;
		font-weight: 600;
	}
	.one {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 2fr) auto;
		gap: 12px;
		align-items: start;
		padding: 8px 0;
		border-top: 1px solid var(--line);
	}
	.acts {
		display: flex;
		gap: 8px;
	}
</style>
