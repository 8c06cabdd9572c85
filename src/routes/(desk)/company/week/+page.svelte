<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { holidaysOf, WEEKDAYS, type HolidayRule, type WorkingHours } from '$lib/core/planning';
	import Field from '$lib/ui/forms/Field.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import WeekFields from '$lib/ui/plan/WeekFields.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showDay } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let t = $state(untrack(() => ({ hours: data.hours, holidays: [...data.holidays] as HolidayRule[], version: data.version })));
	let wrong = $state({ message: '', field: '' });
	let country = $state('US');
	let region = $state('');
	let states: { id: string; name: string }[] = $state([]);
	let day = $state('');
	let name = $state('');
	let yearly = $state(true);
	const at = (f: string) => (wrong.field === f ? wrong.message : '');
	const key = (h: HolidayRule) => JSON.stringify({ ...h, name: '' });
	const year = $derived(Number(data.today.slice(0, 4)));
	/** The next day on which each comes. */
	const next = (h: HolidayRule) =>
		[...holidaysOf([h], year).keys(), ...holidaysOf([h], year + 1).keys()].sort().find((d) => d >= data.today) ?? '';
	async function save() {
		const r = await command('company.set-week', t);
		wrong = r.ok ? { message: '', field: '' } : { message: r.message, field: r.field ?? '' };
		if (r.ok) {
			t.version = (t.version ?? 0) + 1;
			told('The week and the holidays are saved.');
		}
	}
	async function take() {
		const r = await ask('company.holidays', { country, state: region });
		if (!r.ok) return void (wrong = { message: r.message, field: 'country' });
		states = r.result.states;
		const known = new Set(t.holidays.map(key));
		t.holidays = [...t.holidays, ...r.result.holidays.filter((h) => !known.has(key(h)))];
	}
	function add() {
		if (!day || !name.trim()) return void (wrong = { message: 'Say the day and what it is called.', field: 'own' });
		const own: HolidayRule = yearly
			? { by: 'date', month: Number(day.slice(5, 7)), day: Number(day.slice(8)), observed: false, name: name.trim() }
			: { by: 'single', date: day, name: name.trim() };
		t.holidays = [...t.holidays, own];
		[day, name, wrong] = ['', '', { message: '', field: '' }];
	}
	async function branch(branchId: string, hours: WorkingHours | null) {
		const r = await command('branches.set-week', { branchId, hours });
		wrong = r.ok ? { message: '', field: '' } : { message: r.message, field: `${branchId} ${r.field ?? ''}` };
	}
</script>

<Page title="Week and holidays" sub="When the company works" pages={pagesOf('Company')} current="/company/week">
	{#if wrong.message && !wrong.field}<p class="problem mb-2" role="alert">{wrong.message}</p>{/if}
	<div class="grid items-start gap-4 lg:grid-cols-2">
		<Form class="sheet grid gap-3 p-4" label="Week and holidays" onsave={save}>
			<h2>The company’s week</h2>
			<WeekFields hours={t.hours} problem={at} onchange={(hours) => (t.hours = hours)} />
			<h2>Holidays</h2>
			<ul>
				{#each [...t.holidays].sort((a, b) => (next(a) < next(b) ? -1 : 1)) as h (key(h))}<li class="row">
						<span
							>{h.name} <span class="quiet">{next(h) ? showDay(next(h)) : 'over'}{h.by === 'single' ? ', once' : ''}</span>
							{#if h.by === 'date'}<label class="quiet"
									><input
										type="checkbox"
										class="checkbox"
										checked={h.observed}
										disabled={!data.mayChange}
										onchange={(e) =>
											(t.holidays = t.holidays.map((x) =>
												key(x) === key(h) && x.by === 'date' ? { ...x, observed: e.currentTarget.checked } : x
											))}
									/>
									observed on a workday<span class="sr-only">: {h.name}</span></label
								>{/if}</span
						>{#if data.mayChange}<button
								type="button"
								class="link"
								onclick={() => (t.holidays = t.holidays.filter((x) => key(x) !== key(h)))}
								>Take off<span class="sr-only"> {h.name}</span></button
							>{/if}
					</li>{:else}<li class="quiet">None.</li>{/each}
			</ul>
			{#if at('holidays')}<p class="problem" role="alert">{at('holidays')}</p>{/if}
			{#if data.mayChange}
				<div class="grid grid-cols-3 items-end gap-3">
					<Field label="Those of" problem={at('country')}
						><select class="select" name="country" bind:value={country} onchange={() => ((region = ''), (states = []))}
							>{#each data.countries as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
						></Field
					>
					{#if states.length}<Field label="Part of it"
							><select class="select" name="region" bind:value={region}
								><option value="">all of it</option>{#each states as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
							></Field
						>{/if}
					<button type="button" class="btn" onclick={take}>Take them</button>
				</div>
				<div class="grid grid-cols-3 items-end gap-3">
					<Field label="One of our own" problem={at('own')}><input class="input" type="date" name="ownDay" bind:value={day} /></Field>
					<Field label="Called"><input class="input" name="ownName" maxlength="200" bind:value={name} /></Field>
					<button type="button" class="btn" onclick={add}>Add it</button>
				</div>
				<label><input type="checkbox" class="checkbox" name="yearly" bind:checked={yearly} /> every year</label>
				<button class="btn btn-primary justify-self-start">Save</button>
			{/if}
		</Form>
		<div class="grid gap-4">
			{#each data.branches as b (b.id)}<section class="sheet p-4" aria-label={b.name}>
					<h2>{b.name}</h2>
					<label
						><input
							type="checkbox"
							class="checkbox"
							disabled={!data.mayChange}
							checked={b.hours !== null}
							onchange={(e) => branch(b.id, e.currentTarget.checked ? data.hours : null)}
						/>
						works a week of its own<span class="sr-only">: {b.name}</span></label
					>
					{#if b.hours}<WeekFields hours={b.hours} problem={(f) => at(`${b.id} ${f}`)} onchange={(hours) => branch(b.id, hours)} />{:else}<p
							class="quiet"
						>
							The company’s: {Object.keys(data.hours)
								.map((n) => WEEKDAYS[Number(n) - 1]?.slice(0, 3))
								.join(', ')}.
						</p>{/if}
				</section>{/each}
		</div>
	</div>
</Page>

<style>
	.row {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 4px 0;
	}
</style>
