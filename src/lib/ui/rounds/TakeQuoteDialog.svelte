<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import type { Answer } from '$lib/contract';
	import { cents, formatCents, parseQuantity, toTyped } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import type { Billing } from '$lib/core/rounds';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, wholeTyped } from '../forms/typed';
	import { toggled } from '../lists';
	import BillingSelect from './BillingSelect.svelte';
	/** What a customer accepted becomes a season agreement, at its price and on its job, without being typed once more. */
	interface Props {
		service: { id: string; name: string; visits: number; hours: number };
		today: string;
		onclose: () => void;
	}
	let { service, today, onclose }: Props = $props();
	type Job = Answer<'rounds.quotes'>[number];
	let open = $state(true);
	let jobs = $state.raw<Job[] | null>(null);
	let find = $state('');
	let jobId = $state('');
	let scopes = $state<ReadonlySet<string>>(new Set());
	// What the service usually is, once: from then on it is what is typed.
	let t = $state(
		untrack(() => ({
			...{ year: today.slice(0, 4), visits: String(service.visits), hours: toTyped(service.hours, 4) },
			...{ billing: 'visit' as Billing, note: '' }
		}))
	);
	let problem = $state('');
	let field = $state('');
	const at = (f: string) => (field === f ? problem : '');
	$effect(() => {
		if (!open) onclose();
	});
	$effect(() => {
		void ask('rounds.quotes', {}).then((r) => {
			if (r.ok) jobs = r.result;
			else problem = r.message;
		});
	});
	const found = $derived(
		(jobs ?? []).filter((j) =>
			find
				.toLowerCase()
				.split(/\s+/)
				.every((w) => `${j.number} ${j.name} ${j.customer} ${j.address}`.toLowerCase().includes(w))
		)
	);
	const job = $derived(jobs?.find((j) => j.jobId === jobId));
	/** What scopes come to, in words; nothing for who sees no prices. */
	const worth = (of: Job['scopes']) =>
		of.some((s) => s.amount === null) ? '' : formatCents(cents(of.reduce((a, s) => a + (s.amount ?? 0), 0)));
	const price = $derived(worth((job?.scopes ?? []).filter((s) => scopes.has(s.scope))));
	function choose(j: Job) {
		jobId = j.jobId;
		scopes = new Set(j.scopes.map((s) => s.scope));
		if (j.hours > 0) t.hours = toTyped(j.hours, 4);
	}
	async function save() {
		if (!job) return void ([problem, field] = ['Choose what was accepted.', 'jobId']);
		if (scopes.size === 0) return void ([problem, field] = ['Choose what of it is the season’s work.', 'scopes']);
		try {
			const r = await command('rounds.take-quote', {
				...{ jobId, scopes: [...scopes], serviceId: service.id, year: wholeTyped(t.year), visits: wholeTyped(t.visits) },
				...{ hours: readAt('hours', () => parseQuantity(t.hours)), billing: t.billing, note: t.note }
			});
			if (!r.ok) return void ([problem, field] = [r.message, r.field ?? '']);
			told(`${job.name} is an agreement${price && `: ${price} for the season`}.`, async () => {
				const back = await command('rounds.unsell', { agreementIds: [r.result.agreementId], reason: 'Taken back' });
				return back.ok ? null : back.message;
			});
			open = false;
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			[problem, field] = [e.message, e.field ?? ''];
		}
	}
	const FIELDS = ['jobId', 'scopes', 'year', 'visits', 'hours', 'billing'];
</script>

<Dialog bind:open title="From an accepted quote: {service.name}" onsave={save} problem={FIELDS.includes(field) ? '' : problem}>
	<Field label="Find what was accepted"
		><input class="input" name="find-quote" placeholder="Job, customer or address" bind:value={find} /></Field
	>
	<fieldset>
		<legend>Accepted</legend>
		<div class="jobs">
			{#each found.slice(0, 40) as j (j.jobId)}<label
					><input type="radio" class="radio" name="accepted-job" value={j.jobId} checked={jobId === j.jobId} onchange={() => choose(j)} />
					<span>{j.number} {j.name} <span class="quiet">{j.customer}</span></span><span class="figure">{worth(j.scopes)}</span></label
				>{:else}<p class="quiet">{jobs === null ? 'Looking …' : 'No won job is found that is not an agreement already.'}</p>{/each}
		</div>
		{#if at('jobId')}<p class="problem" role="alert">{problem}</p>{/if}
	</fieldset>
	{#if job}
		<fieldset>
			<legend>Work of the season <span class="quiet">(what is not ticked stays with the contract)</span></legend>
			{#each job.scopes as s (s.scope)}<label class="scope"
					><input
						type="checkbox"
						class="checkbox"
						name="scope"
						checked={scopes.has(s.scope)}
						onchange={(e) => (scopes = toggled(scopes, [s.scope], e.currentTarget.checked))}
					/>
					<span>{s.scope}</span><span class="figure">{worth([s])}</span></label
				>{/each}
			<p class="scope"><span></span><strong>For the season</strong><strong class="figure">{price}</strong></p>
			{#if at('scopes')}<p class="problem" role="alert">{problem}</p>{/if}
		</fieldset>
		<div class="grid grid-cols-3 gap-3">
			<Field label="Year" problem={at('year')}><input class="input" name="year" inputmode="numeric" bind:value={t.year} /></Field>
			<Field label="Visits sold" problem={at('visits')}
				><input class="input" name="visits" inputmode="numeric" bind:value={t.visits} /></Field
			>
			<Field label="Labor hours" problem={at('hours')}><input class="input" name="hours" inputmode="decimal" bind:value={t.hours} /></Field>
		</div>
		<BillingSelect bind:value={t.billing} problem={at('billing')} />
		<Field label="Note for the crew"><textarea class="textarea" rows="2" name="note" bind:value={t.note}></textarea></Field>
	{/if}
</Dialog>

<style>
	.jobs {
		max-height: 26vh;
		overflow: auto;
		display: grid;
		gap: 2px;
		padding: 6px 10px;
		border: 1px solid var(--line);
	}
	.jobs label,
	.scope {
		display: grid;
		grid-template-columns: auto minmax(0, 1fr) auto;
		gap: 8px;
		align-items: center;
		padding: 3px 0;
	}
</style>
