<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let said = $state('');
	const marks = { queued: 'wait', sent: 'done', failed: 'need' } as const;
	async function again(mailId: string) {
		const r = await command('outbox.resend', { mailId });
		said = r.ok ? '' : r.message;
	}
	/** The text with its link as a link; everything else stays text. */
	const parts = (text: string) => text.split(/(https?:\/\/\S+)/);
</script>

<Page title="Outbox" sub="Every mail and text message the program sends" pages={pagesOf('Company')} current="/company/outbox">
	{#if said}<p class="problem mb-2" role="alert">{said}</p>{/if}
	<ul class="grid gap-2">
		{#each data.letters as m (m.id)}<li class="sheet">
				<details>
					<summary class="flex cursor-pointer items-center gap-4 p-3"
						><Mark kind={marks[m.state]} label={m.state} /><strong>{m.subject}</strong><span class="quiet"
							>{m.channel === 'text' ? 'text ' : ''}to {m.to}</span
						><span class="quiet ml-auto">{showInstant(m.createdAt, data.company.zone)}</span></summary
					>
					<div class="p-4 pt-0">
						<p class="whitespace-pre-wrap">
							{#each parts(m.text) as part, n (n)}{#if n % 2}<a class="link break-all" href={part}>{part}</a>{:else}{part}{/if}{/each}
						</p>
						<p class="quiet mt-3">{m.attempts} tr{m.attempts === 1 ? 'y' : 'ies'}, {m.message}</p>
						<button class="btn mt-2" onclick={() => again(m.id)}>Send again</button>
					</div>
				</details>
			</li>{:else}<li class="sheet p-6">Nothing was sent yet.</li>{/each}
	</ul>
</Page>
