<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { parsePercent, toTyped } from '$lib/core/money';
	import { readAt, readForm, wholeTyped } from '../forms/typed';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	/** A firm with its papers. Papers are saved one by one, when they are complete. */
	interface Paper {
		id: string;
		name: string;
		number: string;
		validUntil: string | null;
		version: number;
	}
	interface Firm {
		id: string;
		name: string;
		supplies: boolean;
		subcontracts: boolean;
		trade: string;
		mail: string;
		phone: string;
		note: string;
		contact: string;
		account: string;
		orderMail: string;
		payDays: number | null;
		earlyPercent: number | null;
		earlyDays: number | null;
		version: number;
		papers: Paper[];
	}
	let {
		firm,
		sells = false,
		onclose
	}: { firm: Firm | null; /** A new one sells to us. */ sells?: boolean; onclose: () => void } = $props();
	let open = $state(true);
	let t = $state(
		untrack(() => ({
			name: firm?.name ?? '',
			supplies: firm?.supplies ?? sells,
			subcontracts: firm?.subcontracts ?? !sells,
			trade: firm?.trade ?? '',
			mail: firm?.mail ?? '',
			phone: firm?.phone ?? '',
			note: firm?.note ?? '',
			contact: firm?.contact ?? '',
			account: firm?.account ?? '',
			orderMail: firm?.orderMail ?? '',
			payDays: firm?.payDays?.toString() ?? '',
			earlyPercent: firm?.earlyPercent ? toTyped(firm.earlyPercent, 2) : '',
			earlyDays: firm?.earlyDays?.toString() ?? ''
		}))
	);
	let paper = $state({ name: '', number: '', validUntil: '' });
	let problem = $state('');
	let field = $state('');
	const at = (f: string) => (field === f ? problem : '');
	$effect(() => {
		if (!open) onclose();
	});
	async function save() {
		const days = (text: string) => (text.trim() === '' ? null : wholeTyped(text));
		const read = readForm(() => ({
			...t,
			payDays: days(t.payDays),
			earlyPercent: t.earlyPercent.trim() === '' ? null : readAt('earlyPercent', () => parsePercent(t.earlyPercent, 'The discount')),
			earlyDays: days(t.earlyDays)
		}));
		if (!read.ok) return void ([problem, field] = [read.message, read.field]);
		const r = await command('firms.save', { firmId: firm?.id ?? null, ...read.value, ...(firm ? { version: firm.version } : {}) });
		if (!r.ok) return void ([problem, field] = [r.message, r.field ?? '']);
		if (paper.name.trim() !== '' && !(await note(r.result.firmId))) return;
		open = false;
	}
	async function note(firmId: string): Promise<boolean> {
		const r = await command('firms.save-paper', {
			firmId,
			paperId: null,
			name: paper.name,
			number: paper.number,
			validUntil: paper.validUntil || null
		});
		if (r.ok) paper = { name: '', number: '', validUntil: '' };
		else [problem, field] = [r.message, 'paper'];
		return r.ok;
	}
	async function takeOff(id: string) {
		const r = await command('firms.remove-paper', { paperId: id });
		if (!r.ok) problem = r.message;
	}
</script>

<Dialog
	bind:open
	title={firm ? firm.name : 'New firm'}
	onsave={save}
	problem={['name', 'mail', 'subcontracts', 'orderMail', 'payDays', 'earlyPercent', 'earlyDays'].includes(field) ? '' : problem}
>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Name" problem={at('name')}><input class="input" name="name" required bind:value={t.name} /></Field>
		<Field label="Trade"><input class="input" name="trade" placeholder="Scaffold, crane, electric" bind:value={t.trade} /></Field>
		<Field label="Mail" problem={at('mail')}><input class="input" name="mail" type="email" bind:value={t.mail} /></Field>
		<Field label="Phone"><input class="input" name="phone" bind:value={t.phone} /></Field>
	</div>
	<div class="flex gap-4">
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox checkbox-sm" bind:checked={t.subcontracts} />works for us</label
		>
		<label class="flex items-center gap-2"
			><input type="checkbox" class="checkbox checkbox-sm" bind:checked={t.supplies} />sells to us</label
		>
	</div>
	<div class="grid grid-cols-2 gap-3">
		<Field label="Contact"><input class="input" name="contact" bind:value={t.contact} /></Field>
		{#if t.supplies}<Field label="Our number with them"><input class="input" name="account" bind:value={t.account} /></Field>
			<Field label="Mail for orders" hint="empty: the mail above" problem={at('orderMail')}
				><input class="input" name="order-mail" type="email" bind:value={t.orderMail} /></Field
			>{/if}
		<Field label="Bills due after, days" problem={at('payDays')}
			><input class="input num" inputmode="numeric" name="pay-days" bind:value={t.payDays} /></Field
		>
		<Field label="Discount for paying early, %" problem={at('earlyPercent')}
			><input class="input num" inputmode="decimal" name="early-percent" bind:value={t.earlyPercent} /></Field
		>
		<Field label="Within, days" problem={at('earlyDays')}
			><input class="input num" inputmode="numeric" name="early-days" bind:value={t.earlyDays} /></Field
		>
	</div>
	{#if at('subcontracts')}<p class="problem" role="alert">{problem}</p>{/if}
	<Field label="Note"><textarea class="textarea" rows="2" name="note" bind:value={t.note}></textarea></Field>
	<fieldset class="grid gap-2">
		<legend class="quiet">Papers: what they have to show, and until when it holds</legend>
		{#each firm?.papers ?? [] as p (p.id)}<div class="flex gap-3">
				<span>{p.name} {p.number}</span><span class="quiet">{p.validUntil ? `until ${p.validUntil}` : ''}</span><button
					type="button"
					class="link ml-auto"
					onclick={() => takeOff(p.id)}>Take off<span class="sr-only"> {p.name}</span></button
				>
			</div>{/each}
		<div class="grid grid-cols-3 gap-2">
			<input class="input" aria-label="New paper" placeholder="Insurance" bind:value={paper.name} />
			<input class="input" aria-label="Its number" placeholder="Number" bind:value={paper.number} />
			<input class="input" type="date" aria-label="Holds until" bind:value={paper.validUntil} />
		</div>
	</fieldset>
</Dialog>
