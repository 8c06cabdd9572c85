import type { Translated } from '../../../core/refusal';
import type { catalog as Asking } from '../asking';
import type { catalog as Pages } from '../pages';
import type { catalog as People } from '../people';
import type { catalog as Planning } from '../planning';
import type { catalog as Quotes } from '../quotes';
import type { catalog as Receivables } from '../receivables';

/** What anybody can be told, in Spanish: whoever asks for something that is wrong, late, too much or not theirs. */
export const asking: Translated<typeof Asking> = {
	'no-such-question': () => 'Esto no se puede preguntar aquí.',
	'unknown-field': () => 'Hay un campo que aquí no se conoce.',
	'not-written-so': () => 'Esto no está escrito como debe ser.',
	'not-mail': () => 'Esto no es una dirección de correo.',
	'at-most': (p) => `Tiene que ser a lo más ${p.most}.`,
	'at-least': (p) => `Tiene que ser al menos ${p.least}.`,
	'too-long': (p) => `Es demasiado largo (a lo más ${p.most} letras).`,
	needed: () => 'Esto hace falta.',
	'cannot-be-read': () => 'Esto no se puede leer.',
	'asked-many-times-in-short-time': () => 'Se pidió muchas veces en poco tiempo. Espere un momento, o llámenos.',
	'belongs-to-something-not-or-something': () => 'Es de algo que no existe, o algo más todavía lo necesita.',
	'cannot-be-negative': () => 'No puede ser negativo.',
	'companys-file-in-use-by-something': () => 'El archivo de la empresa está en uso. No se guardó nada: intente otra vez en un momento.',
	'disk-full-or-cannot-be-written': () => 'El disco está lleno o no se puede escribir. No se guardó nada: haga espacio e intente otra vez.',
	'done-too-long-ago-to-be': () => 'Se hizo hace demasiado tiempo para enviarse solo. Regístrelo a mano.',
	'holds-too-many-values': () => 'Tiene demasiados valores.',
	'must-be-json': () => 'Tiene que ser JSON.',
	'nested-too-deep': () => 'Tiene demasiados niveles.',
	'not-any-more': () => 'Esto ya no existe.',
	'not-form': () => 'Esto no es un formulario.',
	'not-json': () => 'Esto no es JSON.',
	'not-or-not-yours-to-see': () => 'Esto no existe, o no le toca verlo.',
	'one-like-already': () => 'Ya hay uno así.',
	'sent-before-with-something-else-in': () =>
		'Esto se envió antes con otro contenido y no se tomó otra vez. Vea cómo está ahora y guarde de nuevo.',
	'sign-in-first': () => 'Entre primero.',
	'somebody-else-changed-meanwhile-what-you': () =>
		'Otra persona cambió esto mientras tanto. Lo que escribió sigue aquí: vea el nuevo estado y guarde otra vez.',
	'too-large': () => 'Es demasiado grande.',
	'value-outside-what-possible': () => 'Un valor está fuera de lo posible.',
	'would-change-jobs-you-do-not': () => 'Esto cambiaría trabajos que usted no ve. No se cambió nada: pregunte a quien ve todos.',
	'you-may-not-do': () => 'Usted no puede hacer esto. Pregunte al dueño si debería.'
};
export const quotes: Translated<typeof Quotes> = {
	'deposit-between': () => 'Un anticipo va de 0 a menos del 100 %.',
	'letter-stays': () => 'Este presupuesto ya no se ofrece: su carta se queda aquí.',
	'answered-already': (p) => `${p.answeredBy} ya respondió esto.`,
	'before-goes-out': (p) => `Antes de enviarlo: ${p.text}`,
	'lines-to-decide': (p) => `Antes de enviarlo: ${p.count} ${p.count > 1 ? 'líneas' : 'línea'} por decidir (${p.name ?? ''}).`,
	'group-not-chosen': (p) => `Antes de enviarlo: ${p.wrongGroup}`,
	'change-order-accepted-already': () => 'Esta orden de cambio ya está aceptada; lo que viene es otra.',
	'change-order-belongs-to-job-won': () => 'Una orden de cambio es de un trabajo ganado.',
	'estimate-not-any-more': () => 'Este cálculo ya no existe.',
	'job-won-already': () => 'Este trabajo ya está ganado; lo que viene es una orden de cambio.',
	'many-questions-for-one-day': () => 'Son muchas preguntas para un día. Por favor llámenos: es más rápido.',
	'needs-link-from-mail': () => 'Para esto hace falta el enlace del correo.',
	'newer-revision-of-quote-has-replaced': () => 'Hay una versión más nueva de este presupuesto. Por favor use el enlace del último correo.',
	'not-day-and-time': () => 'Esto no es un día y una hora.',
	'nothing-on-estimate-yet': () => 'Todavía no hay nada en este cálculo.',
	'one-alone-signs-anyway': () => 'Uno solo firma de todos modos. Nombre a dos o más, o a nadie.',
	'one-of-these-files-not-any': () => 'Uno de estos archivos ya no existe.',
	'please-tell-us-why': () => 'Por favor díganos por qué; basta una palabra.',
	'please-tick-you-agree-to-terms': () => 'Por favor marque que acepta las condiciones.',
	'please-type-your-name': () => 'Por favor escriba su nombre.',
	'price-below-break-even': (p) => `Este precio está ${p.profit} por debajo del punto de equilibrio. Emítalo igual si así se quiere.`,
	'quote-already': () => 'Este presupuesto ya tiene respuesta.',
	'quote-answered-already': () => 'Este presupuesto ya tiene respuesta.',
	'quote-nobody-reminded-of': () => 'Este presupuesto ya no está abierto: no se recuerda a nadie.',
	'quote-valid-until-please-ask-us': (p) => `Este presupuesto valía hasta el ${p.validUntil}. Por favor pídanos uno nuevo.`,
	'quote-waits-at-most-sixty-days': () => 'Un presupuesto espera a lo más sesenta días; congélelo después.',
	'quote-withdrawn': () => 'Este presupuesto se retiró. Por favor llámenos.',
	'signature-cannot-be-read': () => 'La firma no se puede leer. Por favor firme otra vez.',
	'signed-with-other-options': (p) =>
		`${p.name} firmó con otras opciones. Cargue la página otra vez para ver cuáles, o pídanos un presupuesto nuevo.`,
	'somebody-named-twice': () => 'Alguien está nombrado dos veces.',
	'these-have-to-sign': (p) => `Tienen que firmar: ${p.signers}. Elija su nombre.`,
	'time-over': () => 'Esta hora ya pasó. Déjela vacía para enviar ahora.',
	'type-answer-first': () => 'Escriba primero la respuesta.',
	'type-your-question-first': () => 'Escriba primero su pregunta.'
};
export const receivables: Partial<Translated<typeof Receivables>> = {
	'amount-must-be-more-than-0': () => 'El importe tiene que ser más de 0.',
	'invoice-paid': () => 'Esta factura está pagada. ¡Gracias!',
	'invoice-withdrawn': () => 'Esta factura se retiró. No hay nada que pagar.',
	'needs-link-from-mail': () => 'Para esto hace falta el enlace del correo.',
	'nothing-of-invoice-open': () => 'De esta factura no queda nada por pagar.',
	'only-left-to-pay': (p) => `Solo quedan ${p.open} por pagar.`,
	'payment-on-way-already': () => 'Ya hay un pago en camino. Espere a que sepamos si se hizo, para que nada se pague dos veces.',
	'type-expiry-like-09-29': () => 'Escriba el vencimiento como 09/29.',
	'type-three-or-four-digits-of': () => 'Escriba las tres o cuatro cifras del código.',
	'type-whole-number-of-card': () => 'Escriba el número completo de la tarjeta.'
};
export const people: Partial<Translated<typeof People>> = {
	'one-of-us': () => 'Usted entró como uno de nosotros: solo el cliente puede hacer esto aquí. Salga primero si es el cliente.',
	'account-has-no-access-any-more': () => 'Esta cuenta ya no tiene acceso.',
	'last-day-before-first': () => 'El último día es antes del primero.',
	'time-off-is-answered': () => 'Estos días libres ya tienen respuesta.',
	'time-off-not-any-more': () => 'Estos días libres ya no están aquí.',
	'asked-often-enough': () => 'Ya lo pidió bastantes veces. Mire su correo o espere una hora.',
	'mail-and-password-do-not-belong': () => 'El correo y la contraseña no van juntos.',
	'needs-link-from-mail': () => 'Esto necesita el enlace del correo.',
	'too-many-tries': () => 'Demasiados intentos. Espere cinco minutos y pruebe otra vez.'
};
export const pages: Partial<Translated<typeof Pages>> = {
	'choose-picture': () => 'Elija una foto.',
	'picture-larger-than-20-mb': () => 'La foto pasa de 20 MB.',
	'sign-in-first': () => 'Entre primero.',
	'somebody-else-did': () => 'Lo hizo otra persona. Espera a que entre.',
	'type-your-mail-address': () => 'Escriba su dirección de correo.'
};

/** What a subcontractor can be told by their link, and a crew of their notices. */
export const planning: Partial<Translated<typeof Planning>> = {
	'customer-cannot-be-reached': () => 'Este cliente no tiene teléfono ni correo.',
	'job-not-there': () => 'Este trabajo ya no está aquí.',
	'customer-wants-no-messages': () => 'Este cliente no quiere estos avisos.',
	'not-told-when-on-our-way': () => 'La empresa no avisa a los clientes cuando alguien sale.',
	'told-today-already': () => 'Hoy ya recibieron el aviso.',
	'needs-link-from-mail': () => 'Esto necesita el enlace del correo.',
	'not-needed-any-more': () => 'Esto ya no hace falta. Gracias de todos modos.',
	'notice-not-there': () => 'Este aviso ya no está aquí.',
	'other-day-is-over': () => 'Ese día ya pasó. ¿Qué día podría venir?',
	'please-say-why-or-when-you': () => 'Por favor diga por qué, o cuándo podría.',
	'these-days-over': () => 'Estos días ya pasaron.',
	'which-day-could-you': () => '¿Qué día podría venir?',
	'you-answered-already': (p) => `Ya respondió «${p.state === 'yes' ? 'sí' : 'no'}». Llámenos si eso cambió.`
};
