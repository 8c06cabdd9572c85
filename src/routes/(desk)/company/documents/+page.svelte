<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import type { CommandName, Input } from '$lib/contract';
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { FACE_WORDS, FACES, type TextBlock } from '$lib/core/documents';
	import Letters from '$lib/ui/documents/Letters.svelte';
	import PaperChoice from '$lib/ui/documents/PaperChoice.svelte';
	import RichEditor from '$lib/ui/documents/RichEditor.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import PictureField from '$lib/ui/forms/PictureField.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	let look = $state(
		untrack(() => ({
			color: data.letterhead.color,
			line: data.letterhead.line,
			footer: data.letterhead.footer,
			face: data.letterhead.face ?? 'plain'
		}))
	);
	let logo: string | null = $state(untrack(() => data.letterhead.logo ?? null));
	let layout = $state(untrack(() => ({ ...data.layout })));
	let blocks: TextBlock[] = $state(untrack(() => structuredClone($state.snapshot(data.blocks)) as TextBlock[]));
	let letters = $state(untrack(() => data.letters.map((l) => ({ ...l }))));
	const saveLetters = () => run('letters', 'company.letters', { letters: $state.snapshot(letters), version: data.version });
	let page = $state(
		untrack(() => ({
			on: data.publicPage.on,
			intro: data.publicPage.intro,
			does: data.publicPage.does.join('\n'),
			pictures: data.publicPage.pictures.map((p) => ({ ...p })) as { fileId: string | null; caption: string }[]
		}))
	);
	let said: Record<string, { words: string; field: string }> = $state({});
	async function run<N extends CommandName>(what: string, name: N, input: Input<N>) {
		const r = await command(name, input);
		said = { ...said, [what]: r.ok ? { words: 'Saved.', field: '' } : { words: r.message, field: r.field ?? '' } };
	}
	const saveLook = () => run('look', 'company.save-look', { ...look, logo, layout, version: data.version });
	const saveBlocks = () => run('blocks', 'company.text-blocks', { blocks: $state.snapshot(blocks), version: data.version });
	const savePage = () =>
		run('page', 'company.public-page', {
			on: page.on,
			intro: page.intro,
			does: page.does.split('\n'),
			pictures: page.pictures.flatMap((p) => (p.fileId === null ? [] : [{ ...p, fileId: p.fileId }])),
			version: data.version
		});
	const wrong = (what: string, field: string) => (said[what]?.field === field ? said[what].words : '');
</script>

