import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'known-length-too-short-on-picture': () => 'The known length is too short on this picture. Draw it again.',
	'mark-lies-outside-picture': () => 'A mark lies outside the picture.',
	'picture-takes-at-most-marks': (p: { mostMarks: number }) => `A picture takes at most ${p.mostMarks} marks.`,
	'two-marks-have-same-name': () => 'Two marks have the same name.'
};
export const say = sayings('rules.survey', catalog);
