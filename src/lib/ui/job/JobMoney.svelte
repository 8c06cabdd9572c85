<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import Waterline from '../money/Waterline.svelte';
	import Mark from '../shell/Mark.svelte';
	interface Props {
		/** Net value of the contract as it was sold, and what accepted change orders made of it, cents. */
		contract: number;
		changed: number;
		waiting: number;
		pricing: string;
		cost: { actual: number; budget: number; forecast: number } | null;
		profit: number | null;
		billing: { billed: number; toBill: number } | null;
		/** Billed and paid, with tax; null: not theirs to see. */
		paid: { billed: number; paid: number } | null;
	}
	/** The money of a job in one strip: contract, changes, billed, paid, cost against budget. */
	let { contract, changed, waiting, pricing, cost, profit, billing, paid }: Props = $props();
</script>

<dl>
	<div>
		<dt>{changed ? 'Contract now' : 'Contract'}</dt>
		<dd class="figure">{contract ? formatCents(contract) : pricing}</dd>
		{#if changed}<dd class="quiet">{formatCents(contract - changed)} sold, {changed > 0 ? '+' : ''}{formatCents(changed)} changed</dd>{/if}
		{#if waiting}<dd><Mark kind="wait" label="{formatCents(waiting)} not agreed" /></dd>{/if}
	</div>
	{#if billing}<div>
			<dt>Billed</dt>
			<dd class="figure">{formatCents(billing.billed)}</dd>
			{#if contract > 0}<dd>
					<Waterline
						kind="used"
						cost={Math.min(billing.billed, contract)}
						breakEven={contract}
						price={billing.billed}
						words={['', '', '']}
						height={8}
						label="{formatCents(billing.billed)} billed of {formatCents(contract)}"
					/>
				</dd>{/if}
			{#if billing.toBill > 0}<dd><Mark kind="need" label="{formatCents(billing.toBill)} of costs not billed" /></dd>{/if}
		</div>{/if}
	{#if paid && paid.billed > 0}<div>
			<dt>Paid, with tax</dt>
			<dd class="figure">{formatCents(paid.paid)}</dd>
			{#if paid.paid < paid.billed}<dd class="quiet">{formatCents(paid.billed - paid.paid)} open</dd>{/if}
		</div>{/if}
	{#if cost}<div>
			<dt>{cost.budget ? 'Cost against budget' : 'Spent'}</dt>
			<dd class="figure">
				{formatCents(cost.actual)}{#if cost.budget}<span class="quiet">&nbsp;of {formatCents(cost.budget)}</span>{/if}
			</dd>
			{#if cost.budget}<dd>
					<Waterline
						kind="used"
						cost={Math.min(cost.actual, cost.budget)}
						breakEven={cost.budget}
						price={cost.actual}
						words={['', '', '']}
						height={8}
						label="{formatCents(cost.actual)} spent of {formatCents(cost.budget)}"
					/>
				</dd>
				{#if cost.forecast > cost.budget}<dd>
						<Mark kind="need" label="{formatCents(cost.forecast - cost.budget)} over at the end" />
					</dd>{/if}{/if}
		</div>{/if}
	{#if profit !== null}<div>
			<dt>{profit < 0 ? 'Loss expected' : 'Profit expected'}</dt>
			<dd class="figure" class:problem={profit < 0}>{formatCents(Math.abs(profit))}</dd>
		</div>{/if}
</dl>

<style>
	dl {
		display: flex;
		flex-wrap: wrap;
		gap: 10px 28px;
	}
	dl > div {
		min-width: 120px;
	}
	dt {
		color: var(--quiet);
		font-size: 0.86rem;
	}
	dd.figure {
		font-size: 1.1rem;
		font-weight: 650;
	}
</style>
