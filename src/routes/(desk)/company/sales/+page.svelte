<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { wordsOf } from '$lib/core/refusal';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { parseCents, parsePercent, toTyped } from '$lib/core/money';
	import { markOf, OWN_FIELD_OF, STAGE_MARKS, type OwnField, type StageMark } from '$lib/core/sales';
	import Field from '$lib/ui/forms/Field.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Track = 'winning' | 'doing';
	type Meaning = (typeof data.stages)[number]['meaning'];
	interface StageTyped {
		id: string | null;
		name: string;
		meaning: Meaning;
		mark: StageMark | null;
		chance: string;
		jobs: number;
	}
	const read = (track: Track): StageTyped[] =>
		data.stages.filter((s) => s.track === track).map(({ track: _, chance, ...s }) => ({ ...s, chance: toTyped(chance, 2) }));
	// What is typed, here and below, is the page's own until it is saved, whatever is heard meanwhile.
	let stages = $state(untrack(() => ({ winning: read('winning'), doing: read('doing') })));
	const meanings: Record<Track, Meaning[]> = { winning: ['bidding', 'lost'], doing: ['ready', 'under way', 'finished', 'closed'] };
	const MARK_WORDS: Record<StageMark, string> = { ring: 'ring', half: 'half disc', wait: 'diamond', need: 'triangle', done: 'disc' };
	let said: Record<string, string> = $state({});
	const say = (what: string, words: string) => (said = { ...said, [what]: words });
	async function run<N extends CommandName>(what: string, name: N, input: Input<N>): Promise<boolean> {
		const r = await command(name, input);
		say(what, r.ok ? 'Saved.' : r.message);
		return r.ok;
	}
	async function saveStages(track: Track) {
		try {
			// Won is where both tracks meet: no stage means it.
			const rows = stages[track].flatMap(({ id, name, meaning, mark, chance }) =>
				meaning === 'won'
					? []
					: [{ id, name: name.trim(), meaning, mark, chance: meaning === 'bidding' ? parsePercent(chance || '0', 'The chance') : 0 }]
			);
			if (await run(track, 'company.save-stages', { track, stages: rows })) stages[track] = read(track);
		} catch (e) {
			say(track, wordsOf(e));
		}
	}
	function shift(track: Track, at: number, by: number) {
		const rows = stages[track];
		const [row] = rows.splice(at, 1);
		if (row) rows.splice(at + by, 0, row);
	}
	let wonText = $state(untrack(() => ({ to: data.wonText.to, above: toTyped(data.wonText.above, 2) })));
	async function saveWonText() {
		try {
			await run('won-text', 'company.won-text', { to: wonText.to, above: parseCents(wonText.above.trim() || '0', 'The amount') });
		} catch (e) {
			say('won-text', wordsOf(e));
		}
	}
	const lines = (text: string) => text.split('\n');
	let lists = $state(
		untrack(() => ({ kinds: data.lists.kinds.join('\n'), sources: data.lists.sources.join('\n'), reasons: data.lists.reasons.join('\n') }))
	);
	const listWords = { kinds: 'Kinds of work', sources: 'Sources', reasons: 'Reasons for losing' } as const;
	const saveLists = () =>
		run('lists', 'company.sales-lists', { kinds: lines(lists.kinds), sources: lines(lists.sources), reasons: lines(lists.reasons) });
	let fields = $state(untrack(() => data.fields.map((f) => ({ ...f, choices: f.choices.join(', ') }))));
	const kinds: [OwnField['kind'], string][] = [
		['text', 'text'],
		['number', 'a number'],
		['choice', 'a choice'],
		['date', 'a day']
	];
	const saveFields = () =>
		run('fields', 'company.own-fields', {
			version: data.version,
			fields: fields.map((f) => ({
				...f,
				choices: f.choices
					.split(',')
					.map((c) => c.trim())
					.filter(Boolean)
			}))
		});
	// What is being typed is the page's own: news from elsewhere does not run over it.
	let tasks = $state(untrack(() => data.tasks.map((t) => ({ ...t, steps: t.steps.join('; ') }))));
	const saveTasks = () =>
		run('tasks', 'work.task-templates', {
			version: data.version,
			templates: tasks
				.filter((t) => t.text.trim() !== '')
				.map((t) => ({
					...t,
					days: t.days === null || !Number.isFinite(t.days) ? null : Math.round(t.days),
					steps: t.steps
						.split(';')
						.map((s) => s.trim())
						.filter(Boolean)
				}))
		});
	let moves = $state(untrack(() => ({ ...data.moves })));
	const bids = $derived(data.stages.filter((s) => s.track === 'winning'));
	let signOff = $state(
		untrack(() => ({
			belowMargin: data.signOff.belowMargin === null ? '' : toTyped(data.signOff.belowMargin, 2),
			aboveAmount: data.signOff.aboveAmount === null ? '' : toTyped(data.signOff.aboveAmount, 2),
			discountAbove: data.signOff.discountAbove === null ? '' : toTyped(data.signOff.discountAbove, 2),
			kindsOfWork: [...data.signOff.kindsOfWork]
		}))
	);
	async function saveSignOff() {
		const { belowMargin, aboveAmount, discountAbove, kindsOfWork } = signOff;
		const orNull = <T,>(text: string, parse: (text: string) => T) => (text.trim() === '' ? null : parse(text));
		try {
			await run('sign-off', 'company.set-sign-off', {
				belowMargin: orNull(belowMargin, (x) => parsePercent(x, 'The margin')),
				aboveAmount: orNull(aboveAmount, (x) => parseCents(x, 'The amount')),
				discountAbove: orNull(discountAbove, (x) => parsePercent(x, 'The discount')),
				kindsOfWork
			});
		} catch (e) {
			say('sign-off', wordsOf(e));
		}
	}
	let plans = $state(untrack(() => data.plans.map((p) => ({ ...p, stagesFrom: toTyped(p.stagesFrom, 2) }))));
	async function savePlans() {
		try {
			await run('plans', 'company.billing-plans', {
				plans: plans.map((p) => ({ ...p, stagesFrom: parseCents(p.stagesFrom || '0', 'The amount') }))
			});
		} catch (e) {
			say('plans', wordsOf(e));
		}
	}
