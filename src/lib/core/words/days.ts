import type { Language } from './language';

const MONTHS_EN = [
	...['January', 'February', 'March', 'April', 'May', 'June'],
	...['July', 'August', 'September', 'October', 'November', 'December']
];
const MONTHS_ES = [
	...['enero', 'febrero', 'marzo', 'abril', 'mayo', 'junio'],
	...['julio', 'agosto', 'septiembre', 'octubre', 'noviembre', 'diciembre']
];

/**
 * A calendar day in words. It stands here and not with the days: pages of customers and crews load no calendar arithmetic for it.
 * @example dayIn('es', '2027-05-31') // '31 de mayo de 2027'
 */
export function dayIn(language: Language, day: string): string {
	const [y = '', m = '', d = ''] = day.split('-');
	if (language === 'en') return `${MONTHS_EN[Number(m) - 1] ?? m} ${Number(d)}, ${y}`;
	return `${Number(d)} de ${MONTHS_ES[Number(m) - 1] ?? m} de ${y}`;
}
