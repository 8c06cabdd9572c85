import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'address-cannot-be-read': () => 'This address cannot be read. Go back and ask again.',
	'choose-file': () => 'Choose a file.',
	'choose-picture': () => 'Choose a picture.',
	'file-larger-than-20-mb': () => 'The file is larger than 20 MB.',
	'file-larger-than-5-mb': () => 'The file is larger than 5 MB.',
	'mail-larger-than-10-mb': () => 'This mail is larger than 10 MB. Type the request in by hand.',
	'no-invoice-of-sale': () => 'There is no invoice of this sale.',
	'no-rows': () => 'There are no rows.',
	'no-such-command': () => 'There is no such command.',
	'no-such-page': () => 'There is no such page any more.',
	'not-a-page': () => 'This does not say which page it is.',
	'not-command': () => 'This is not a command.',
	'not-your-password-now': () => 'This is not your password now.',
	'nothing-to-keep-file-with': () => 'There is nothing to keep this file with.',
	'page-not-yours': () => 'This page is not for your role. Ask the owner if it should be.',
	'picture-has-no-proper-name': () => 'The picture has no proper name.',
	'picture-larger-than-20-mb': () => 'The picture is larger than 20 MB.',
	'program-wrote-mail-answer-machine-list': () => 'A program wrote this mail (an answer machine, a list, a bounce): it makes no request.',
	row: (p: { row: number; why: string }) => `Row ${p.row}: ${p.why}`,
	'sign-in-first': () => 'Sign in first.',
	'somebody-else-did': () => 'Somebody else did this. It waits for them.',
	'type-your-mail-address': () => 'Type your mail address.'
};
export const say = sayings('pages', catalog);
