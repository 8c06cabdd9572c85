<script lang="ts">
	import { command } from '$lib/client/command';
	import { isThere, PERMIT_STATES, type PermitState } from '$lib/core/work';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Mark from '../shell/Mark.svelte';
	import { showDay } from '../shell/dates';
	interface Permit {
		id: string;
		phaseId: string | null;
		kind: 'permit' | 'inspection';
		name: string;
		authority: string;
		state: PermitState;
		askedOn: string | null;
		dueOn: string | null;
		answeredOn: string | null;
		expiresOn: string | null;
		note: string;
		version: number;
	}
	interface Props {
		jobId: string;
		permits: Permit[];
		phases: { id: string; name: string }[];
		today: string;
		mayChange: boolean;
	}
	/** What an authority must grant or pass, and what waits for it. */
	let { jobId, permits, phases, today, mayChange }: Props = $props();
	const EMPTY = {
		...{ phaseId: '', kind: 'permit' as Permit['kind'], name: '', authority: '', state: 'to ask' as PermitState },
		...{ askedOn: '', dueOn: '', answeredOn: '', expiresOn: '', note: '' }
	};
	let known: Permit | 'new' | null = $state(null);
	let t = $state({ ...EMPTY });
	let wrong = $state({ message: '', field: '' });
	const at = (f: string) => (wrong.field === f ? wrong.message : '');
	const phaseOf = (id: string | null) => phases.find((p) => p.id === id)?.name ?? '';
	const states = $derived(PERMIT_STATES.filter((s) => (t.kind === 'permit' ? s !== 'passed' && s !== 'failed' : s !== 'granted')));
	const mark = (p: Permit) =>
		isThere(p, today) ? 'done' : p.state === 'failed' ? 'need' : p.state === 'asked' ? 'wait' : p.state === 'to ask' ? 'ring' : 'need';
	const when = (p: Permit) =>
		[
			p.state === 'asked' && p.askedOn ? `asked ${showDay(p.askedOn)}` : '',
			(p.state === 'to ask' || p.state === 'asked') && p.dueOn ? `${p.kind === 'inspection' ? 'on' : 'wanted by'} ${showDay(p.dueOn)}` : '',
			p.answeredOn ? showDay(p.answeredOn) : '',
			p.expiresOn ? (p.expiresOn < today ? `ran out ${showDay(p.expiresOn)}` : `until ${showDay(p.expiresOn)}`) : ''
		]
			.filter(Boolean)
			.join(' · ');
	function edit(p: Permit | 'new') {
		known = p;
		t =
			p === 'new'
				? { ...EMPTY }
				: {
						...{ phaseId: p.phaseId ?? '', kind: p.kind, name: p.name, authority: p.authority, state: p.state, note: p.note },
						...{ askedOn: p.askedOn ?? '', dueOn: p.dueOn ?? '', answeredOn: p.answeredOn ?? '', expiresOn: p.expiresOn ?? '' }
					};
		wrong = { message: '', field: '' };
	}
	async function save() {
		if (!known) return;
		const of = known === 'new' ? { permitId: null } : { permitId: known.id, version: known.version };
		const days = { askedOn: t.askedOn || null, dueOn: t.dueOn || null, answeredOn: t.answeredOn || null, expiresOn: t.expiresOn || null };
		const r = await command('work.save-permit', { jobId, ...of, ...t, ...days, phaseId: t.phaseId || null });
		if (r.ok) known = null;
		else wrong = { message: r.message, field: r.field ?? '' };
	}
	async function remove(permitId: string) {
		const r = await command('work.remove-permit', { permitId });
		if (r.ok) known = null;
		else wrong = { message: r.message, field: '' };
	}
</script>

{#each permits as p (p.id)}<div class="py-[3px]">
		<p class="flex items-baseline justify-between gap-3">
			{#if mayChange}<button class="link text-left" onclick={() => edit(p)}>{p.name}</button>{:else}<span>{p.name}</span>{/if}
			<Mark
				kind={mark(p)}
				label={p.expiresOn && p.expiresOn < today && (p.state === 'granted' || p.state === 'passed') ? 'run out' : p.state}
			/>
		</p>
		<p class="quiet">{[p.authority, phaseOf(p.phaseId) && `before ${phaseOf(p.phaseId)}`, when(p)].filter(Boolean).join(' · ')}</p>
	</div>{:else}<p class="quiet">None. What an authority must grant or pass stands here, and the work that waits for it says so.</p>{/each}
{#if mayChange}<button class="link mt-1" onclick={() => edit('new')}>Add a permit or an inspection</button>{/if}
{#if known}<Dialog
		onclosed={() => (known = null)}
		title={known === 'new' ? 'Permit or inspection' : known.name}
		onsave={save}
		problem={wrong.field && wrong.field !== 'phaseId' ? '' : wrong.message}
	>
		<div class="grid grid-cols-2 gap-3">
			<Field label="It is"
				><select class="select" name="permit-kind" bind:value={t.kind}
					><option value="permit">a permit</option><option value="inspection">an inspection</option></select
				></Field
			>
			<Field label="Before"
				><select class="select" name="permit-phase" bind:value={t.phaseId}
					><option value="">the whole job</option>{#each phases as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
				></Field
			>
		</div>
		<Field label="What" problem={at('name') && 'Say what it is.'}
			><input class="input" name="permit-name" bind:value={t.name} placeholder="Building permit" /></Field
		>
		<div class="grid grid-cols-2 gap-3">
			<Field label="From whom"><input class="input" name="permit-authority" bind:value={t.authority} /></Field>
			<Field label="It is now" problem={at('state')}
				><select class="select" name="permit-state" bind:value={t.state}
					>{#each states as s (s)}<option>{s}</option>{/each}</select
				></Field
			>
			<Field label="Asked on"><input class="input" type="date" bind:value={t.askedOn} /></Field>
			<Field label={t.kind === 'inspection' ? 'Inspector comes on' : 'Wanted by'}
				><input class="input" type="date" bind:value={t.dueOn} /></Field
			>
			<Field label={t.kind === 'inspection' ? 'Passed or failed on' : 'Granted on'} problem={at('answeredOn')}
				><input class="input" type="date" name="permit-answered" bind:value={t.answeredOn} /></Field
			>
			<Field label="Good until"><input class="input" type="date" name="permit-expires" bind:value={t.expiresOn} /></Field>
		</div>
		<Field label="Note"><textarea class="textarea" rows="2" bind:value={t.note}></textarea></Field>
		{#if known !== 'new'}{@const { id } = known}<button type="button" class="link justify-self-start" onclick={() => remove(id)}
				>Take it off</button
			>{/if}
	</Dialog>{/if}
