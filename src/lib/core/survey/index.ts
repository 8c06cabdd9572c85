import { say } from './refusals';
import { formatLength, type UnitSystem } from '../measure';
import { Refusal } from '../refusal';

/** A place on a picture: shares of its width and height, 0 to 1, so that marks hold at every size. */
export interface Spot {
	x: number;
	y: number;
}
/** What is put onto a picture. `inside` marks are for the company only. */
export type PhotoMark = { id: string; inside: boolean } & (
	| ({ kind: 'pin'; lineId: string } & Spot)
	| ({ kind: 'text'; text: string } & Spot)
	| { kind: 'arrow'; from: Spot; to: Spot }
	| { kind: 'measure'; from: Spot; to: Spot }
	| { kind: 'pencil'; points: Spot[] }
);
/** A length that is known on the picture; others are measured against it. */
export interface PhotoScale {
	from: Spot;
	to: Spot;
	/** Nanometres. */
	length: number;
}

/** Raised when marks cannot be kept. The message is for people. */
export class MarkError extends Refusal {}

export const MOST_MARKS = 300;

/** Pins with their numbers, in the order in which they were set. */
export function numberPins(marks: readonly PhotoMark[]): Map<string, number> {
	let n = 0;
	return new Map(marks.flatMap((m) => (m.kind === 'pin' ? [[m.id, ++n] as const] : [])));
}

/** What a customer sees: nothing that is marked inside. Pins keep the numbers they have in the whole. */
export const shownMarks = (marks: readonly PhotoMark[]): PhotoMark[] => marks.filter((m) => !m.inside);

/** Distance of two spots in pixels of a picture of this size. */
const pixels = (a: Spot, b: Spot, width: number, height: number): number => Math.hypot((a.x - b.x) * width, (a.y - b.y) * height);

/**
 * A length on a picture, measured against the one that is known; whole nanometres. Good for what lies in the same plane as the known
 * length, and no better than the picture is straight.
 * @throws MarkError when the known length is a point or not above 0
 */
export function measuredLength(scale: PhotoScale, from: Spot, to: Spot, width: number, height: number): number {
	const known = pixels(scale.from, scale.to, width, height);
	if (known < 2 || scale.length <= 0) throw new MarkError(say('known-length-too-short-on-picture'), 'scale');
	return Math.round((pixels(from, to, width, height) / known) * scale.length);
}

/** Checks marks from outside: inside the picture, not too many, no double ids. @throws MarkError */
export function checkMarks(marks: readonly PhotoMark[]): void {
	if (marks.length > MOST_MARKS) throw new MarkError(say('picture-takes-at-most-marks', { mostMarks: MOST_MARKS }), 'marks');
	if (new Set(marks.map((m) => m.id)).size < marks.length) throw new MarkError(say('two-marks-have-same-name'), 'marks');
	const within = (s: Spot) => s.x >= 0 && s.x <= 1 && s.y >= 0 && s.y <= 1;
	for (const m of marks) {
		const spots = m.kind === 'pencil' ? m.points : m.kind === 'arrow' || m.kind === 'measure' ? [m.from, m.to] : [m];
		if (!spots.every(within)) throw new MarkError(say('mark-lies-outside-picture'), 'marks');
	}
}

const escape = (s: string): string => s.replace(/[<>&"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** The marks as a drawing of the picture's own size, to be laid over it: what is printed, mailed and shown to the customer. */
export function marksSvg(
	marks: readonly PhotoMark[],
	size: { width: number; height: number },
	scale: PhotoScale | null,
	system: UnitSystem
): string {
	const { width, height } = size;
	const unit = Math.max(width, height) / 100;
	const at = (s: Spot) => `${(s.x * width).toFixed(1)} ${(s.y * height).toFixed(1)}`;
	const numbers = numberPins(marks);
	const ink = '#b0472a';
	const label = (s: Spot, text: string) =>
		`<text x="${(s.x * width).toFixed(1)}" y="${(s.y * height).toFixed(1)}" font-family="sans-serif" font-weight="700" font-size="${(unit * 2.6).toFixed(1)}" fill="${ink}" stroke="#fff" stroke-width="${(unit * 0.7).toFixed(1)}" paint-order="stroke">${escape(text)}</text>`;
	const line = (a: Spot, b: Spot, more = '') =>
		`<path d="M${at(a)} L${at(b)}" fill="none" stroke="${ink}" stroke-width="${(unit * 0.5).toFixed(1)}" stroke-linecap="round"${more}/>`;
	const parts = marks.map((m) => {
		switch (m.kind) {
			case 'pin':
				return `<g><circle cx="${(m.x * width).toFixed(1)}" cy="${(m.y * height).toFixed(1)}" r="${(unit * 2.1).toFixed(1)}" fill="${ink}" stroke="#fff" stroke-width="${(unit * 0.4).toFixed(1)}"/><text x="${(m.x * width).toFixed(1)}" y="${(m.y * height).toFixed(1)}" font-family="sans-serif" font-weight="700" font-size="${(unit * 2.4).toFixed(1)}" fill="#fff" text-anchor="middle" dominant-baseline="central">${numbers.get(m.id) ?? ''}</text></g>`;
			case 'text':
				return label(m, m.text);
			case 'pencil':
				return `<path d="M${m.points.map(at).join(' L')}" fill="none" stroke="${ink}" stroke-width="${(unit * 0.5).toFixed(1)}" stroke-linejoin="round" stroke-linecap="round"/>`;
			case 'arrow': {
				const angle = Math.atan2((m.to.y - m.from.y) * height, (m.to.x - m.from.x) * width);
				const wing = (turn: number): Spot => ({
					x: m.to.x - (Math.cos(angle + turn) * unit * 2.4) / width,
					y: m.to.y - (Math.sin(angle + turn) * unit * 2.4) / height
				});
				return `<g>${line(m.from, m.to)}${line(m.to, wing(0.5))}${line(m.to, wing(-0.5))}</g>`;
			}
			case 'measure': {
				const middle = { x: (m.from.x + m.to.x) / 2, y: (m.from.y + m.to.y) / 2 };
				const words = scale ? formatLength(measuredLength(scale, m.from, m.to, width, height), system) : '?';
				return `<g>${line(m.from, m.to, ` stroke-dasharray="${(unit * 1.2).toFixed(1)} ${(unit * 0.8).toFixed(1)}"`)}${label(middle, words)}</g>`;
			}
		}
	});
	return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${parts.join('')}</svg>`;
}

/** The marks as they can be drawn: a known length of no length leaves the lengths out, and is said beside the picture. */
export function drawnMarks(...[marks, size, scale, system]: Parameters<typeof marksSvg>): string {
	try {
		return marksSvg(marks, size, scale, system);
	} catch {
		return marksSvg(
			marks.filter((m) => m.kind !== 'measure'),
			size,
			null,
			system
		);
	}
}
