import { Refusal } from '../refusal';
import type { Cents, Percent, Quantity, Rate, UnitPrice } from '../money';
import type { MeasureName, Shape, UnitSystem } from '../measure';
import type { Kind, PartRate, PriceRule } from '../pricing';

/** Where a line's quantity comes from. */
export type QuantitySource =
	| { by: 'typed'; quantity: Quantity }
	/** Sum of the named measures of the scope, by a production or coverage rate. */
	| {
			by: 'measure';
			measures: MeasureName[];
			rate: PartRate;
			/** Needs of other parts for the same item, pooled into this line: waste per part, then the sum, then one rounding (§6). */
			also?: PooledNeed[];
	  }
	/** Follows another line of the scope in proportion; ratio in ten-thousandths. */
	| { by: 'parent'; parentId: string; ratio: number; step: number };

/** What another part needs of an item that is bought once for all. */
export interface PooledNeed {
	/** The line it came from, for the explanation. */
	name: string;
	measures: MeasureName[];
	rate: PartRate;
}

export interface Override {
	quantity: Quantity;
	computedThen: Quantity;
	/** What the quantity was computed from then, unrounded: it moves with the measure also where rounding to whole packs hides it. Absent on older ones. */
	basisThen?: number | null;
}

export interface Line {
	id: string;
	kind: Kind;
	name: string;
	/** What the customer reads instead of the name; empty: the name. */
	wording: string;
	unit: string;
	source: QuantitySource;
	/** A quantity typed over the computed one, with what was computed then. */
	override: Override | null;
	/** Hours per unit, ten-thousandths; an hour of labor is 10000. */
	hoursPerUnit: Quantity;
	unitCost: UnitPrice;
	/** Overhead an hour of this line's rate sheet carries. */
	overheadPerHour: UnitPrice;
	rule: PriceRule;
	/** The price that the rule gave when it was last asked: what one sheet hands to another is the stored integer. */
	unitPrice: UnitPrice;
	/** Customers see four decimals of a fine price. */
	fine: boolean;
	taxCodeId: string | null;
	option: boolean;
	setAside: boolean;
	/** In the price but not shown to the customer. */
	hidden: boolean;
	/** A locked line keeps its amount when the total is set. */
	locked: boolean;
	discountable: boolean;
	settled: Cents | null;
	/** What still has to be chosen, for example "line and color". */
	placeholder: string;
	/** The recipe has it at zero so that the estimator thinks of it. */
	reminder: boolean;
	note: string;
	phase: string;
	itemId: string | null;
	sheetId: string | null;
	/** Another price of the sheet's hour, by its name: after hours, call-out. Absent on revisions older than it. */
	variant?: string;
	/** The assembly put on this scope that brought the line, if one did. */
	recipeId: string | null;
	/** The flat-rate service it stands for. */
	flat?: FlatPart | null;
	/** The group of options it belongs to. */
	groupId?: string | null;
	/** It comes once to a job: the next scope that would bring it does not. */
	once?: boolean;
	/** What the customer reads in place of the hidden lines that the same assembly brought. */
	face?: boolean;
	/** A heading between lines: words only, no figures. */
	heading?: boolean;
}

/** What of a flat-rate service a line is: its hours, which the customer reads as the service, or its materials, hidden below. */
export interface FlatPart {
	serviceId: string;
	part: 'hours' | 'materials';
}

export interface Scope {
	id: string;
	name: string;
	wording: string;
	option: boolean;
	setAside: boolean;
	/** The group of options it belongs to. */
	groupId?: string | null;
	shapes: (Shape & { id: string })[];
	lines: Line[];
}

export type Discount = { by: 'amount'; amount: Cents } | { by: 'percent'; percent: Percent };

/** An estimate as the core computes it: no database, no clock. */
export interface Estimate {
	system: UnitSystem;
	/** Overhead as a percentage of cost by kind (§4), beside the overhead an hour carries. */
	overheadPercent: Partial<Record<Kind, Rate>>;
	discount: Discount | null;
	/** Options that belong together: choose one, or between so and so many. Absent on revisions older than groups. */
	groups?: OptionGroup[];
	scopes: Scope[];
}

/** A group of options with its rule. At most one with one at least is a choice between alternatives. */
export interface OptionGroup {
	id: string;
	name: string;
	atLeast: number;
	atMost: number;
	/** The member that counts until the customer chooses otherwise. */
	presetId: string | null;
}

/** Raised when an estimate cannot be changed as asked. The message is for people. */
export class EstimateError extends Refusal {}
