<script lang="ts">
	import { locale } from '$lib/ui/words/language';
	import { longDay, words } from '$lib/ui/words/customer';
	import { onMount } from 'svelte';
	import { enhance } from '$app/forms';
	import { goto } from '$app/navigation';
	import { formatPercent, moneyIn, type Percent } from '$lib/core/money';
	import Letterhead from '$lib/ui/shell/Letterhead.svelte';
	import Written from '$lib/ui/documents/Written.svelte';
	import MarksDrawing from '$lib/ui/estimate/MarksDrawing.svelte';
	import SignaturePad from '$lib/ui/forms/SignaturePad.svelte';
	let { data, form } = $props();
	const money = $derived(moneyIn(data.currency));
	let asking = $state(false);
	let about = $state('');
	/** How long the page was in front of somebody, and what they tried; told when it is left. */
	onMount(() => {
		// A choice of options loads the page anew and is no visit of its own.
		const viewId = data.viewId;
		if (!viewId) return;
		let since = document.visibilityState === 'visible' ? performance.now() : 0;
		let seconds = 0;
		const tell = () => {
			if (document.visibilityState === 'visible') since = performance.now();
			else if (since) {
				seconds += (performance.now() - since) / 1000;
				since = 0;
				navigator.sendBeacon(`/q/${data.token}/seen`, JSON.stringify({ viewId, seconds: Math.round(seconds), tried: tried.slice(0, 200) }));
			}
		};
		document.addEventListener('visibilitychange', tell);
		return () => document.removeEventListener('visibilitychange', tell);
	});
	const tried: string[] = [];
	let signing = $state(false);
	let declining = $state(false);
	let signature = $state('');
	let busy = $state(false);
	let options: HTMLFormElement | undefined = $state();
	const t = $derived(data.view.totals);
	/** It can be answered: it is open, and whoever looks is not one of us. */
	const open = $derived(data.state === 'open' && !data.staff && !data.expired);
	const layout = $derived(data.header.layout);
	const shown = (n: number | null) => (n === null ? '' : money(n));
	/** Options can be chosen: nobody has signed yet. */
	const choosing = $derived(open && !data.settled);
	const included = $derived(data.view.scopes.filter((s) => !s.option));
	const offered = $derived(data.view.scopes.filter((s) => s.option));
	const single = $derived(offered.filter((s) => s.groupId === null));
	/** Groups of whole scopes; groups of lines stand within their scope. */
	const groups = $derived(
		data.view.groups.map((g) => ({ ...g, members: offered.filter((s) => s.groupId === g.id) })).filter((g) => g.members.length)
	);
	const lineGroups = (s: (typeof included)[number]) =>
		data.view.groups.map((g) => ({ ...g, lines: s.lines.filter((l) => l.groupId === g.id) })).filter((g) => g.lines.length);
	const more = (n: number | null) => (n === null ? '' : n < 0 ? `${money(n)}` : `+${money(n)}`);
	const chosen = $derived([
		...offered.filter((s) => s.chosen).map((s) => s.id),
		...data.view.scopes.flatMap((s) => s.lines.filter((l) => l.option && l.chosen).map((l) => l.id))
	]);
	/** The page with one more option, one less, or another one of a group. */
	function withChoice(x: { id: string; chosen: boolean; groupId: string | null }, one: boolean): string {
		const others = one ? chosen.filter((id) => !inGroup(x.groupId).includes(id)) : chosen.filter((id) => id !== x.id);
		const query = new URLSearchParams([['pick', '1'], ...[...others, ...(one || !x.chosen ? [x.id] : [])].map((id) => ['option', id])]);
		return `?${query}`;
	}
	const inGroup = (groupId: string | null) =>
		[...data.view.scopes, ...data.view.scopes.flatMap((s) => s.lines)].filter((x) => x.groupId === groupId).map((x) => x.id);
	const w = $derived(words.customer.quote);
	const when = (ms: number) =>
		new Date(ms).toLocaleString(locale(), {
			month: 'long',
			day: 'numeric',
			year: 'numeric',
			hour: '2-digit',
			minute: '2-digit',
			timeZone: data.zone
		});
	/** The server computes the total for the choice; without JavaScript each option is a link that does the same. */
	function pick(e: Event) {
		if (!options) return;
		tried.push((e.target as HTMLInputElement).value);
		const query = new URLSearchParams(new FormData(options) as unknown as Record<string, string>[] & URLSearchParams);
		void goto(`?${query}`, { replaceState: true, noScroll: true, keepFocus: true });
	}
