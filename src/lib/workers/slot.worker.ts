import type { Answer } from '../contract';
import { findSlots, type Slot, type SlotWish } from '../core/planning';
import { wordsOf } from '../core/refusal';

export interface SlotRequest {
	free: Answer<'plan.free'>;
	wish: SlotWish;
}
export type SlotAnswer = { slots: Slot[] } | { problem: string };

/** Looks for the best slots off the page's own thread. */
self.onmessage = ({ data }: MessageEvent<SlotRequest>) => {
	const { free, wish } = data;
	const days = free.workingDays;
	const at = new Map(days.map((d, n) => [d, n]));
	const crews = free.crews.map((c) => ({
		...{ id: c.id, name: c.name },
		driving: (day: string) => c.drive[at.get(day) ?? -1] ?? 0,
		people: c.people.map((p) => ({
			...{ id: p.id, name: p.name, skills: p.skills },
			days: Object.fromEntries(days.map((d, n) => [d, { paid: p.paid[n] ?? 0, planned: p.planned[n] ?? 0 }]))
		}))
	}));
	let answer: SlotAnswer;
	try {
		answer = { slots: findSlots(crews, wish, (d) => at.has(d)) };
	} catch (e) {
		answer = { problem: wordsOf(e) };
	}
	self.postMessage(answer);
};
