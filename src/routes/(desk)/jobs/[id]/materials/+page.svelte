<script lang="ts">
	import { latestOf } from '$lib/client/shown.svelte';
	import { command } from '$lib/client/command';
	import { formatCents, formatQuantity } from '$lib/core/money';
	import Mark from '$lib/ui/shell/Mark.svelte';
	import Page from '$lib/ui/shell/Page.svelte';
	import ThreadStrip from '$lib/ui/shell/ThreadStrip.svelte';
	import { jobPages } from '$lib/ui/shell/jobPages';
	let { data: given } = $props();
	const data = $derived(latestOf(given));
	const jobId = $derived(data.head.job.id);
	const open = $derived(data.materials.filter((m) => !m.order && m.quantity > 0));
	let picked: string[] = $state([]);
	let firmId = $state('');
	let problem = $state('');
	let made: { orders: { orderId: string; firm: string }[]; left: { name: string; why: string }[] } | null = $state(null);
	let busy = $state(false);
	const all = $derived(open.length > 0 && open.every((m) => picked.includes(m.id)));
	async function order() {
		busy = true;
		const r = await command('buying.order-materials', { jobId, materialIds: picked, firmId: firmId || null });
		busy = false;
		if (r.ok) [made, picked, problem] = [r.result, [], ''];
		else problem = r.message;
	}
	const STATE = { draft: 'drafted', sent: 'ordered', closed: 'came', withdrawn: '' } as const;
</script>

<Page title={data.head.job.name} sub="Materials · {data.head.customer.name}" pages={jobPages(jobId)} current="/jobs/{jobId}/materials" wide>
	<ThreadStrip steps={data.thread} />
	<div class="grid gap-4 p-[18px]">
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		{#if made}<div class="sheet p-3" role="status">
				{#each made.orders as o (o.orderId)}<p>
						Put on <a class="link" href="/work/orders/{o.orderId}">the order to {o.firm}</a>: look it through and send it.
					</p>{/each}
				{#each made.left as l (l.name)}<p class="problem">{l.name} {l.why}.</p>{/each}
			</div>{/if}
		<section class="sheet overflow-x-auto">
			<div class="flex flex-wrap items-center gap-3 p-3">
				<h2>Material list</h2>
				{#if data.mayChange && data.head.job.number !== null}<label class="ml-auto flex items-center gap-2"
						>From <select class="select" name="firm" bind:value={firmId}
							><option value="">each from its supplier</option>{#each data.suppliers as s (s.id)}<option value={s.id}
									>all from {s.name}</option
								>{/each}</select
						></label
					><button class="btn btn-primary" disabled={busy || picked.length === 0} onclick={order}
						>Order {picked.length || ''} {picked.length === 1 ? 'material' : 'materials'}</button
					>{/if}
			</div>
			<table class="grid-table">
				<thead
					><tr
						><th style="width: 34px"
							><input
								type="checkbox"
								class="checkbox"
								aria-label="All that are not ordered"
								checked={all}
								disabled={open.length === 0}
								onchange={() => (picked = all ? [] : open.map((m) => m.id))}
							/></th
						><th>Material</th><th>Phase</th><th>Supplier</th><th class="num">Needed</th><th class="num">Sold at cost</th><th>Order</th></tr
					></thead
				>
				<tbody
					>{#each data.materials as m (m.id)}<tr
							><td
								>{#if !m.order && m.quantity > 0}<input
										type="checkbox"
										class="checkbox"
										aria-label="Order {m.name}"
										checked={picked.includes(m.id)}
										onchange={() => (picked = picked.includes(m.id) ? picked.filter((x) => x !== m.id) : [...picked, m.id])}
									/>{/if}</td
							><td>{m.name}</td><td>{m.phase}</td><td>{m.supplier}</td><td class="num">{formatQuantity(m.quantity)} {m.unit}</td><td
								class="num">{formatCents(m.cost)}</td
							><td
								>{#if m.order}<Mark
										kind={m.order.state === 'closed' ? 'done' : m.order.state === 'sent' ? 'wait' : 'ring'}
										label={STATE[m.order.state]}
									/>
									<a class="link" href="/work/orders/{m.order.orderId}">{m.order.number ?? 'draft'}</a>{:else}<span class="quiet"
										>not ordered</span
									>{/if}</td
							></tr
						>{:else}<tr><td colspan="7" class="quiet">This job was sold without materials of the catalog.</td></tr>{/each}</tbody
				>
			</table>
		</section>
	</div>
</Page>
