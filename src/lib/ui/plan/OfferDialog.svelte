<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { command } from '$lib/client/command';
	import { told } from '$lib/client/told';
	import { formatMinutes } from '$lib/core/money';
	import { skillsIn } from '$lib/core/planning';
	import Dialog from '../forms/Dialog.svelte';
	import { shortDay } from '../shell/dates';
	/** What waits for somebody and fits who has days free: chosen, it is planned on those days. */
	interface Props {
		person: { id: string; name: string; skills: string };
		/** Days with free minutes. */
		gaps: { day: string; minutes: number }[];
		waiting: { jobId: string; job: string; phase: string; leftMinutes: number; skills: string; district: string }[];
		/** The districts they are in that week: what lies there comes first. */
		near: string[];
		onclose: () => void;
	}
	let { person, gaps, waiting, near, onclose }: Props = $props();
	let open = $state(true);
	let problem = $state('');
	let busy = $state(false);
	const can = $derived(new Set(skillsIn(person.skills).map((s) => s.toLowerCase())));
	const fits = $derived(
		waiting
			.filter((w) => skillsIn(w.skills).every((s) => can.has(s.toLowerCase())))
			.sort((a, b) => Number(near.includes(b.district)) - Number(near.includes(a.district)))
	);
	/** A day of which little is free is none to begin something on. */
	const days = $derived(gaps.filter((g) => g.minutes >= 240));
	const daysFor = (minutes: number) => {
		let left = minutes;
		return days.filter((g) => {
			const wanted = left > 0;
			left -= g.minutes;
			return wanted;
		});
	};
	async function plan(w: Props['waiting'][number]) {
		const changes = daysFor(w.leftMinutes).map((g) => ({
			...{ id: crypto.randomUUID(), version: null },
			to: { jobId: w.jobId, phase: w.phase, personId: person.id, day: g.day, from: null, to: null, note: '' }
		}));
		if (changes.length === 0) return void (problem = 'There is no day with half of it free.');
		busy = true;
		const checked = await ask('plan.check-arrange', { changes });
		if (checked.ok && checked.result.against[0]) {
			busy = false;
			return void (problem = checked.result.against[0]);
		}
		const r = await command('plan.arrange', { changes });
		busy = false;
		if (!r.ok) return void (problem = r.message);
		told(`${w.job}: ${person.name}, from ${shortDay(changes[0]?.to.day ?? '')}.`, async () => {
			const back = await command('plan.arrange', { changes: r.result.undo, despite: true });
			return back.ok ? null : back.message;
		});
		onclose();
	}
</script>

<Dialog
	bind:open={() => open, (v) => (v ? (open = true) : onclose())}
	title="Work for {person.name}"
	save="Close"
	onsave={onclose}
	{problem}
>
	<p class="quiet">
		Free: {gaps.map((g) => `${shortDay(g.day)} ${formatMinutes(g.minutes)}`).join(', ') || 'nothing'}
	</p>
	<table class="grid-table" aria-label="What waits and fits">
		<tbody
			>{#each fits.slice(0, 20) as w (`${w.jobId}${w.phase}`)}<tr
					><td
						>{w.job}<br /><span class="quiet"
							>{w.phase}{w.skills ? ` · ${w.skills}` : ''}{w.district
								? ` · ${w.district}${near.includes(w.district) ? ', where they are that week' : ''}`
								: ''}</span
						></td
					><td class="num">{formatMinutes(w.leftMinutes)}</td><td class="text-right"
						>{#if daysFor(w.leftMinutes).length}<button type="button" class="btn btn-small" disabled={busy} onclick={() => plan(w)}
								>Plan {daysFor(w.leftMinutes).length} day{daysFor(w.leftMinutes).length === 1 ? '' : 's'}<span class="sr-only"
									>: {w.job}</span
								></button
							>{/if}</td
					></tr
				>{:else}<tr><td class="quiet">Nothing that waits fits what {person.name} can do.</td></tr>{/each}</tbody
		>
	</table>
</Dialog>
