import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'deposit-between': () => 'A deposit is between 0 and less than 100 %.',
	'letter-stays': () => 'This quote is not offered any more: its letter stays here.',
	'answered-already': (p: { answeredBy: string }) => `${p.answeredBy} answered this already.`,
	'before-goes-out': (p: { text: string }) => `Before it goes out: ${p.text}`,
	'lines-to-decide': (p: { count: number; name: string | undefined }) =>
		`Before it goes out: ${p.count} line${p.count > 1 ? 's' : ''} still to decide (${p.name}).`,
	'group-not-chosen': (p: { wrongGroup: string }) => `Before it goes out: ${p.wrongGroup}`,
	'change-order-accepted-already': () => 'This change order is accepted already; what comes now is another one.',
	'change-order-belongs-to-job-won': () => 'A change order belongs to a job that is won.',
	'estimate-not-any-more': () => 'This estimate is not there any more.',
	'job-won-already': () => 'This job is won already; what comes now is a change order.',
	'many-questions-for-one-day': () => 'That are many questions for one day. Please call us: it is quicker.',
	'needs-link-from-mail': () => 'This needs the link from the mail.',
	'newer-revision-of-quote-has-replaced': () =>
		'A newer revision of this quote has replaced this one. Please use the link in the latest mail.',
	'not-day-and-time': () => 'This is not a day and time.',
	'nothing-on-estimate-yet': () => 'There is nothing on this estimate yet.',
	'one-alone-signs-anyway': () => 'One alone signs anyway. Name two or more, or nobody.',
	'one-of-these-files-not-any': () => 'One of these files is not there any more.',
	'please-tell-us-why': () => 'Please tell us why; a word is enough.',
	'please-tick-you-agree-to-terms': () => 'Please tick that you agree to the terms.',
	'please-type-your-name': () => 'Please type your name.',
	'price-below-break-even': (p: { profit: string }) =>
		`This price is ${p.profit} below break-even. Issue it all the same if that is meant.`,
	'quote-already': (p: { state: string }) => `This quote is ${p.state} already.`,
	'quote-answered-already': () => 'This quote is answered already.',
	'quote-nobody-reminded-of': (p: { state: string }) => `This quote is ${p.state}: nobody is reminded of it.`,
	'quote-valid-until-please-ask-us': (p: { validUntil: string }) =>
		`This quote was valid until ${p.validUntil}. Please ask us for a fresh one.`,
	'quote-waits-at-most-sixty-days': () => 'A quote waits at most sixty days; freeze it then.',
	'quote-withdrawn': () => 'This quote was withdrawn. Please call us.',
	'signature-cannot-be-read': () => 'The signature cannot be read. Please sign once more.',
	'signed-with-other-options': (p: { name: string }) =>
		`${p.name} signed with other options. Load the page again to see which, or ask us for a fresh quote.`,
	'somebody-named-twice': () => 'Somebody is named twice.',
	'these-have-to-sign': (p: { signers: string }) => `These have to sign: ${p.signers}. Choose your name.`,
	'time-over': () => 'This time is over. Leave it empty to send now.',
	'type-answer-first': () => 'Type the answer first.',
	'type-your-question-first': () => 'Type your question first.'
};
export const say = sayings('quotes', catalog);
