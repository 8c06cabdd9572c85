<script lang="ts">
	import { command } from '$lib/client/command';
	import Dialog from './Dialog.svelte';
	/** A customer's link that went to the wrong person is ended; where it is still wanted another takes its place. */
	let {
		what = $bindable(),
		kind
	}: {
		/** The record whose link it is; null: closed. */
		what: { id: string; name: string } | null;
		kind: 'quotes' | 'invoices';
	} = $props();
	let renew = $state(true);
	let problem = $state('');
	let busy = $state(false);
	async function save() {
		if (!what) return;
		busy = true;
		const r = await command(kind === 'quotes' ? 'quotes.renew-link' : 'invoices.renew-link', { subjectId: what.id, renew });
		busy = false;
		if (r.ok) [what, problem] = [null, ''];
		else problem = r.message;
	}
</script>

<Dialog
	bind:open={
		() => what !== null,
		(v) => {
			if (!v) what = null;
		}
	}
	title="The link to {what?.name ?? ''}"
	save={renew ? 'End it, make a new one' : 'End it'}
	onsave={save}
	{busy}
	{problem}
>
	<p>Whoever has the link so far sees nothing any more. Letters that are sent from now on carry the new one.</p>
	<label class="flex items-center gap-2"
		><input type="checkbox" class="checkbox" name="renew" bind:checked={renew} /> the customer gets a new link</label
	>
</Dialog>
