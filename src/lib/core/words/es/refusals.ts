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
	'bad-not-offered': (p) => `«${p.text}» no es ninguna de las opciones.`,
	'choice-twice': () => 'Una opción está dos veces.',
	'column-of-words': () => 'Una fila lleva palabras, números, opciones y cifras.',
	'condition-not-offered': (p) => `«${p.is}» no es una respuesta de ${p.label}.`,
	'condition-unknown': () => 'Elija el campo que decide.',
	'divides-by-zero': () => 'Esto se divide por 0.',
	'field-needs-label': () => 'Diga qué se pregunta.',
	'form-holds-most': (p) => `Un formulario lleva a lo más ${p.most} campos.`,
	'form-needs-field': () => 'Agregue primero un campo.',
	'formula-circle': (p) => `${p.label} saldría de sí mismo.`,
	'formula-empty': () => 'Diga de qué se calcula.',
	'formula-long': (p) => `Una fórmula tiene a lo más ${p.most} letras.`,
	'formula-no-such': (p) => `«${p.name}» no se puede calcular aquí. Hay sum, min, max y count.`,
	'formula-unknown': (p) => `Ningún campo de cifras se llama «${p.name}».`,
	'formula-unread': (p) => `«${p.text}» no se puede leer como fórmula.`,
	'low-above-high': () => 'El límite de abajo está sobre el de arriba.',
	'name-certificate': () => 'Diga cómo se llama el certificado.',
	'name-form': () => 'Dé un nombre al formulario.',
	'name-of-letters': () => 'Letras pequeñas, cifras y _; primero una letra.',
	'name-twice': (p) => `Otro campo se llama ${p.name}.`,
	'no-such-form': () => 'No existe tal formulario.',
	'not-offered': (p) => `${p.label}: esto no se ofrece.`,
	'reading-refused': (p) => `${p.label}: no es un número que se pueda leer.`,
	'say-what-was-found': (p) => `${p.labels}: diga qué se encontró.`,
	'say-why-no': (p) => `${p.label}: diga por qué no.`,
	'section-needs-title': () => 'Dé un título a la sección.',
	'still-open': (p) => `Falta: ${p.label}.`,
	'table-needs-columns': () => 'Diga qué pregunta cada fila.',
	'two-choices': () => 'Ofrezca al menos dos opciones.',
	'type-number': (p) => `${p.label}: escriba un número.`
};
const quotes: Translated<typeof Quotes> = {
	'not-mail-address': (p) => `«${p.a}» no es una dirección de correo.`,
	'not-phone-number': (p) => `«${p.typed}» no es un número de teléfono.`,
	'nothing-to-put-in-for-known': (p) => `No hay nada que poner por «${p.whole}». Se conocen ${p.value}.`,
	'quote-goes-to-at-most-addresses': (p) => `Un presupuesto va a lo más a ${p.most} direcciones.`,
	'text-goes-to-at-most-5': () => 'Un mensaje va a lo más a 5 números.'
};

export const rules = { 'rules.money': money, 'rules.site-forms': siteForms, 'rules.quotes': quotes };
