import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'text-cannot-be-read': () => 'This text cannot be read.',
	'text-longer-than-40-000-characters': () => 'This text is longer than 40,000 characters.'
};
export const say = sayings('rules.documents', catalog);
