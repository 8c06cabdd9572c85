<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import type { Answer, Input } from '$lib/contract';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { shortDay } from '../shell/dates';
	import type { Arranger } from './arranger.svelte';
	/** Rain, or a sick crew: what was planned on a day goes to the next. Shown whole before it is done. */
	interface Props {
		crews: { id: string; name: string }[];
		day: string;
		arranger: Arranger;
		onclose: () => void;
	}
	let { crews, day, arranger, onclose }: Props = $props();
	let open = $state(true);
	let busy = $state(false);
	let problem = $state('');
	let choice = $state(untrack(() => ({ day, crewId: '', onward: false, outdoor: true, room: false })));
	let shown = $state<Answer<'plan.check-day'> | null>(null);
	const wanted = $derived({ ...choice, crewId: choice.crewId || null });
	// Where it was opened is where it moves: a board does not go from a draft to the plan under its dialog.
	const draftId = untrack(() => arranger.draftId());
	let asked = 0;
	$effect(() => {
		const w = wanted;
		if (!w.day) return;
		const mine = ++asked;
		void ask('plan.check-day', { ...w, ...arranger.where() }).then((r) => {
			if (mine !== asked) return;
			shown = r.ok ? r.result : null;
			problem = r.ok ? '' : r.message;
		});
	});
	const against = $derived(shown?.work.filter((w) => w.to === null || w.against.length > 0) ?? []);
	/** A moved day is one thing to take back; done again, it is moved once more. */
	const backBy =
		(undo: Input<'plan.move-day-back'>, again: Input<'plan.move-day'>): Arranger['done'][number]['back'] =>
		async () => {
			const r = await command('plan.move-day-back', undo);
			if (!r.ok) return { ok: false, message: r.message };
			return {
				ok: true,
				again: async () => {
					const once = await command('plan.move-day', { ...again, despite: true });
					return once.ok ? { ok: true, again: backBy(once.result.undo, again) } : { ok: false, message: once.message };
				}
			};
		};
	/** In a draft its shifts move, as one step of it. */
	async function moveInDraft() {
		if (!shown || shown.changes.length === 0) return void (problem = 'Nothing would move.');
		busy = true;
		const done = await arranger.do(shown.changes, `${shortDay(wanted.day)}: ${shown.work.length} moved in the draft.`, true);
		busy = false;
		if (done) onclose();
		else problem = arranger.problem;
	}
	async function move() {
		if (draftId !== undefined) return moveInDraft();
		busy = true;
		const r = await command('plan.move-day', { ...wanted, despite: against.length > 0 });
		busy = false;
		if (!r.ok) return void (problem = r.message);
		arranger.note(`${shortDay(wanted.day)}: ${r.result.moved} moved.`, backBy(r.result.undo, wanted));
		onclose();
	}
</script>

<Dialog
	bind:open={() => open, (v) => (v ? (open = true) : onclose())}
	title={draftId === undefined ? 'Move a day' : 'Move a day in this draft'}
	save={against.length ? 'Move it all the same' : 'Move it'}
	onsave={move}
	{busy}
	{problem}
>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Day"><input class="input" type="date" name="day" bind:value={choice.day} required /></Field>
		<Field label="Crew"
			><select class="select" name="crew" bind:value={choice.crewId}
				><option value="">all</option>{#each crews as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
			></Field
		>
	</div>
	<div class="grid gap-1">
		<label><input type="checkbox" class="checkbox" name="outdoor" bind:checked={choice.outdoor} /> only outdoor work: it rains</label>
		<label><input type="checkbox" class="checkbox" name="onward" bind:checked={choice.onward} /> and everything after it too</label>
		<label
			><input type="checkbox" class="checkbox" name="room" bind:checked={choice.room} /> to the first day with room, not just the next</label
		>
	</div>
	{#if shown}
		{#if shown.work.length === 0}<p class="quiet" role="status">
				Nothing is planned there that would move.{choice.outdoor ? ' Phases that are outdoor work say so on their job.' : ''}
			</p>
		{:else}
			<table class="grid-table" aria-label="What moves">
				<tbody
					>{#each shown.work.slice(0, 30) as w, n (n)}<tr
							><td>{w.words}<br /><span class="quiet">{w.people}</span></td><td>{shortDay(w.day)} → {w.to ? shortDay(w.to) : ''}</td><td
								>{#if w.to === null}<span class="problem">finds no day, stays</span>{:else if w.against.length}<span class="problem"
										>meets {w.against.join(', ')}</span
									>{/if}</td
							></tr
						>{/each}</tbody
				>
			</table>
			{#if shown.work.length > 30}<p class="quiet">and {shown.work.length - 30} more</p>{/if}
			{#if shown.phases.length}<p>
					{draftId === undefined ? 'Phases move:' : 'Phases that end later once it is taken, and stay until then:'}
					{shown.phases.map((p) => `${p.words} to ${shortDay(p.from)} – ${shortDay(p.to)}`).join('; ')}.
				</p>{/if}
			{#if shown.customers.length}<p>To tell: {[...new Set(shown.customers.map((c) => c.customer))].join(', ')}.</p>{/if}
			{#if shown.firms.length}<p class="problem">Subcontractors come then too, and stay: {shown.firms.join(', ')}. Ask them anew.</p>{/if}
		{/if}
		{#if shown.visitsLeft}<p>
				{shown.visitsLeft} visit{shown.visitsLeft === 1 ? '' : 's'} of rounds stay{shown.visitsLeft === 1 ? 's' : ''} where they are: a draft
				is of shifts. Move them on the plan when it is taken.
			</p>{/if}
	{/if}
</Dialog>