</script>

{#snippet saving(what: string, words: string, save: () => void)}
	<div class="flex items-center gap-3">
		<button type="button" class="btn" onclick={save}>{words}</button>{#if said[what]}<span
				role="status"
				class={said[what] === 'Saved.' ? 'quiet' : 'problem'}>{said[what]}</span
			>{/if}
	</div>
{/snippet}

<Page
	asks
	title="Stages and fields"
	sub="How your jobs move, and what you want to know of them"
	pages={pagesOf('Company')}
	current="/company/sales"
>
	<fieldset disabled={!data.mayChange} class="grid gap-4 lg:grid-cols-2">
		{#each ['winning', 'doing'] as const as track (track)}
			<section class="sheet grid content-start gap-2 p-4" aria-label="Stages of the {track} track">
				<h2>Stages of the {track} track</h2>
				<table class="rows">
					<thead
						><tr
							><th>Name</th><th>Means</th>{#if track === 'doing'}<th>Mark</th>{/if}{#if track === 'winning'}<th class="num">Chance, %</th
								>{/if}<th class="num">Jobs</th><th><span class="sr-only">Order</span></th></tr
						></thead
					>
					<tbody
						>{#each stages[track] as s, n (s)}<tr
								><td><input class="input" aria-label="Stage {n + 1}" bind:value={s.name} /></td><td
									><select class="select" aria-label="Meaning of {s.name}" bind:value={s.meaning}
										>{#each meanings[track] as m (m)}<option value={m}>{m}</option>{/each}</select
									></td
								>{#if track === 'doing'}<td
										><span class="flex items-center gap-2"
											><Mark kind={markOf(s)} /><select class="select" aria-label="Mark of {s.name}" bind:value={s.mark}
												><option value={null}>as it means</option>{#each STAGE_MARKS as m (m)}<option value={m}>{MARK_WORDS[m]}</option
													>{/each}</select
											></span
										></td
									>{/if}{#if track === 'winning'}<td class="num"
										>{#if s.meaning === 'bidding'}<input
												class="input num"
												inputmode="decimal"
												aria-label="Chance of {s.name}"
												bind:value={s.chance}
											/>{/if}</td
									>{/if}<td class="num quiet">{s.jobs || ''}</td><td class="whitespace-nowrap"
									><button type="button" class="link" aria-label="Move {s.name} up" disabled={n === 0} onclick={() => shift(track, n, -1)}
										>↑</button
									>
									<button
										type="button"
										class="link"
										aria-label="Move {s.name} down"
										disabled={n === stages[track].length - 1}
										onclick={() => shift(track, n, 1)}>↓</button
									>
									<button type="button" class="link" aria-label="Take {s.name} away" onclick={() => stages[track].splice(n, 1)}>×</button
									></td
								></tr
							>{/each}</tbody
					>
				</table>
				<button
					type="button"
					class="link justify-self-start"
					onclick={() =>
						stages[track].push({ id: null, name: '', meaning: meanings[track][0] ?? 'bidding', mark: null, chance: '', jobs: 0 })}
					>Add a stage</button
				>
				<p class="quiet">Jobs of a stage that goes stand in the first one that means the same.</p>
				{@render saving(track, 'Save the stages', () => saveStages(track))}
			</section>
		{/each}
		<section class="sheet grid content-start gap-2 p-4" aria-label="Lists">
			<h2>What is offered where jobs are opened</h2>
			<div class="grid grid-cols-3 gap-3">
				{#each ['kinds', 'sources', 'reasons'] as const as key (key)}<Field label={listWords[key]} hint="One a line"
						><textarea class="textarea" rows="8" name={key} bind:value={lists[key]}></textarea></Field
					>{/each}
			</div>
			{@render saving('lists', 'Save the lists', saveLists)}
		</section>
		<section class="sheet grid content-start gap-2 p-4" aria-label="Own fields">
			<h2>Fields of your own</h2>
			<table class="rows">
				<thead><tr><th>Of a</th><th>Name</th><th>Is</th><th>Choices, with commas</th><th></th></tr></thead>
				<tbody
					>{#each fields as f, n (f.id)}<tr
							><td
								><select class="select" aria-label="Field {n + 1} belongs to" bind:value={f.of}
									>{#each OWN_FIELD_OF as o (o)}<option value={o}>{o}</option>{/each}</select
								></td
							><td><input class="input" aria-label="Field {n + 1}" bind:value={f.label} /></td><td
								><select class="select" aria-label="Kind of field {n + 1}" bind:value={f.kind}
									>{#each kinds as [k, word] (k)}<option value={k}>{word}</option>{/each}</select
								></td
							><td
								>{#if f.kind === 'choice'}<input class="input" aria-label="Choices of field {n + 1}" bind:value={f.choices} />{/if}</td
							><td
								><button type="button" class="link" aria-label="Take field {f.label} away" onclick={() => fields.splice(n, 1)}>×</button
								></td
							></tr
						>{:else}<tr
							><td colspan="5" class="quiet">None yet: a gate code of a site, the financing of a job, whatever you look for.</td></tr
						>{/each}</tbody
				>
			</table>
			<button
				type="button"
				class="link justify-self-start"
				onclick={() => fields.push({ id: `f${crypto.randomUUID().slice(0, 8)}`, of: 'job', label: '', kind: 'text', choices: '' })}
				>Add a field</button
			>
			{@render saving('fields', 'Save the fields', saveFields)}
		</section>
		<section class="sheet grid content-start gap-2 p-4" aria-label="Billing plans">
			<h2>When a job is won: how it is billed</h2>
			<p class="quiet">The deposit is {data.deposit / 100} % (under Company). A plan is proposed; it can be changed on the job.</p>
			<table class="rows">
				<thead><tr><th>Kind of work</th><th class="num">Stages from, without tax</th><th>Deposit at once</th><th></th></tr></thead>
				<tbody
					>{#each plans as p, n (p)}<tr
							><td
								>{#if p.kindOfWork === '' && n === 0}<span class="quiet">all others</span>{:else}<select
										class="select"
										aria-label="Kind of work of plan {n + 1}"
										bind:value={p.kindOfWork}
										>{#each data.lists.kinds as k (k)}<option value={k}>{k}</option>{/each}</select
									>{/if}</td
							><td class="num"
								><input class="input num" inputmode="decimal" aria-label="Stages from, plan {n + 1}" bind:value={p.stagesFrom} /></td
							><td
								><label class="flex gap-2"
									><input type="checkbox" class="checkbox" bind:checked={p.depositAtOnce} /> billed and sent when it is won</label
								></td
							><td
								>{#if n > 0}<button type="button" class="link" aria-label="Take plan {n + 1} away" onclick={() => plans.splice(n, 1)}
										>×</button
									>{/if}</td
							></tr
						>{/each}</tbody
				>
			</table>
			<button
				type="button"
				class="link justify-self-start"
				onclick={() => plans.push({ kindOfWork: data.lists.kinds[0] ?? '', stagesFrom: '15000', depositAtOnce: false })}
				>Add a kind of work</button
			>
			{@render saving('plans', 'Save the plans', savePlans)}
		</section>
		<section class="sheet grid content-start gap-2 p-4" aria-label="Tasks">
			<h2>When a job is won: what has to be done</h2>
			<table class="rows tasks">
				<thead
					><tr><th>Kind of work</th><th>Phase</th><th>Task</th><th>Steps, with ; between</th><th>Days from start</th><th></th></tr></thead
				>
				<tbody
					>{#each tasks as t, n (t)}<tr
							><td
								><select class="select" aria-label="Kind of work of task {n + 1}" bind:value={t.kindOfWork}
									><option value="">all</option>{#each data.lists.kinds as k (k)}<option value={k}>{k}</option>{/each}</select
								></td
							><td><input class="input" aria-label="Phase of task {n + 1}" bind:value={t.phase} /></td><td
								><input class="input" aria-label="Task {n + 1}" bind:value={t.text} /></td
							><td><input class="input" aria-label="Steps of task {n + 1}" bind:value={t.steps} /></td><td
								><input
									class="input"
									style="width: 70px"
									type="number"
									aria-label="Days from the start of task {n + 1}"
									bind:value={t.days}
								/></td
							><td><button type="button" class="link" aria-label="Take task {n + 1} away" onclick={() => tasks.splice(n, 1)}>×</button></td
							></tr
						>{:else}<tr><td colspan="5" class="quiet">None yet: order the container, call the utility, take before-pictures.</td></tr
						>{/each}</tbody
				>
			</table>
			<button
				type="button"
				class="link justify-self-start"
				onclick={() => tasks.push({ kindOfWork: '', phase: '', text: '', steps: '', days: null })}>Add a task</button
			>
			{@render saving('tasks', 'Save the tasks', saveTasks)}
		</section>
		<section class="sheet grid content-start gap-2 p-4" aria-label="Cards that move by themselves">
			<h2>Cards that move by themselves</h2>
			<p class="quiet">
				A job that is won moves to the doing track anyway. A card never moves back, nor one that is lost already. Each move stands in the
				history.
			</p>
			<div class="grid grid-cols-2 gap-3">
				<Field label="When its quote went out, to"
					><select class="select" name="move-issued" bind:value={moves.issued}
						><option value="">it stays</option>{#each bids.filter((s) => s.meaning === 'bidding') as s (s.id)}<option value={s.id}
								>{s.name}</option
							>{/each}</select
					></Field
				>
				<Field label="When it was declined, to"
					><select class="select" name="move-declined" bind:value={moves.declined}
						><option value="">it stays</option>{#each bids as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
					></Field
				>
			</div>
			<div class="grid grid-cols-3 gap-3">
				{#each [['deposit', 'When its deposit is paid, to'], ['clockOn', 'When work on it begins, to'], ['lastTask', 'When its last task is done, to']] as const as [field, label] (field)}<Field
						{label}
						><select class="select" name="move-{field}" bind:value={moves[field]}
							><option value="">it stays</option>{#each data.stages.filter((x) => x.track === 'doing') as s (s.id)}<option value={s.id}
									>{s.name}</option
								>{/each}</select
						></Field
					>{/each}
			</div>
			{@render saving('moves', 'Save', () => run('moves', 'company.card-moves', moves))}
		</section>
		<section class="sheet grid content-start gap-2 p-4" aria-label="A text when a quote is accepted">
			<h2>A text when a quote is accepted</h2>
			<p class="quiet">Mail to who is in charge goes out anyway.</p>
			<div class="grid grid-cols-2 gap-3">
				<Field label="Of this much or more"
					><input class="input" name="won-above" inputmode="decimal" bind:value={wonText.above} placeholder="0" /></Field
				>
				<Field label="To these phones" hint="with commas; empty: nobody"
					><input class="input" name="won-to" bind:value={wonText.to} /></Field
				>
			</div>
			{@render saving('won-text', 'Save', saveWonText)}
		</section>
		<section class="sheet grid content-start gap-2 p-4" aria-label="Sign-off">
			<h2>A second look before a quote goes out</h2>
			<p class="quiet">An estimate needs leave to be issued when one of these is so. Empty: it does not count.</p>
			<div class="grid grid-cols-3 gap-3">
				<Field label="Margin below, %"
					><input class="input num" inputmode="decimal" name="below-margin" bind:value={signOff.belowMargin} /></Field
				>
				<Field label="Price above"
					><input class="input num" inputmode="decimal" name="above-amount" bind:value={signOff.aboveAmount} /></Field
				>
				<Field label="Discount above, %"
					><input class="input num" inputmode="decimal" name="discount-above" bind:value={signOff.discountAbove} /></Field
				>
			</div>
			<fieldset class="flex flex-wrap gap-x-4 gap-y-1">
				<legend class="quiet">Always for these kinds of work</legend>
				{#each data.lists.kinds as k (k)}<label class="flex items-center gap-2"
						><input type="checkbox" class="checkbox checkbox-sm" value={k} bind:group={signOff.kindsOfWork} />{k}</label
					>{/each}
			</fieldset>
			{@render saving('sign-off', 'Save the rules', saveSignOff)}
		</section>
	</fieldset>
</Page>

<style>
	.rows {
		width: 100%;
	}
	.rows th {
		text-align: left;
		font-weight: 400;
		color: var(--quiet);
		font-size: 0.93rem;
	}
	.rows td,
	.rows th {
		padding: 2px 8px 2px 0;
	}
	.rows .select {
		min-width: 8.2em;
		padding-inline-end: 2rem;
	}
	.tasks td:nth-child(2) {
		width: 24%;
	}
	.tasks td:nth-child(3) {
		width: 48%;
	}
	.rows .num {
		text-align: right;
	}
	.rows .input.num {
		width: 7em;
	}
</style>
