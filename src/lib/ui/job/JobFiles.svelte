<script lang="ts">
	import { command } from '$lib/client/command';
	import { CHANGED, stillThere } from '$lib/client/picked';
	import { refresh } from '$lib/client/refresh';
	import { FOLDERS, MOST_BYTES, SEEN_BY, type SeenBy } from '$lib/core/work';
	import { fileDrop } from '../drag/file-drop';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { groupBy } from '../lists';
	import Mark from '../shell/Mark.svelte';
	import { showDay, showInstant } from '../shell/dates';
	interface Kept {
		id: string;
		name: string;
		folder: string;
		seenBy: SeenBy;
		expiresOn: string | null;
		taskId: string | null;
		aside: boolean;
		version: number;
		versions: { id: string; name: string; size: number; at: number; byName: string }[];
	}
	interface Props {
		jobId: string;
		files: Kept[];
		/** What a file can be needed for. */
		tasks: { id: string; text: string }[];
		today: string;
		zone: string;
		mayChange: boolean;
	}
	/** The files of a job by folder: many dragged in at once, newer versions of what is there, who may see them, until when they are good. */
	let { jobId, files, tasks, today, zone, mayChange }: Props = $props();
	let find = $state('');
	let aside = $state(false);
	let folder = $state('plans');
	/** How far the sending is. */
	let going: { done: number; all: number } | null = $state(null);
	let stop = $state(false);
	/** What was not kept, and why, file by file. */
	let wrong: { name: string; why: string }[] = $state([]);
	let known: Kept | null = $state(null);
	let t = $state({ name: '', folder: '', seenBy: 'office' as SeenBy, expiresOn: '', taskId: '' });
	let problem = $state('');
	const folders = $derived([...new Set([...FOLDERS, ...files.map((f) => f.folder)])]);
	const put = $derived(files.filter((f) => f.aside).length);
	const shown = $derived(
		groupBy(
			files.filter((f) => f.aside === aside && f.name.toLowerCase().includes(find.trim().toLowerCase())),
			(f) => f.folder
		)
	);
	const isPicture = (name: string) => /\.(jpe?g|png|webp)$/i.test(name);
	const size = (n: number) => (n < 100_000 ? `${Math.ceil(n / 1000)} kB` : `${(n / 1_000_000).toFixed(1)} MB`);
	const SEEN: Record<SeenBy, string> = { office: 'the office', crew: 'the crew too', customer: 'the crew, and the customer with a quote' };

	/** Sends one; gives why it was not kept, or null. */
	async function send(file: File, versionOf: string): Promise<string | null> {
		if (file.size > MOST_BYTES) return `${size(file.size)}: a file may have ${size(MOST_BYTES)}.`;
		if (!(await stillThere(file))) return CHANGED;
		const form = new FormData();
		for (const [k, v] of Object.entries({ subject: `job:${jobId}`, folder, 'version-of': versionOf })) form.set(k, v);
		form.set('file', file);
		const r = await fetch('/api/attachments', { method: 'POST', body: form }).catch(() => null);
		const body = (await r?.json().catch(() => null)) as { message?: string } | null;
		return r?.ok ? null : (body?.message ?? 'The server cannot be reached.');
	}
	async function take(list: FileList | null | undefined, versionOf = '') {
		const all = [...(list ?? [])];
		if (all.length === 0 || going) return;
		[going, wrong, stop] = [{ done: 0, all: all.length }, [], false];
		for (const file of all) {
			if (stop) break;
			const why = await send(file, versionOf);
			if (why !== null) wrong.push({ name: file.name, why });
			going.done += 1;
		}
		going = null;
		await refresh();
	}
	function edit(f: Kept) {
		known = f;
		t = { name: f.name, folder: f.folder, seenBy: f.seenBy, expiresOn: f.expiresOn ?? '', taskId: f.taskId ?? '' };
		problem = '';
	}
	async function save() {
		if (!known) return;
		const r = await command('jobs.change-file', {
			fileId: known.id,
			version: known.version,
			...t,
			expiresOn: t.expiresOn || null,
			taskId: t.taskId || null
		});
		if (r.ok) known = null;
		else problem = r.field === 'name' ? 'Say what it is called.' : r.message;
	}
	async function setAside(f: Kept, to: boolean) {
		const r = await command('jobs.set-aside-file', { fileId: f.id, aside: to });
		if (r.ok) known = null;
		else problem = r.message;
	}
</script>

