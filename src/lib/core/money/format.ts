import type { Cents, Percent, Quantity, Rate, UnitPrice } from './types';

const minus = '−';

/** 1250099 → "12,500.99". Always two decimals, thousands marked. */
export function formatCents(amount: Cents | number): string {
	return formatScaled(amount, 2, 2);
}
/** Ten-thousandths → at least two decimals, up to four where they are needed. */
export function formatUnitPrice(price: UnitPrice | number): string {
	return formatScaled(price, 4, 2);
}
/** Ten-thousandths of a unit → as few decimals as are needed. */
export function formatQuantity(quantity: Quantity | number): string {
	return formatScaled(quantity, 4, 0);
}
/** Typed percentage → "12.5 %". */
export function formatPercent(p: Percent | number): string {
	return `${formatScaled(p, 2, 0)} %`;
}
/** Computed percentage, shown to one decimal. Only shown: nothing is computed from it. */
export function formatRate(r: Rate | number | null, decimals = 1): string {
	if (r === null) return '–';
	return `${fixed(r / 10_000, decimals)} %`;
}
/** Computed percentage with as few decimals as are needed, up to four: 185185 → "18.5185 %", 150000 → "15 %". */
export const formatShare = (r: Rate | number): string => `${formatScaled(r, 4, 0)} %`;
/** Minutes → "2 h 15", "45 min", "8 h". */
export function formatMinutes(minutes: number): string {
	const size = Math.abs(Math.round(minutes));
	const sign = minutes < 0 && size > 0 ? minus : '';
	const h = Math.floor(size / 60);
	const m = size % 60;
	if (h === 0) return `${sign}${m} min`;
	return m === 0 ? `${sign}${h} h` : `${sign}${h} h ${String(m).padStart(2, '0')}`;
}
/** A plain decimal with thousands marks, for measures and other shown numbers. */
export function fixed(n: number, decimals: number): string {
	const s = Math.abs(n).toFixed(decimals);
	const [whole = '0', fraction] = s.split('.');
	const grouped = whole.replace(/\B(?=(\d{3})+$)/g, ',');
	const text = fraction ? `${grouped}.${fraction}` : grouped;
	return n < 0 && Number(s) !== 0 ? minus + text : text;
}

/** Scaled whole number to the text a person can edit again (no thousands marks, plain minus). */
export function toTyped(n: number, decimals: number, least = 0): string {
	return formatScaled(n, decimals, least).replaceAll(',', '').replace(minus, '-');
}

function formatScaled(n: number, decimals: number, least: number): string {
	const size = String(Math.abs(n)).padStart(decimals + 1, '0');
	const whole = size.slice(0, size.length - decimals);
	let fraction = size.slice(size.length - decimals).replace(/0+$/, '');
	if (fraction.length < least) fraction = fraction.padEnd(least, '0');
	const grouped = whole.replace(/\B(?=(\d{3})+$)/g, ',');
	return (n < 0 ? minus : '') + (fraction ? `${grouped}.${fraction}` : grouped);
}
