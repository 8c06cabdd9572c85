<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { TIME_OFF_KINDS, type TimeOffKind } from '$lib/core/planning';
	import Field from '../forms/Field.svelte';
	import Form from '../forms/Form.svelte';
	import Mark from '../shell/Mark.svelte';
	import { locale } from '../words/language';
	import { words } from '../words/field';
	/** Days off that one asks for, and what became of those one asked for. */
	interface Props {
		today: string;
		own: {
			id: string;
			from: string;
			to: string;
			kind: TimeOffKind;
			note: string;
			state: 'asked' | 'granted' | 'refused';
			answer: string;
		}[];
	}
	let { today, own }: Props = $props();
	let asking = $state(false);
	let t = $state(untrack(() => ({ from: today, to: today, kind: 'vacation' as TimeOffKind, note: '' })));
	let problem = $state('');
	let field = $state('');
	const w = words.field.off;
	const MARKS = { asked: 'wait', granted: 'done', refused: 'need' } as const;
	const day = (d: string) =>
		new Date(`${d}T12:00Z`).toLocaleDateString(locale(), { weekday: 'short', month: 'short', day: 'numeric', timeZone: 'UTC' });
	async function ask() {
		const r = await command('time-off.ask', t);
		if (r.ok) [asking, problem, field, t] = [false, '', '', { from: today, to: today, kind: 'vacation', note: '' }];
		else [problem, field] = [r.message, r.field ?? ''];
	}
	async function takeBack(timeOffId: string) {
		const r = await command('time-off.take-back', { timeOffId });
		[problem, field] = r.ok ? ['', ''] : [r.message, r.field ?? ''];
	}
</script>

<section class="sheet mt-4 p-4" aria-label={w.name}>
	<h2>{w.name}</h2>
	<ul class="my-2">
		{#each own as o (o.id)}<li class="flex items-center justify-between gap-3 py-1">
				<span
					>{day(o.from)}{o.to === o.from ? '' : ` – ${day(o.to)}`}
					<span class="quiet">{w.kinds[o.kind]}{o.answer ? `: ${o.answer}` : ''}</span></span
				>
				<Mark kind={MARKS[o.state]} label={w.states[o.state]} />{#if o.state === 'asked'}<button class="link" onclick={() => takeBack(o.id)}
						>{w.takeBack}<span class="sr-only"> {day(o.from)}</span></button
					>{/if}
			</li>{:else}<li class="quiet">{w.none}</li>{/each}
	</ul>
	{#if asking}
		<Form class="grid gap-3" label={w.ask} onsave={ask}>
			<div class="grid grid-cols-2 gap-3">
				<Field label={w.from}><input class="input" type="date" name="off-from" required bind:value={t.from} /></Field><Field
					label={w.to}
					problem={field === 'to' ? problem : ''}><input class="input" type="date" name="off-to" required bind:value={t.to} /></Field
				>
			</div>
			<Field label={w.kind}
				><select class="select" name="off-kind" bind:value={t.kind}
					>{#each TIME_OFF_KINDS as k (k)}<option value={k}>{w.kinds[k]}</option>{/each}</select
				></Field
			>
			<Field label={w.note}><input class="input" name="off-note" maxlength="200" bind:value={t.note} /></Field>
			{#if problem && field !== 'to'}<p class="problem" role="alert">{problem}</p>{/if}
			<button class="btn btn-primary btn-tall">{w.send}</button>
		</Form>
	{:else}
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<button class="btn btn-tall w-full" onclick={() => (asking = true)}>{w.ask}</button>{/if}
</section>
