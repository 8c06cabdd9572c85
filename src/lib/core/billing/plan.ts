import { say } from './refusals';
import { Refusal } from '../refusal';
import { cents, mulDiv, type Cents, type Percent } from '../money';
import { BillingError } from './bill';

/** A step of a billing plan, as percents of the contract to date. */
export interface PlanStep {
	name: string;
	/** When it falls due: at the acceptance, when a phase is done, when the job is. */
	when: 'acceptance' | 'phase' | 'done';
	/** The phase, where it waits for one. */
	phase: string;
	/** Percent of the contract that is billed once this step is, hundredths of a percent. The last step is always 100 %. */
	toDate: Percent;
}

/** How jobs of a kind are billed, and from which amount on; '' is every kind without a plan of its own. */
export interface BillingPlanRule {
	kindOfWork: string;
	/** Contracts below this (without tax, cents) are billed whole when they are done, after the deposit. */
	stagesFrom: number;
	/** The deposit is billed and sent as soon as the job is won. */
	depositAtOnce: boolean;
}

export const USUAL_PLAN: BillingPlanRule = { kindOfWork: '', stagesFrom: 1_500_000, depositAtOnce: false };

/** The rule of a kind of work: its own, else that of all, else the usual one. */
export const ruleFor = (rules: readonly BillingPlanRule[], kind: string): BillingPlanRule =>
	rules.find((r) => r.kindOfWork === kind) ?? rules.find((r) => r.kindOfWork === '') ?? USUAL_PLAN;

/**
 * The plan that is proposed when a job is won: the deposit (a percent of the total with tax), then, from an amount on, a step after each phase by what the
 * phase is worth, and the rest when it is done. Percents rise and end at 100; steps that would add nothing are left out.
 * @param phases in the order of the work, with what their lines come to
 */
export function proposePlan(
	contract: Cents,
	deposit: Percent,
	phases: readonly { name: string; amount: Cents }[],
	rule: BillingPlanRule
): PlanStep[] {
	const steps: PlanStep[] = [];
	if (deposit > 0 && deposit < 10_000) steps.push({ name: 'Deposit', when: 'acceptance', phase: '', toDate: deposit });
	const named = phases.filter((p) => p.name !== '' && p.amount > 0);
	if (contract >= rule.stagesFrom && named.length > 1 && contract > 0) {
		let done = 0;
		for (const p of named.slice(0, -1)) {
			done += p.amount;
			// Whole percents: nobody wants to read of 43.72 %.
			const toDate = (Math.min(99, Math.floor(mulDiv(done, 100, contract))) * 100) as Percent;
			if (toDate > (steps.at(-1)?.toDate ?? 0) + 500)
				steps.push({ name: `After ${p.name.toLowerCase()}`, when: 'phase', phase: p.name, toDate });
		}
	}
	steps.push({ name: steps.length ? 'Rest' : 'Whole', when: 'done', phase: '', toDate: 10_000 as Percent });
	return steps;
}

/** Checks a plan that somebody typed. @throws BillingError naming the step, by its number from 0, as field */
export function checkPlan(steps: readonly PlanStep[]): void {
	if (steps.length === 0) throw new BillingError(say('plan-has-at-least-one-step'));
	let before = 0;
	steps.forEach((s, n) => {
		if (s.name.trim() === '') throw new Refusal(say('give-every-step-name'), `step-${n}`);
		if (s.toDate <= before) throw new Refusal(say('has-to-bring-above', { name: s.name, before: before / 100 }), `step-${n}`);
		if (s.when === 'phase' && s.phase.trim() === '') throw new Refusal(say('say-which-phase-waits-for', { name: s.name }), `step-${n}`);
		before = s.toDate;
	});
	if (before !== 10_000) throw new Refusal(say('last-step-bills-whole'), `step-${steps.length - 1}`);
}

/** What each step bills of a contract, without tax; the parts are the whole to the cent. */
export function planAmounts(contract: Cents, steps: readonly PlanStep[]): Cents[] {
	let before = 0;
	return steps.map((s) => {
		const toDate = s.toDate === 10_000 ? contract : mulDiv(contract, s.toDate, 10_000);
		const part = cents(toDate - before);
		before = toDate;
		return part;
	});
}
