<script lang="ts">
	import type { CommandName, Input } from '$lib/contract';
	import { command } from '$lib/client/command';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import Form from '../forms/Form.svelte';
	import PictureField from '../forms/PictureField.svelte';
	import { showDay } from '../shell/dates';
	interface Item {
		id: string;
		text: string;
		place: string;
		due: string | null;
		fileId: string | null;
		doneAt: number | null;
		doneBy: string;
		createdBy: string;
		personId: string | null;
		person: string | null;
		version: number;
	}
	interface Props {
		jobId: string;
		items: Item[];
		staff: { id: string; name: string }[];
		today: string;
		mayChange: boolean;
		mayTick: boolean;
	}
	/** What is still to be put right before the job is closed. */
	let { jobId, items, staff, today, mayChange, mayTick }: Props = $props();
	let t = $state({ text: '', place: '', fileId: null as string | null });
	let problem = $state('');
	let known: Item | null = $state(null);
	let k = $state({ text: '', place: '', personId: '', due: '' });
	let wrong = $state({ message: '', field: '' });
	let all = $state(false);
	const shown = $derived(all ? items : items.filter((i) => i.doneAt === null));
	const done = $derived(items.filter((i) => i.doneAt !== null).length);
	async function act<N extends CommandName>(name: N, input: Input<N>): Promise<boolean> {
		const r = await command(name, input);
		problem = r.ok ? '' : r.message;
		return r.ok;
	}
	function edit(i: Item) {
		known = i;
		k = { text: i.text, place: i.place, personId: i.personId ?? '', due: i.due ?? '' };
		wrong = { message: '', field: '' };
	}
	async function save() {
		if (!known) return;
		const { id: punchId, version } = known;
		const r = await command('work.change-punch', { punchId, version, ...k, personId: k.personId || null, due: k.due || null });
		if (r.ok) known = null;
		else wrong = { message: r.message, field: r.field ?? '' };
	}
</script>

<section class="sheet p-4" aria-label="Punch list" id="punch">
	<div class="flex items-baseline gap-4">
		<h2>Punch list</h2>
		<span class="quiet">{items.length - done} to put right</span>
		{#if done}<button class="link ml-auto" aria-pressed={all} onclick={() => (all = !all)}>{all ? 'Hide' : 'Show'} {done} put right</button
			>{/if}
	</div>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<ul class="mt-1">
		{#each shown as i (i.id)}<li class="flex items-center gap-3 border-b py-1" style="border-color: var(--line)">
				<label class="flex items-center gap-2"
					><input
						type="checkbox"
						class="checkbox"
						disabled={!mayTick}
						checked={i.doneAt !== null}
						onchange={(e) => act('work.tick-punch', { punchId: i.id, done: e.currentTarget.checked })}
					/>{i.text}</label
				>
				{#if i.fileId}<a href="/api/files/{i.fileId}"
						><img class="h-10 w-10 object-cover" src="/api/files/{i.fileId}?small" alt={i.text} /></a
					>{/if}
				<span class="quiet grow"
					>{[
						i.place,
						i.person,
						i.due ? `${i.doneAt === null && i.due < today ? '▲ ' : ''}by ${showDay(i.due)}` : '',
						i.doneBy ? `put right by ${i.doneBy}` : `from ${i.createdBy}`
					]
						.filter(Boolean)
						.join(' · ')}</span
				>
				{#if mayChange}<button class="link" onclick={() => edit(i)}>Change<span class="sr-only"> {i.text}</span></button><button
						class="link"
						onclick={() => act('work.remove-punch', { punchId: i.id })}>Take off<span class="sr-only"> {i.text}</span></button
					>{/if}
			</li>{:else}<li class="quiet">Nothing is left to put right.</li>{/each}
	</ul>
	{#if mayTick}<Form
			class="mt-3 flex flex-wrap items-center gap-2"
			onsave={async () => {
				if (t.text.trim() && (await act('work.add-punch', { jobId, ...t }))) t = { text: '', place: '', fileId: null };
			}}
		>
			<input
				class="input grow"
				style="max-width: 340px"
				name="punch"
				aria-label="What is to be put right"
				placeholder="Add what is to be put right"
				bind:value={t.text}
			/>
			<input class="input" style="width: 160px" name="punch-place" aria-label="Where" placeholder="Where" bind:value={t.place} />
			<PictureField bind:fileId={t.fileId} label="Picture of what is to be put right" /><button class="btn">Add</button>
		</Form>{/if}
</section>
{#if known}<Dialog onclosed={() => (known = null)} title="To put right" onsave={save} problem={wrong.field ? '' : wrong.message}>
		<Field label="What" problem={wrong.field === 'text' ? 'Say what is to be put right.' : ''}
			><input class="input" name="punch-text" bind:value={k.text} /></Field
		>
		<Field label="Where"><input class="input" bind:value={k.place} /></Field>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Who"
				><select class="select" name="punch-person" bind:value={k.personId}
					><option value="">nobody yet</option>{#each staff as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
				></Field
			>
			<Field label="By"><input class="input" type="date" name="punch-due" bind:value={k.due} /></Field>
		</div>
	</Dialog>{/if}
