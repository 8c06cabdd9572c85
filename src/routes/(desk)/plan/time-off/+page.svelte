<script lang="ts">
	import { untrack } from 'svelte';
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import type { CommandName, Input } from '$lib/contract';
	import { TIME_OFF_KINDS } from '$lib/core/planning';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let said = $state('');
	let refusing: { id: string; name: string; version: number; answer: string } | null = $state(null);
	let adding = $state<Input<'time-off.add'> | null>(null);
	let calling = $state<Input<'plan.put-on-call'> | null>(null);
	let wrong = $state({ message: '', field: '' });
	const at = (f: string) => (wrong.field === f ? wrong.message : '');
	const rest = $derived(wrong.field ? '' : wrong.message);
	async function act<N extends CommandName>(name: N, input: Input<N>, done: string) {
		const r = await command(name, input);
		said = r.ok ? '' : r.message;
		if (r.ok) told(done);
	}
	async function refuse() {
		if (!refusing) return;
		const r = await command('time-off.answer', {
			timeOffId: refusing.id,
			granted: false,
			answer: refusing.answer,
			version: refusing.version
		});
		if (r.ok) [refusing, wrong] = [null, { message: '', field: '' }];
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	async function add() {
		if (!adding) return;
		const r = await command('time-off.add', adding);
		if (r.ok) [adding, wrong] = [null, { message: '', field: '' }];
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	async function putOnCall() {
		if (!calling) return;
		const r = await command('plan.put-on-call', calling);
		if (r.ok) [calling, wrong] = [null, { message: '', field: '' }];
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	const span = (t: { from: string; to: string }) => (t.from === t.to ? showDay(t.from) : `${showDay(t.from)} – ${showDay(t.to)}`);
	const days = (n: number) => `${n} working day${n === 1 ? '' : 's'}`;
	const first = untrack(() => data.staff[0]?.id ?? '');
</script>

<Page
	title="Time off"
	sub={data.asked.length ? `${data.asked.length} asked for` : 'Nothing waits for an answer'}
	pages={pagesOf('Plan')}
	current="/plan/time-off"
>
	{#snippet actions()}{#if data.mayPlan}<button
				class="btn"
				onclick={() => (calling = { personId: first, from: data.today, to: data.today })}>On call</button
			><button
				class="btn btn-primary"
				onclick={() => (adding = { personId: first, from: data.today, to: data.today, note: '', kind: 'vacation' })}>Add time off</button
			>{/if}{/snippet}
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	{#if data.asked.length}<section class="sheet mb-4 p-4" aria-label="Asked for">
			<h2>Asked for</h2>
			<ul>
				{#each data.asked as t (t.id)}<li class="row">
						<span
							><strong>{t.name}</strong>
							{span(t)}, {days(t.days)}
							<span class="quiet">{[t.kind, t.note].filter(Boolean).join(': ')}</span>
							{#if t.planned}<span class="problem">planned on {t.planned} of them</span>{/if}</span
						>{#if data.mayPlan}<span class="flex gap-2"
								><button
									class="btn btn-small"
									onclick={() =>
										act(
											'time-off.answer',
											{ timeOffId: t.id, granted: true, answer: '', version: t.version },
											`${t.name} is off, ${span(t)}.`
										)}>Grant<span class="sr-only"> {t.name}</span></button
								><button
									class="btn btn-small"
									onclick={() => (
										(refusing = { id: t.id, name: t.name, version: t.version, answer: '' }),
										(wrong = { message: '', field: '' })
									)}>Refuse …<span class="sr-only"> {t.name}</span></button
								></span
							>{/if}
					</li>{/each}
			</ul>
		</section>{/if}
	<div class="grid items-start gap-4 lg:grid-cols-2">
		<section class="sheet p-4" aria-label="Ahead">
			<h2>Ahead</h2>
			<ul>
				{#each data.ahead as t (t.id)}<li class="row">
						<span>{t.name} <span class="quiet">{span(t)}, {days(t.days)}, {t.kind}{t.note ? `: ${t.note}` : ''}</span></span
						>{#if data.mayPlan}<button
								class="link"
								onclick={() => act('time-off.remove', { timeOffId: t.id }, `${t.name} comes after all.`)}
								>Take back<span class="sr-only"> {t.name}, {span(t)}</span></button
							>{/if}
					</li>{:else}<li class="quiet">Nobody is off.</li>{/each}
				{#each data.refused as t (t.id)}<li class="row quiet"><span>{t.name} {span(t)}: refused, {t.answer}</span></li>{/each}
			</ul>
			<h2 class="mt-4">On call</h2>
			<ul>
				{#each data.onCall as c (c.id)}<li class="row">
						<span>{c.name} <span class="quiet">{span(c)}</span></span>{#if data.mayPlan}<button
								class="link"
								onclick={() => act('plan.take-off-call', { onCallId: c.id }, `${c.name} is not on call.`)}
								>Take off<span class="sr-only"> {c.name}, {span(c)}</span></button
							>{/if}
					</li>{:else}<li class="quiet">Nobody is on call.</li>{/each}
			</ul>
		</section>
		<section class="sheet overflow-x-auto" aria-label="This year">
			<table class="grid-table">
				<thead
					><tr
						><th>{data.year}, working days</th>{#each TIME_OFF_KINDS as k (k)}<th class="num">{k}</th>{/each}</tr
					></thead
				><tbody
					>{#each data.balances as p (p.id)}<tr
							><td>{p.name}</td>{#each TIME_OFF_KINDS as k (k)}<td class="num">{p.days[k] ?? ''}</td>{/each}</tr
						>{/each}</tbody
				>
			</table>
		</section>
	</div>
</Page>
{#snippet whoAndWhen(t: { personId: string; from: string; to: string })}
	<Field label="Who"
		><select class="select" name="personId" bind:value={t.personId}
			>{#each data.staff as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
		></Field
	>
	<div class="grid grid-cols-2 gap-3">
		<Field label="From" problem={at('from')}><input class="input" type="date" name="from" required bind:value={t.from} /></Field><Field
			label="To and with"
			problem={at('to')}><input class="input" type="date" name="to" required bind:value={t.to} /></Field
		>
	</div>
{/snippet}
{#if adding}<Dialog
		bind:open={() => adding !== null, (v) => (v ? null : (adding = null))}
		title="Add time off"
		save="Add"
		onsave={add}
		problem={rest}
	>
		{@render whoAndWhen(adding)}
		<Field label="Kind"
			><select class="select" name="kind" bind:value={adding.kind}
				>{#each TIME_OFF_KINDS as k (k)}<option>{k}</option>{/each}</select
			></Field
		>
		<Field label="Note"><input class="input" name="note" maxlength="200" bind:value={adding.note} /></Field>
	</Dialog>{/if}
{#if calling}<Dialog
		bind:open={() => calling !== null, (v) => (v ? null : (calling = null))}
		title="On call"
		save="Put on call"
		onsave={putOnCall}
		problem={rest}
	>
		{@render whoAndWhen(calling)}
	</Dialog>{/if}
{#if refusing}<Dialog
		bind:open={() => refusing !== null, (v) => (v ? null : (refusing = null))}
		title="Refuse {refusing.name}"
		save="Refuse"
		onsave={refuse}
		problem={rest}
	>
		<Field label="Why" hint="they read it" problem={at('answer')}
			><input class="input" name="answer" maxlength="400" bind:value={refusing.answer} /></Field
		>
	</Dialog>{/if}

<style>
	.row {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 5px 0;
		border-bottom: 1px solid color-mix(in oklab, var(--line) 60%, transparent);
	}
</style>
