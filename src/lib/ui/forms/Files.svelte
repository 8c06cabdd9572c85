<script lang="ts">
	import { refresh } from '$lib/client/refresh';
	import { command } from '$lib/client/command';
	import { CHANGED, stillThere } from '$lib/client/picked';
	/** Files of a record, saved as they came: data sheets of an item (PDFs), whatever belongs to a customer. */
	let { subject, files, mayChange }: { subject: string; files: { id: string; name: string; size: number }[]; mayChange: boolean } =
		$props();
	const sheets = $derived(subject.startsWith('item:'));
	const scans = $derived(subject.startsWith('supplier-bill:'));
	const title = $derived(sheets ? 'Data sheets' : scans ? 'Scans' : 'Files');
	let problem = $state('');
	let busy = $state(false);
	async function take(file: File | undefined) {
		if (!file) return;
		if (!(await stillThere(file))) return void (problem = CHANGED);
		[busy, problem] = [true, ''];
		const form = new FormData();
		form.set('subject', subject);
		form.set('file', file);
		const r = await fetch('/api/attachments', { method: 'POST', body: form }).catch(() => null);
		const body = (await r?.json().catch(() => null)) as { result?: unknown; message?: string } | null;
		busy = false;
		if (r?.ok) await refresh();
		else problem = body?.message ?? 'The file could not be kept: the server cannot be reached.';
	}
	async function drop(attachmentId: string) {
		const r = await command(sheets ? 'catalog.detach' : scans ? 'buying.detach-scan' : 'customers.detach', { attachmentId });
		problem = r.ok ? '' : r.message;
	}
	const size = (n: number) => (n < 100_000 ? `${Math.ceil(n / 1000)} kB` : `${(n / 1_000_000).toFixed(1)} MB`);
</script>

<section class="sheet p-4" aria-label={title}>
	<div class="flex items-baseline gap-4">
		<h2>{title}</h2>
		{#if mayChange}<label class="link"
				>{busy ? 'Keeping…' : sheets ? 'Add a PDF' : 'Add a file'}<input
					type="file"
					class="sr-only"
					accept={sheets ? 'application/pdf' : scans ? 'application/pdf,image/*' : undefined}
					aria-label={sheets ? 'Data sheet' : 'File'}
					onchange={(e) => {
						void take(e.currentTarget.files?.[0]);
						e.currentTarget.value = '';
					}}
				/></label
			>{/if}
	</div>
	{#each files as s (s.id)}<p class="flex gap-3">
			<a class="link" href="/api/attachments/{s.id}" download>{s.name}</a><span class="quiet">{size(s.size)}</span>{#if mayChange}<button
					type="button"
					class="quiet"
					aria-label="Take {s.name} off"
					onclick={() => drop(s.id)}>×</button
				>{/if}
		</p>{:else}<p class="quiet">None yet.</p>{/each}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</section>
