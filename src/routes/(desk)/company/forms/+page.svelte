<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import Dialog from '$lib/ui/forms/Dialog.svelte';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	type Design = (typeof data.designs)[number];
	let said = $state('');
	let asking: Design | null = $state(null);
	let kinds: string[] = $state([]);
	let problem = $state('');
	const versioned = (d: Design) => (d.version === null ? {} : { version: d.version });
	async function setAside(d: Design) {
		const r = await command('form-designs.set-aside', { form: d.id, aside: !d.setAside, ...versioned(d) });
		said = r.ok ? '' : r.message;
		if (!r.ok) return;
		told(d.setAside ? `${d.name} is offered again.` : `${d.name} is set aside.`, async () => {
			const back = await command('form-designs.set-aside', { form: d.id, aside: d.setAside });
			return back.ok ? null : back.message;
		});
	}
	async function ask() {
		if (!asking) return;
		const r = await command('form-designs.require', { form: asking.id, kinds, ...versioned(asking) });
		if (r.ok) asking = null;
		else problem = r.message;
	}
</script>

<Page title="Site forms" sub="What crews fill in on site, and have signed" pages={pagesOf('Company')} current="/company/forms">
	{#snippet actions()}{#if data.mayChange}<a class="btn btn-primary" href="/company/forms/new">New form</a>{/if}{/snippet}
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<div class="sheet overflow-x-auto">
		<table class="grid-table" aria-label="Site forms">
			<thead
				><tr
					><th>Form</th><th class="num">Edition</th><th class="num">Fields</th><th class="num">Filled in</th><th
						>Signed before it is finished</th
					><th>Offered</th><th></th></tr
				></thead
			>
			<tbody
				>{#each data.designs as d (d.id)}<tr class:quiet={d.setAside}
						><td><a class="link" href="/company/forms/{d.id}">{d.name}</a></td><td class="num">{d.edition}</td><td class="num"
							>{d.fields}</td
						><td class="num">{d.filled}</td><td
							>{#if data.mayChange}<button class="link" onclick={() => ([asking, kinds, problem] = [d, [...d.requiredFor], ''])}
									>{d.requiredFor.join(', ') || 'for no kind of work'}<span class="sr-only">: change for {d.name}</span></button
								>{:else}{d.requiredFor.join(', ')}{/if}</td
						><td><Mark kind={d.setAside ? 'ring' : 'done'} label={d.setAside ? 'set aside' : 'offered'} /></td><td
							class="text-right whitespace-nowrap"
							>{#if data.mayChange}<a class="link" href="/company/forms/new?like={d.id}">Copy<span class="sr-only"> of {d.name}</span></a
								><button class="link ml-3" onclick={() => setAside(d)}
									>{d.setAside ? 'Offer again' : 'Set aside'}<span class="sr-only"> {d.name}</span></button
								>{/if}</td
						></tr
					>{/each}</tbody
			>
		</table>
	</div>
</Page>
<Dialog
	bind:open={
		() => asking !== null,
		(v) => {
			if (!v) asking = null;
		}
	}
	title="{asking?.name ?? ''}: signed before these are finished"
	onsave={ask}
	{problem}
>
	{#each data.kinds as k (k)}<label class="flex min-h-9 items-center gap-2"
			><input
				type="checkbox"
				class="checkbox"
				name="kind"
				value={k}
				checked={kinds.includes(k)}
				onchange={(e) => (kinds = e.currentTarget.checked ? [...kinds, k] : kinds.filter((x) => x !== k))}
			/>{k}</label
		>{/each}
</Dialog>
