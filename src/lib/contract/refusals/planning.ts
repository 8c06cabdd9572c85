import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'address-of-calendar': () => 'This is not the address of a calendar: it begins with https://.',
	'address-or-file': () => 'Give an address, or choose a file.',
	'calendar-too-large': () => 'This calendar is too large to be read.',
	'draft-not-open': () => 'This draft was taken or dropped.',
	'draft-has-nothing-to-take': () => 'Nothing in this draft can be taken: the plan has it so already, or was changed since.',
	'file-is-not-fetched': () => 'It came as a file. Take it off and give the file anew.',
	'not-a-calendar': () => 'This is not a calendar.',
	'customer-wants-no-messages': () => 'This customer does not want these messages.',
	'not-told-when-on-our-way': () => 'The company does not tell customers when somebody sets out.',
	'notice-not-there': () => 'This notice is not there any more.',
	'customer-cannot-be-reached': () => 'This customer has no phone and no mail address.',
	'firms-day-moves-with-its-ask': () => 'A subcontractor’s day moves with what they were asked: ask them anew.',
	'has-no-mail-address-to-ask': (p: { name: string }) => `${p.name} has no mail address to ask at.`,
	'holds-until-only': (p: { name: string; name2: string; validUntil: string }) =>
		`${p.name}: “${p.name2}” holds until ${p.validUntil} only. Ask them all the same if that is meant.`,
	'job-not-there': () => 'This job is not there any more.',
	'job-closed': () => 'This job is closed.',
	'last-day-before-first': () => 'The last day is before the first.',
	'more-plan-all-same-if-meant': (p: { text: string | undefined; conflictsCount: number; conflicts: number }) =>
		`${p.text}${p.conflictsCount > 1 ? `, and ${p.conflicts} more` : ''}. Plan it all the same if that is meant.`,
	'needs-link-from-mail': () => 'This needs the link from the mail.',
	'not-needed-any-more': () => 'This is not needed any more. Thank you all the same.',
	'only-job-won-can-be-planned': () => 'Only a job that is won can be planned.',
	'other-day-is-over': () => 'This day is over. Which day could you come?',
	'please-say-why-or-when-you': () => 'Please say why, or when you could.',
	'say-where-mail-goes': () => 'Say where the mail goes.',
	'set-aside': (p: { name: string }) => `${p.name} is set aside.`,
	'shift-changed-meanwhile': () => 'Somebody else changed this shift meanwhile.',
	'shift-not-any-more': () => 'This shift is not there any more.',
	'shift-stands-again': () => 'This shift stands on the plan already.',
	'shift-twice-in-changes': () => 'Each shift is changed once at a time.',
	'these-days-over': () => 'These days are over.',
	'time-can-only-be-booked-on': () => 'Time can only be booked on a job that is won.',
	'told-today-already': () => 'They were told today already.',
	'which-day-could-you': () => 'Which day could you come?',
	'write-what-they-told': () => 'Write what they are told.',
	'you-answered-already': (p: { state: string }) => `You answered ${p.state} already. Please call us if that has changed.`
};
export const say = sayings('planning', catalog);
