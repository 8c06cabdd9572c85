<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import type { Input } from '$lib/contract';
	import { formatMinutes } from '$lib/core/money';
	import { TOLD_BY } from '$lib/core/planning';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Waterline from '$lib/ui/money/Waterline.svelte';
	import OfferDialog from '$lib/ui/plan/OfferDialog.svelte';
	import WeekFields from '$lib/ui/plan/WeekFields.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { shortDay, showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const BY = { mail: 'mail', text: 'text message', field: 'their own pages', phone: 'a call' };
	let editing = $state<Input<'people.set-planning'> | null>(null);
	let paper = $state<Input<'people.save-paper'> | null>(null);
	let wrong = $state({ message: '', field: '' });
	let said = $state('');
	const at = (f: string) => (wrong.field === f ? wrong.message : '');
	const rest = $derived(wrong.field ? '' : wrong.message);
	const fresh = () => (wrong = { message: '', field: '' });
	async function save() {
		if (!editing) return;
		const r = await command('people.set-planning', editing);
		if (r.ok) [editing, wrong] = [null, { message: '', field: '' }];
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	async function savePaper() {
		if (!paper) return;
		const r = await command('people.save-paper', { ...paper, validUntil: paper.validUntil || null });
		if (r.ok) [paper, wrong] = [null, { message: '', field: '' }];
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	async function drop(paperId: string) {
		const r = await command('people.remove-paper', { paperId });
		said = r.ok ? '' : r.message;
	}
	/** A week of somebody for which work is looked for. */
	let offering: { id: string; week: string } | null = $state(null);
	const offered = $derived(data.people.find((p) => p.id === offering?.id));
	const freeIn = (w: { gaps: { minutes: number }[] }) => w.gaps.reduce((a, g) => a + g.minutes, 0);
	const over = (d: string | null) => d !== null && d < data.today;
	const idle = $derived(data.people.filter((p) => p.load[1]?.planned === 0 && (p.load[1]?.paid ?? 0) > 0).length);
</script>

<Page
	title="People on the plan"
	sub={idle ? `${idle} without any work next week` : 'Everybody has work next week'}
	pages={pagesOf('Plan')}
	current="/plan/people"
>
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="People">
			<thead
				><tr
					><th>Name</th><th>Can</th><th>Papers</th><th>Told by</th>{#each data.people[0]?.load ?? [] as w (w.week)}<th class="num"
							>{shortDay(w.week)}</th
						>{/each}<th></th></tr
				></thead
			>
			<tbody
				>{#each data.people as p (p.id)}<tr
						><td
							>{p.name}<br /><span class="quiet">{p.crew}{p.hours ? ' · own week' : p.branchHours ? ` · week of ${p.branch}` : ''}</span
							></td
						><td>{p.skills}</td><td
							>{#each p.papers as x (x.id)}<span class="mr-2" class:problem={over(x.validUntil)}
									>{over(x.validUntil) ? '▲ ' : ''}{#if data.mayPlan}<button
											class="link"
											onclick={() => (
												fresh(),
												(paper = { paperId: x.id, personId: p.id, name: x.name, validUntil: x.validUntil, version: x.version })
											)}>{x.name}</button
										>{:else}{x.name}{/if}{x.validUntil ? ` until ${showDay(x.validUntil)}` : ''}</span
								>{/each}{#if data.mayPlan}<button
									class="link quiet"
									onclick={() => (fresh(), (paper = { personId: p.id, name: '', validUntil: null }))}
									>add<span class="sr-only"> a paper of {p.name}</span></button
								>{/if}</td
						><td>{BY[p.toldBy]}{p.toldBy === 'text' || p.toldBy === 'phone' ? ` ${p.phone}` : ''}</td>{#each p.load as w (w.week)}<td
								class="num load"
								title="{formatMinutes(w.planned)} planned of {formatMinutes(w.paid)}"
								><Waterline
									kind="load"
									cost={0}
									breakEven={w.paid}
									price={w.planned}
									words={['', '', '']}
									height={8}
									label="{p.name}, week of {shortDay(w.week)}: {formatMinutes(w.planned)} of {formatMinutes(w.paid)}"
								/>{#if w.planned > w.paid}▲ {formatMinutes(w.planned - w.paid)} over{:else if freeIn(w) > 0}{#if data.mayPlan}<button
											class="link"
											onclick={() => (offering = { id: p.id, week: w.week })}
											>{formatMinutes(freeIn(w))}<span class="sr-only"> free: work for {p.name}, week of {shortDay(w.week)}</span></button
										>{:else}{formatMinutes(freeIn(w))}{/if}{/if}</td
							>{/each}<td
							>{#if data.mayPlan}<button
									class="link"
									onclick={() => (
										fresh(),
										(editing = {
											...{ personId: p.id, phone: p.phone, toldBy: p.toldBy, skills: p.skills },
											...{ hours: p.hours, version: p.version }
										})
									)}>Change<span class="sr-only"> {p.name}</span></button
								>{/if}</td
						></tr
					>{:else}<tr><td colspan="9" class="quiet">Nobody is in a crew yet.</td></tr>{/each}</tbody
			>
		</table>
	</div>
	<p class="quiet mt-2">
		The bars are four weeks: planned against what is paid; the figure below is what is free, and offers what waits and fits.
	</p>
</Page>
{#if offered}<OfferDialog
		person={offered}
		gaps={offered.load.find((w) => w.week === offering?.week)?.gaps ?? []}
		waiting={data.waiting}
		near={offered.load.find((w) => w.week === offering?.week)?.districts ?? []}
		onclose={() => (offering = null)}
	/>{/if}
{#if editing}<Dialog
		bind:open={() => editing !== null, (v) => (v ? null : (editing = null))}
		title={data.people.find((p) => p.id === editing?.personId)?.name ?? ''}
		onsave={save}
		problem={rest}
	>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Told of changes by"
				><select class="select" name="toldBy" bind:value={editing.toldBy}
					>{#each TOLD_BY as t (t)}<option value={t}>{BY[t]}</option>{/each}</select
				></Field
			>
			<Field label="Phone" problem={at('phone')}><input class="input" name="phone" maxlength="60" bind:value={editing.phone} /></Field>
		</div>
		<Field label="Can" hint="with commas between: steep, copper"
			><input class="input" name="skills" maxlength="200" bind:value={editing.skills} /></Field
		>
		<label
			><input
				type="checkbox"
				class="checkbox"
				name="ownWeek"
				checked={editing.hours !== null}
				onchange={(e) => {
					if (editing) editing = { ...editing, hours: e.currentTarget.checked ? data.hours : null };
				}}
			/> works a week of their own</label
		>
		{#if editing.hours}<WeekFields
				hours={editing.hours}
				problem={at}
				onchange={(hours) => {
					if (editing) editing = { ...editing, hours };
				}}
			/>{/if}
	</Dialog>{/if}
{#if paper}<Dialog
		bind:open={() => paper !== null, (v) => (v ? null : (paper = null))}
		title="License or training"
		onsave={savePaper}
		problem={rest}
	>
		<Field label="What" hint="as phases ask for it: fall protection" problem={at('name')}
			><input class="input" name="name" required maxlength="200" bind:value={paper.name} /></Field
		>
		<Field label="Holds until" hint="empty: for good"
			><input class="input" type="date" name="validUntil" bind:value={paper.validUntil} /></Field
		>
		{#if paper.paperId}<button
				type="button"
				class="btn justify-self-start"
				onclick={() => {
					if (paper?.paperId) void drop(paper.paperId);
					paper = null;
				}}>Take it off</button
			>{/if}
	</Dialog>{/if}

<style>
	.load {
		min-width: 84px;
	}
</style>
