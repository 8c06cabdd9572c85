<script lang="ts">
	import { untrack } from 'svelte';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import {
		AGREEMENT_FIELDS,
		decodeText,
		guessAgreements,
		pointsAsTable,
		readAgreements,
		readCsv,
		siteFor,
		type AgreementField,
		type AgreementMapping,
		type AgreementRow
	} from '$lib/core/formats';
	import { formatCents, formatQuantity, cents } from '$lib/core/money';
	import { Refusal } from '$lib/core/refusal';
	import type { Billing } from '$lib/core/rounds';
	import Dialog from '../forms/Dialog.svelte';
	import Field from '../forms/Field.svelte';
	import { toggled } from '../lists';
	import Mark from '../shell/Mark.svelte';
	import BillingSelect from './BillingSelect.svelte';
	/** Agreements out of a table or a map file: looked at first, each column where it belongs, then sold as a whole. */
	interface Props {
		service: { id: string; name: string; visits: number; hours: number; price: number };
		sites: { id: string; address: string; customer: string }[];
		today: string;
		ondone: (words: string) => void;
		onclose: () => void;
	}
	let { service, sites, today, ondone, onclose }: Props = $props();
	const LARGEST = 10_000_000;
	const SHOWN = 200;
	/** So many are sold at once: the house is used by others meanwhile. */
	const AT_ONCE = 200;
	const WORDS: Record<AgreementField, string> = {
		...{ customer: 'Customer', address: 'Address', district: 'District', visits: 'Visits sold', hours: 'Labor hours', price: 'Price' },
		...{ note: 'Note for the crew', latitude: 'Latitude', longitude: 'Longitude' }
	};
	let open = $state(true);
	let rows = $state.raw<string[][]>([]);
	let mapping = $state<AgreementMapping>(guessAgreements([]));
	let left = $state<ReadonlySet<number>>(new Set());
	// This year's until another is typed.
	let year = $state(untrack(() => today.slice(0, 4)));
	let billing = $state<Billing>('visit');
	let name = $state('');
	let problem = $state('');
	let field = $state('');
	let busy = $state(false);
	let sold = $state(0);
	$effect(() => {
		if (!open) onclose();
	});
	const of = $derived(siteFor(sites, []));
	const read = $derived(rows.length < 2 ? [] : readAgreements(rows, mapping).map((r) => ({ ...r, ...of(r.agreement) })));
	const taken = $derived(read.filter((r) => r.why === '' && !left.has(r.row)));
	const count = (to: string) => taken.filter((r) => r.to === to).length;
	async function look(file: File | undefined) {
		if (!file) return;
		[problem, field, rows, left, name] = ['', '', [], new Set(), file.name];
		if (file.size > LARGEST) return void (problem = 'This file is larger than 10 MB.');
		try {
			const text = decodeText(new Uint8Array(await file.arrayBuffer())).replace(/^\uFEFF/, '');
			rows = text.trimStart().startsWith('{') ? pointsAsTable(text) : readCsv(text);
			mapping = guessAgreements(rows[0] ?? []);
			if (rows.length < 2) problem = 'Nothing stands in this file below its headings.';
		} catch (e) {
			problem = e instanceof Refusal ? e.message : 'The file could not be read. Choose it once more.';
		}
	}
	const soldAs = (a: AgreementRow) => ({
		...{ visits: a.visits ?? service.visits, hours: a.hours ?? service.hours, price: a.price ?? service.price }
	});
	async function take() {
		if (taken.length === 0) return void (problem = rows.length ? 'There is nothing to take.' : 'Choose a file first.');
		if (!/^\d{4}$/.test(year.trim())) return void ([problem, field] = ['Type the year, like 2027.', 'year']);
		[busy, problem, field] = [true, '', ''];
		const all = taken;
		const made = { agreementIds: [] as string[], newSites: 0, newCustomers: 0 };
		for (let at = 0; at < all.length; at += AT_ONCE) {
			sold = at;
			const r = await command('rounds.sell-many', {
				...{ serviceId: service.id, year: Number(year), billing },
				rows: all.slice(at, at + AT_ONCE).map(({ agreement: a, siteId }) => {
					const { customer, address, district, lat, lng, note } = a;
					return { ...{ siteId, customer, address, district, lat, lng, note }, ...soldAs(a) };
				})
			});
			if (!r.ok) {
				// What was sold before it stays, is said, and is not taken again.
				left = new Set([...left, ...all.slice(0, at).map((x) => x.row)]);
				busy = false;
				return void ([problem, field] = [`${at > 0 ? `${at} are sold; then: ` : ''}${r.message}`, r.field ?? '']);
			}
			made.agreementIds.push(...r.result.agreementIds);
			made.newSites += r.result.newSites;
			made.newCustomers += r.result.newCustomers;
		}
		busy = false;
		told(`${made.agreementIds.length} agreements sold.`, async () => {
			const back = await command('rounds.unsell', { agreementIds: made.agreementIds, reason: 'Taken back' });
			return back.ok ? null : back.message;
		});
		ondone(`${made.agreementIds.length} agreements out of ${name}: ${made.newSites} new sites, ${made.newCustomers} new customers.`);
	}
