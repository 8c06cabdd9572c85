/** The words of the pages before the door: signing in, and a new password. */
export const door = {
	signIn: 'Sign in',
	mail: 'Mail',
	password: 'Password',
	forgot: 'Forgot your password?',
	kept: 'Your password is kept. Sign in with it.',
	newPassword: 'New password',
	send: 'Send me a link',
	sent: (mail: string) => `If there is an account for ${mail}, a mail is on its way. Open the link in it within an hour.`,
	back: 'Back to signing in',
	choose: 'Choose a password',
	for: (mail: string) => `for ${mail}`,
	hint: 'at least ten characters; a few words in a row are good',
	keep: 'Keep it',
	over: 'This link was used already, or its time is over. Ask for a new one.',
	dead: 'This link does not work (any more). Please use the one in our latest mail, or call us.',
	nothing: 'Nothing here',
	failed: 'That did not work',
	start: 'To the start'
};
export type DoorWords = typeof door;
