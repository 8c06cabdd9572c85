import { longDay, type Day } from '../time';
import type { Language } from './language';

const MONTHS_ES = [
	...['enero', 'febrero', 'marzo', 'abril', 'mayo', 'junio'],
	...['julio', 'agosto', 'septiembre', 'octubre', 'noviembre', 'diciembre']
];

/**
 * A calendar day in words.
 * @example dayIn('es', '2027-05-31') // '31 de mayo de 2027'
 */
export function dayIn(language: Language, day: Day): string {
	if (language === 'en') return longDay(day);
	const [y = '', m = '', d = ''] = day.split('-');
	return `${Number(d)} de ${MONTHS_ES[Number(m) - 1] ?? m} de ${y}`;
}
