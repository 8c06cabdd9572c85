import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'of-this-job': (p: { name: string; text: string }) => `${p.name}: ${p.text}`,
	'won-moves-on-doing-track': () => 'A job that is won moves on the doing track.',
	'card-moves-on-winning-track': () => 'A card moves by itself on the winning track only.',
	'chance-between-0-and-100': () => 'A chance is between 0 and 100 %.',
	'company-set-up-already': () => 'The company is set up already.',
	'company-takes-no-requests-here': () => 'This company takes no requests here. Please call.',
	'contact-belongs-to-another-customer': () => 'This contact belongs to another customer.',
	'file-has-more-than-20-000': () => 'The file has more than 20,000 customers. Take it in parts.',
	'file-holds-no-address-cards-vcard': () => 'This file holds no address cards (vCard) that can be read.',
	'file-larger-than-20-mb': () => 'The file is larger than 20 MB.',
	'file-not-mail': () => 'This file is not a mail: it names no sender.',
	'give-mail-address-or-phone-number': () => 'Give a mail address or a phone number, so that we can answer.',
	'job-opened-from-request-already': () => 'A job was opened from this request already.',
	'job-won-by-accepted-quote-or': () => 'A job is won by an accepted quote, or with “Won without a quote” on the job.',
	'jobs-stand-in-and-no-other': (p: { name: string; meaning: string }) =>
		`Jobs stand in “${p.name}”, and no other stage means “${p.meaning}”.`,
	'mail-has-mb': (p: { bytes: number }) => `This mail has ${p.bytes} MB; up to 10 MB are read. Type the request in by hand.`,
	'no-import-to-take-back': () => 'There is no import to take back.',
	'no-mail-address-on-request': () => 'There is no mail address on this request. Call them.',
	'no-meaning-of-track': (p: { meaning: string; track: string }) => `“${p.meaning}” is no meaning of the ${p.track} track.`,
	'no-merge-to-take-back': () => 'There is no merge to take back.',
	'no-stage-means-add-one-under': (p: { meaning: string }) => `There is no stage that means “${p.meaning}”. Add one under Company.`,
	'one-stage-has-to-mean-program': (p: { meaning: string }) => `One stage has to mean “${p.meaning}”: the program moves jobs there.`,
	'percentage-on-must-be-above-0': (p: { kind: string }) => `The percentage on ${p.kind} must be above 0 and at most 1,000 %.`,
	'place-on-map-has-both-coordinates': () => 'A place on the map has both coordinates, or none.',
	'quotes-and-invoices-go-out-by': () => 'Quotes and invoices go out by mail: give an address.',
	'say-why-lost': () => 'Say why it was lost; it feeds the reports.',
	'site-belongs-to-another-customer': () => 'This site belongs to another customer.',
	'stages-changed-meanwhile': () => 'The stages changed meanwhile. Look at them again.',
	'these-same-customer': () => 'These are the same customer.',
	'they-have-different-tax-certificates': () => 'They have different tax certificates. Settle that first.',
	'two-fields-have-same-id': () => 'Two fields have the same id.',
	'two-stages-have-same-name': () => 'Two stages have the same name.',
	'view-belongs-to-somebody-else': () => 'This view belongs to somebody else.',
	'views-kept-for-people': () => 'Views are kept for people.',
	'won-job-stays-on-doing-track': () => 'A won job stays on the doing track.',
	'write-what-you-want-to-say': () => 'Write what you want to say.',
	'you-can-keep-views-for-yourself': () => 'You can keep views for yourself only.'
};
export const say = sayings('sales', catalog);
