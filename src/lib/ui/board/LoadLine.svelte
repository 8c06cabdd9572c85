<script lang="ts">
	import { formatMinutes } from '$lib/core/money';
	/** Hours planned against the hours somebody is paid for, as the waterline of prices in one element: rows of a board have hundreds. */
	let { planned, paid, name }: { planned: number; paid: number; name: string } = $props();
	const most = $derived(Math.max(planned, paid, 1));
	const at = (n: number) => `${((n / most) * 100).toFixed(1)}%`;
</script>

<span
	class="line"
	role="img"
	style="--full:{at(Math.min(planned, paid))};--over:{at(planned)};--paid:{at(paid)}"
	aria-label="{name}: {formatMinutes(planned)} planned of {formatMinutes(paid)}"
	title="{formatMinutes(planned)} of {formatMinutes(paid)}"
></span>

<style>
	.line {
		--beyond: color-mix(in oklab, var(--color-error) 62%, var(--color-base-100));
		height: 16px;
		background:
			linear-gradient(var(--color-base-content) 0 0) calc(var(--paid) - 1px) 0 / 3px 100% no-repeat,
			linear-gradient(color-mix(in oklab, var(--color-primary) 82%, var(--color-base-100)) 0 0) 0 50% / var(--full) 9px no-repeat,
			repeating-linear-gradient(45deg, var(--color-error) 0 4px, var(--beyond) 4px 7px) 0 50% / var(--over) 9px no-repeat,
			linear-gradient(color-mix(in oklab, var(--color-base-300) 35%, transparent) 0 0) 0 50% / 100% 9px no-repeat;
	}
</style>
