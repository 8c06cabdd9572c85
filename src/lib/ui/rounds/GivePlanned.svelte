<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { weekdayWord, type AgreementRow } from './agreement-rows';
	/** What is planned already of the picked sites goes to another crew, or to nobody, and to another weekday if one was chosen. */
	interface Props {
		/** Those of which something is planned. */
		rows: AgreementRow[];
		/** '' while none is chosen; null: nobody yet. */
		crewId: string | null;
		crews: { id: string; name: string }[];
		/** Null: each visit stays on its day. */
		weekday: number | null;
	}
	let { rows, crewId, crews, weekday }: Props = $props();
	let problem = $state('');
	const to = $derived(crewId === null ? 'nobody yet' : (crews.find((c) => c.id === crewId)?.name ?? ''));
	async function give() {
		const asked = await ask('rounds.moves-to', { agreementIds: rows.map((a) => a.id), crewId, weekday });
		if (!asked.ok) return void (problem = asked.message);
		const { changes } = asked.result;
		if (changes.length === 0) return void (problem = 'All of it stands there already.');
		const r = await command('rounds.move-visits', { changes });
		if (!r.ok) return void (problem = r.message);
		problem = '';
		told(`${changes.length} visit${changes.length === 1 ? '' : 's'} given to ${to}.`, async () => {
			const back = await command('rounds.move-visits', { changes: r.result.undo });
			return back.ok ? null : back.message;
		});
	}
</script>

{#if rows.length > 0 && crewId !== ''}<div class="grid gap-2 border-t pt-3" style="border-color: var(--line)">
		<p>
			{rows.length} of these {rows.length === 1 ? 'has' : 'have'} visits planned from today on.
		</p>
		<button type="button" class="btn justify-self-start" onclick={give}
			>Give them to {to}{weekday === null ? '' : `, ${weekdayWord(weekday)}s`}</button
		>
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	</div>{/if}
