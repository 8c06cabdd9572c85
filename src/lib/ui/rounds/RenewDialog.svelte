<script lang="ts">
	import { untrack } from 'svelte';
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import type { Answer, Input } from '$lib/contract';
	import { formatCents, parseQuantity } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { readAt, wholeTyped } from '../forms/typed';
	import { inTurns } from '../lists';
	/** Agreements once more for another year: what each would be sold for, against its break-even, before any of it is. */
	interface Props {
		ids: string[];
		year: number;
		/** Quotes may be issued. */
		mayQuote: boolean;
		/** What was done, in words. */
		ondone: (words: string) => void;
		onclose: () => void;
	}
	let { ids, year, mayQuote, ondone, onclose }: Props = $props();
	let open = $state(true);
	// What it begins with, once: from then on it is what is typed.
	let t = $state(
		untrack(() => ({ year: String(year), way: 'percent' as 'percent' | 'margin', by: '3', how: 'once' as 'once' | 'send' | 'issue' }))
	);
	let busy = $state(false);
	let shown = $state<Answer<'rounds.check-renewal'> | null>(null);
	let wrong = $state({ message: '', field: '' });
	const at = (field: string) => (wrong.field === field ? wrong.message : '');
	let asked = 0;
	/** What is typed, or null with what is wrong about it beside the field. */
	function typed() {
		try {
			const by = readAt('by', () => Math.round(parseQuantity(t.by) / 100));
			return { agreementIds: ids, year: wholeTyped(t.year), way: t.way, by };
		} catch (e) {
			if (!(e instanceof Refusal)) throw e;
			wrong = { message: e.message, field: e.field ?? '' };
			return null;
		}
	}
	$effect(() => {
		void [t.year, t.way, t.by];
		const mine = ++asked;
		untrack(() => {
			wrong = { message: '', field: '' };
			const wish = typed();
			if (!wish) return void (shown = null);
			void ask('rounds.check-renewal', wish).then((r) => {
				if (mine !== asked) return;
				shown = r.ok ? r.result : null;
				wrong = r.ok ? { message: '', field: '' } : { message: r.message, field: r.field ?? '' };
			});
		});
	});
	async function save() {
		const wish = typed();
		if (!wish) return;
		busy = true;
		const done = await (t.how === 'once' ? renew(wish) : offer({ ...wish, send: t.how === 'send' }));
		busy = false;
		if (done !== null) ondone(done);
	}
	const many = (n: number) => `${n} agreement${n === 1 ? '' : 's'}`;
	async function renew(wish: Input<'rounds.renew'>) {
		const r = await command('rounds.renew', wish);
		if (r.ok) return `${many(r.result.agreementIds.length)} renewed.`;
		wrong = { message: r.message, field: r.field ?? '' };
		return null;
	}
	/** Some at a time: each is an estimate and a quote of its own. */
	async function offer(wish: Input<'rounds.offer-renewals'>) {
		let [offered, sent] = [0, 0];
		for (const agreementIds of inTurns(wish.agreementIds, 50)) {
			const r = await command('rounds.offer-renewals', { ...wish, agreementIds });
			if (!r.ok) {
				wrong = { message: r.message, field: r.field ?? '' };
				return offered === 0 ? null : `${many(offered)} offered, then: ${r.message}`;
			}
			offered += r.result.offered;
			sent += r.result.sent;
		}
		return `${many(offered)} offered as quotes, ${sent} of them sent.`;
	}
	const sum = (of: 'was' | 'becomes') => shown?.rows.reduce((n, r) => n + r[of], 0) ?? 0;
</script>

<Dialog
	bind:open={() => open, (v) => (v ? (open = true) : onclose())}
	title="Renew {ids.length} agreement{ids.length === 1 ? '' : 's'}"
	save={t.how === 'once' ? 'Renew them' : 'Offer them'}
	{busy}
	onsave={save}
	problem={['year', 'by'].includes(wrong.field) ? '' : wrong.message}
>
	<div class="grid grid-cols-3 gap-3">
		<Field label="For the year" problem={at('year')}
			><input class="input" name="renew-year" inputmode="numeric" bind:value={t.year} /></Field
		>
		<Field label="New price"
			><select class="select" name="renew-way" bind:value={t.way}
				><option value="percent">percent on top</option><option value="margin">from break-even, margin</option></select
			></Field
		>
		<Field label="Percent" problem={at('by')}><input class="input" name="renew-by" inputmode="decimal" bind:value={t.by} /></Field>
	</div>
	{#if mayQuote}<Field label="How"
			><select class="select" name="renew-how" bind:value={t.how}
				><option value="once">at once: they are sold</option><option value="send">as quotes, sent to the customers</option><option
					value="issue">as quotes, only issued</option
				></select
			></Field
		>{/if}
	{#if shown}
		<p role="status">
			{formatCents(sum('was'))} becomes <strong class="figure">{formatCents(sum('becomes'))}</strong>.
			{#if shown.below}<span class="problem"
					>{shown.below} of {shown.rows.length}
					{shown.below === 1 ? 'is' : 'are'} sold below break-even, by {formatCents(shown.lost)}.</span
				>{:else}None is below break-even.{/if}
		</p>
		<!-- What rolls is rolled by keys too. -->
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<div class="max-h-72 overflow-auto" role="region" aria-label="All of them" tabindex="0">
			<table class="grid-table" aria-label="New prices">
				<thead><tr><th>Site</th><th class="num">Was</th><th class="num">Becomes</th><th class="num">Break-even</th></tr></thead>
				<tbody
					>{#each shown.rows.slice(0, 300) as r (r.id)}<tr
							><td>{r.address}</td><td class="num">{formatCents(r.was)}</td><td class="num">{formatCents(r.becomes)}</td><td
								class="num"
								class:problem={r.breakEven !== null && r.becomes < r.breakEven}
								>{r.breakEven === null ? '–' : formatCents(r.breakEven)}{r.breakEven !== null && r.becomes < r.breakEven ? ' ▲' : ''}</td
							></tr
						>{/each}</tbody
				>
			</table>
		</div>
	{/if}
</Dialog>
