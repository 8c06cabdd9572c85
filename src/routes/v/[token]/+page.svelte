<script lang="ts">
	import { enhance } from '$app/forms';
	import { groupBy } from '$lib/ui/lists';
	import Letterhead from '$lib/ui/shell/Letterhead.svelte';
	import { locale } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/customer';
	let { data, form } = $props();
	const day = (d: string) =>
		new Date(`${d}T12:00Z`).toLocaleDateString(locale(), {
			weekday: 'long',
			month: 'long',
			day: 'numeric',
			year: 'numeric',
			timeZone: 'UTC'
		});
	const ahead = $derived(groupBy(data.ahead, (v) => v.day));
	const done = $derived(groupBy(data.done, (v) => v.day));
</script>

<svelte:head
	><title>{words.customer.visits.title} · {data.company.name}</title><meta name="robots" content="noindex, nofollow" /></svelte:head
>
{#snippet days(all: [string, { what: string; where: string }[]][])}
	<ul>
		{#each all as [d, own] (d)}<li class="sheet">
				<h3>{day(d)}</h3>
				{#each own as v, n (n)}<p>
						{v.what}{#if v.where}<span class="quiet"> · {v.where}</span>{/if}
					</p>{/each}
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
