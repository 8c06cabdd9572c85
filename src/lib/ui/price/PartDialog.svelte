<script lang="ts">
	import { measureLabel, MEASURES, type MeasureName, type OwnMeasure } from '$lib/core/measure';
	import { parseQuantity, toTyped } from '$lib/core/money';
	import type { Choice } from '$lib/core/pricing';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import type { PartTyped } from './assembly-form';
	/** All that is said about a part: what it goes by, when it holds, what answers do to its rate. */
	let {
		part = $bindable(),
		choices,
		own,
		onremove
	}: {
		part: PartTyped | null;
		choices: Choice[];
		/** Measures that the company named itself. */
		own: OwnMeasure[];
		onremove: () => void;
	} = $props();
	const names = $derived([...(Object.keys(MEASURES) as MeasureName[]), ...own]);
	const toggle = (choice: string, answer: string, on: boolean) => {
		if (!part) return;
		const now = part.when[choice] ?? [];
		const next = on ? [...now, answer] : now.filter((a) => a !== answer);
		const { [choice]: _, ...rest } = part.when;
		part.when = next.length ? { ...rest, [choice]: next } : rest;
	};
	const factorOf = (choice: string, answer: string) => part?.factors.find((f) => f.when[choice]?.includes(answer))?.factor;
	function setFactor(choice: string, answer: string, text: string) {
		if (!part) return;
		const rest = part.factors.filter((f) => !f.when[choice]?.includes(answer));
		let factor = 10_000;
		try {
			factor = parseQuantity(text || '1');
		} catch {
			return;
		}
		part.factors = factor === 10_000 ? rest : [...rest, { when: { [choice]: [answer] }, factor }];
	}
</script>

<Dialog
	bind:open={
		() => part !== null,
		(v) => {
			if (!v) part = null;
		}
	}
	title={part?.name ?? ''}
	save="Close"
	onsave={() => (part = null)}
>
	{#if part}
		{#if part.sheetId}<Field label="What the labor is called"><input class="input" name="part-name" bind:value={part.name} /></Field>{/if}
		{#if !part.childId}
			<fieldset>
				<legend>Goes by the sum of</legend>
				<div class="flex flex-wrap gap-x-4 gap-y-1">
					{#each names as m (m)}<label><input type="checkbox" value={m} bind:group={part.measures} /> {measureLabel(m)}</label>{/each}
				</div>
			</fieldset>
			<div class="grid grid-cols-4 gap-3">
				<Field label="Amount ({part.unit})"><input class="input figure" bind:value={part.amount} /></Field><Field label="per measure"
					><input class="input figure" bind:value={part.per} /></Field
				><Field label="Waste %"><input class="input figure" bind:value={part.waste} /></Field><Field label="In steps of"
					><input class="input figure" bind:value={part.step} /></Field
				>
			</div>
		{/if}
		<div class="grid grid-cols-2 gap-3">
			<Field label="Phase"><input class="input" bind:value={part.phase} /></Field><Field
				label="Still to be chosen"
				hint="for example: line and color"><input class="input" bind:value={part.placeholder} /></Field
			>
		</div>
		<Field label="What the rate assumes"><textarea class="textarea" rows="2" bind:value={part.note}></textarea></Field>
		{#if !part.childId}<label
				><input type="checkbox" name="once" bind:checked={part.once} /> Comes once to a job in its amount, whatever is measured: the container,
				setting up</label
			>{/if}
		<label><input type="checkbox" bind:checked={part.reminder} /> Remind the estimator when it comes to zero</label>
		{#if choices.length}
			<fieldset>
				<legend>Holds only for, and takes times</legend>
				{#each choices as c (c.id)}<p class="quiet mt-1">{c.question}</p>
					<div class="answers">
						{#each c.answers as a (a.id)}<label
								><input
									type="checkbox"
									checked={part.when[c.id]?.includes(a.id) ?? false}
									onchange={(e) => toggle(c.id, a.id, e.currentTarget.checked)}
								/>
								{a.text}</label
							><label class="quiet"
								>× <input
									class="times figure"
									aria-label="Times for {a.text}"
									value={factorOf(c.id, a.id) === undefined ? '' : toTyped(factorOf(c.id, a.id) ?? 10_000, 4)}
									placeholder="1"
									onchange={(e) => setFactor(c.id, a.id, e.currentTarget.value)}
								/></label
							>{/each}
					</div>{/each}
			</fieldset>
		{/if}
		<button
			type="button"
			class="link justify-self-start"
			onclick={() => {
				onremove();
				part = null;
			}}>Take this part out</button
		>
	{/if}
</Dialog>

<style>
	legend {
		color: var(--quiet);
		font-size: 0.93rem;
	}
	.answers {
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 2px 12px;
	}
	.times {
		width: 56px;
		height: 24px;
		border: 1px solid var(--line);
		border-radius: 3px;
		padding: 0 4px;
		text-align: right;
	}
</style>
