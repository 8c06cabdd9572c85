<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { clockText, minutesOfClock } from '$lib/ui/board/plan';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let problem = $state('');
	let busy = $state(false);
	/** Nobody is told of what was unticked. */
	let left = $state<ReadonlySet<string>>(new Set());
	const chosen = $derived(data.waiting.filter((w) => !left.has(w.personId)));
	const calls = $derived(data.told.filter((t) => t.by === 'phone' && t.calledAt === null));
	const BY = { mail: 'by mail', text: 'by text message', field: 'on their own pages', phone: 'to be called' };
	function tick(id: string, on: boolean) {
		left = new Set(on ? [...left].filter((x) => x !== id) : [...left, id]);
	}
	async function send() {
		busy = true;
		const r = await command('plan.tell', { personIds: chosen.map((w) => w.personId) });
		busy = false;
		problem = r.ok ? '' : r.message;
		if (r.ok) told(`${r.result.told} ${r.result.told === 1 ? 'person is' : 'people are'} told.`);
	}
	async function visits(more: Partial<typeof data.visits>) {
		const r = await command('company.visit-messages', { ...data.visits, ...more });
		problem = r.ok ? '' : r.message;
	}
	function quiet(key: 'quietFrom' | 'quietTo', text: string) {
		const minutes = minutesOfClock(text);
		if (minutes === null) problem = 'Type times like 20:00.';
		else void visits({ [key]: minutes });
	}
	async function called(noticeId: string, version: number) {
		const r = await command('plan.called', { noticeId, version });
		problem = r.ok ? '' : r.message;
	}
	const when = (ms: number) => showInstant(ms, data.company.zone);
</script>

<Page
	title="Tell people"
	sub={data.waiting.length ? `${data.waiting.length} do not know their plan yet` : 'Everybody knows their plan'}
	pages={pagesOf('Plan')}
	current="/plan/tell"
>
	{#snippet actions()}<button class="btn btn-primary" disabled={busy || chosen.length === 0} onclick={send}
			>Tell {chosen.length === data.waiting.length ? 'all' : chosen.length}</button
		>{/snippet}
	{#if problem}<p class="problem mb-2" role="alert">{problem}</p>{/if}
	<div class="grid items-start gap-4 lg:grid-cols-2">
		<section class="sheet p-4" aria-label="To tell">
			<h2>What they will read</h2>
			<ul>
				{#each data.waiting as w (w.personId)}<li class="one">
						<label
							><input
								type="checkbox"
								class="checkbox"
								checked={!left.has(w.personId)}
								onchange={(e) => tick(w.personId, e.currentTarget.checked)}
							/>
							<strong>{w.name}</strong> <span class="quiet">{BY[w.toldBy]}{w.language === 'es' ? ', in Spanish' : ''}</span></label
						>
						<ul class="lines">
							{#each w.lines as l (l)}<li>{l}</li>{/each}
						</ul>
					</li>{:else}<li class="quiet py-2">
						Nothing changed since people were told. What you change on the board collects here until you send it.
					</li>{/each}
			</ul>
		</section>
		<div class="grid gap-4">
			{#if calls.length}<section class="sheet p-4" aria-label="To call">
					<h2>To be called</h2>
					<ul>
						{#each calls as c (c.id)}<li class="one">
								<div class="flex justify-between gap-3">
									<strong>{c.name}</strong>{#if c.phone}<a class="link" href="tel:{c.phone}">{c.phone}</a>{/if}<button
										class="btn btn-small"
										onclick={() => called(c.id, c.version)}>Reached<span class="sr-only"> {c.name}</span></button
									>
								</div>
								<ul class="lines">
									{#each c.lines as l (l)}<li>{l}</li>{/each}
								</ul>
							</li>{/each}
					</ul>
				</section>{/if}
			<section class="sheet p-4" aria-label="Customers">
				<h2>Customers are told by themselves</h2>
				{#each [['dayBefore', 'the afternoon before somebody comes'], ['onOurWay', 'when somebody sets out and says so on the phone']] as const as [key, word] (key)}<label
						class="block"
						><input
							type="checkbox"
							class="checkbox"
							name={key}
							disabled={!data.mayChange}
							checked={data.visits[key]}
							onchange={(e) => visits({ [key]: e.currentTarget.checked })}
						/>
						{word}</label
					>{/each}
				<p class="mt-2">
					Quiet from <input
						class="input time"
						aria-label="Quiet from"
						disabled={!data.mayChange}
						value={clockText(data.visits.quietFrom)}
						onchange={(e) => quiet('quietFrom', e.currentTarget.value)}
					/>
					to
					<input
						class="input time"
						aria-label="Quiet to"
						disabled={!data.mayChange}
						value={clockText(data.visits.quietTo)}
						onchange={(e) => quiet('quietTo', e.currentTarget.value)}
					/>
				</p>
			</section>
			<section class="sheet p-4" aria-label="Told this week">
				<h2>Told this week</h2>
				<ul>
					{#each data.told as t (t.id)}<li class="flex justify-between gap-3 py-1">
							<span>{t.name} <span class="quiet">{t.n} change{t.n === 1 ? '' : 's'}, {when(t.at)}</span></span>
							<Mark
								kind={t.seenAt !== null || t.calledAt !== null ? 'done' : 'wait'}
								label={t.seenAt !== null
									? `seen ${when(t.seenAt)}`
									: t.calledAt !== null
										? `called by ${t.calledBy}`
										: `not seen yet, ${BY[t.by]}`}
							/>
						</li>{:else}<li class="quiet">Nobody was told anything this week.</li>{/each}
				</ul>
			</section>
		</div>
	</div>
</Page>

<style>
	.one {
		padding: 8px 0;
		border-bottom: 1px solid var(--line);
	}
	.time {
		width: 74px;
		height: 28px;
	}
	.lines {
		list-style: square;
		padding-left: 44px;
	}
</style>