</script>

<Dialog
	bind:open
	title="{service.name}: agreements from a file"
	save="Take {taken.length || ''}"
	onsave={take}
	{busy}
	problem={field === 'year' ? '' : problem}
>
	<p class="quiet">
		A table (CSV) with headings, or a GeoJSON file with a point for each site. What a row does not say is as the service is usually sold.
	</p>
	<input
		type="file"
		class="input"
		accept=".csv,.geojson,.json,text/csv,application/geo+json"
		aria-label="File of agreements"
		onchange={(e) => look(e.currentTarget.files?.[0])}
	/>
	<div class="grid grid-cols-[110px_1fr] gap-3">
		<Field label="Year" problem={field === 'year' ? problem : ''}
			><input class="input" name="year" inputmode="numeric" bind:value={year} /></Field
		>
		<BillingSelect bind:value={billing} />
	</div>
	{#if busy && taken.length > AT_ONCE}<progress class="progress" max={taken.length} value={sold} aria-label="Agreements sold"
		></progress>{/if}
	{#if rows.length > 1}
		<fieldset class="columns">
			<legend>Where each column belongs</legend>
			{#each AGREEMENT_FIELDS as f (f)}<label
					>{WORDS[f]}
					<select class="select" name="column-{f}" bind:value={mapping[f]}
						><option value={-1}>{f === 'customer' || f === 'address' ? 'choose' : 'not in the file'}</option
						>{#each rows[0] ?? [] as head, n (n)}<option value={n}>{head || `column ${n + 1}`}</option>{/each}</select
					></label
				>{/each}
		</fieldset>
		<p>
			{taken.length} of {read.length}: {count('known site')} for sites that are known, {count('new site')} for new ones, {count(
				'new customer'
			)} for new customers{read.some((r) => r.why) ? `; ${read.filter((r) => r.why).length} cannot be taken` : ''}.
		</p>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<!-- A table that can be scrolled is reached by keys. -->
		<div class="list" role="region" aria-label="Rows of the file" tabindex="0">
			<table class="grid-table">
				<tbody
					>{#each read.slice(0, SHOWN) as r (r.row)}{@const a = r.agreement}<tr class:faint={r.why !== '' || left.has(r.row)}
							><td class="num quiet">{r.row}</td><td
								>{#if r.why}<Mark kind="need" />{:else}<input
										type="checkbox"
										class="checkbox"
										aria-label="Take {a.customer}, {a.address}"
										checked={!left.has(r.row)}
										onchange={(e) => (left = toggled(left, [r.row], !e.currentTarget.checked))}
									/>{/if}</td
							><td>{a.customer}<br /><span class="quiet">{a.address}</span></td><td class="num whitespace-nowrap"
								>{soldAs(a).visits} × · {formatQuantity(soldAs(a).hours)} h</td
							><td class="num">{formatCents(cents(soldAs(a).price))}</td><td>{r.why || r.to}</td></tr
						>{/each}</tbody
				>
			</table>
			{#if read.length > SHOWN}<p class="quiet p-2">and {read.length - SHOWN} more</p>{/if}
		</div>
	{/if}
</Dialog>

<style>
	.list {
		max-height: 36vh;
		overflow: auto;
	}
	.faint {
		color: var(--quiet);
	}
	.columns {
		display: grid;
		grid-template-columns: repeat(3, minmax(0, 1fr));
		gap: 8px 14px;
	}
	.columns legend {
		margin-bottom: 4px;
	}
</style>
