<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import type { SiteForm } from '$lib/core/site-forms';
	import { showInstant } from '$lib/ui/shell/dates';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	import Designer from '$lib/ui/site-forms/Designer.svelte';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const last = $derived(data.editions[0]?.edition ?? 0);
	const isNew = $derived(data.form.id === 'new');
	async function keep(form: SiteForm): Promise<{ at: string; words: string } | null> {
		const r = await command('form-designs.save', {
			...(isNew ? {} : { form: form.id, from: last }),
			...{ name: form.name, certificate: form.certificate, customerSigns: form.customerSigns ?? 'may' },
			sections: form.sections
		});
		if (!r.ok) return { at: r.field ?? '', words: r.message };
		told(`${form.name} is kept as edition ${r.result.edition}. What was filled in before stays as it is.`);
		await goto(`/company/forms/${r.result.form}`);
		return null;
	}
</script>

<Page
	title={isNew ? 'New site form' : data.form.name}
	sub={isNew ? 'What a crew fills in on site' : `Edition ${data.form.edition}${data.form.edition === last ? '' : `, of ${last}`}`}
	pages={pagesOf('Company')}
	current="/company/forms"
	wide
>
	{#snippet actions()}<a class="btn" href="/company/forms">All forms</a>{/snippet}
	{#key `${data.form.id} ${data.form.edition}`}<Designer form={data.form} {keep} mayChange={data.mayChange} />{/key}
	{#if data.editions.length > 0}<section class="sheet mx-[18px] mb-4" aria-label="Editions">
			<h2 class="p-3">Editions</h2>
			<table class="grid-table">
				<thead><tr><th class="num">Edition</th><th>Saved</th><th>By</th><th class="num">Filled in</th><th></th></tr></thead>
				<tbody
					>{#each data.editions as e (e.edition)}<tr
							><td class="num">{e.edition}</td><td>{e.at === null ? 'comes with the program' : showInstant(e.at, data.company.zone)}</td><td
								>{e.byName}</td
							><td class="num">{e.used}</td><td class="text-right"
								>{#if e.edition === data.form.edition}<span class="quiet">shown above</span>{:else}<a
										class="link"
										href="/company/forms/{data.form.id}?edition={e.edition}">Look at it<span class="sr-only">, edition {e.edition}</span></a
									>{/if}</td
							></tr
						>{/each}</tbody
				>
			</table>
		</section>{/if}
</Page>
