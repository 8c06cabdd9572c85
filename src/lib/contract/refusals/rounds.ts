import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'cadence-of-name-already': () => 'This service has a cadence of this name already.',
	'cadence-of-another-service': () => 'This cadence belongs to another service.',
	'say-why-it-is-let-pass': () => 'Say why it is planned although it is not what was sold.',
	'margin-under-100': () => 'A margin stays under 100 %.',
	'no-rate-sheet-for-break-even': () => 'There is no labor rate sheet: its break-even is what a margin is put on.',
	'visits-changed-meanwhile': () => 'One of these visits was changed meanwhile. Look again.',
	'visit-twice-in-changes': () => 'The same visit stands twice in what is to change.',
	'season-is-not-over': (p: { to: string }) => `The season goes on until ${p.to}: what is not done can still be done.`,
	'not-billed-on-completion': () => 'This agreement is not billed when it is done.',
	'whole-price-charged-already': () => 'The whole price is a charge already.',
	'moved-day-collides': (p: { overlaps: number; stays: number }) =>
		`${[p.overlaps > 0 ? `${p.overlaps} would overlap with other work` : '', p.stays > 0 ? `${p.stays} find no day and stay` : ''].filter(Boolean).join(', ')}. Move the day all the same if that is meant.`,
	'nothing-planned-to-move': () => 'Nothing is planned there that could be moved.',
	'sold-and-planned-differ': (p: { words: string }) => p.words,
	'job-not-won-yet': () => 'Only what was won becomes an agreement.',
	'job-has-no-site': () => 'This job has no site: give it one first.',
	'job-has-agreement-already': (p: { number: number }) => `This job is agreement ${p.number} already.`,
	'scope-not-in-contract': () => 'One of these scopes is not in the contract, or is an agreement already.',
	'scopes-come-to-nothing': () => 'These scopes come to nothing: an agreement has a price.',
	'agreement-has-ended-already': () => 'This agreement has ended already.',
	'agreement-is-under-way': (p: { number: number }) => `Agreement ${p.number} is under way: end it instead, and say why.`,
	'row-without-customer': () => 'One of these rows names no customer.',
	'row-without-address': () => 'One of these rows has no address.',
	'choose-weekday-of-round': () => 'Choose the weekday of this round.',
	'nobody-in-crew': () => 'Nobody is in this crew.',
	'nothing-would-be-planned': () => 'Nothing would be planned.',
	'of-these-sites-planned-already': (p: { doubleCount: number; address: string | undefined }) =>
		`${p.doubleCount === 1 ? `${p.address} is` : `${p.doubleCount} of these sites are`} planned already: take that planning back first.`,
	'one-of-these-agreements-has-ended': () => 'One of these agreements has ended.',
	'one-of-these-agreements-not-any': () => 'One of these agreements is not there any more.',
	'round-of-one-season-service': () => 'A round is of one season service.',
	'season-of-site-to': (p: { from: string; to: string }) => `The season of this site is ${p.from} to ${p.to}.`,
	'season-service-of-name-already': () => 'There is a season service of this name already.',
	'set-aside': (p: { name: string }) => `${p.name} is set aside: it is not sold any more.`,
	'shares-of-price-charged-already': () => 'Shares of this price are charged already: end this agreement and make another for the rest.',
	'site-has-agreement-of-season-already': (p: { address: string }) => `${p.address} has an agreement of this season already.`,
	'site-has-visit-on-day-already': () => 'This site has a visit on that day already.',
	'picture-did-not-arrive': () => 'The picture did not arrive. Take it once more.',
	'visit-over': () => 'This visit is over: it stays on its day.',
	'visit-over-already': () => 'This visit is over already.',
	'visit-planned-for-move-to-today': (p: { day: string }) => `This visit is planned for ${p.day}. Move it to today first.`,
	'visits-done-already': (p: { done: number }) => `${p.done} visits are done already: not fewer than that.`,
	'window-ends-before-begins': () => 'A window ends before it begins.'
};
export const say = sayings('rounds', catalog);
