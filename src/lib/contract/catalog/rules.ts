import { Type } from '@sinclair/typebox';
import { PercentIn, PriceIn, strict } from '../inputs';

/** A price rule: as the category says, so much on cost, so much of the price, or a price of its own. */
export const RuleInput = Type.Union([
	Type.Object({ by: Type.Literal('inherit') }, strict),
	Type.Object({ by: Type.Literal('markup'), percent: PercentIn }, strict),
	Type.Object({ by: Type.Literal('margin'), percent: PercentIn }, strict),
	Type.Object({ by: Type.Literal('fixed'), price: PriceIn }, strict)
]);
