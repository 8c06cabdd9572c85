import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'many-documents-being-made-just-now': () => 'Many documents are being made just now. Try again in a minute.',
	'picture-not-any-more': () => 'This picture is not there any more. Choose it again.',
	'say-something-in': () => 'Say something in it.',
	'two-letters-of-name': () => 'There are two letters of this name.',
	'two-texts-have-same-id': () => 'Two texts have the same id.',
	'white-letters-on-color-hard-to': () => 'White letters on this color are hard to read. Choose a darker one.'
};
export const say = sayings('documents', catalog);
