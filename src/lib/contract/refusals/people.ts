import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'one-of-us': () => 'You are signed in as one of us: only the customer can do this here. Sign out first if you are the customer.',
	'account-has-no-access-any-more': () => 'This account has no access any more.',
	'asked-often-enough': () => 'That was asked often enough. Look at your mail, or wait an hour.',
	'last-day-before-first': () => 'The last day is before the first.',
	'last-owner-cannot-be-taken-away': () => 'The last owner cannot be taken away.',
	'mail-and-password-do-not-belong': () => 'Mail and password do not belong together.',
	'needs-link-from-mail': () => 'This needs the link from the mail.',
	'owner-sees-all-jobs': () => 'An owner sees all jobs. Change the role first.',
	'people-have-role': (p: { holders: number }) =>
		`${p.holders === 1 ? 'One person has' : `${p.holders} people have`} this role. Give them another first.`,
	'person-has-no-access': () => 'This person has no access. Give it back first.',
	'role-of-name-already': () => 'There is a role of this name already.',
	'role-set-aside': (p: { name: string }) => `The role ${p.name} is set aside.`,
	'say-which-branch-they-belong-to': () => 'Say which branch they belong to.',
	'sign-in-first': () => 'Sign in first.',
	'somebody-has-mail-address-already': () => 'Somebody has this mail address already.',
	'say-why-not': () => 'Please say why not.',
	'time-off-is-answered': () => 'This time off is answered already.',
	'time-off-not-any-more': () => 'This time off is not there any more.',
	'too-many-tries': () => 'Too many tries. Wait five minutes and try again.'
};
export const say = sayings('people', catalog);
