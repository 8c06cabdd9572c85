/** What is mailed to customers, and to people of the company about their account, where nobody wrote it by hand. `{link}` becomes the link. */
export const mail = {
	quoteLetter: {
		name: 'As usual',
		subject: '{title}: your quote from {company}',
		text: 'Dear {customer},\n\nthank you for asking us. Your quote is ready: you can read it, ask beside it, choose options and accept it here:\n\n{link}\n\nIt holds until {valid until}. If anything is unclear, call us: {phone}.\n\n{me}, {company}',
		message: '{company}: your quote {number} over {total} is here: {link}'
	},
	withdrawn: (p: { number: number; customer: string; company: string }) => ({
		subject: `Quote ${p.number} is withdrawn`,
		text: `Dear ${p.customer},\n\nwe have withdrawn our quote ${p.number}: please do not act on it any more. If you still want the work done, call us or answer this mail.\n\n${p.company}`
	}),
	quoteFrom: (p: { number: number; company: string }) => `Quote ${p.number} from ${p.company}`,
	quoteReminder: (p: { last: boolean; number: number; total: string; until: string; company: string; phone: string }) => ({
		subject: p.last ? `Quote ${p.number} is valid until ${p.until}` : `Your quote ${p.number} from ${p.company}`,
		text: `${p.last ? `our quote over ${p.total} is valid until ${p.until}.` : `you have our quote over ${p.total}.`} You can read it, ask beside it, choose options and accept or decline it here:\n\n{link}\n\nIf you have decided otherwise, one word there is enough and we will not ask again.\n\n${p.company}, ${p.phone}`,
		message: `${p.company}: our quote ${p.number} over ${p.total} is valid until ${p.until}. {link}`
	}),
	answer: (p: { number: number; about: string; asked: string; answer: string; who: string; company: string }) => ({
		subject: `Your question on quote ${p.number}`,
		text: `You asked${p.about ? ` about ${p.about}` : ''}:\n\n${p.asked}\n\nOur answer:\n\n${p.answer}\n\nIt stays with the quote:\n\n{link}\n\n${p.who}, ${p.company}`
	}),
	thanks: (p: { number: number; total: string; company: string }) => ({
		subject: `Thank you: quote ${p.number} is accepted`,
		text: `Thank you for your trust. You accepted quote ${p.number} at ${p.total}.\n\nThe record of what we agreed on, with terms, options and signature, as a PDF:\n\n{link}/record\n\n${p.company}`
	}),
	invoice: (p: { customer: string; number: number | string; company: string }) => ({
		subject: `Invoice ${p.number} from ${p.company}`,
		text: `${p.customer ? `Dear ${p.customer},\n\np` : 'P'}lease find our invoice here; you can pay it by card on the page:\n\n{link}\n\nThank you.\n\n${p.company}`
	}),
	invoiceOf: (p: { job: string; company: string }) => `Invoice from ${p.company}: ${p.job}`,
	deposit: 'Thank you for your order. As agreed, here is the invoice of the deposit:\n\n{link}',
	repeated: 'Please find the invoice, as agreed, here:\n\n{link}',
	soldOnSite: 'Thank you. Please find the invoice of what was agreed on site here:\n\n{link}',
	credit: (p: { number: number; invoice: number | string; total: string; company: string; phone: string }) => ({
		subject: `Credit ${p.number} on invoice ${p.invoice} from ${p.company}`,
		text: `please find our credit of ${p.total} on invoice ${p.invoice} here:\n\n{link}\n\n${p.company}, ${p.phone}`
	}),
	overdue: (p: { number: number | string; due: string; open: string; company: string; phone: string }) => ({
		subject: `Invoice ${p.number} from ${p.company} is overdue`,
		text: `our invoice ${p.number} was due on ${p.due}; ${p.open} of it is open. You can see it, and pay it by card, here:\n\n{link}\n\nIf you have paid it in the last days, or something is not right with it, please call us.\n\n${p.company}, ${p.phone}`
	}),
	cardArrived: (p: { number: number | string; amount: string; company: string }) => ({
		subject: `Your card payment for invoice ${p.number} arrived`,
		text: `Your card payment of ${p.amount} has arrived. Thank you, and thank you for waiting.\n\n{link}\n\n${p.company}`
	}),
	cardFailed: (p: { number: number | string; amount: string; company: string }) => ({
		subject: `Your card payment for invoice ${p.number}`,
		text: `Your card payment of ${p.amount} did not go through; nothing was taken. You can pay again here:\n\n{link}\n\n${p.company}`
	}),
	statement: (p: { company: string }) => ({
		subject: `Statement of account from ${p.company}`,
		text: `Good day,\n\nplease find the statement of your account with us here:\n\n{link}\n\n${p.company}`
	}),
	/** When we come: `from` and `to` are days in words, the same for a single day. */
	coming: (p: { customer: string; from: string; to: string; address: string; who: string; phone: string; company: string }) => ({
		subject: `We come on ${p.from}`,
		text: `Hello ${p.customer},\n\nwe come to you ${p.from === p.to ? `on ${p.from}` : `from ${p.from} to ${p.to}`}${p.address ? `, ${p.address}` : ''}.${p.who ? `\nOn site: ${p.who}.` : ''}\n\nPlease keep the way clear, and call us if something stands against it: ${p.phone}.\n\n${p.company}`
	}),
	/** The day before somebody comes. */
	comingTomorrow: (p: { customer: string; day: string; address: string; phone: string; company: string }) => ({
		subject: `We come tomorrow, ${p.day}`,
		text: `Hello ${p.customer},\n\nwe come tomorrow, ${p.day}${p.address ? `, to ${p.address}` : ''}. Please keep the way clear, and call us if something stands against it: ${p.phone}.\n\nWhen we come, and how to stop these messages:\n\n{link}\n\n${p.company}`
	}),
	/** Some days before work that is done again and again. */
	reminder: (p: { customer: string; what: string; day: string; address: string; phone: string; company: string }) => ({
		subject: `${p.what}: ${p.day}`,
		text: `Hello ${p.customer},\n\na reminder: ${p.what} is due on ${p.day}${p.address ? `, at ${p.address}` : ''}. If another day suits you better, call us: ${p.phone}.\n\nWhen we come, and how to stop these messages:\n\n{link}\n\n${p.company}`
	}),
	/** What a season comes to, on its quote. */
	season: (p: { visits: number; from: string; to: string }) => `${p.visits} visit${p.visits === 1 ? '' : 's'} from ${p.from} to ${p.to}.`,
	onOurWay: (p: { who: string; from: string; to: string; phone: string; company: string }) => ({
		subject: 'We are on our way',
		text: `${p.who} is on the way to you and arrives between ${p.from} and ${p.to}. ${p.company}, ${p.phone}`
	}),
	/** Somebody's plan changed: each line is a change in words. */
	planChanged: (p: { name: string; lines: readonly string[]; company: string }) => ({
		subject: p.lines.length === 1 ? 'Your plan changed' : `Your plan changed: ${p.lines.length} days`,
		text: `Hello ${p.name},\n\n${p.lines.map((l) => `• ${l}`).join('\n')}\n\n${p.company}`
	}),
	/** One change of a plan; `was` and `is` are days with their times and work, null where there is none. */
	planLine: (p: { was: string | null; is: string | null }) =>
		p.was === null ? `New: ${p.is}` : p.is === null ? `Off: ${p.was}` : `Instead of ${p.was}: ${p.is}`,
	wholeDay: 'whole day',
	/** A document that was issued, by what it is called. */
	document: (p: { name: string }) => ({
		subject: p.name,
		text: `Hello,\n\nplease find the ${p.name.charAt(0).toLowerCase()}${p.name.slice(1)} here:\n\n{link}`
	}),
	handoverNumber: (n: number) => `Handover report ${n}`,
	handover: (p: { title: string; company: string }) => ({
		subject: `${p.company}: what was done, ${p.title}`,
		text: `Hello,\n\nthank you for your trust. Here is the report of what was done, as you signed it:\n\n{link}\n\n${p.company}`
	}),
	invitation: (p: { name: string; company: string }) => ({
		subject: `${p.company}: your account`,
		text: `Hello ${p.name},\n\nyou have an account with ${p.company} now. Choose a password of your own here, within a week:\n\n{link}`
	}),
	reset: (p: { name: string; company: string }) => ({
		subject: `${p.company}: a new password`,
		text: `Hello ${p.name},\n\nsomebody asked for a new password for your account, hopefully you. Choose it here, within an hour:\n\n{link}\n\nIf it was not you, do nothing: your password stays what it is.`
	})
};
export type MailWords = typeof mail;
