<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/client/refresh';
	import { page } from '$app/state';
	import { command } from '$lib/client/command';
	import BenchPages from '$lib/ui/estimate/BenchPages.svelte';
	import PhotoEditor from '$lib/ui/estimate/PhotoEditor.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { jobPages } from '$lib/ui/shell/jobPages';
	import { withParams } from '$lib/ui/tables/view';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const photo = $derived(data.photos.find((p) => p.id === data.open) ?? data.photos[0]);
	let busy = $state(false);
	let problem = $state('');
	/** Several at once; each is checked and kept on its own, so that one bad picture does not stop the others. */
	async function take(list: FileList | null) {
		if (!list) return;
		[busy, problem] = [true, ''];
		let last = '';
		const wrong: string[] = [];
		for (const file of list) {
			const form = new FormData();
			form.set('picture', file);
			const r = await fetch('/api/pictures', { method: 'POST', body: form }).catch(() => null);
			const body = (await r?.json().catch(() => null)) as { result?: { fileId: string }; message?: string } | null;
			if (!body?.result) {
				wrong.push(`${file.name}: ${body?.message ?? 'the server cannot be reached'}`);
				continue;
			}
			const done = await command('photos.add', { jobId: data.head.job.id, fileId: body.result.fileId, caption: '' }, { refresh: false });
			if (done.ok) last = done.result.photoId;
			else wrong.push(`${file.name}: ${done.message}`);
		}
		busy = false;
		problem = wrong.join(' ');
		await refresh();
		if (last) await goto(withParams(page.url.search, { photo: last }), { noScroll: true });
	}
</script>

<Page
	title={data.head.job.name}
	sub="Photo survey: what goes where"
	pages={jobPages(data.head.job.id)}
	current="/jobs/{data.head.job.id}/estimate"
	wide
>
	{#snippet actions()}{#if data.mayChange}<label class="btn camera"
				>Take a picture<input
					type="file"
					accept="image/*"
					capture="environment"
					class="sr-only"
					aria-label="Take a picture"
					onchange={(e) => take(e.currentTarget.files)}
				/></label
			><label class="btn btn-primary"
				>{busy ? 'Keeping…' : 'Add pictures'}<input
					type="file"
					accept="image/*"
					multiple
					class="sr-only"
					aria-label="Add pictures"
					onchange={(e) => take(e.currentTarget.files)}
				/></label
			>{/if}{/snippet}
	<ThreadStrip steps={data.thread} />
	<BenchPages jobId={data.head.job.id} current="photos" />
	<div class="body">
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		{#if photo}
			<nav aria-label="Pictures">
				{#each data.photos as p, n (p.id)}<a
						href={withParams(page.url.search, { photo: p.id })}
						data-sveltekit-noscroll
						aria-current={p.id === photo.id ? 'true' : undefined}
						><img src="/api/files/{p.fileId}?small" alt={p.caption || `Picture ${n + 1}`} /><span
							>{p.caption || p.place || `Picture ${n + 1}`}{p.shown ? '' : ' (inside)'}</span
						></a
					>{/each}
			</nav>
			{#key photo.id}<PhotoEditor
					{photo}
					scopes={data.bench.estimate.scopes.map((s) => ({
						id: s.id,
						name: s.name,
						lines: s.lines.map((l) => ({ id: l.id, name: l.name }))
					}))}
					jobId={data.head.job.id}
					system={data.bench.estimate.system}
					mayChange={data.mayChange}
				/>{/key}
		{:else}<div class="sheet p-6">
				<h2>No pictures yet</h2>
				<p class="mt-1">
					Take pictures on the walk-through, put lines of the estimate onto them as numbered pins, write and draw on them. The customer sees
					what goes where; what is marked inside stays inside.
				</p>
			</div>{/if}
	</div>
</Page>

<style>
	.body {
		padding: 14px 18px 40px;
	}
	/* Where there is a camera at hand. */
	@media (pointer: fine) {
		.camera {
			display: none;
		}
	}
	nav {
		display: flex;
		gap: 8px;
		overflow-x: auto;
		margin-bottom: 12px;
	}
	nav a {
		flex: none;
		width: 104px;
		text-decoration: none;
		font-size: 0.82rem;
		border-bottom: 3px solid transparent;
	}
	nav a[aria-current] {
		border-color: var(--color-primary);
	}
	nav img {
		width: 104px;
		height: 72px;
		object-fit: cover;
	}
	nav span {
		display: block;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
</style>
