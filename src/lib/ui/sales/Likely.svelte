<script lang="ts">
	import type { Answer } from '$lib/contract';
	import { ask } from '$lib/client/ask';
	/** Who is known already and may be the one that is being typed: said while it is typed, before anything is made. */
	interface Props {
		name: string;
		mail?: string;
		phone?: string;
		address?: string;
		/** What the button of a found one says, and does. */
		words: string;
		onuse: (customer: { id: string; name: string }) => void;
	}
	let { name, mail = '', phone = '', address = '', words, onuse }: Props = $props();
	let found: Answer<'customers.likely'> = $state([]);
	let asked = 0;
	$effect(() => {
		const typed = { name: name.slice(0, 200), mail: mail.slice(0, 200), phone: phone.slice(0, 60), address: address.slice(0, 300) };
		const mine = ++asked;
		if (Object.values(typed).every((t) => t.trim().length < 3)) {
			found = [];
			return;
		}
		const later = setTimeout(async () => {
			const r = await ask('customers.likely', typed);
			if (mine === asked && r.ok) found = r.result;
		}, 200);
		return () => clearTimeout(later);
	});
</script>

{#if found.length}<ul role="status">
		{#each found as c (c.id)}<li>
				<span>May be <strong>{c.name}</strong>{c.address ? `, ${c.address}` : ''} <span class="quiet">({c.reasons.join(', ')})</span></span
				><button type="button" class="btn btn-sm" onclick={() => onuse(c)}>{words}</button>
			</li>{/each}
	</ul>{/if}

<style>
	ul {
		display: grid;
		gap: 4px;
	}
	li {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 10px;
		padding: 5px 10px;
		background: color-mix(in oklab, var(--color-accent) 12%, var(--color-base-100));
		border-left: 3px solid var(--color-accent);
	}
</style>
