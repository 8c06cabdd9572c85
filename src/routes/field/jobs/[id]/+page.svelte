<script lang="ts">
	import { locale } from '$lib/ui/words/language';
	import { words } from '$lib/ui/words/field';
	import type { Input, OfflineName } from '$lib/contract';
	import { tick, untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { queue } from '$lib/client/queue.svelte';
	import { notesWaiting, partWith, punchWith, runningWith, tickedWith, usedWaiting, wordsWaiting } from '$lib/ui/field/kept';
	import { formatMinutes, formatQuantity, parseQuantity } from '$lib/core/money';
	import { readAt, readForm } from '$lib/ui/forms/typed';
	import ClockPanel from '$lib/ui/forms/ClockPanel.svelte';
	import Sheet from '$lib/ui/forms/Sheet.svelte';
	import Field from '$lib/ui/forms/Field.svelte';
	import { goto } from '$app/navigation';
	import { nextState } from '$lib/ui/work/tasks';
	let { data } = $props();
	const j = $derived(data.job);
	let problem = $state('');
	let field = $state('');
	let note = $state('');
	let kind = $state<'note' | 'found' | 'punch'>('note');
	let place = $state('');
	let begun = $state(false);
	let saying = $state('');
	let picture: FileList | undefined = $state();
	let busy = $state(false);
	let find = $state('');
	let found: { id: string; name: string; unit: string }[] = $state([]);
	let item: { id: string; name: string; unit: string } | null = $state(null);
	let quantity = $state('');
	const show = (ms: number) =>
		new Date(ms).toLocaleString(locale(), {
			month: 'short',
			day: 'numeric',
			hour: '2-digit',
			minute: '2-digit',
			hour12: false,
			timeZone: data.zone
		});

	/** What waits on this device for this job: it is shown as done. */
	const kept = $derived(queue.items.filter((k) => k.about === `job:${j.id}`));
	// How far our clock was ahead when the page came is of that moment alone: later news does not move it.
	/** What the crew takes along is said, if anything is. */
	const crewSheet = $derived(j.phases.some((p) => p.hours > 0) || j.materials.length > 0 || j.sheets.some((s) => s.sheet));
	/** Hours go to a task, and there is one to choose. */
	const mustChoose = $derived(j.hoursOnTask && j.tasks.some((t) => !tickedWith(t.doneAt !== null, kept, 'task', t.id)));
	const running = $derived(
		runningWith(
			data.running,
			queue.items,
			untrack(() => data.now - Date.now())
		)
	);
	const run = <N extends OfflineName>(name: N, input: Input<N>, label: string, taken?: { id: string; file: Blob }): Promise<boolean> =>
		put(name, input, `${label}, ${j.name}`, taken);
	async function put<N extends OfflineName>(name: N, input: Input<N>, label: string, taken?: { id: string; file: Blob }): Promise<boolean> {
		busy = true;
		const r = await queue.put(name, input, { about: `job:${j.id}`, label, ...(taken ? { picture: taken } : {}) });
		busy = false;
		[problem, field] = r.state === 'refused' ? [r.message, r.field] : ['', ''];
		return r.state !== 'refused';
	}
	/** A box shows what is so: what was refused does not stay ticked. */
	async function tickOff<N extends OfflineName>(e: Event & { currentTarget: HTMLInputElement }, name: N, input: Input<N>, label: string) {
		const box = e.currentTarget;
		const wanted = box.checked;
		if (!(await run(name, input, label))) box.checked = !wanted;
	}
	async function begin(form: string) {
		busy = true;
		const r = await command('forms.begin', { jobId: j.id, form }, { refresh: false });
		busy = false;
		if (r.ok) await goto(`/field/form/${r.result.recordId}`);
		else [problem, field] = [r.message, ''];
	}
	async function look() {
		const r = await ask('find.items', { text: find.slice(0, 100) });
		if (r.ok) found = r.result;
	}
	let fittedNow = $state('');
	async function use() {
		if (!item) return void ([problem, field] = [words.field.job.choose, 'item']);
		const { name } = item;
		const read = readForm(() => ({ quantity: readAt('quantity', () => parseQuantity(quantity)) }));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const known = j.used.length;
		if (!(await run('costs.use-material', { jobId: j.id, itemId: item.id, ...read.value }, `${quantity} ${item.unit} ${name}`))) return;
		[item, quantity, find, found] = [null, '', '', []];
		// What was ordered for the job is no new cost: it is said, or it would seem that nothing happened.
		await tick();
		fittedNow = !queue.lost && data.job.used.length === known ? words.field.job.fitted(name) : '';
	}
	async function send() {
		const file = picture?.[0];
		const taken = file ? { id: crypto.randomUUID(), file } : undefined;
		const label = kind === 'note' ? (file ? words.field.job.picture : words.field.job.note) : words.field.job.kinds[kind];
		const what = { jobId: j.id, text: note, fileId: taken?.id ?? null };
		const sent =
			kind === 'note'
				? run('field.note', what, label, taken)
				: kind === 'found'
					? run('work.report-finding', { ...what, begun }, label, taken)
					: run('work.add-punch', { ...what, place }, label, taken);
		if (await sent) [note, picture, kind, place, begun] = ['', undefined, 'note', '', false];
	}
</script>

<p><a class="link" href="/field">{words.field.job.back}</a></p>
<h1 class="mt-1">{j.name}</h1>
<p>
	{j.address ?? ''}
	{#if j.lat !== null}<a class="link" href="geo:{j.lat},{j.lng}?q={j.lat},{j.lng}">{words.field.day.directions}</a>{/if}
</p>
<p class="quiet mb-3">
	{j.customer}{#if j.phone}&nbsp;· <a class="link" href="tel:{j.phone}">{j.phone}</a>{/if}
</p>
{#if j.crewBrief || j.access}<p class="sheet mb-3 p-4" style="border-left: 4px solid var(--color-accent)">{j.crewBrief} {j.access}</p>{/if}
{#if j.contacts.length}<section class="sheet mb-3 p-4" aria-label={words.field.job.onSite}>
		<h2>{words.field.job.onSite}</h2>
		{#each j.contacts as c (c.id)}<p class="flex min-h-11 items-center justify-between gap-3">
				<span>{c.name} <span class="quiet">{c.role}</span></span>{#if c.phone}<a class="link whitespace-nowrap" href="tel:{c.phone}"
						>{c.phone}</a
					>{/if}
			</p>{/each}
	</section>{/if}
{#if j.permits.length}<p class="sheet mb-3 p-4" style="border-left: 4px solid var(--color-warning)">
		{words.field.job.waitsFor(j.permits.map((p) => p.name).join(', '))}
	</p>{/if}
{#if problem && (!field || field === 'taskId')}<p class="problem mb-2" role="alert">{problem}</p>{/if}
<ClockPanel {running} now={data.now} zone={data.zone} />
{#if mustChoose && running?.jobId !== j.id}<p class="mb-3">{words.field.job.chooseTask}</p>{:else if running?.jobId !== j.id}<button
		class="btn btn-primary btn-tall mb-4 w-full"
		disabled={busy}
		onclick={() => put('time.clock-on', { jobId: j.id }, words.field.clock.did.on(j.name))}
		>{running ? words.field.clock.here : words.field.clock.on}</button
	>{/if}

{#if j.tasks.length}<section class="sheet mb-3 p-4" aria-labelledby="tasks">
		<h2 id="tasks">
			{words.field.job.workList}
			<span class="quiet"
				>{words.field.day.doneOf(j.tasks.filter((t) => tickedWith(t.doneAt !== null, kept, 'task', t.id)).length, j.tasks.length)}</span
			>
		</h2>
		<ul class="mt-2">
			{#each j.tasks as t (t.id)}<li class="border-b py-2" style="border-color: var(--line)">
					<label class="flex min-h-11 items-center gap-3"
						><input
							type="checkbox"
							class="checkbox"
							checked={tickedWith(t.doneAt !== null, kept, 'task', t.id)}
							onchange={(e) => tickOff(e, 'work.tick-task', { taskId: t.id, done: e.currentTarget.checked }, t.text)}
						/><span class:line-through={tickedWith(t.doneAt !== null, kept, 'task', t.id)}
							>{t.text}
							<span class="quiet">{[t.phase, t.people.map((p) => p.name).join(', ')].filter(Boolean).join(' · ')}</span></span
						></label
					>
					{#each j.files.filter((f) => f.taskId === t.id) as f (f.id)}<a
							class="link ml-9 flex min-h-11 items-center"
							href="/api/attachments/{f.id}"
							download>{f.name}</a
						>{/each}
					{#if (j.hoursOnTask || running?.jobId === j.id) && running?.taskId !== t.id && !tickedWith(t.doneAt !== null, kept, 'task', t.id)}<button
							class="btn btn-tall mb-1 ml-9"
							disabled={busy}
							onclick={() => put('time.clock-on', { jobId: j.id, taskId: t.id }, words.field.clock.did.on(j.name))}
							>{words.field.job.onTask}<span class="sr-only">: {t.text}</span></button
						>{:else if running?.taskId === t.id}<p class="ml-9">● {words.field.clock.running}</p>{/if}
					{#if t.note}<p class="quiet ml-9">{t.note}</p>{/if}
					{#each t.steps as s (s.id)}<label class="ml-9 flex min-h-11 items-center gap-3"
							><input
								type="checkbox"
								class="checkbox"
								checked={tickedWith(s.doneAt !== null, kept, 'step', s.id)}
								onchange={(e) => tickOff(e, 'work.tick-step', { stepId: s.id, done: e.currentTarget.checked }, s.text)}
							/><span class:line-through={tickedWith(s.doneAt !== null, kept, 'step', s.id)}>{s.text}</span></label
						>{/each}
					{#each t.parts as p (p.id)}{@const state = partWith(p.state, kept, p.id)}
						<div class="ml-9 flex min-h-11 items-center justify-between gap-3">
							<span>{p.name} <span class="quiet">{formatQuantity(p.quantity)} {p.unit} · {words.field.job.parts[state]}</span></span
							>{#if state !== 'fitted'}<button
									class="btn"
									disabled={busy}
									onclick={() =>
										run(
											'work.move-part',
											{ partId: p.id, state: nextState(state) },
											`${p.name} ${words.field.job.parts[nextState(state)]}`
										)}>{words.field.job.parts[nextState(state)]}<span class="sr-only">: {p.name}</span></button
								>{/if}
						</div>{/each}
				</li>{/each}
		</ul>
	</section>{/if}

{#if j.punch.length || wordsWaiting(kept, 'work.add-punch').length}<section class="sheet mb-3 p-4" aria-labelledby="punch">
		<h2 id="punch">
			{words.field.job.punch}
			<span class="quiet">{words.field.job.left(j.punch.filter((i) => !punchWith(i.doneAt !== null, kept, i.id)).length)}</span>
		</h2>
		<ul class="mt-2">
			{#each j.punch as i (i.id)}<li>
					<label class="flex min-h-11 items-center gap-3"
						><input
							type="checkbox"
							class="checkbox"
							checked={punchWith(i.doneAt !== null, kept, i.id)}
							onchange={(e) => tickOff(e, 'work.tick-punch', { punchId: i.id, done: e.currentTarget.checked }, i.text)}
						/><span class:line-through={punchWith(i.doneAt !== null, kept, i.id)}
							>{i.text} <span class="quiet">{[i.place, i.person].filter(Boolean).join(' · ')}</span></span
						>{#if i.fileId}<img class="ml-auto h-11 w-11 object-cover" src="/api/files/{i.fileId}?small" alt={i.text} />{/if}</label
					>
				</li>{/each}
			{#each wordsWaiting(kept, 'work.add-punch') as w (w.key)}<li class="flex min-h-11 items-center justify-between">
					<span>{w.text}</span><span class="quiet">{words.field.queue.waits}</span>
				</li>{/each}
		</ul>
	</section>{/if}

{#if j.files.length}<section class="sheet mb-3 p-4" aria-labelledby="files">
		<h2 id="files">{words.field.job.files}</h2>
		<ul>
			{#each j.files as f (f.id)}<li>
					<a class="link flex min-h-11 items-center justify-between gap-3" href="/api/attachments/{f.id}" download
						>{f.name}<span class="quiet">{f.folder}</span></a
					>
				</li>{/each}
		</ul>
	</section>{/if}

{#if crewSheet}<details class="sheet mb-3 p-4" open>
		<summary class="font-bold">{words.field.job.crewSheet}</summary>
		<ul class="mt-2">
			{#each j.phases.filter((x) => x.hours > 0) as p (p.name)}<li class="flex justify-between">
					<span>{p.name}</span><span class="figure">{formatMinutes((p.hours * 60) / 10000)}</span>
				</li>{/each}
		</ul>
		{#each j.sheets as s (s.name)}{#if s.sheet}<h2 class="mt-3">{s.name}</h2>
				<p><span class="quiet">{words.field.job.bring}</span> {s.sheet.tools}</p>
				<p><span class="quiet">{words.field.job.how}</span> {s.sheet.order}</p>
				<p><span class="quiet">{words.field.job.mind}</span> {s.sheet.key}</p>{/if}{/each}
		{#if j.materials.length}<h2 class="mt-3">{words.field.job.materials}</h2>
			<ul>
				{#each j.materials as m, n (n)}<li class="flex justify-between gap-3">
						<span>{m.name} <span class="quiet">{m.phase}</span></span><span class="figure whitespace-nowrap"
							>{formatQuantity(m.quantity)} {m.unit}</span
						>
					</li>{/each}
			</ul>{/if}
	</details>{/if}

<section class="sheet mb-3 p-4" aria-labelledby="papers">
	<h2 id="papers">{words.field.job.papers}</h2>
	<ul>
		{#each j.forms as f (f.id)}<li>
				<a class="link flex min-h-11 items-center justify-between" href="/field/form/{f.id}"
					><span>{words.field.siteForm(f.name)}</span><span class="quiet"
						>{f.state === 'approved' ? words.field.job.certificate(f.number ?? 0) : words.field.job.states[f.state]}</span
					></a
				>
			</li>{/each}
		{#each j.handovers as h (h.id)}<li class="flex min-h-11 items-center justify-between">
				<span>{words.field.job.report(h.number)}</span><span class="quiet">{words.field.job.signedBy(h.signedBy)}</span>
			</li>{/each}
	</ul>
	<div class="mt-2 grid grid-cols-2 gap-3">
		{#each j.offered as f (f.id)}<button class="btn btn-tall" disabled={busy} onclick={() => begin(f.id)}
				>{words.field.siteForm(f.name)}{f.required ? ' *' : ''}</button
			>{/each}
		<a class="btn btn-tall" href="/field/jobs/{j.id}/log">{words.field.log.title}</a>
		<a class="btn btn-tall" href="/field/jobs/{j.id}/handover">{words.field.job.handOver}</a>
		<a class="btn btn-tall" href="/field/jobs/{j.id}/sell">{words.field.job.sellMore}</a>
	</div>
</section>

<Sheet>
	<section class="sheet mb-3 p-4" aria-labelledby="used">
		<h2 id="used">{words.field.job.used}</h2>
		{#if item}<p class="my-2 flex justify-between">
				<strong>{item.name}</strong><button class="link" onclick={() => (item = null)}>{words.field.job.another}</button>
			</p>
		{:else}
			<div class="my-2 flex flex-wrap gap-2">
				{#each j.materials.filter((m) => m.itemId).slice(0, 6) as m, n (n)}<button
						class="btn"
						onclick={() => (item = { id: m.itemId ?? '', name: m.name, unit: m.unit })}>{m.name}</button
					>{/each}
			</div>
			<Field label={words.field.job.findItem} problem={field === 'item' ? problem : ''}
				><input class="input" data-at-once bind:value={find} oninput={look} /></Field
			>
			<ul>
				{#each found as f (f.id)}<li><button class="w-full py-2 text-left" onclick={() => (item = f)}>{f.name}</button></li>{/each}
			</ul>
		{/if}
		<div class="mt-2 grid grid-cols-[1fr_130px] items-end gap-3">
			<Field label={words.field.job.howMuch(item?.unit ?? '')} problem={field === 'quantity' ? problem : ''}
				><input class="input" name="quantity" inputmode="decimal" bind:value={quantity} /></Field
			><button class="btn btn-tall" disabled={busy} onclick={use}>{words.field.job.add}</button>
		</div>
		{#if fittedNow}<p class="mt-2" role="status">{fittedNow}</p>{/if}
		<ul class="mt-2">
			{#each usedWaiting(kept) as w (w.key)}<li class="flex justify-between">
					<span>{w.label.replace(`, ${j.name}`, '')}</span><span class="quiet">{words.field.queue.waits}</span>
				</li>{/each}
			{#each j.used as u (u.id)}<li class="flex justify-between">
					<span>{u.name}</span><span class="figure">{formatQuantity(u.quantity)} {u.unit}</span>
				</li>{/each}
		</ul>
	</section>

	<section class="sheet p-4" aria-labelledby="notes">
		<h2 id="notes">{words.field.job.noteOrPicture}</h2>
		<Field label={words.field.job.note} problem={field === 'text' ? problem : ''}
			><textarea class="textarea" rows="2" name="note" bind:value={note}></textarea></Field
		>
		<fieldset class="my-2 grid gap-1">
			<legend class="quiet">{words.field.job.kind}</legend>
			{#each ['note', 'found', 'punch'] as const as k (k)}<label class="flex min-h-11 items-center gap-3"
					><input type="radio" class="radio" name="kind" value={k} bind:group={kind} />{words.field.job.kinds[k]}</label
				>{/each}
		</fieldset>
		{#if kind === 'punch'}<Field label={words.field.job.where}><input class="input" name="place" bind:value={place} /></Field>{/if}
		{#if kind === 'found'}<label class="flex min-h-11 items-center gap-3"
				><input type="checkbox" class="checkbox" name="begun" bind:checked={begun} />{words.field.job.begun}</label
			>{/if}
		<label class="btn btn-tall w-full"
			>{picture?.[0]?.name ?? words.field.job.takePicture}<input
				type="file"
				class="sr-only"
				name="picture"
				accept="image/*"
				capture="environment"
				bind:files={picture}
			/></label
		>
		{#if field === 'picture' && problem}<p class="problem" role="alert">{problem}</p>{/if}
		<button class="btn btn-tall mt-2 w-full" disabled={busy} onclick={send}>{words.field.job.send}</button>
		<ul class="mt-3 grid gap-3">
			{#each wordsWaiting(kept, 'work.report-finding') as w (w.key)}<li>
					<span class="quiet">{words.field.job.kinds.found} · {words.field.queue.waits}</span>
					<p>{w.text}</p>
				</li>{/each}
			{#each notesWaiting(kept) as w (w.key)}<li>
					<span class="quiet">{w.picture ? words.field.queue.withPicture : words.field.queue.waits}</span>
					<p>{w.text}</p>
				</li>{/each}
			{#each j.notes as n (n.id)}<li class="flex gap-3">
					{#if n.fileId}<img class="h-16 w-16 object-cover" src="/api/files/{n.fileId}?small" alt={words.field.job.from(n.by)} />{/if}
					<div>
						<span class="quiet">{n.by}, {show(n.at)}</span>
						<p>{n.text}</p>
					</div>
				</li>{/each}
		</ul>
	</section>

	<section class="sheet mt-3 p-4" aria-labelledby="talk">
		<h2 id="talk">{words.field.job.talk}</h2>
		<textarea
			class="textarea mt-2 w-full"
			rows="2"
			name="saying"
			aria-label={words.field.job.sayWhat}
			placeholder={words.field.job.sayWhat}
			bind:value={saying}
		></textarea>
		<button
			class="btn btn-tall mt-2 w-full"
			disabled={busy || saying.trim() === ''}
			onclick={async () => {
				if (await run('work.comment', { jobId: j.id, taskId: null, text: saying }, words.field.job.talk)) saying = '';
			}}>{words.field.job.say}</button
		>
		<ul class="mt-3 grid gap-3">
			{#each wordsWaiting(kept, 'work.comment') as w (w.key)}<li>
					<span class="quiet">{words.field.queue.waits}</span>
					<p>{w.text}</p>
				</li>{/each}
			{#each j.talk as c (c.id)}<li>
					<span class="quiet">{c.byName}, {show(c.at)}</span>
					<p style="white-space: pre-wrap">{c.takenBack ? words.field.job.takenBack : c.text}</p>
				</li>{/each}
		</ul>
	</section>
</Sheet>
