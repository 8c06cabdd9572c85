import { say } from '../../contract/refusals/catalog';
import type { Static } from '@sinclair/typebox';
import type { RuleInput } from '../../contract/catalog/rules';
import { percent, unitPrice } from '../../core/money';
import type { PriceRule } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { notNegative } from '../commands';

/** A price rule that can be: no margin of 100 % or more, no markup that takes all of the cost away. @throws Refusal at the field */
export function ruleOf(rule: Static<typeof RuleInput>, field: string): PriceRule {
	if (rule.by === 'inherit') return { by: 'inherit' };
	if (rule.by === 'fixed') return { by: 'fixed', price: notNegative(unitPrice(rule.price), field) };
	if (rule.by === 'margin' && rule.percent >= 10_000) throw new Refusal(say('margin-must-be-below-100'), field);
	if (rule.by === 'markup' && rule.percent <= -10_000) throw new Refusal(say('markup-must-be-above-100'), field);
	return { by: rule.by, percent: percent(rule.percent) };
}
