export {
	checkRepeat,
	occurrencesOf,
	placeOccurrences,
	repeatWords,
	ruleText,
	type HolidayWay,
	type Placed,
	type RepeatRule
} from './repeats';
export { changeOf, withExceptions, type Exception } from './exceptions';
