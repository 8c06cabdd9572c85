<script lang="ts">
	import type { Billing } from '$lib/core/rounds';
	import Field from '../forms/Field.svelte';
	/** When the price of an agreement is billed. */
	let { value = $bindable(), problem = '' }: { value: Billing; problem?: string } = $props();
</script>

<Field label="Billed" {problem}
	><select class="select" name="billing" bind:value
		><option value="visit">each visit its share, when it is done</option><option value="instalments"
			>in equal parts, at the end of each month of the season</option
		><option value="completion">whole, when all visits are done</option></select
	></Field
>
