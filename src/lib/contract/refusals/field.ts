import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'part-already': (p: { state: string }) => `This is ${p.state} already.`,
	'choose-what-sold': () => 'Choose what is sold.',
	'not-offered-on-site': () => 'This was not offered on site: it is answered by the customer’s link.',
	'picture-did-not-arrive': () => 'Its picture did not arrive. Take it once more.',
	'please-sign-in-box': () => 'Please sign in the box.',
	'write-something-or-take-picture': () => 'Write something or take a picture.'
};
export const say = sayings('field', catalog);
