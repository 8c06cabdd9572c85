export { blockOf, laborPerVisit, onSiteOf, type Round } from './block';
export {
	compareSold,
	seasonOf,
	weeklyVisits,
	windowVisits,
	type Cadence,
	type DayLoad,
	type Planned,
	type Season,
	type Window
} from './season';
export { shareOf } from './share';