<section class="sheet p-4" aria-label="Files">
	<div class="flex flex-wrap items-center gap-4">
		<input class="input" style="width: 240px" type="search" aria-label="Find a file" placeholder="Find a file" bind:value={find} />
		{#if put}<button class="link" aria-pressed={aside} onclick={() => (aside = !aside)}
				>{aside ? 'Those in use' : `${put} set aside`}</button
			>{/if}
	</div>
	{#if mayChange}<div class="drop mt-3" role="group" aria-label="Add files" {@attach fileDrop((dropped) => void take(dropped))}>
			{#if going}<progress max={going.all} value={going.done} aria-label="Files kept"></progress>
				<span role="status">{going.done} of {going.all} sent</span><button class="link" onclick={() => (stop = true)}>Stop</button>
			{:else}<label class="btn"
					>Add files<input
						type="file"
						multiple
						class="sr-only"
						name="files"
						onchange={(e) => {
							void take(e.currentTarget.files).then(() => undefined);
							e.currentTarget.value = '';
						}}
					/></label
				>
				<label class="flex items-center gap-2"
					>to <input class="input" style="width: 200px" list="folders" name="folder" aria-label="Folder" bind:value={folder} /></label
				>
				<span class="quiet">or drag them here; at most {size(MOST_BYTES)} each</span>{/if}
			<datalist id="folders"
				>{#each folders as f (f)}<option value={f}></option>{/each}</datalist
			>
		</div>{/if}
	{#if wrong.length}<div role="alert" class="mt-2">
			<p class="problem">{wrong.length} not kept:</p>
			<ul>
				{#each wrong as w, n (n)}<li>{w.name}: {w.why}</li>{/each}
			</ul>
		</div>{/if}
	{#each shown as [name, list] (name)}
		<h3 class="quiet mt-4 border-b pb-1" style="border-color: var(--line)">{name} <span class="figure">{list.length}</span></h3>
		<ul>
			{#each list as f (f.id)}{@const [now, ...before] = f.versions}
				<li class="flex items-center gap-3 border-b py-2" style="border-color: var(--line)">
					{#if now && isPicture(now.name)}<img
							class="h-12 w-12 object-cover"
							src="/api/attachments/{now.id}"
							alt={f.name}
							loading="lazy"
						/>{/if}
					<div class="grow">
						<p>
							{#if now}<a class="link" href="/api/attachments/{now.id}" download>{f.name}</a>{:else}{f.name}{/if}
							{#if f.expiresOn}<Mark
									kind={f.expiresOn < today ? 'need' : 'ring'}
									label={f.expiresOn < today ? `ran out ${showDay(f.expiresOn)}` : `until ${showDay(f.expiresOn)}`}
								/>{/if}
						</p>
						<p class="quiet">
							{[
								now ? `${size(now.size)}, ${now.byName}, ${showInstant(now.at, zone)}` : '',
								`seen by ${SEEN[f.seenBy]}`,
								f.taskId ? `for ${tasks.find((x) => x.id === f.taskId)?.text ?? ''}` : ''
							]
								.filter(Boolean)
								.join(' · ')}
						</p>
						{#if before.length}<details>
								<summary class="link">{before.length} older</summary>
								{#each before as v (v.id)}<p class="quiet">
										<a class="link" href="/api/attachments/{v.id}" download>{showInstant(v.at, zone)}</a>
										{size(v.size)}, {v.byName}
									</p>{/each}
							</details>{/if}
					</div>
					{#if mayChange}<label class="link"
							>Newer version<span class="sr-only"> of {f.name}</span><input
								type="file"
								class="sr-only"
								onchange={(e) => {
									void take(e.currentTarget.files, f.id);
									e.currentTarget.value = '';
								}}
							/></label
						><button class="link" onclick={() => edit(f)}>Change<span class="sr-only"> {f.name}</span></button><button
							class="link"
							onclick={() => setAside(f, !f.aside)}>{f.aside ? 'Take back' : 'Set aside'}<span class="sr-only"> {f.name}</span></button
						>{/if}
				</li>{/each}
		</ul>
	{:else}<p class="quiet mt-3">{find ? 'No file is called so.' : 'Plans, permits, letters: what belongs to this job lies here.'}</p>{/each}
	{#if problem && !known}<p class="problem" role="alert">{problem}</p>{/if}
</section>
{#if known}<Dialog onclosed={() => (known = null)} title={known.name} onsave={save} {problem}>
		<Field label="Name"><input class="input" name="file-name" bind:value={t.name} /></Field>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Folder"><input class="input" list="folders" name="file-folder" bind:value={t.folder} /></Field>
			<Field label="Good until" hint="permits, insurance"
				><input class="input" type="date" name="file-expires" bind:value={t.expiresOn} /></Field
			>
		</div>
		<Field label="Who sees it"
			><select class="select" name="file-seen" bind:value={t.seenBy}
				>{#each SEEN_BY as s (s)}<option value={s}>{SEEN[s]}</option>{/each}</select
			></Field
		>
		{#if tasks.length > 0}<Field label="Needed for the task"
				><select class="select" name="file-task" bind:value={t.taskId}
					><option value="">none</option>{#each tasks as task (task.id)}<option value={task.id}>{task.text}</option>{/each}</select
				></Field
			>{/if}
	</Dialog>{/if}

<style>
	.drop {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px 14px;
		padding: 12px;
		border: 1px dashed var(--line);
	}
	.drop:global([data-over]) {
		border-color: var(--color-primary);
		background: color-mix(in oklab, var(--color-primary) 8%, transparent);
	}
	label:focus-within {
		outline: 2px solid var(--color-primary);
		outline-offset: 2px;
	}
</style>
