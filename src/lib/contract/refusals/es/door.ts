import type { Translated } from '../../../core/refusal';
import type { accessSayings as Access } from '../../../core/access';

/** What a password can be refused for, in Spanish. */
export const access: Partial<Translated<typeof Access>> = {
	'password-own-name': () => 'Esta contraseña es su propio nombre o correo. Elija otra.',
	'password-tried-first': () => 'Esta contraseña es de las que se prueban primero. Elija otra.',
	'password-repeats-too-few': () => 'Esta contraseña repite muy pocas letras.',
	'password-at-most': (p) => `Una contraseña tiene a lo más ${p.most} letras.`,
	'password-at-least': (p) => `Una contraseña tiene al menos ${p.least} letras. Unas cuantas palabras seguidas están bien.`
};
