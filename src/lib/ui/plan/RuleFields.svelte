<script lang="ts">
	import type { HolidayWay } from '$lib/core/repeats';
	import Field from '../forms/Field.svelte';
	import type { RepeatForm } from './repeat-form';
	/** When something comes again, and what becomes of it on a holiday. */
	let {
		f = $bindable(),
		onHoliday = $bindable(),
		at
	}: {
		f: RepeatForm;
		onHoliday: HolidayWay;
		/** The message at a field, or ''. */
		at: (field: string) => string;
	} = $props();
	const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
	const LONG = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
	const NTHS = [
		['1', 'first'],
		['2', 'second'],
		['3', 'third'],
		['4', 'fourth'],
		['5', 'fifth, where there is one'],
		['-1', 'last']
	];
</script>

<div class="grid grid-cols-2 gap-3">
	<Field label="Repeats"
		><select class="select" name="by" bind:value={f.by}
			><option value="day">daily</option><option value="week">weekly</option><option value="month day">monthly, by date</option><option
				value="month weekday">monthly, by weekday</option
			><option value="year">yearly</option></select
		></Field
	>
	<Field label="Every how many" problem={at('every')}><input class="input" name="every" inputmode="numeric" bind:value={f.every} /></Field>
</div>
{#if f.by === 'week'}<fieldset>
		<legend class="quiet" class:problem={at('weekdays') !== ''}>{at('weekdays') || 'On'}</legend>
		<div class="flex gap-3">
			{#each WEEKDAYS as w, n (w)}<label class="flex items-center gap-1"
					><input type="checkbox" class="checkbox checkbox-sm" value={n + 1} bind:group={f.weekdays} />{w}</label
				>{/each}
		</div>
	</fieldset>
{:else if f.by === 'month day'}<Field label="On day" problem={at('day')} hint="A month that has no such day: its last day."
		><input class="input" name="day" inputmode="numeric" bind:value={f.day} /></Field
	>
{:else if f.by === 'month weekday'}<div class="grid grid-cols-2 gap-3">
		<Field label="On the"
			><select class="select" name="nth" bind:value={f.nth}
				>{#each NTHS as [v, w] (v)}<option value={v}>{w}</option>{/each}</select
			></Field
		>
		<Field label="Weekday"
			><select class="select" name="weekday" bind:value={f.weekday}
				>{#each LONG as w, n (w)}<option value={n + 1}>{w}</option>{/each}</select
			></Field
		>
	</div>{/if}
<div class="grid grid-cols-3 gap-3">
	<Field label="From" problem={at('start')}><input class="input" type="date" name="start" bind:value={f.start} /></Field>
	<Field label="Ends"
		><select class="select" name="end" bind:value={f.end}
			><option value="never">never</option><option value="until">on a day</option><option value="count">after so many</option></select
		></Field
	>
	{#if f.end === 'until'}<Field label="Last day" problem={at('until')}
			><input class="input" type="date" name="until" bind:value={f.until} /></Field
		>
	{:else if f.end === 'count'}<Field label="How many" problem={at('count')}
			><input class="input" name="count" inputmode="numeric" bind:value={f.count} /></Field
		>{/if}
</div>
<Field label="On a holiday"
	><select class="select" name="onHoliday" bind:value={onHoliday}
		><option value="move">the next working day</option><option value="leave">stay where it is</option><option value="skip"
			>leave it out</option
		></select
	></Field
>
