<script lang="ts">
	import { enhance } from '$app/forms';
	import { page } from '$app/state';
	import { groupBy } from '$lib/ui/lists';
	import Letterhead from '$lib/ui/shell/Letterhead.svelte';
	import { locale } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/customer';
	let { data, form } = $props();
	interface Shown {
		day: string;
		what: string;
		where: string;
		pictures?: { fileId: string; moment: 'before' | 'after' }[];
	}
	const picture = (id: string) => `${page.url.pathname}/picture/${id}`;
	const day = (d: string) =>
		new Date(`${d}T12:00Z`).toLocaleDateString(locale(), {
			weekday: 'long',
			month: 'long',
			day: 'numeric',
			year: 'numeric',
			timeZone: 'UTC'
		});
	const short = (d: string) =>
		new Date(`${d}T12:00Z`).toLocaleDateString(locale(), { weekday: 'short', month: 'short', day: 'numeric', timeZone: 'UTC' });
	/** Days of the same work at the same place stand together. */
	const byWork = (all: Shown[]) => groupBy(all, (v) => `${v.what}\n${v.where}`);
	const ahead = $derived(byWork(data.ahead));
	const done = $derived(byWork(data.done));
</script>

<svelte:head
	><title>{words.customer.visits.title} · {data.company.name}</title><meta name="robots" content="noindex, nofollow" /></svelte:head
>
{#snippet days(all: [string, Shown[]][])}
	<ul>
		{#each all as [key, own] (key)}<li class="sheet">
				<h3>{day(own[0]?.day ?? '')}</h3>
				<p>{own[0]?.what}</p>
				<p class="quiet">{own[0]?.where}</p>
				{#each own.filter((v) => v.pictures?.length) as v (v.day)}<div class="pictures">
						{#each v.pictures ?? [] as p (p.fileId)}{@const what = `${words.customer.visits.moments[p.moment]}, ${short(v.day)}`}<a
								href={picture(p.fileId)}
								><img src="{picture(p.fileId)}?small" alt={what} loading="lazy" width="160" height="120" /><span aria-hidden="true"
									>{what}</span
								></a
							>{/each}
					</div>{/each}
				{#if own.length > 1}<p class="quiet">
						{words.customer.visits.also}
						{own
							.slice(1, 12)
							.map((v) => short(v.day))
							.join(', ')}{own.length > 12 ? ' …' : ''}
					</p>{/if}
			</li>{/each}
	</ul>
{/snippet}
<Letterhead
	name={data.company.name}
	line={words.customer.visits.for(data.customer)}
	color={data.letterhead.color}
	face={data.letterhead.face}
	footer={data.letterhead.footer}
	watched={false}
>
	<h1>{words.customer.visits.title}</h1>
	{#if ahead.length}{@render days(ahead)}{:else}<p>{words.customer.visits.none}</p>{/if}
	{#if done.length}<h2>{words.customer.visits.done}</h2>
		{@render days(done)}{/if}
	<section class="sheet card">
		<h2>{words.customer.visits.messages}</h2>
		<p role="status">{data.on ? words.customer.visits.on : words.customer.visits.off}</p>
		{#if form?.message}<p class="problem" role="alert">{form.message}</p>{/if}
		<form method="POST" use:enhance>
			<button class="btn btn-tall" name="on" value={data.on ? 'no' : 'yes'} disabled={data.staff}
				>{data.on ? words.customer.visits.stop : words.customer.visits.again}</button
			>
		</form>
		{#if data.staff}<p class="quiet">{words.customer.asked.staff}</p>{/if}
	</section>
	<p class="quiet">{words.customer.asked.call(data.company.phone)}</p>
</Letterhead>

<style>
	.pictures {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(130px, 160px));
		gap: 10px;
		margin: 8px 0;
	}
	.pictures a {
		display: grid;
		gap: 2px;
		font-size: 0.9rem;
	}
	.pictures img {
		width: 100%;
		aspect-ratio: 4 / 3;
		object-fit: cover;
		background: var(--color-base-300);
	}
	ul {
		display: grid;
		gap: 8px;
		margin: 12px 0;
	}
	li,
	.card {
		padding: 10px 14px;
	}
	.card {
		margin: 16px 0;
	}
	h3 {
		font-weight: 650;
	}
	form {
		margin-top: 10px;
	}
</style>
