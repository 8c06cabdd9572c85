<script lang="ts">
	import { formatCents } from '$lib/core/money';
	import { threadStates } from '$lib/core/sales';
	/** Where a job stands on its thread from asked to paid; what is next stands out. */
	let { steps }: { steps: { name: string; day: string | null; amount: number | null; done: boolean }[] } = $props();
	const states = $derived(threadStates(steps));
	const short = (day: string) => new Date(`${day}T12:00Z`).toLocaleDateString('en-US', { month: 'short', day: 'numeric', timeZone: 'UTC' });
</script>

<ol aria-label="Thread of this job">
	{#each steps as s, i (s.name)}
		<li
			class:done={s.done}
			class:next={states[i] === 'next'}
			class:out={states[i] === 'left out'}
			aria-current={states[i] === 'next' ? 'step' : undefined}
		>
			<span class="dot"></span>
			<span class="name">{s.name[0]?.toUpperCase()}{s.name.slice(1)}</span>
			<span class="quiet"
				>{[states[i] === 'left out' ? 'left out' : '', s.day ? short(s.day) : '', s.amount ? formatCents(s.amount) : '']
					.filter(Boolean)
					.join(' · ')}</span
			>
		</li>
	{/each}
</ol>

<style>
	ol {
		display: flex;
		padding: 10px 18px 8px;
		background: var(--color-base-100);
		border-bottom: 1px solid var(--line);
		overflow-x: auto;
	}
	li {
		flex: 1;
		min-width: 96px;
		position: relative;
		padding-top: 18px;
		font-size: 0.93rem;
	}
	li::before {
		content: '';
		position: absolute;
		top: 5px;
		left: 6px;
		right: -6px;
		height: 2px;
		background: var(--line);
	}
	li:last-child::before {
		display: none;
	}
	li.done::before {
		background: var(--color-primary);
	}
	.dot {
		position: absolute;
		top: 0;
		left: 0;
		width: 12px;
		height: 12px;
		border-radius: 50%;
		border: 2px solid var(--line);
		background: var(--color-base-100);
	}
	.done .dot {
		background: var(--color-primary);
		border-color: var(--color-primary);
	}
	/* Skipped: the line goes on, and nothing waits here. */
	.out::before {
		background: var(--color-primary);
	}
	.out .dot {
		border-style: dashed;
		border-color: var(--color-primary);
	}
	.out .name {
		color: var(--quiet);
	}
	.next .dot {
		border-color: var(--color-primary);
	}
	.next .name {
		font-weight: 700;
	}
	.name {
		margin-right: 0.35rem;
		display: block;
	}
	.quiet {
		font-size: 0.86rem;
		white-space: nowrap;
	}
</style>
