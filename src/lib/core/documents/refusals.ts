import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const say = sayings('documents', {
	'text-cannot-be-read': () => 'This text cannot be read.',
	'text-longer-than-40-000-characters': () => 'This text is longer than 40,000 characters.'
});
