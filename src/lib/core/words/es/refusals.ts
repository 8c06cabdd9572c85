import type { catalog as Money } from '../../money/refusals';
import type { catalog as Quotes } from '../../quotes/refusals';
import type { Translated } from '../../refusal';
import type { catalog as SiteForms } from '../../site-forms/refusals';

/** What the rules refuse of what is typed in the field and by customers, in Spanish. */
const money: Translated<typeof Money> = {
	'type-number': () => 'Escriba un número.',
	'more-than-can-be-kept': () => 'El resultado es más de lo que se puede guardar con exactitud: revise lo que escribió.',
	'number-missing': (p) => `${p.what}: falta.`,
	'has-more-than-59-minutes-beside': (p) => `${p.what}: más de 59 minutos junto a las horas.`,
	'has-more-than-decimals': (p) => `${p.what}: más de ${p.decimals} decimales.`,
	'line-has-tax-code-does-not': () => 'Una línea tiene un código de impuesto que no existe.',
	'lines-cancel-each-other-out-so': () => 'Las líneas se anulan entre sí, así que el importe no se puede repartir.',
	'no-rate-of-valid-on': (p) => `Ninguna tasa de «${p.name}» vale el ${p.day}.`,
	'not-length-of-time': (p) => `«${p.text}» no es una duración. Escríbala como 2h 15 o 45 min.`,
	'not-number': (p) => `«${p.text}» no es un número.`,
	'nothing-to-spread-amount-over': () => 'No hay nada sobre qué repartir el importe.',
	'too-large': (p) => `${p.what}: demasiado grande.`,
	'too-large-at-most': (p) => `${p.what}: demasiado grande, a lo más ${p.most}.`,
	'weights-must-be-whole-numbers': () => 'Los pesos tienen que ser números enteros.'
};
const siteForms: Translated<typeof SiteForms> = {
	'say-what-was-found': (p) => `${p.labels}: diga qué se encontró.`,
	'still-open': (p) => `Falta: ${p.label}.`,
	'type-number': (p) => `${p.label}: escriba un número.`,
	'reading-refused': (p) => `${p.label}: no es un número que se pueda leer.`,
	'no-such-form': () => 'No existe tal formulario.',
	'not-offered': (p) => `${p.label}: esto no se ofrece.`
};
const quotes: Translated<typeof Quotes> = {
	'not-mail-address': (p) => `«${p.a}» no es una dirección de correo.`,
	'not-phone-number': (p) => `«${p.typed}» no es un número de teléfono.`,
	'nothing-to-put-in-for-known': (p) => `No hay nada que poner por «${p.whole}». Se conocen ${p.value}.`,
	'quote-goes-to-at-most-addresses': (p) => `Un presupuesto va a lo más a ${p.most} direcciones.`,
	'text-goes-to-at-most-5': () => 'Un mensaje va a lo más a 5 números.'
};

export const rules = { 'rules.money': money, 'rules.site-forms': siteForms, 'rules.quotes': quotes };
