import { say } from './refusals';
import { Refusal } from '../refusal';
import { mulDiv } from '../money/exact';
import type { PartRate } from './assembly-quantity';

/** A question that is asked when an assembly is put on a scope. */
export interface Choice {
	id: string;
	question: string;
	required: boolean;
	answers: { id: string; text: string; /** Added to the customer's wording. */ wording: string }[];
}
/** Answers by question: any of those named. */
export type Answers = Record<string, string[]>;
/** Answers that do not go together, and what is said about it. */
export interface ChoiceRefusal {
	when: Answers;
	text: string;
}
/** An answer that makes a part take more or less: 12500 is a quarter more. */
export interface PartFactor {
	when: Answers;
	factor: number;
}
/** What was answered: one answer a question. */
export type Answered = Record<string, string>;

/** Raised when the questions of an assembly are not answered as they must be. `field` names the question. */
export class ChoiceError extends Refusal {}

/** Whether what was answered is among the answers named; no condition holds always. */
export const holds = (when: Answers, answered: Answered): boolean =>
	Object.entries(when).every(([choice, allowed]) => allowed.length === 0 || allowed.includes(answered[choice] ?? ''));

/**
 * Checks the answers to the questions of an assembly.
 * @throws ChoiceError for a required one without an answer, an answer that is not offered, or answers that do not go together
 */
export function checkAnswers(choices: readonly Choice[], refusals: readonly ChoiceRefusal[], answered: Answered): void {
	for (const c of choices) {
		const a = answered[c.id] ?? '';
		if (a === '' && c.required) throw new ChoiceError(say('choose-answer', { question: c.question }), c.id);
		if (a !== '' && !c.answers.some((x) => x.id === a)) throw new ChoiceError(say('answer-not-offered', { question: c.question }), c.id);
	}
	for (const r of refusals)
		if (Object.keys(r.when).length > 0 && holds(r.when, answered))
			throw new ChoiceError(say('own-refusal', { text: r.text }), Object.keys(r.when).at(-1));
}

/**
 * The rate of a part under the answers: each factor (ten-thousandths) that holds multiplies the amount, rounded to the ten-thousandth each time.
 * @throws ChoiceError for a negative factor
 * @example 3 per square with “steep” × 1.25 answered → 3.75 per square
 */
export function rateUnder(rate: PartRate, factors: readonly PartFactor[], answered: Answered): PartRate {
	const holding = factors.filter((f) => holds(f.when, answered));
	if (holding.some((f) => f.factor < 0)) throw new ChoiceError(say('factor-cannot-be-negative'));
	return { ...rate, amount: holding.reduce((amount, f) => mulDiv(amount, f.factor, 10_000), rate.amount) };
}

/** The customer's wording with measures filled in (`{area}`) and what the answers add. What is not known stays as it is written. */
export function wordingUnder(
	wording: string,
	choices: readonly Choice[],
	answered: Answered,
	measures: Readonly<Record<string, string>> = {}
): string {
	const more = choices.flatMap((c) => c.answers.filter((a) => a.id === answered[c.id] && a.wording !== '').map((a) => a.wording));
	return [wording, ...more]
		.filter((t) => t !== '')
		.join(' ')
		.replace(/\{(\w[\w ]*)\}/g, (whole, name: string) => measures[name] ?? whole);
}

/** Refuses nested assemblies that hold each other in a loop, and nesting deeper than ten. @throws ChoiceError naming the way round */
export function checkNesting(id: string, childrenOf: (id: string) => readonly string[], nameOf: (id: string) => string): void {
	const walk = (at: string, path: string[]): void => {
		if (path.includes(at))
			throw new ChoiceError(
				say('these-assemblies-would-hold-each-other', { nameOf: [...path.slice(path.indexOf(at)), at].map(nameOf).join(' → ') }),
				'parts'
			);
		if (path.length > 10) throw new ChoiceError(say('assemblies-can-be-nested-ten-deep'), 'parts');
		for (const c of childrenOf(at)) walk(c, [...path, at]);
	};
	walk(id, []);
}
