/** What changed between two states of what a page shows: made on the server, laid over what the page has. */
export { differenceOf, weightOf, withDifference, type Delta, type Json } from './delta';
