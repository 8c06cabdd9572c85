<script lang="ts">
	import Mark from '../shell/Mark.svelte';
	import { showInstant } from '../shell/dates';
	import type { JobMail } from '$lib/core/work';
	/** A mail of a job as it stands in what is said about it. */
	let { mail: m, zone }: { mail: JobMail; zone: string } = $props();
	const STATE = { queued: 'goes out', sent: 'sent', failed: 'not delivered' } as const;
</script>

<li class="mail border-t py-2" style="border-color: var(--line)">
	<p class="flex flex-wrap gap-3">
		<strong>{m.in ? m.who : `To ${m.who}`}</strong><span class="quiet"
			>{[showInstant(m.at, zone), m.state ? STATE[m.state] : 'by mail'].join(' · ')}</span
		>{#if m.unread}<Mark kind="need" label="to read" />{/if}
	</p>
	{#if m.subject}<p class="quiet">{m.subject}</p>{/if}
	<details open={m.in}>
		<summary class="quiet">{m.in ? 'what they wrote' : 'what we wrote'}</summary>
		<p class="words">{m.text}</p>
	</details>
</li>

<style>
	.mail {
		border-left: 3px solid var(--line);
		padding-left: 12px;
	}
	.words {
		white-space: pre-wrap;
		overflow-wrap: anywhere;
	}
</style>
