<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import Form from '$lib/ui/forms/Form.svelte';
	import type { MeasureName } from '$lib/core/measure';
	import { wordsOf } from '$lib/core/refusal';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { dimensionOf, measureLabel } from '$lib/core/measure';
	import { CURRENCIES, moneyIn, parsePercent } from '$lib/core/money';
	import Field from '$lib/ui/forms/Field.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const s = untrack(() => data.own.settings);
	let typed = $state(
		untrack(() => ({
			name: data.own.name,
			mail: data.own.mail,
			phone: data.own.phone,
			address: data.own.address,
			terms: s.terms,
			deposit: `${s.deposit.percent / 100}%`,
			paymentDays: s.paymentDays,
			quoteDays: s.quoteDays,
			currency: s.currency
		}))
	);
	/** Measures of the company's own, beside those that shapes give. */
	let fresh = $state({ name: '', kind: 'length' });
	let measureProblem = $state('');
	async function nameMeasures(measures: string[]) {
		// A name with a kind in brackets that there is no such kind of is refused in words.
		const r = await command('company.name-measures', { measures: measures as MeasureName[] });
		measureProblem = r.ok ? '' : r.field === null ? 'A measure has a name of up to 40 letters, without brackets.' : r.message;
		if (r.ok) fresh.name = '';
	}
	let remind = $state(
		untrack(() => {
			const r = s.reminders;
			return { on: r.on, after: r.afterIssue.join(', '), before: r.beforeExpiry.join(', '), quietFrom: r.quietFrom, quietTo: r.quietTo };
		})
	);
	let reminded = $state('');
	const days = (text: string) => (text.match(/[^,\s]+/g) ?? []).map(Number);
	async function saveReminders() {
		const { on, after, before, quietFrom, quietTo } = remind;
		if ([...days(after), ...days(before)].some((n) => !Number.isInteger(n) || n < 1)) {
			reminded = 'Days are whole numbers with commas between.';
			return;
		}
		const r = await command('company.reminders', { on, afterIssue: days(after), beforeExpiry: days(before), quietFrom, quietTo });
		reminded = r.ok ? 'Saved.' : r.message;
	}
	let said = $state('');
	let ok = $state(false);
	async function save() {
		const { deposit, ...rest } = typed;
		let depositPercent: number;
		try {
			depositPercent = parsePercent(deposit, 'The deposit');
		} catch (e) {
			[ok, said] = [false, wordsOf(e)];
			return;
		}
		const r = await command('company.change', { ...rest, depositPercent, version: data.own.version });
		[ok, said] = r.ok ? [true, 'Saved.'] : [false, r.message];
	}
</script>

<Page
	asks
	title="Name and terms"
	sub="Who the company is, and what holds unless it is said otherwise"
	pages={pagesOf('Company')}
	current="/company/details"
>
	{#snippet actions()}{#if data.mayChange}<button class="btn btn-primary" onclick={save}>Save</button>{/if}{/snippet}
	{#if said}<p class="mb-2 {ok ? '' : 'problem'}" role={ok ? 'status' : 'alert'}>{said}</p>{/if}
	<fieldset disabled={!data.mayChange} class="grid gap-4 lg:grid-cols-2">
		<div class="sheet grid content-start gap-3 p-4">
			<Field label="Name"><input class="input" bind:value={typed.name} /></Field>
			<div class="grid grid-cols-2 gap-3">
				<Field label="Mail"><input class="input" bind:value={typed.mail} /></Field><Field label="Phone"
					><input class="input" bind:value={typed.phone} /></Field
				>
			</div>
			<Field label="Address"><input class="input" bind:value={typed.address} /></Field>
			<div class="grid grid-cols-3 gap-3">
				<Field label="Deposit"><input class="input" bind:value={typed.deposit} /></Field><Field label="Days to pay"
					><input class="input" type="number" min="0" bind:value={typed.paymentDays} /></Field
				><Field label="Quotes hold, days"><input class="input" type="number" min="1" bind:value={typed.quoteDays} /></Field>
			</div>
			<Field label="Currency" hint="Before every amount that a customer reads"
				><select class="select" name="currency" bind:value={typed.currency}
					>{#each CURRENCIES as c (c)}<option value={c}>{c}, as {moneyIn(c)(123_456)}</option>{/each}</select
				></Field
			>
		</div>
		<div class="sheet grid content-start gap-3 p-4">
			<Field label="Terms on quotes"><textarea class="textarea" rows="7" bind:value={typed.terms}></textarea></Field>
		</div>
		<Form class="sheet grid content-start gap-3 p-4" label="Reminders" onsave={() => saveReminders()}>
			<h2>Reminders of open quotes</h2>
			<label class="flex items-center gap-2"
				><input type="checkbox" class="checkbox" bind:checked={remind.on} /> Remind by mail until they answer</label
			>
			<div class="grid grid-cols-2 gap-3">
				<Field label="Days after issue" hint="like 3, 10"><input class="input" name="after" bind:value={remind.after} /></Field><Field
					label="Days before it expires"
					hint="like 2"><input class="input" name="before" bind:value={remind.before} /></Field
				><Field label="Quiet from, hour"><input class="input" type="number" min="0" max="23" bind:value={remind.quietFrom} /></Field><Field
					label="until"><input class="input" type="number" min="0" max="23" bind:value={remind.quietTo} /></Field
				>
			</div>
			{#if reminded}<p class={reminded === 'Saved.' ? 'quiet' : 'problem'} role="status">{reminded}</p>{/if}
			<button class="btn justify-self-start">Save the reminders</button>
		</Form>
		<div class="sheet grid content-start gap-3 p-4">
			<h2>Measures of your own</h2>
			<p class="quiet">
				Beside area, eaves, ridge and what else shapes give: what you count or tape on site. Assemblies can go by them; a scope gets them
				with the shape “typed”.
			</p>
			<ul class="grid gap-1">
				{#each data.company.measures as m (m)}<li class="flex items-center gap-3">
						<span>{measureLabel(m)}</span><span class="quiet">{dimensionOf(m)}</span><button
							type="button"
							class="link ml-auto"
							aria-label="Take off {measureLabel(m)}"
							onclick={() => nameMeasures(data.company.measures.filter((x) => x !== m))}>Take off</button
						>
					</li>{:else}<li class="quiet">None yet.</li>{/each}
			</ul>
			<Form
				class="flex flex-wrap items-end gap-3"
				onsave={() => nameMeasures([...data.company.measures, `${fresh.name.trim()} (${fresh.kind})`])}
			>
				<Field label="Name" problem={measureProblem}><input class="input" name="own-measure" bind:value={fresh.name} /></Field><Field
					label="Is a"
					><select class="select" bind:value={fresh.kind}
						><option>length</option><option>area</option><option>volume</option><option>count</option></select
					></Field
				><button class="btn">Add the measure</button>
			</Form>
		</div>
	</fieldset>
</Page>
