import { choose } from '../words';
import { say } from './refusals';
import { cents, type Cents } from '../money';
import { EstimateError, type Estimate, type OptionGroup } from './model';

export interface Member {
	id: string;
	name: string;
	scopeId: string;
	line: boolean;
	groupId: string | null;
}

/** All options of an estimate in their order: scopes and lines that the customer may choose, with the group they belong to. */
export function membersOf(estimate: Estimate): Member[] {
	return estimate.scopes
		.filter((s) => !s.setAside)
		.flatMap((s) => [
			...(s.option ? [{ id: s.id, name: s.name, scopeId: s.id, line: false, groupId: s.groupId ?? null }] : []),
			...s.lines
				.filter((l) => l.option && !l.setAside)
				.map((l) => ({ id: l.id, name: l.wording || l.name, scopeId: s.id, line: true, groupId: l.groupId ?? null }))
		]);
}

/** Ids of what counts until the customer chooses: the preset member of each group that has one. */
export function presetsOf(estimate: Estimate): ReadonlySet<string> {
	if (!estimate.groups?.length) return NONE;
	const offered = new Set(membersOf(estimate).map((m) => m.id));
	return new Set(estimate.groups.flatMap((g) => (g.presetId && offered.has(g.presetId) ? [g.presetId] : [])));
}
const NONE: ReadonlySet<string> = new Set();

/** Whether a group asks for exactly one of its members. */
export const isChooseOne = (g: OptionGroup): boolean => g.atLeast === 1 && g.atMost === 1;

/** What the rule of a group says to the customer. */
export const groupRule = (g: OptionGroup): string => choose(g.atLeast, g.atMost);

/**
 * Checks a choice of options against what is offered and the rules of the groups.
 * @throws EstimateError naming the group and its rule; an id that is not offered is refused too
 */
export function checkChoice(estimate: Estimate, chosen: ReadonlySet<string>): void {
	const members = membersOf(estimate);
	const offered = new Set(members.map((m) => m.id));
	for (const id of chosen) if (!offered.has(id)) throw new EstimateError(say('one-of-chosen-options-not-part'), 'chosen');
	for (const g of estimate.groups ?? []) {
		const own = members.filter((m) => m.groupId === g.id);
		if (own.length === 0) continue;
		const n = own.filter((m) => chosen.has(m.id)).length;
		if (n < g.atLeast || n > g.atMost)
			throw new EstimateError(say('too-many-or-few-chosen', { name: g.name, rule: groupRule(g).toLowerCase(), count: n }), 'chosen');
	}
}

/**
 * What is wrong with the groups themselves before a quote goes out: fewer members than must be chosen, a preset that is not offered.
 */
export function groupProblems(estimate: Estimate): string[] {
	if (!estimate.groups?.length) return [];
	const members = membersOf(estimate);
	return estimate.groups.flatMap((g) => {
		const own = members.filter((m) => m.groupId === g.id);
		if (own.length === 0) return [];
		if (own.length < g.atLeast) return [`${g.name} asks for ${g.atLeast}, but offers ${own.length}.`];
		if (g.presetId !== null && !own.some((m) => m.id === g.presetId)) return [`What counts in ${g.name} is not offered any more.`];
		if (g.atLeast > 0 && g.presetId === null) return [`Say which of ${g.name} counts until the customer chooses.`];
		return [];
	});
}

/** How much more or less a member costs than the one that is preset; null without a preset, or for the preset itself. */
export function priceDifference(amounts: ReadonlyMap<string, Cents>, group: OptionGroup, memberId: string): Cents | null {
	if (group.presetId === null || group.presetId === memberId) return null;
	const own = amounts.get(memberId);
	const preset = amounts.get(group.presetId);
	return own === undefined || preset === undefined ? null : cents(own - preset);
}
