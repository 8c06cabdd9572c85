export { checkGetsIn, driveBetween, inHours, timesOf, type AtStop, type GetsIn, type StopOfDay } from './access';
export { blockOf, laborPerVisit, onSiteOf, type Round } from './block';
export {
	compareSold,
	guessCadence,
	seasonOf,
	weeklyVisits,
	windowVisits,
	type Cadence,
	type DayLoad,
	type Planned,
	type Season,
	type Window
} from './season';
export { againstBreakEven, BILLINGS, instalmentsOf, renewedPrice, shareOf, taxedParts, type Billing, type TaxedPart } from './share';
export {
	isMatrix,
	orderOfStops,
	stepsFor,
	suggestRounds,
	type RoundToFill,
	type SiteToVisit,
	type Suggested,
	type Suggestion,
	type Wish
} from './suggest';
