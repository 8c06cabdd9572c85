<script lang="ts">
	import { CHANGED, stillThere } from '$lib/client/picked';
	/** A picture that belongs to a record: shown small, chosen or taken with the camera, taken off again. */
	let { fileId = $bindable(), label, disabled = false }: { fileId: string | null; label: string; disabled?: boolean } = $props();
	let problem = $state('');
	let busy = $state(false);
	async function take(file: File | undefined) {
		if (!file) return;
		if (!(await stillThere(file))) return void (problem = CHANGED);
		[busy, problem] = [true, ''];
		const form = new FormData();
		form.set('picture', file);
		const r = await fetch('/api/pictures', { method: 'POST', body: form }).catch(() => null);
		const body = (await r?.json().catch(() => null)) as { result?: { fileId: string }; message?: string } | null;
		busy = false;
		if (body?.result) fileId = body.result.fileId;
		else problem = body?.message ?? 'The picture could not be kept: the server cannot be reached.';
	}
</script>

<div class="picture">
	{#if fileId}<img src="/api/files/{fileId}?small" alt={label} />{/if}
	{#if !disabled}<label class="link"
			>{busy ? 'Keeping…' : fileId ? 'Another picture' : 'Add a picture'}<input
				type="file"
				accept="image/*"
				class="sr-only"
				aria-label={label}
				onchange={(e) => take(e.currentTarget.files?.[0])}
			/></label
		>{#if fileId}<button type="button" class="link" onclick={() => (fileId = null)}>Take it off</button>{/if}{/if}
	{#if problem}<span class="problem" role="alert">{problem}</span>{/if}
</div>

<style>
	.picture {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 12px;
	}
	img {
		width: 72px;
		height: 72px;
		object-fit: cover;
		border: 1px solid var(--line);
	}
	label:focus-within {
		outline: 2px solid var(--color-primary);
		outline-offset: 2px;
	}
</style>