{#snippet saving(what: string, words: string, save: () => void)}
	<div class="flex items-center gap-3">
		<button type="button" class="btn" onclick={save}>{words}</button>{#if said[what] && !said[what].field}<span
				role="status"
				class={said[what].words === 'Saved.' ? 'quiet' : 'problem'}>{said[what].words}</span
			>{/if}
	</div>
{/snippet}

<Page
	asks
	title="Documents and page"
	sub="How you look on paper, and to people who do not know you yet"
	pages={pagesOf('Company')}
	current="/company/documents"
>
	<fieldset disabled={!data.mayChange} class="grid gap-4 lg:grid-cols-2">
		<section class="sheet grid content-start gap-3 p-4" aria-label="Letterhead">
			<h2>Letterhead</h2>
			<PictureField bind:fileId={logo} label="Logo" disabled={!data.mayChange} />
			<div class="grid grid-cols-[110px_1fr] gap-3">
				<Field label="Color" problem={wrong('look', 'color')}
					><input class="swatch" type="color" name="color" bind:value={look.color} /></Field
				>
				<Field label="Line below the name"><input class="input" name="line" bind:value={look.line} /></Field>
			</div>
			<Field label="Type"
				><select class="select" name="face" bind:value={look.face}
					>{#each FACES as f (f)}<option value={f}>{FACE_WORDS[f]}</option>{/each}</select
				></Field
			>
			<Field label="Foot of documents"><input class="input" name="footer" bind:value={look.footer} /></Field>
			<div class="head" style:background={look.color}>
				{#if logo}<img src="/api/files/{logo}?small" alt="" />{/if}
				<span><strong>{data.company.name}</strong><br />{look.line}</span>
			</div>
			<h2 class="mt-2">Quotes, unless it is said otherwise</h2>
			<PaperChoice bind:layout />
			{@render saving('look', 'Save the letterhead', saveLook)}
		</section>
		<section class="sheet grid content-start gap-3 p-4" aria-label="Public page">
			<h2>Public page</h2>
			<label class="flex items-center gap-2"
				><input type="checkbox" class="checkbox" bind:checked={page.on} /> On, with the request form:
				<a class="link" href="/public">see it</a></label
			>
			<Field label="What it says"><textarea class="textarea" rows="3" name="intro" bind:value={page.intro}></textarea></Field>
			<Field label="What you do" hint="One a line"><textarea class="textarea" rows="5" name="does" bind:value={page.does}></textarea></Field
			>
			<div class="grid gap-2">
				{#each page.pictures as p, n (n)}<div class="grid grid-cols-[300px_1fr_auto] items-center gap-3">
						<PictureField bind:fileId={p.fileId} label="Picture {n + 1}" disabled={!data.mayChange} /><input
							class="input"
							aria-label="What picture {n + 1} shows"
							placeholder="What it shows"
							bind:value={p.caption}
						/><button type="button" class="link" aria-label="Take picture {n + 1} away" onclick={() => page.pictures.splice(n, 1)}>×</button
						>
					</div>{/each}
				<button type="button" class="link justify-self-start" onclick={() => page.pictures.push({ fileId: null, caption: '' })}
					>Add a picture</button
				>
				{#if wrong('page', 'picture')}<p class="problem">{wrong('page', 'picture')}</p>{/if}
			</div>
			{@render saving('page', 'Save the page', savePage)}
		</section>
		<section class="sheet grid content-start gap-3 p-4 lg:col-span-2" aria-label="Letters">
			<h2>Letters that quotes go out with</h2>
			<Letters bind:letters sample={data.sample} problem={said.letters?.words ?? ''} field={said.letters?.field ?? ''} />
			{@render saving('letters', 'Save the letters', saveLetters)}
		</section>
		<section class="sheet grid content-start gap-3 p-4 lg:col-span-2" aria-label="Texts">
			<h2>Texts that quotes begin and end with</h2>
			<p class="quiet">
				Words in braces are filled in: {'{customer}, {title}, {number}, {total}, {valid until}, {me}, {company}, {phone}'}, and your own
				fields, such as {'{job insurer}'}.
			</p>
			{#each blocks as block, n (block.id)}<div class="grid gap-2 border-t pt-3" style="border-color: var(--line)">
					<div class="flex flex-wrap items-center gap-3">
						<input class="input flex-1" style="min-width: 200px" aria-label="Name of text {n + 1}" bind:value={block.name} /><select
							class="select"
							style="width: auto; padding-inline-end: 2.1rem"
							aria-label="Where text {n + 1} stands"
							bind:value={block.place}
							><option value="introduction">at the beginning</option><option value="closing">at the end</option></select
						><button type="button" class="link ml-auto" onclick={() => blocks.splice(n, 1)}>Take it away</button>
					</div>
					<RichEditor bind:value={block.text} label={block.name || `Text ${n + 1}`} />
				</div>{/each}
			<button
				type="button"
				class="link justify-self-start"
				onclick={() => blocks.push({ id: `t${crypto.randomUUID().slice(0, 8)}`, name: '', place: 'introduction', text: [] })}
				>Add a text</button
			>
			{@render saving('blocks', 'Save the texts', saveBlocks)}
		</section>
	</fieldset>
</Page>

<style>
	.swatch {
		width: 100%;
		height: 32px;
		border: 1px solid var(--color-neutral);
		border-radius: 4px;
		padding: 2px;
	}
	.head {
		color: #fff;
		padding: 10px 14px;
		display: flex;
		gap: 12px;
		align-items: center;
	}
	.head img {
		height: 38px;
		background: #fff;
	}
</style>
