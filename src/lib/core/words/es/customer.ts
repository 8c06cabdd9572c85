import type { CustomerWords } from '../en/customer';

/** The words of the pages that customers and subcontractors see, in Spanish. */
export const customer: CustomerWords = {
	watched:
		'La empresa ve cuándo se abrió esta página, por cuánto tiempo, con qué clase de aparato y qué se probó y eligió. Sin cookies de otros, sin rastreo.',
	staff: 'Usted entró como uno de nosotros: esto es lo que ve el cliente. Solo él puede responder.',
	total: 'Total',
	net: 'Trabajo y materiales',
	quote: {
		title: (number) => `Presupuesto ${number}`,
		line: (change, number, revision, who) =>
			`${change ? `Orden de cambio ${change}, presupuesto` : 'Presupuesto'} ${number}, versión ${revision} · para ${who}`,
		thanks: (name) => `Gracias, ${name}.`,
		accepted: (when, total) => `Usted aceptó este presupuesto el ${when} por ${total}.`,
		withDeposit: 'Con el anticipo, la fecha es suya.',
		weCall: 'Le llamamos para acordar la fecha.',
		record: 'El acta de lo que acordamos, en PDF',
		payDeposit: (amount) => `Pagar el anticipo de ${amount} con tarjeta`,
		orLater: 'o después: la factura llegó por correo.',
		declined: (when, phone) => `Usted rechazó este presupuesto el ${when}. Gracias por avisarnos. Si fue un error, llame al ${phone}.`,
		replaced: 'Hay una versión más nueva de este presupuesto. Por favor use el enlace de nuestro último correo.',
		withdrawn: (phone) => `Este presupuesto se retiró. Por favor llámenos: ${phone}.`,
		add: 'Agregue si gusta',
		options: 'Opciones',
		showTotal: 'Mostrar el total con estas',
		picture: 'Foto del sitio',
		discount: 'Descuento',
		pdf: 'El presupuesto en PDF',
		sheets: 'Fichas técnicas y archivos',
		terms: 'Condiciones',
		questions: 'Preguntas',
		questionsAndAnswers: 'Preguntas y respuestas',
		about: (what) => `, sobre ${what}`,
		weAnswer: 'Respondemos aquí y por correo.',
		ask: 'Preguntar algo',
		aboutLabel: 'Sobre',
		whole: 'todo el presupuesto',
		yourQuestion: 'Su pregunta',
		yourName: 'Su nombre',
		sendQuestion: 'Enviar la pregunta',
		whoSigns: 'Quién firma',
		signedBy: 'Firmado por',
		stillToSign: 'falta su firma',
		signed: (when) => `firmó el ${when}`,
		settled: 'La primera firma fija las opciones.',
		acceptAndSign: 'Aceptar y firmar',
		youAccept: (number) => `Usted acepta el presupuesto ${number} por`,
		withOptions: (n) => (n === 0 ? '.' : n === 1 ? ', con una opción.' : `, con ${n} opciones.`),
		youAre: 'Usted es',
		agree: 'Acepto las condiciones de arriba.',
		accept: 'Aceptar el presupuesto',
		notForUs: 'No es para nosotros',
		why: '¿Por qué? Basta una palabra.',
		decline: 'Rechazar',
		validUntil: (day) => `válido hasta el ${day}`,
		rule: (least, most) =>
			least === 1 && most === 1
				? 'Elija uno'
				: least === 0 && most === 1
					? 'Elija uno, o ninguno'
					: least === most
						? `Elija ${least}`
						: least === 0
							? `Elija hasta ${most}`
							: `Elija de ${least} a ${most}`
	},
	invoice: {
		title: (number) => (number === null ? 'Borrador' : `Factura ${number}`),
		for: (who) => `para ${who}`,
		withdrawn: 'Esta factura se retiró. No hay nada que pagar.',
		paid: 'Esta factura está pagada. ¡Gracias!',
		due: (day) => `vence el ${day}`,
		lines: (n) => (n === 1 ? '1 línea' : `${n} líneas`),
		retained: 'Menos retención, aún no vence',
		released: 'Retención liberada',
		dueNet: 'Por pagar, neto',
		net: 'Neto',
		paidSoFar: 'Pagado',
		left: 'Por pagar',
		credit: (number, day, total, reason) => `Nota de crédito ${number} del ${day}: ${total}, ${reason}`,
		pdf: 'La factura en PDF',
		onItsWay: 'Un pago con tarjeta está en camino. Por favor no pague otra vez: esta página lo dice en cuanto lo sepamos.',
		staff: 'Usted entró como uno de nosotros: esto es lo que ve el cliente. Aquí puede pagar con tarjeta.',
		payByCard: 'Pagar con tarjeta',
		amount: 'Importe',
		card: 'Número de tarjeta',
		expiry: 'Vence',
		code: 'Código',
		pay: 'Pagar',
		test: 'Números de prueba: aquí no se mueve dinero'
	},
	asked: {
		title: '¿Puede venir?',
		for: (firm) => `Una pregunta para ${firm}`,
		span: (from, to) => `${from} al ${to}`,
		when: 'Cuándo',
		where: 'Dónde',
		what: 'Qué',
		name: 'Su nombre',
		yes: 'Sí, vamos',
		no: 'No, no podemos',
		why: 'Si no: ¿por qué, o cuándo podría?',
		thanks: 'Gracias: contamos con usted.',
		noted: 'Gracias por decirlo. Buscamos otra manera.',
		withdrawn: 'Esto ya no hace falta. Gracias de todos modos.',
		staff: 'Usted entró como uno de nosotros: solo ellos pueden responder aquí.',
		call: (phone) => `¿Preguntas? Llámenos: ${phone}`
	},
	request: {
		title: '¿En qué podemos ayudar?',
		orCall: 'O llame al',
		whatWeDo: 'Lo que hacemos',
		thanks: (name) => `Gracias, ${name}.`,
		withUs: 'Recibimos su solicitud; respondemos dentro de un día hábil.',
		leaveEmpty: 'Deje esto vacío',
		name: 'Su nombre',
		mail: 'Correo',
		phone: 'Teléfono',
		where: 'Dónde es el trabajo',
		what: 'Qué hay que hacer',
		send: 'Enviar la solicitud',
		work: 'Un trabajo nuestro'
	}
};