</script>

<!-- Without a script a tick would count only after another press, and one who signs before it would sign for something else: there each option is a link that counts at once. -->
{#snippet byLink(x: { id: string; chosen: boolean; groupId: string | null }, one: boolean)}
	{#if choosing && !(one && x.chosen)}<noscript
			><a class="btn plain-choice" href={withChoice(x, one)}>{one ? w.takeThis : x.chosen ? w.takeOut : w.addIt}</a></noscript
		>{/if}
{/snippet}
{#snippet pictured(s: (typeof included)[number])}
	{#if s.pictures.length}<span class="thumbs"
			>{#each s.pictures.slice(0, 8) as p, n (n)}<img
					src="/q/{data.token}/picture/{p.fileId}?small"
					alt={p.text}
					title={p.text}
					loading="lazy"
				/>{/each}</span
		>{/if}
{/snippet}

<svelte:head
	><title>{w.title(data.number)} · {data.company.name}</title><meta name="robots" content="noindex, nofollow" /><noscript
		><style>
			input[name^='option'] {
				display: none;
			}
		</style></noscript
	></svelte:head
>
<Letterhead
	name={data.company.name}
	line={w.line(data.header.change, data.number, data.revision, data.header.customer)}
	color={data.letterhead.color}
	face={data.letterhead.face}
	footer={data.letterhead.footer}
	logo={data.letterhead.logo}
>
	{#if data.answer?.answer === 'accepted'}<p class="notice" role="status">
			<strong>{w.thanks(data.answer.name)}</strong>
			{w.accepted(when(data.answer.at), money(data.answer.total))}
			{data.deposit ? w.withDeposit : w.weCall}{#if data.hasRecord}
				<a class="link" href="/q/{data.token}/record" data-sveltekit-reload>{w.record}</a>.{/if}
		</p>
		{#if data.deposit}<p class="notice">
				<a class="btn btn-primary btn-tall" href={data.deposit.url} data-sveltekit-reload>{w.payDeposit(money(data.deposit.left))}</a>
				<span class="quiet">{w.orLater}</span>
			</p>{/if}
	{:else if data.answer}<p class="notice" role="status">
			{w.declined(when(data.answer.at), data.company.phone)}
		</p>
	{:else if data.state === 'replaced'}<p class="notice">{w.replaced}</p>
	{:else if data.state === 'withdrawn'}<p class="notice">{w.withdrawn(data.company.phone)}</p>{/if}
	{#if data.expired}<div class="notice">
			{#if form?.kind === 'asked' && !form.message}<p role="status">{w.askedAnew}</p>{:else}<p>{w.expired(longDay(data.validUntil))}</p>
				{#if !data.staff}<form method="POST" action="?/ask" class="mt-2" use:enhance>
						<input type="hidden" name="key" value={data.key} /><input type="hidden" name="asked" value={w.anew} />
						<button class="btn btn-primary btn-tall">{w.askAnew}</button>{#if form?.kind === 'asked' && form.message}<span
								class="problem"
								role="alert">{form.message}</span
							>{/if}
					</form>{/if}{/if}
		</div>{/if}
	{#if data.staff}<p class="notice" role="status">
			{words.customer.staff}
		</p>{/if}
	<h1>{data.header.title}</h1>
	<p class="quiet">{data.header.site}</p>
	{#if data.header.intro}<p class="mt-2">{data.header.intro}</p>{/if}
	{#if data.header.opening.length}<Written text={data.header.opening} />{/if}
	<form method="GET" bind:this={options} onchange={pick}>
		<input type="hidden" name="pick" value="1" />
		{#each included as s (s.id)}
			<section class="sheet card">
				<div class="line">
					<h2>{s.name}</h2>
					{#if s.amount !== null}<strong class="figure">{money(s.amount)}</strong>{/if}
				</div>
				{#if s.wording}<p class="quiet">{s.wording}</p>{/if}
				{@render pictured(s)}
				{#if layout.detail === 'lines'}<ul class="lines">
						{#each s.lines.filter((l) => !l.option || l.chosen) as l (l.id)}<li class="line" class:font-semibold={l.heading}>
								<span>{l.text}</span>{#if layout.amounts === 'lines' && l.amount !== null && !l.heading}<span class="figure"
										>{money(l.amount)}</span
									>{/if}
							</li>{/each}
					</ul>{/if}
				{#each s.lines.filter((l) => l.option && l.groupId === null) as l (l.id)}<label class="option"
						><input type="checkbox" class="checkbox" name="option" value={l.id} checked={l.chosen} disabled={!choosing} /><span class="line"
							><span>{l.text}</span><span class="figure">{shown(l.amount)}</span></span
						>{@render byLink(l, false)}</label
					>{/each}
				{#each lineGroups(s) as g (g.id)}<fieldset class="mt-2">
						<legend>{g.name} <span class="quiet">{w.rule(g.least, g.most).toLowerCase()}</span></legend>
						{#each g.lines as l (l.id)}<label class="option"
								><input
									type={g.one ? 'radio' : 'checkbox'}
									class={g.one ? 'radio' : 'checkbox'}
									name={g.one ? `option:${g.id}` : 'option'}
									value={l.id}
									checked={l.chosen}
									disabled={!choosing}
								/><span class="line"
									><span>{l.text}</span><span class="figure">{l.difference === null ? shown(l.amount) : more(l.difference)}</span></span
								>{@render byLink(l, g.one)}</label
							>{/each}
					</fieldset>{/each}
			</section>
		{/each}
		{#each groups as g (g.id)}<fieldset class="mt-5">
				<legend
					><h2>{g.name}</h2>
					<span class="quiet">{w.rule(g.least, g.most)}</span></legend
				>
				{#each g.members as s (s.id)}<label class="sheet card pickable" class:chosen={s.chosen}
						><input
							type={g.one ? 'radio' : 'checkbox'}
							class={g.one ? 'radio' : 'checkbox'}
							name={g.one ? `option:${g.id}` : 'option'}
							value={s.id}
							checked={s.chosen}
							disabled={!choosing}
						/><span class="grow"
							><span class="line"
								><strong>{s.name}</strong><span class="prices"
									><strong class="figure">{shown(s.amount)}</strong>{#if s.difference !== null}<span class="figure quiet"
											>{more(s.difference)}</span
										>{/if}</span
								></span
							>{#if s.wording}<span class="quiet">{s.wording}</span>{/if}{@render pictured(s)}</span
						>{@render byLink(s, g.one)}</label
					>{/each}
			</fieldset>{/each}
		{#if single.length}
			<h2 class="mt-5 mb-1">{open ? w.add : w.options}</h2>
			{#each single as s (s.id)}<label class="sheet card pickable" class:chosen={s.chosen}
					><input type="checkbox" class="checkbox" name="option" value={s.id} checked={s.chosen} disabled={!choosing} /><span class="grow"
						><span class="line"><strong>{s.name}</strong><strong class="figure">{shown(s.amount)}</strong></span>{#if s.wording}<span
								class="quiet">{s.wording}</span
							>{/if}{@render pictured(s)}</span
					>{@render byLink(s, false)}</label
				>{/each}
		{/if}
	</form>
	{#each data.header.photos as p (p.fileId)}<figure class="sheet card">
			<div class="photo" style:aspect-ratio="{p.width} / {p.height}">
				<img src="/q/{data.token}/picture/{p.fileId}" alt={p.caption || w.picture} loading="lazy" /><MarksDrawing drawing={p.drawing} />
			</div>
			<figcaption>
				{#if p.caption}<strong>{p.caption}</strong>{/if}
				{#each p.pins as pin (pin.id)}<p><span class="pin">{pin.n}</span> {pin.text}</p>{/each}
			</figcaption>
		</figure>{/each}
	<dl>
		{#if data.view.discount}<div>
				<dt>{w.discount}</dt>
				<dd class="figure">−{money(data.view.discount)}</dd>
			</div>{/if}
		<div>
			<dt>{words.customer.net}</dt>
			<dd class="figure">{money(t.net)}</dd>
		</div>
		{#each t.taxes as x (x.name)}<div class="quiet">
				<dt>{x.name}</dt>
				<dd class="figure">{money(x.tax)}</dd>
			</div>{/each}
		<div class="total">
			<dt>{words.customer.total}</dt>
			<dd class="figure" data-testid="total">{money(t.total)}</dd>
		</div>
	</dl>
	{#each data.recurring as r (r.period)}<dl class="totals" data-testid="again-{r.period}">
			<div>
				<dt><strong>{w.again[r.period]}</strong></dt>
				<dd></dd>
			</div>
			{#each r.lines as l, n (n)}<div>
					<dt>{l.text}</dt>
					<dd class="figure">{money(l.amount)}</dd>
				</div>{/each}
			{#each r.taxes as x (x.name)}<div class="quiet">
					<dt>{x.name}</dt>
					<dd class="figure">{money(x.tax)}</dd>
				</div>{/each}
			<div class="total">
				<dt>{w.againTotal[r.period]}</dt>
				<dd class="figure">{money(r.total)}</dd>
			</div>
		</dl>{/each}
	{#if data.recurring.length}<p class="quiet">{w.againFrom}</p>{/if}
	{#if data.depositAsked && !data.expired}<p class="quiet" data-testid="deposit">
			{w.deposit(formatPercent(data.depositAsked.percent as Percent), money(data.depositAsked.amount))}
		</p>{/if}
	<p class="mt-3">
		<a class="link" href="/q/{data.token}/pdf?{chosen.map((c) => `option=${c}`).join('&')}" data-sveltekit-reload>{w.pdf}</a>
	</p>
	{#if data.header.sheets.length}<section class="mt-4" aria-label={w.sheets}>
			<h2>{w.sheets}</h2>
			<ul>
				{#each data.header.sheets as f (f.id)}<li>
						<a class="link" href="/q/{data.token}/sheet/{f.id}" data-sveltekit-reload>{f.name}</a>
					</li>{/each}
			</ul>
		</section>{/if}
	{#if data.header.closing.length}<Written text={data.header.closing} />{/if}
	{#if data.header.estimator}{@const by = data.header.estimator}
		<div class="issuer" data-testid="issuer">
			{#if by.pictureId}<img src="/q/{data.token}/picture/{by.pictureId}?small" alt={by.name} width="72" height="72" />{/if}
			<p>
				{#if by.signature}<img class="signed" src={by.signature} alt="" height="40" />{/if}
				<strong>{by.name}</strong>{#if by.title}<span class="quiet">{by.title}</span>{/if}
			</p>
		</div>{/if}
	<details class="mt-4">
		<summary>{w.terms}</summary>
		<p class="quiet mt-1">{data.header.terms}</p>
	</details>

	<section class="mt-5" id="questions" aria-label={w.questions}>
		{#if data.questions.length}<h2>{w.questionsAndAnswers}</h2>
			<ul>
				{#each data.questions as q (q.id)}<li class="sheet card">
						<p><strong>{q.askedBy}</strong> <span class="quiet">{when(q.askedAt)}{q.about ? w.about(q.about) : ''}</span></p>
						<p class="words">{q.asked}</p>
						{#if q.answer}<p class="answer words"><strong>{q.answeredBy}:</strong> {q.answer}</p>{:else}<p class="quiet">
								{w.weAnswer}
							</p>{/if}
					</li>{/each}
			</ul>{/if}
		{#if data.state !== 'withdrawn' && !data.staff}<details class="sheet card" bind:open={asking}>
				<summary>{w.ask}</summary>
				<form
					method="POST"
					action="?/ask#questions"
					class="tall mt-3 grid gap-3"
					use:enhance={() =>
						async ({ update, result }) => {
							await update({ reset: result.type === 'success' });
							if (result.type === 'success') asking = false;
						}}
				>
					<input type="hidden" name="key" value={data.key} />
					<label
						><span class="quiet">{w.aboutLabel}</span><select class="select" name="about" bind:value={about}
							><option value="">{w.whole}</option>{#each data.view.about as a (a.id)}<option value={a.id}>{a.text}</option>{/each}</select
						></label
					>
					<label
						><span class="quiet">{w.yourQuestion}</span><textarea class="textarea" name="asked" rows="3" required
							>{form?.kind === 'asked' ? form.asked : ''}</textarea
						>{#if form?.kind === 'asked' && form.message}<span class="problem" role="alert">{form.message}</span>{/if}</label
					>
					<label><span class="quiet">{w.yourName}</span><input class="input" name="asker" autocomplete="name" /></label>
					<button class="btn btn-tall">{w.sendQuestion}</button>
				</form>
			</details>{/if}
	</section>

	{#if open && data.signers.length}<section class="sheet card mt-5" aria-label={w.whoSigns}>
			<h2>{w.signedBy}</h2>
			<ul>
				{#each data.signers as x (x.name)}<li>
						{x.name}: {x.at === null ? w.stillToSign : w.signed(when(x.at))}
					</li>{/each}
			</ul>
			{#if data.settled}<p class="quiet">{w.settled}</p>{/if}
		</section>{/if}
	{#if open}
		<details class="sheet card mt-5" id="sign" bind:open={signing}>
			<summary><strong>{w.acceptAndSign}</strong></summary>
			<form
				method="POST"
				action="?/accept"
				class="tall mt-3 grid gap-3"
				use:enhance={({ cancel }) => {
					if (busy) return cancel();
					busy = true;
					return async ({ update }) => {
						await update({ reset: false });
						busy = false;
					};
				}}
			>
				{#each chosen as c (c)}<input type="hidden" name="option" value={c} />{/each}
				<p>
					{w.youAccept(data.number)} <strong class="figure">{money(t.total)}</strong>{w.withOptions(chosen.length)}
				</p>
				{#if data.signers.length}<label
						><span class="quiet">{w.youAre}</span><select class="select" name="name" required
							><option value=""></option>{#each data.signers.filter((x) => x.at === null) as x (x.name)}<option
									value={x.name}
									selected={form?.kind === 'accepted' && form.name === x.name}>{x.name}</option
								>{/each}</select
						>{#if form?.field === 'name'}<span class="problem" role="alert">{form.message}</span>{/if}</label
					>{:else}<label
						><span class="quiet">{w.yourName}</span><input
							class="input"
							name="name"
							autocomplete="name"
							value={form?.kind === 'accepted' ? form.name : ''}
							required
						/>{#if form?.field === 'name'}<span class="problem" role="alert">{form.message}</span>{/if}</label
					>{/if}
				{#if signing}<SignaturePad bind:value={signature} />{/if}<input type="hidden" name="signature" value={signature} />
				<label class="flex items-start gap-2"><input type="checkbox" class="checkbox mt-1" name="agreed" /> {w.agree}</label>
				{#if form?.kind === 'accepted' && form.message && form.field !== 'name'}<p class="problem" role="alert">{form.message}</p>{/if}
				<button class="btn btn-primary btn-tall" disabled={busy}>{w.accept}</button>
			</form>
		</details>
		<details class="sheet card" bind:open={declining}>
			<summary>{w.notForUs}</summary>
			<form
				method="POST"
				action="?/decline"
				class="tall mt-3 grid gap-3"
				use:enhance={() =>
					async ({ update }) =>
						update({ reset: false })}
			>
				<label
					><span class="quiet">{w.why}</span><input
						class="input"
						name="reason"
						value={form?.kind === 'declined' ? form.reason : ''}
					/></label
				>{#if form?.kind === 'declined' && form.message}<p class="problem" role="alert">{form.message}</p>{/if}<button class="btn btn-tall"
					>{w.decline}</button
				>
			</form>
		</details>
		<div class="act">
			<span><strong class="figure">{money(t.total)}</strong><span class="quiet">{w.validUntil(longDay(data.validUntil))}</span></span><a
				class="btn btn-primary btn-tall"
				href="#sign"
				onclick={() => (signing = true)}>{w.acceptAndSign}</a
			>
		</div>
	{/if}
</Letterhead>

<style>
	.issuer {
		display: flex;
		gap: 14px;
		align-items: center;
		margin-top: 16px;
	}
	.issuer p {
		display: grid;
	}
	.issuer img:not(.signed) {
		border-radius: 4px;
		object-fit: cover;
	}
	.signed {
		max-height: 40px;
		width: auto;
		background: #fff;
	}
	.thumbs {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-top: 8px;
	}
	.thumbs img {
		width: 72px;
		height: 72px;
		object-fit: cover;
		border: 1px solid var(--line);
		border-radius: 4px;
	}
	.lines {
		margin-top: 6px;
		font-size: 0.94rem;
	}
	.photo {
		position: relative;
		background: var(--line);
	}
	.photo img {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
	}
	figcaption {
		margin-top: 8px;
	}
	.pin {
		display: inline-grid;
		place-items: center;
		min-width: 22px;
		height: 22px;
		border-radius: 50%;
		background: var(--color-error);
		color: var(--color-error-content);
		font: 700 0.85rem var(--font-figure);
	}
	h1 {
		font-size: 1.35rem;
	}
	.card {
		display: block;
		padding: 14px;
		margin-top: 10px;
	}
	.pickable {
		display: flex;
		gap: 14px;
		cursor: pointer;
	}
	.chosen {
		border-color: var(--color-primary);
		box-shadow: inset 0 0 0 1px var(--color-primary);
	}
	.grow {
		flex: 1;
	}
	.grow .quiet {
		display: block;
	}
	.prices {
		text-align: right;
	}
	legend h2 {
		display: inline;
		margin-right: 8px;
	}
	.line {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		flex: 1;
	}
	.option {
		display: flex;
		gap: 10px;
		margin-top: 8px;
	}
	dl {
		margin-top: 16px;
	}
	dl div {
		gap: 14px;
		display: flex;
		justify-content: space-between;
		padding: 3px 0;
	}
	.total {
		font-weight: 700;
		font-size: 1.2rem;
		border-top: 1px solid var(--line);
		margin-top: 4px;
		padding-top: 6px;
	}
	.notice {
		background: var(--color-base-100);
		border-left: 4px solid var(--color-primary);
		padding: 12px 14px;
		margin-bottom: 16px;
	}
	summary {
		cursor: pointer;
		min-height: 28px;
	}
	.answer {
		border-left: 3px solid var(--color-primary);
		padding-left: 10px;
		margin-top: 8px;
	}
	.words {
		white-space: pre-wrap;
	}
	.act {
		position: fixed;
		inset-inline: 0;
		bottom: 0;
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: 12px;
		padding: 12px 18px;
		background: var(--color-base-100);
		border-top: 1px solid var(--line);
	}
	.act strong {
		display: block;
		font-size: 1.35rem;
		line-height: 1.2;
	}
	.act .quiet {
		font-size: 0.86rem;
	}
</style>
