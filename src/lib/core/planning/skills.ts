import { longDay, type Day } from '../time';

/** What somebody can do: in words, or with a paper that holds until a day. */
export interface Able {
	name: string;
	skills: readonly string[];
	papers: readonly { name: string; validUntil: Day | null }[];
}

/** Skills as typed, with commas between. @example skillsIn('steep, copper') // ['steep', 'copper'] */
export const skillsIn = (text: string): string[] => [
	...new Map(
		text
			.split(',')
			.map((s) => s.trim())
			.filter((s) => s !== '')
			.map((s) => [s.toLowerCase(), s])
	).values()
];

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/** Skills that somebody has on a day: a paper counts while it holds. */
export const ableOn = (p: Able, day: Day): string[] => [
	...p.skills,
	...p.papers.filter((x) => x.validUntil === null || x.validUntil >= day).map((x) => x.name)
];

/** What somebody lacks for work on a day, in words; a paper that is over is named with its day. @example lackOf(['steep'], noor, '2027-04-14') // ['Noor: no “steep”'] */
export function lackOf(needed: readonly string[], p: Able, day: Day): string[] {
	const has = ableOn(p, day);
	return needed
		.filter((n) => !has.some((h) => same(h, n)))
		.map((n) => {
			const over = p.papers.find((x) => same(x.name, n));
			return over?.validUntil ? `${p.name}: “${over.name}” held until ${longDay(over.validUntil)}` : `${p.name}: no “${n}”`;
		});
}
