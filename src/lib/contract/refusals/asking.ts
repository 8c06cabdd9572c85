import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'no-such-question': () => 'This cannot be asked here.',
	'unknown-field': () => 'There is a field that is not known here.',
	'not-written-so': () => 'This is not written as it should be.',
	'not-mail': () => 'This is not a mail address.',
	'at-most': (p: { most: number }) => `This must be at most ${p.most}.`,
	'at-least': (p: { least: number }) => `This must be at least ${p.least}.`,
	'too-long': (p: { most: number }) => `This is too long (at most ${p.most} characters).`,
	needed: () => 'This is needed.',
	'cannot-be-read': () => 'This cannot be read.',
	'asked-many-times-in-short-time': () => 'That was asked many times in a short time. Please wait a while, or call us.',
	'belongs-to-something-not-or-something': () => 'This belongs to something that is not there, or something else still needs it.',
	'cannot-be-negative': () => 'This cannot be negative.',
	'companys-file-in-use-by-something': () => 'The company’s file is in use by something else. Nothing was saved: try again in a moment.',
	'disk-full-or-cannot-be-written': () => 'The disk is full or cannot be written. Nothing was saved: make room and try again.',
	'done-too-long-ago-to-be': () => 'This was done too long ago to be sent by itself. Enter it by hand.',
	'holds-too-many-values': () => 'This holds too many values.',
	'must-be-json': () => 'This must be JSON.',
	'nested-too-deep': () => 'This is nested too deep.',
	'not-any-more': (p: { what: string }) => `${p.what} is not there any more.`,
	'not-form': () => 'This is not a form.',
	'not-json': () => 'This is not JSON.',
	'not-or-not-yours-to-see': () => 'This is not there, or it is not yours to see.',
	'one-like-already': () => 'There is one like this already.',
	'sent-before-with-something-else-in': () =>
		'This was sent before with something else in it, so it was not taken again. Look at how it stands now and save once more.',
	'sign-in-first': () => 'Sign in first.',
	'somebody-else-changed-meanwhile-what-you': (p: { fields: string }) =>
		`Somebody else changed this meanwhile (${p.fields}). What you typed is still here: look at the new state and save again.`,
	'too-large': () => 'This is too large.',
	'value-outside-what-possible': () => 'A value is outside what is possible.',
	'would-change-jobs-you-do-not': () => 'This would change jobs that you do not see. Nothing was changed: ask somebody who sees all jobs.',
	'you-may-not-do': () => 'You may not do this. Ask the owner if you should.'
};
export const say = sayings('asking', catalog);
