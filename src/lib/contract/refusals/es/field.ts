import type { Translated } from '../../../core/refusal';
import type { catalog as Costs } from '../costs';
import type { catalog as Field } from '../field';
import type { catalog as Files } from '../files';
import type { catalog as SiteForms } from '../site-forms';
import type { catalog as Time } from '../time';
import type { catalog as Work } from '../work';

/** What crews are refused, in Spanish. */
export const time: Translated<typeof Time> = {
	'clock-still-running': () => 'Este reloj todavía está en marcha.',
	'each-one-begins-later-than-one': () => 'Cada uno empieza después del anterior.',
	'end-must-be-after-start': () => 'El final tiene que ser después del comienzo.',
	'entries-overlap-another': (p) =>
		`${p.wrong === 1 ? 'Un registro se encima' : `${p.wrong} registros se enciman`} con otro: corrija eso primero.`,
	'hours-go-on-task': () => 'En este trabajo las horas van a una tarea: elija cuál.',
	'task-of-another-job': () => 'Esta tarea es de otro trabajo.',
	'no-clock-running': () => 'No hay ningún reloj en marcha.',
	'no-rate-sheet-for-person': () => 'No hay hoja de tarifas para esta persona. Pregunte a la oficina.',
	'only-office-adds-time-for-others': () => 'Solo la oficina agrega tiempo para otros.',
	'overlaps-time-booked-already': () => 'Esto se encima con tiempo ya registrado.',
	'payroll-week-does-not-begin-on': () => 'La semana de pago no empieza este día.',
	'still-on-clock': (p) => `${p.name} sigue en el reloj.`,
	'still-overlaps-put-one-right-first': (p) => `Esto todavía se encima con ${p.hit}. Corrija ese primero o elija otra hora.`,
	'time-billed': () => 'Este tiempo está facturado: quítelo primero de la factura.',
	'time-cannot-be-booked-ahead': () => 'No se puede registrar tiempo por adelantado.',
	'week-from-approved': (p) => `La semana desde el ${p.week} está aprobada: hay que abrirla primero.`,
	'week-has-not-begun-yet': () => 'Esta semana todavía no empieza.',
	'week-not-approved': () => 'Esta semana no está aprobada.',
	'week-not-over-yet': () => 'Esta semana todavía no termina.'
};
export const field: Translated<typeof Field> = {
	'part-already': () => 'Esta pieza ya está ahí.',
	'choose-what-sold': () => 'Elija lo que se vende.',
	'not-offered-on-site': () => 'Esto no se ofreció en el sitio: se responde con el enlace del cliente.',
	'picture-did-not-arrive': () => 'Su foto no llegó. Tómela otra vez.',
	'please-sign-in-box': () => 'Por favor firme en el cuadro.',
	'write-something-or-take-picture': () => 'Escriba algo o tome una foto.'
};
export const work: Translated<typeof Work> = {
	'say-whom-it-goes-to': () => 'Diga a quién va.',
	'all-of-given-to-tasks-already': () => 'Todo esto ya está dado a tareas.',
	'job-has-phase-of-name': () => 'El trabajo ya tiene una fase con este nombre.',
	'last-day-before-first': () => 'El último día es antes del primero.',
	'material-belongs-to-another-job': () => 'Este material es de otro trabajo.',
	'phases-of-two-jobs': () => 'Las dos fases son de un mismo trabajo.',
	'say-both-days-or-neither': () => 'Diga los dos días, o ninguno.',
	'comment-of-somebody-else': () => 'Solo quien lo dijo puede cambiarlo.',
	'file-of-another-job': () => 'Este archivo es de otro trabajo.',
	'finding-is-priced': (p) => `Ya es la orden de cambio ${p.change}.`,
	'granted-on-day': () => 'Diga en qué día.',
	'log-of-day-to-come': () => 'Este día todavía no llega.',
	'permit-is-granted': () => 'Un permiso se otorga; una inspección se aprueba o se rechaza.',
	'phase-belongs-to-another-job': () => 'Esta fase es de otro trabajo.',
	'say-why-let-be': () => 'Diga por qué se deja así.',
	'task-belongs-to-another-job': () => 'Esta tarea es de otro trabajo.'
};
export const siteForms: Translated<typeof SiteForms> = {
	'certificate-issued-and-does-not-change': () => 'Este certificado está emitido y ya no cambia.',
	'another-edition': (p) => `Entretanto se guardó la edición ${p.edition}. Mírela primero; lo que cambió sigue aquí.`,
	'customer-has-to-sign': () => 'El cliente tiene que firmar este formulario.',
	'form-name-taken': (p) => `Otro formulario se llama ${p.name}.`,
	'form-set-aside': (p) => `${p.name} está apartado.`,
	'only-certificate-replaced': () => 'Solo se reemplaza un certificado emitido.',
	'customer-has-to-sign-or-leave': () => 'El cliente tiene que firmar, o deje el nombre vacío.',
	'form-not-approved-yet': () => 'Este formulario todavía no está aprobado.',
	'form-not-signed-yet': () => 'Este formulario todavía no está firmado.',
	'form-signed': () => 'Este formulario está firmado. La oficina lo puede devolver.',
	'job-not-any-more': () => 'Este trabajo ya no existe.',
	'lead-has-to-sign': () => 'El jefe de cuadrilla tiene que firmar.',
	'only-signed-form-given-back': () => 'Solo se devuelve un formulario firmado.',
	'please-sign-in-box': () => 'Por favor firme en el cuadro.',
	'say-where-mail-goes': () => 'Diga a dónde va el correo.',
	'show-at-least-one-part-or': () => 'Muestre al menos una parte, o escriba lo que se hizo.'
};
export const costs: Translated<typeof Costs> = {
	'cost-billed-already': () => 'Este costo ya está facturado.',
	'cost-must-be-more-than-0': () => 'El costo tiene que ser más de 0.',
	'phase-another-jobs': () => 'La fase es de otro trabajo.',
	'type-how-much-used-more-than': () => 'Escriba cuánto se usó, más de 0.',
	'visit-billed-already': () => 'Esta visita ya está facturada.'
};
export const files: Translated<typeof Files> = {
	'no-data-sheet': () => 'Una ficha técnica es un PDF. Este archivo no lo es.',
	'no-scan': () => 'Un escaneo es un PDF o una foto. Este archivo no es ninguno.',
	'kind-not-kept': () => 'Se guardan PDF, fotos, textos, documentos y hojas de cálculo. Este archivo no es ninguno.',
	'file-belongs-to-something-else': () => 'Este archivo es de otra cosa.',
	'file-empty': () => 'El archivo está vacío.',
	'file-larger-than-20-mb': () => 'El archivo pasa de 20 MB.',
	'many-files-wait-to-be-read': () => 'Ya esperan muchos archivos. Intente otra vez en unos minutos.',
	'not-picture-or-damaged': () => 'Esto no es una foto, o está dañada.',
	'not-picture-we-can-read': () => 'Esta foto no se puede leer. Sirven JPEG, PNG y WebP.',
	'picture-has-more-than-60-megapixels': () => 'La foto tiene más de 60 megapíxeles.',
	'picture-larger-than-20-mb': () => 'La foto pasa de 20 MB.',
	'signature-cannot-be-read': () => 'La firma no se puede leer. Por favor firme otra vez.',
	'spreadsheet-cannot-be-opened': () => 'Esta hoja de cálculo no se puede abrir: está dañada o tiene contraseña.',
	'spreadsheet-far-larger-inside-than-outside': () =>
		'Esta hoja de cálculo es mucho más grande por dentro que por fuera. Guárdela como CSV o divídala.'
};
