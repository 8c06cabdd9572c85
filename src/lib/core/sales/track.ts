import type { Cents } from '../money';
import type { Day } from '../time';

/** A card of the winning track. */
export interface Card {
	id: string;
	name: string;
	customer: string;
	stageId: string;
	kind: string;
	source: string;
	person: string;
	branch: string;
	worth: Cents | null;
	/** Its worth is what its estimate comes to so far; nothing was offered yet. */
	draft?: boolean;
	chance: number;
	decisionDay: Day | null;
	nextStep: string;
	nextDay: Day | null;
	/** Milliseconds since 1970. */
	touchedAt: number;
	own: Record<string, string>;
}

/** What is asked of the track: words, and one value for each of the other ways to narrow it. */
export interface TrackFilter {
	words: string;
	kind: string;
	source: string;
	person: string;
	branch: string;
	stage: string;
	/** Only what needs a hand: nobody touched it for a week, its next step is over, or its decision day is. */
	stale: boolean;
	/** Fields of the company's own, by their id. */
	own: Record<string, string>;
}

export const NO_FILTER: TrackFilter = { words: '', kind: '', source: '', person: '', branch: '', stage: '', stale: false, own: {} };

const WEEK = 7 * 86_400_000;

/** Why a card needs a hand, in words; none: it is well. */
export function whyStale(card: Pick<Card, 'touchedAt' | 'nextDay' | 'decisionDay'>, now: number, today: Day): string[] {
	const why: string[] = [];
	if (card.nextDay && card.nextDay < today) why.push('its next step is over');
	if (card.decisionDay && card.decisionDay < today) why.push('its decision day is over');
	if (now - card.touchedAt > WEEK && !(card.nextDay && card.nextDay >= today)) why.push('nobody touched it for a week');
	return why;
}

/** The cards that fit, in their order. Words are looked for in name, customer, kind, source, person, next step and own fields. */
export function filterCards<C extends Card>(cards: readonly C[], f: TrackFilter, now: number, today: Day): C[] {
	const words = f.words.toLowerCase().split(/\s+/).filter(Boolean);
	const own = Object.entries(f.own).filter(([, v]) => v !== '');
	return cards.filter((c) => {
		if (f.kind && c.kind !== f.kind) return false;
		if (f.source && c.source !== f.source) return false;
		if (f.person && c.person !== f.person) return false;
		if (f.branch && c.branch !== f.branch) return false;
		if (f.stage && c.stageId !== f.stage) return false;
		if (own.some(([id, v]) => (c.own[id] ?? '') !== v)) return false;
		if (f.stale && whyStale(c, now, today).length === 0) return false;
		if (words.length === 0) return true;
		const all =
			`${c.name}\n${c.customer}\n${c.kind}\n${c.source}\n${c.person}\n${c.nextStep}\n${Object.values(c.own).join('\n')}`.toLowerCase();
		return words.every((w) => all.includes(w));
	});
}
