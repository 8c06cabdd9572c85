import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'say-what-was-found': (p: { labels: string }) => `${p.labels}: say what was found.`,
	'still-open': (p: { label: string }) => `${p.label} is still open.`,
	'type-number': (p: { label: string }) => `${p.label}: type a number.`,
	'reading-refused': (p: { label: string; why: string }) => `${p.label}: ${p.why}`,
	'no-such-form': () => 'There is no such form.',
	'not-offered': (p: { label: string }) => `${p.label}: this is not offered.`
};
export const say = sayings('rules.site-forms', catalog);
