<script lang="ts">
	import { words } from '$lib/ui/words/customer';
	import { enhance } from '$app/forms';
	import Letterhead from '$lib/ui/shell/Letterhead.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	let { data, form } = $props();
	const w = $derived(words.customer.request);
	const at = (f: string) => (form?.field === f ? form.message : '');
</script>

<svelte:head><title>{data.name}</title><meta name="description" content={data.intro} /></svelte:head>
<Letterhead
	name={data.name}
	line={data.letterhead.line}
	color={data.letterhead.color}
	face={data.letterhead.face}
	footer={data.letterhead.footer}
	logo={data.letterhead.logo}
	watched={false}
>
	<h1>{w.title}</h1>
	<p class="mt-2 mb-4">{data.intro} {w.orCall} <a class="link" href="tel:{data.phone}">{data.phone}</a>.</p>
	{#if data.does.length}<ul class="does" aria-label={w.whatWeDo}>
			{#each data.does as d (d)}<li style:border-color={data.letterhead.color}>{d}</li>{/each}
		</ul>{/if}
	{#if form?.sent}<p class="sheet p-4" role="status">
			<strong>{w.thanks(form.name)}</strong>
			{w.withUs}
		</p>
	{:else}
		<form
			method="POST"
			class="sheet tall grid gap-3 p-4"
			use:enhance={() =>
				async ({ update }) =>
					update({ reset: false })}
		>
			<input type="hidden" name="key" value={data.key} />
			<input type="hidden" name="opened" value={data.opened} />
			<div class="trap" aria-hidden="true"><label>{w.leaveEmpty}<input name="website" tabindex="-1" autocomplete="off" /></label></div>
			<Field label={w.name} problem={at('name')}
				><input class="input" name="name" autocomplete="name" required value={form?.name ?? ''} /></Field
			>
			<Field label={w.mail} problem={at('mail')}
				><input class="input" name="mail" type="email" autocomplete="email" value={form?.mail ?? ''} /></Field
			>
			<Field label={w.phone} problem={at('phone')}
				><input class="input" name="phone" type="tel" autocomplete="tel" value={form?.phone ?? ''} /></Field
			>
			<Field label={w.where} problem={at('address')}
				><input class="input" name="address" autocomplete="street-address" value={form?.address ?? ''} /></Field
			>
			<Field label={w.what} problem={at('wanted')}
				><textarea class="textarea" name="wanted" rows="4" required>{form?.wanted ?? ''}</textarea></Field
			>
			{#if form?.message && !form.field}<p class="problem" role="alert">{form.message}</p>{/if}
			<button class="btn btn-primary btn-tall">{w.send}</button>
		</form>
	{/if}
	{#if data.pictures.length}<div class="pictures">
			{#each data.pictures as p (p.fileId)}<figure>
					<img src="/public/picture/{p.fileId}" alt={p.caption || w.work} loading="lazy" />{#if p.caption}<figcaption class="quiet">
							{p.caption}
						</figcaption>{/if}
				</figure>{/each}
		</div>{/if}
</Letterhead>

<style>
	.does {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
		gap: 6px 18px;
		margin-bottom: 20px;
	}
	.does li {
		border-left: 3px solid;
		padding-left: 10px;
	}
	.pictures {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
		gap: 14px;
		margin-top: 24px;
	}
	.pictures img {
		width: 100%;
		aspect-ratio: 4 / 3;
		object-fit: cover;
	}
	.trap {
		position: absolute;
		left: -9999px;
	}
</style>
