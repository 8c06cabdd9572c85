import type { PaperWords } from '../en/paper';

/** The words of documents for customers in Spanish. */
export const paper: PaperWords = {
	of: 'de',
	quote: (change, number, revision) =>
		`${change ? `Orden de cambio ${change}, presupuesto` : 'Presupuesto'} ${number}, versión ${revision}`,
	validUntil: (day) => `válido hasta el ${day}`,
	logo: (name) => `Logotipo de ${name}`,
	ofBase: (base) => ` de ${base}`,
	ifYouLike: 'Si gusta, además:',
	for: 'para',
	from: 'de',
	acceptance: 'Aceptación',
	weAccept: (quote, total, options) =>
		`Aceptamos: ${quote.charAt(0).toLowerCase()}${quote.slice(1)}, por ${total} con impuestos, con las condiciones de arriba${options ? ' y lo marcado aquí' : ''}.`,
	signature: (name) => (name ? `Firma, ${name}` : 'Nombre y firma'),
	placeAndDay: 'Lugar y fecha',
	acceptedBy: (name, day) => `Aceptado por ${name} el ${day}.`,
	contents: 'Contenido',
	introduction: 'Introducción',
	whatWeDo: 'Lo que hacemos',
	pictures: 'Fotos del sitio',
	pictureOf: (n) => `Foto ${n} del sitio`,
	comesTo: 'Lo que cuesta',
	comesNext: 'Lo que sigue',
	dataSheets: 'Fichas técnicas',
	pagesBehind: 'En las páginas que siguen:',
	void: 'ANULADA',
	day: 'Día',
	balance: 'Saldo',
	statement: 'Estado de cuenta',
	period: (from, to) => `del ${from} al ${to}`,
	balanceBefore: 'Saldo anterior',
	balanceToPay: 'Saldo por pagar',
	inYourFavor: 'A su favor',
	openByAge: 'Pendiente por días de atraso',
	ages: ['Sin vencer', '1–30', '31–60', '61–90', 'Más de 90'],
	invoiceLine: (number, title) => `Factura ${number ?? ''}, ${title}`,
	paidBy: (method, returned, reference) =>
		`${returned ? 'Devuelto: ' : ''}${
			{
				'credit note': 'Nota de crédito',
				'write-off': 'Dado de baja',
				discount: 'Descuento',
				card: 'Pago con tarjeta',
				check: 'Pago con cheque',
				cash: 'Pago en efectivo',
				transfer: 'Pago por transferencia'
			}[method] ?? 'Pago'
		}${reference ? `, ${reference}` : ''}`,
	credit: (number) => `Nota de crédito ${number}`,
	onInvoice: (number) => `sobre la factura ${number}`,
	takenBack: 'Lo que se devuelve',
	creditTotal: 'Crédito',
	/** What invoices are called. */
	titles: {
		deposit: (share) => `Anticipo, ${share}`,
		depositOf: (scope, text) => `Anticipo: ${scope}, ${text}`,
		whole: 'Trabajo según contrato',
		part: 'Parte del trabajo según contrato',
		soldOnSite: 'Acordado en el sitio',
		timeAndMaterials: (day) => `Tiempo y materiales hasta el ${day}`
	},
	what: 'Concepto',
	quantity: 'Cantidad',
	amount: 'Importe'
};
