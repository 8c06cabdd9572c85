<script lang="ts">
	import { page } from '$app/state';
	/** What belongs to an estimate beside its lines. */
	let { jobId, current, open = 0 }: { jobId: string; current: string; open?: number } = $props();
	/** A change order keeps its number from page to page. */
	const change = $derived(page.url.searchParams.get('change'));
	const pages = $derived([
		['', 'Lines'],
		['photos', 'Photos'],
		['review', open ? `Second look (${open})` : 'Second look'],
		['revisions', 'Revisions'],
		['lists', 'Materials, labor'],
		['risk', 'Risk']
	]);
</script>

<nav class="no-print" aria-label="The estimate">
	{#each pages as [path, word] (path)}<a
			href="/jobs/{jobId}/estimate{path ? `/${path}` : ''}{change ? `?change=${change}` : ''}"
			aria-current={path === current ? 'page' : undefined}>{word}</a
		>{/each}
</nav>

<style>
	nav {
		display: flex;
		gap: 18px;
		padding: 6px 18px;
		border-bottom: 1px solid var(--line);
		font-size: 0.93rem;
	}
	a {
		text-decoration: none;
		color: var(--quiet);
	}
	a[aria-current] {
		color: var(--color-base-content);
		font-weight: 650;
	}
</style>
