<script lang="ts">
	import { wordsOf } from '$lib/core/refusal';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { formatCents, parsePercent, toTyped } from '$lib/core/money';
	import Mark from '../shell/Mark.svelte';
	interface Step {
		id: string;
		name: string;
		when: 'acceptance' | 'phase' | 'done';
		phase: string;
		toDate: number;
		amount: number;
		invoiceId: string | null;
		/** As much is billed as this step asks for, by its own invoice or by others. */
		done: boolean;
	}
	/** How this job is billed, step by step. */
	let {
		jobId,
		steps,
		phases,
		onbill,
		busy
	}: { jobId: string; steps: Step[]; phases: string[]; onbill: (stepId: string) => void; busy: boolean } = $props();
	interface Typed {
		id: string | null;
		name: string;
		when: Step['when'];
		phase: string;
		toDate: string;
		billed: boolean;
	}
	const read = (): Typed[] => steps.map((s) => ({ ...s, toDate: toTyped(s.toDate, 2), billed: s.invoiceId !== null }));
	let editing = $state(false);
	let typed: Typed[] = $state(untrack(read));
	let problem = $state('');
	let wrongAt = $state(-1);
	const next = $derived(steps.find((s) => !s.done && s.invoiceId === null));
	const words = (s: Step) => (s.when === 'acceptance' ? 'when it is won' : s.when === 'phase' ? `after ${s.phase}` : 'when it is done');
	async function save() {
		wrongAt = -1;
		try {
			const rows = typed.map(({ billed: _, toDate, ...s }) => ({ ...s, toDate: parsePercent(toDate || '0', 'The percent') }));
			const r = await command('invoices.save-plan', {
				jobId,
				steps: rows.map(({ id, name, when, phase, toDate }) => ({ id, name, when, phase: when === 'phase' ? phase : '', toDate }))
			});
			problem = r.ok ? '' : r.message;
			if (r.ok) editing = false;
			else wrongAt = Number(/^step-(\d+)$/.exec(r.field ?? '')?.[1] ?? -1);
		} catch (e) {
			problem = wordsOf(e);
		}
	}
</script>

<section class="sheet" aria-label="Billing plan">
	<div class="flex items-baseline gap-4 p-3">
		<h2>Billing plan</h2>
		{#if !editing}<button type="button" class="link ml-auto" onclick={() => ([typed, problem, editing] = [read(), '', true])}
				>Change it</button
			>{/if}
	</div>
	{#if !editing}<table class="grid-table">
			<tbody
				>{#each steps as s (s.id)}<tr
						><td>{s.name}</td><td class="quiet">{words(s)}</td><td class="num whitespace-nowrap">to {s.toDate / 100} %</td><td class="num"
							>{formatCents(s.amount)}</td
						><td class="num"
							>{#if s.invoiceId}<a class="link" href="/bill/invoices/{s.invoiceId}"><Mark kind="done" label="billed" /></a
								>{:else if s.done}<Mark kind="done" label="billed" />{:else if s === next}<button
									type="button"
									class="btn whitespace-nowrap"
									disabled={busy}
									onclick={() => onbill(s.id)}>Draft it</button
								>{:else}<Mark kind="ring" label="to come" />{/if}</td
						></tr
					>{/each}</tbody
			>
		</table>{:else}<div class="grid gap-2 px-3 pb-3">
			{#each typed as s, n (s)}<div class="row" class:wrong={wrongAt === n}>
					<input class="input" aria-label="Step {n + 1}" bind:value={s.name} disabled={s.billed} /><select
						class="select"
						aria-label="When step {n + 1} is billed"
						bind:value={s.when}
						disabled={s.billed}
						><option value="acceptance">when it is won</option><option value="phase">after a phase</option><option value="done"
							>when it is done</option
						></select
					>{#if s.when === 'phase'}<select class="select" aria-label="Phase of step {n + 1}" bind:value={s.phase}
							>{#each phases as p (p)}<option value={p}>{p}</option>{/each}</select
						>{:else}<span></span>{/if}<label class="flex items-center gap-1"
						>to <input
							class="input num"
							inputmode="decimal"
							aria-label="Percent of step {n + 1}"
							bind:value={s.toDate}
							disabled={s.billed}
						/> %</label
					><button type="button" class="link" disabled={s.billed} aria-label="Take step {n + 1} away" onclick={() => typed.splice(n, 1)}
						>×</button
					>
				</div>{/each}
			<button
				type="button"
				class="link justify-self-start"
				onclick={() =>
					typed.splice(Math.max(0, typed.length - 1), 0, {
						id: null,
						name: '',
						when: 'phase',
						phase: phases[0] ?? '',
						toDate: '',
						billed: false
					})}>Add a step</button
			>
			{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
			<p class="flex gap-3">
				<button type="button" class="btn btn-primary" onclick={save}>Save the plan</button><button
					type="button"
					class="btn"
					onclick={() => (editing = false)}>Cancel</button
				>
			</p>
		</div>{/if}
</section>

<style>
	.row {
		display: grid;
		grid-template-columns: minmax(120px, 1fr) 150px 130px 120px 20px;
		gap: 8px;
		align-items: center;
	}
	.row.wrong {
		box-shadow: -4px 0 0 var(--color-error);
	}
	.num {
		width: 5em;
		text-align: right;
	}
</style>
