<script lang="ts">
	import type { Choice, ChoiceRefusal } from '$lib/core/pricing';
	import { keyOf } from './assembly-form';
	/** The questions an assembly asks, their answers, and the answers that do not go together. */
	let {
		choices = $bindable(),
		refusals = $bindable(),
		disabled
	}: { choices: Choice[]; refusals: ChoiceRefusal[]; disabled: boolean } = $props();
	function addQuestion() {
		const id = keyOf(
			'question',
			choices.map((c) => c.id)
		);
		choices.push({
			id,
			question: '',
			required: true,
			answers: [
				{ id: 'a', text: '', wording: '' },
				{ id: 'b', text: '', wording: '' }
			]
		});
	}
	const addAnswer = (c: Choice) =>
		c.answers.push({
			id: keyOf(
				'answer',
				c.answers.map((a) => a.id)
			),
			text: '',
			wording: ''
		});
	const all = $derived(choices.flatMap((c) => c.answers.map((a) => ({ key: `${c.id} ${a.id}`, words: `${c.question} ${a.text}` }))));
	const keys = (r: ChoiceRefusal) => Object.entries(r.when).map(([c, [a]]) => `${c} ${a}`);
	function setWhen(r: ChoiceRefusal, n: number, key: string) {
		const now = keys(r);
		now[n] = key;
		r.when = Object.fromEntries(
			now.filter(Boolean).map((k) => {
				const [c = '', a = ''] = k.split(' ');
				return [c, [a]];
			})
		);
	}
</script>

<section class="sheet p-4" aria-label="Questions">
	<h2>What it asks before it is put on a scope</h2>
	{#each choices as c, n (c.id)}
		<div class="question">
			<div class="flex items-center gap-3">
				<input class="input" aria-label="Question {n + 1}" placeholder="How many layers come off?" bind:value={c.question} {disabled} />
				<label class="whitespace-nowrap"><input type="checkbox" bind:checked={c.required} {disabled} /> must be answered</label
				>{#if !disabled}<button type="button" class="quiet" aria-label="Remove question {n + 1}" onclick={() => choices.splice(n, 1)}
						>×</button
					>{/if}
			</div>
			{#each c.answers as a, k (a.id)}<div class="answer">
					<input class="input" aria-label="Answer {k + 1} of question {n + 1}" placeholder="one" bind:value={a.text} {disabled} /><input
						class="input"
						aria-label="Wording of answer {k + 1} of question {n + 1}"
						placeholder="added to what the customer reads"
						bind:value={a.wording}
						{disabled}
					/>{#if !disabled}<button type="button" class="quiet" aria-label="Remove answer {k + 1}" onclick={() => c.answers.splice(k, 1)}
							>×</button
						>{/if}
				</div>{/each}
			{#if !disabled}<button type="button" class="link" onclick={() => addAnswer(c)}>Add an answer</button>{/if}
		</div>
	{:else}<p class="quiet">
			Nothing yet: it is put on as it is. Questions switch parts on, change their rates and add to the wording.
		</p>{/each}
	{#if !disabled}<button type="button" class="btn mt-2" onclick={addQuestion}>Add a question</button>{/if}
	{#if choices.length}
		<h2 class="mt-4">Answers that do not go together</h2>
		{#each refusals as r, n (n)}<div class="refusal">
				{#each [0, 1] as k (k)}<select
						class="select"
						aria-label="Answer {k + 1} of rule {n + 1}"
						value={keys(r)[k] ?? ''}
						onchange={(e) => setWhen(r, k, e.currentTarget.value)}
						{disabled}
						><option value="">–</option>{#each all as a (a.key)}<option value={a.key}>{a.words}</option>{/each}</select
					>{/each}<input
					class="input"
					aria-label="What is said, rule {n + 1}"
					placeholder="what is said then"
					bind:value={r.text}
					{disabled}
				/><button type="button" class="quiet" aria-label="Remove rule {n + 1}" onclick={() => refusals.splice(n, 1)}>×</button>
			</div>{/each}
		{#if !disabled}<button type="button" class="link" onclick={() => refusals.push({ when: {}, text: '' })}>Add a rule</button>{/if}
	{/if}
</section>

<style>
	.question {
		border-top: 1px solid var(--line);
		padding: 8px 0;
		display: grid;
		gap: 5px;
		justify-items: start;
	}
	.question > div {
		width: 100%;
	}
	.answer {
		display: grid;
		grid-template-columns: 220px 1fr 20px;
		gap: 8px;
		padding-left: 20px;
	}
	.refusal {
		display: grid;
		grid-template-columns: 1fr 1fr 1.4fr 20px;
		gap: 8px;
		margin: 5px 0;
	}
</style>
