import type { MailWords } from '../en/mail';

/** What is mailed, in Spanish. The words in braces are those that letters know, in every language. */
export const mail: MailWords = {
	quoteLetter: {
		name: 'En español',
		subject: '{title}: su presupuesto de {company}',
		text: 'Estimado/a {customer}:\n\ngracias por preguntarnos. Su presupuesto está listo: aquí puede leerlo, preguntar, elegir opciones y aceptarlo:\n\n{link}\n\nVale hasta el {valid until}. Si algo no está claro, llámenos: {phone}.\n\n{me}, {company}',
		message: '{company}: su presupuesto {number} por {total} está aquí: {link}'
	},
	withdrawn: (p) => ({
		subject: `El presupuesto ${p.number} queda retirado`,
		text: `Hola, ${p.customer}:\n\nhemos retirado nuestro presupuesto ${p.number}; por favor, no lo tenga más en cuenta. Si todavía quiere hacer el trabajo, llámenos o responda a este correo.\n\n${p.company}`
	}),
	quoteFrom: (p) => `Presupuesto ${p.number} de ${p.company}`,
	quoteReminder: (p) => ({
		subject: p.last ? `El presupuesto ${p.number} vale hasta el ${p.until}` : `Su presupuesto ${p.number} de ${p.company}`,
		text: `${p.last ? `Nuestro presupuesto por ${p.total} vale hasta el ${p.until}.` : `Usted tiene nuestro presupuesto por ${p.total}.`} Aquí puede leerlo, preguntar, elegir opciones y aceptarlo o rechazarlo:\n\n{link}\n\nSi decidió otra cosa, basta una palabra ahí y no volvemos a preguntar.\n\n${p.company}, ${p.phone}`,
		message: `${p.company}: nuestro presupuesto ${p.number} por ${p.total} vale hasta el ${p.until}. {link}`
	}),
	answer: (p) => ({
		subject: `Su pregunta sobre el presupuesto ${p.number}`,
		text: `Usted preguntó${p.about ? ` sobre ${p.about}` : ''}:\n\n${p.asked}\n\nNuestra respuesta:\n\n${p.answer}\n\nQueda junto al presupuesto:\n\n{link}\n\n${p.who}, ${p.company}`
	}),
	thanks: (p) => ({
		subject: `Gracias: el presupuesto ${p.number} está aceptado`,
		text: `Gracias por su confianza. Usted aceptó el presupuesto ${p.number} por ${p.total}.\n\nEl acta de lo que acordamos, con condiciones, opciones y firma, en PDF:\n\n{link}/record\n\n${p.company}`
	}),
	invoice: (p) => ({
		subject: `Factura ${p.number} de ${p.company}`,
		text: `${p.customer ? `Estimado/a ${p.customer}:\n\na` : 'A'}quí está nuestra factura; en la página puede pagarla con tarjeta:\n\n{link}\n\nGracias.\n\n${p.company}`
	}),
	invoiceOf: (p) => `Factura de ${p.company}: ${p.job}`,
	deposit: 'Gracias por su pedido. Como acordamos, aquí está la factura del anticipo:\n\n{link}',
	repeated: 'Aquí está la factura, como acordamos:\n\n{link}',
	soldOnSite: 'Gracias. Aquí está la factura de lo acordado en el sitio:\n\n{link}',
	credit: (p) => ({
		subject: `Nota de crédito ${p.number} sobre la factura ${p.invoice} de ${p.company}`,
		text: `Aquí está nuestra nota de crédito por ${p.total} sobre la factura ${p.invoice}:\n\n{link}\n\n${p.company}, ${p.phone}`
	}),
	overdue: (p) => ({
		subject: `La factura ${p.number} de ${p.company} está vencida`,
		text: `Nuestra factura ${p.number} venció el ${p.due}; quedan ${p.open} por pagar. Aquí puede verla y pagarla con tarjeta:\n\n{link}\n\nSi pagó en los últimos días, o algo no está bien, por favor llámenos.\n\n${p.company}, ${p.phone}`
	}),
	cardArrived: (p) => ({
		subject: `Su pago con tarjeta de la factura ${p.number} llegó`,
		text: `Su pago con tarjeta por ${p.amount} llegó. Gracias, y gracias por esperar.\n\n{link}\n\n${p.company}`
	}),
	cardFailed: (p) => ({
		subject: `Su pago con tarjeta de la factura ${p.number}`,
		text: `Su pago con tarjeta por ${p.amount} no se hizo; no se cobró nada. Aquí puede pagar otra vez:\n\n{link}\n\n${p.company}`
	}),
	statement: (p) => ({
		subject: `Estado de cuenta de ${p.company}`,
		text: `Buen día:\n\naquí está el estado de su cuenta con nosotros:\n\n{link}\n\n${p.company}`
	}),
	coming: (p) => ({
		subject: `Vamos el ${p.from}`,
		text: `Hola, ${p.customer}:\n\nvamos con usted ${p.from === p.to ? `el ${p.from}` : `del ${p.from} al ${p.to}`}${p.address ? `, ${p.address}` : ''}.${p.who ? `\nEn el sitio: ${p.who}.` : ''}\n\nPor favor deje libre el paso y llámenos si algo lo impide: ${p.phone}.\n\n${p.company}`
	}),
	comingTomorrow: (p) => ({
		subject: `Vamos mañana, ${p.day}`,
		text: `Hola, ${p.customer}:\n\nvamos mañana, ${p.day}${p.address ? `, a ${p.address}` : ''}. Por favor deje libre el paso y llámenos si algo lo impide: ${p.phone}.\n\nCuándo vamos, y cómo dejar de recibir estos avisos:\n\n{link}\n\n${p.company}`
	}),
	reminder: (p) => ({
		subject: `${p.what}: ${p.day}`,
		text: `Hola, ${p.customer}:\n\nle recordamos: ${p.what} está previsto para el ${p.day}${p.address ? `, en ${p.address}` : ''}. Si le conviene otro día, llámenos: ${p.phone}.\n\nCuándo vamos, y cómo dejar de recibir estos avisos:\n\n{link}\n\n${p.company}`
	}),
	season: (p) => `${p.visits} visita${p.visits === 1 ? '' : 's'} del ${p.from} al ${p.to}.`,
	onOurWay: (p) => ({
		subject: 'Vamos en camino',
		text: `${p.who} va en camino y llega entre las ${p.from} y las ${p.to}. ${p.company}, ${p.phone}`
	}),
	planChanged: (p) => ({
		subject: p.lines.length === 1 ? 'Su plan cambió' : `Su plan cambió: ${p.lines.length} días`,
		text: `Hola, ${p.name}:\n\n${p.lines.map((l) => `• ${l}`).join('\n')}\n\n${p.company}`
	}),
	planLine: (p) => (p.was === null ? `Nuevo: ${p.is}` : p.is === null ? `Ya no: ${p.was}` : `En lugar de ${p.was}: ${p.is}`),
	wholeDay: 'todo el día',
	document: (p) => ({ subject: p.name, text: `Hola:\n\naquí encuentra el documento «${p.name}»:\n\n{link}` }),
	handoverNumber: (n) => `Informe de entrega ${n}`,
	handover: (p) => ({
		subject: `${p.company}: lo que se hizo, ${p.title}`,
		text: `Hola:\n\ngracias por su confianza. Aquí está el acta de lo que se hizo, como usted la firmó:\n\n{link}\n\n${p.company}`
	}),
	invitation: (p) => ({
		subject: `${p.company}: su cuenta`,
		text: `Hola ${p.name}:\n\nahora tiene una cuenta con ${p.company}. Elija aquí su propia contraseña, dentro de una semana:\n\n{link}`
	}),
	reset: (p) => ({
		subject: `${p.company}: una contraseña nueva`,
		text: `Hola ${p.name}:\n\nalguien pidió una contraseña nueva para su cuenta, esperamos que usted. Elíjala aquí, dentro de una hora:\n\n{link}\n\nSi no fue usted, no haga nada: su contraseña sigue igual.`
	})
};
