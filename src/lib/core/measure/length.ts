import { say } from './refusals';
import { Refusal } from '../refusal';
/** Lengths are whole nanometres, so that 1/64 of an inch is exact. */
export type Nanometres = number;
export type UnitSystem = 'imperial' | 'metric';

export const NM_PER_FOOT = 304_800_000;
export const NM_PER_INCH = 25_400_000;
export const NM_PER_METRE = 1_000_000_000;

/** Raised when typed text is not a length. The message is for people. */
export class LengthError extends Refusal {}

const UNITS: Record<string, number> = {
	"'": NM_PER_FOOT,
	'′': NM_PER_FOOT,
	'’': NM_PER_FOOT,
	ft: NM_PER_FOOT,
	foot: NM_PER_FOOT,
	feet: NM_PER_FOOT,
	'"': NM_PER_INCH,
	'″': NM_PER_INCH,
	'”': NM_PER_INCH,
	in: NM_PER_INCH,
	inch: NM_PER_INCH,
	inches: NM_PER_INCH,
	yd: 3 * NM_PER_FOOT,
	m: NM_PER_METRE,
	cm: 10_000_000,
	mm: 1_000_000
};

/**
 * Reads a length the way people write it: 12' 6", 12ft 6 1/2in, 12.5 ft, 3.8 m; a bare number is in the company's unit.
 * Unclear ones (two bare numbers, a minus) are refused, not guessed.
 * @returns whole nanometres
 * @throws LengthError
 */
export function parseLength(text: string, system: UnitSystem): Nanometres {
	const s = text
		.trim()
		.toLowerCase()
		.replace(/(\d),(?=\d{3}(\D|$))/g, '$1')
		.replace(/''/g, '"');
	if (s === '') throw new LengthError(say('type-length'));
	if (/[-−–]/.test(s)) throw new LengthError(say('length-cannot-be-negative-or-range', { text: text.trim() }));
	const token = /(?:(\d+)\s+(\d+)\/(\d+)|(\d+)\/(\d+)|(\d+(?:\.\d+)?|\.\d+))\s*(feet|foot|ft|inches|inch|in|yd|mm|cm|m|['′’"″”])?\.?\s*/y;
	let total = 0;
	let parts = 0;
	let bare = 0;
	let smallest = Infinity;
	while (token.lastIndex < s.length) {
		const m = token.exec(s);
		if (!m) throw new LengthError(say('not-length', { text: text.trim(), system }));
		const value =
			m[1] !== undefined
				? [Number(m[1]) * Number(m[3]) + Number(m[2]), Number(m[3])]
				: m[4] !== undefined
					? [Number(m[4]), Number(m[5])]
					: decimal(m[6] ?? '');
		const [n = 0, d = 1] = value;
		if (d === 0) throw new LengthError(say('divides-by-zero', { text: text.trim() }));
		const unit = m[7];
		if (!unit) bare += 1;
		const scale = unit ? (UNITS[unit] ?? NM_PER_FOOT) : system === 'imperial' ? NM_PER_FOOT : NM_PER_METRE;
		if (unit && scale >= smallest) throw new LengthError(say('parts-out-of-order', { text: text.trim() }));
		smallest = Math.min(smallest, scale);
		total += (n * scale) / d;
		parts += 1;
	}
	if (parts > 2 || (bare > 0 && parts > 1)) throw new LengthError(say('unit-unclear', { text: text.trim(), system }));
	const nm = Math.round(total);
	if (!Number.isSafeInteger(nm) || nm > 100_000 * NM_PER_METRE) throw new LengthError(say('longer-than-100-km', { text: text.trim() }));
	return nm;
}

function decimal(s: string): [number, number] {
	const [whole = '0', fraction = ''] = s.split('.');
	return [Number((whole || '0') + fraction), 10 ** fraction.length];
}

/** A length as people write it: 12' 6" to the sixteenth of an inch, or metres to the millimetre. */
export function formatLength(nm: Nanometres, system: UnitSystem): string {
	if (system === 'metric') return `${trim((nm / NM_PER_METRE).toFixed(3))} m`;
	const sixteenths = Math.round((nm / NM_PER_INCH) * 16);
	const feet = Math.floor(sixteenths / 192);
	const rest = sixteenths - feet * 192;
	if (rest === 0) return `${feet}'`;
	const inches = Math.floor(rest / 16);
	let n = rest % 16;
	let d = 16;
	while (n > 0 && n % 2 === 0) [n, d] = [n / 2, d / 2];
	const fraction = n === 0 ? '' : `${inches > 0 ? ' ' : ''}${n}/${d}`;
	return `${feet > 0 ? `${feet}' ` : ''}${inches > 0 || n === 0 ? inches : ''}${fraction}"`;
}

const trim = (s: string): string => s.replace(/\.?0+$/, '');
