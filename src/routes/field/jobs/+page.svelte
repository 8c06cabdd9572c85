<script lang="ts">
	import { words } from '$lib/ui/words/field';
	let { data } = $props();
	let text = $state('');
	const shown = $derived(data.jobs.filter((j) => `${j.name} ${j.number} ${j.address}`.toLowerCase().includes(text.toLowerCase())));
</script>

<h1 class="mb-3">{words.field.places.jobs}</h1>
<input class="input mb-3" placeholder={words.field.jobs.find} aria-label={words.field.jobs.find} bind:value={text} />
<ul class="grid gap-2">
	{#each shown as j (j.id)}<li>
			<a class="sheet block p-4 no-underline" href="/field/jobs/{j.id}"
				><strong>{j.name}</strong><br /><span class="quiet">{j.number} · {j.address ?? ''}</span></a
			>
		</li>{:else}<li class="sheet p-4">{words.field.jobs.none}</li>{/each}
</ul>
