/** The words of the pages that customers and subcontractors see. */
export const customer = {
	deadLink: 'This link does not work (any more). Please use the one in our latest mail, or call us.',
	watched:
		'The company sees when this page was opened, for how long, from what kind of device, and what was tried and chosen. No cookies of others, no tracking.',
	staff: 'You are signed in as one of us: this is what the customer sees. Only they can answer it.',
	total: 'Total',
	net: 'Work and materials',
	quote: {
		title: (number: number) => `Quote ${number}`,
		line: (change: number | undefined, number: number, revision: number, who: string) =>
			`${change ? `Change order ${change}, quote` : 'Quote'} ${number}, revision ${revision} · for ${who}`,
		thanks: (name: string) => `Thank you, ${name}.`,
		accepted: (when: string, total: string) => `You accepted this quote on ${when} at ${total}.`,
		withDeposit: 'With the deposit, the date is yours.',
		weCall: 'We call you about the date.',
		record: 'The record of what we agreed on, as PDF',
		payDeposit: (amount: string) => `Pay the deposit of ${amount} by card`,
		orLater: 'or later: the invoice came by mail.',
		declined: (when: string, phone: string) =>
			`You declined this quote on ${when}. Thank you for telling us. If it was a mistake, call ${phone}.`,
		replaced: 'There is a newer revision of this quote. Please use the link in our latest mail.',
		withdrawn: (phone: string) => `This quote was withdrawn. Please call us: ${phone}.`,
		add: 'Add if you like',
		options: 'Options',
		showTotal: 'Show the total with these',
		picture: 'Picture of the site',
		discount: 'Discount',
		pdf: 'The quote as PDF',
		sheets: 'Data sheets and files',
		terms: 'Terms',
		questions: 'Questions',
		questionsAndAnswers: 'Questions and answers',
		about: (what: string) => `, about ${what}`,
		weAnswer: 'We answer here and by mail.',
		ask: 'Ask something',
		aboutLabel: 'About',
		whole: 'the whole quote',
		yourQuestion: 'Your question',
		yourName: 'Your name',
		sendQuestion: 'Send the question',
		whoSigns: 'Who signs',
		signedBy: 'Signed by',
		stillToSign: 'still to sign',
		signed: (when: string) => `signed ${when}`,
		settled: 'The options are settled by the first signature.',
		acceptAndSign: 'Accept and sign',
		youAccept: (number: number) => `You accept quote ${number} at`,
		withOptions: (n: number) => (n === 0 ? '.' : n === 1 ? ', with one option.' : `, with ${n} options.`),
		youAre: 'You are',
		agree: 'I agree to the terms above.',
		accept: 'Accept the quote',
		notForUs: 'Not for us',
		why: 'Why? A word is enough.',
		decline: 'Decline',
		validUntil: (day: string) => `valid until ${day}`,
		/** What the rule of a group says: at least so many, at most so many. */
		rule: (least: number, most: number) =>
			least === 1 && most === 1
				? 'Choose one'
				: least === 0 && most === 1
					? 'Choose one, or none'
					: least === most
						? `Choose ${least}`
						: least === 0
							? `Choose up to ${most}`
							: `Choose ${least} to ${most}`
	},
	invoice: {
		title: (number: number | null) => (number === null ? 'Draft' : `Invoice ${number}`),
		for: (who: string) => `for ${who}`,
		withdrawn: 'This invoice was withdrawn. Nothing is to be paid on it.',
		paid: 'This invoice is paid. Thank you!',
		due: (day: string) => `due ${day}`,
		lines: (n: number) => (n === 1 ? '1 line' : `${n} lines`),
		retained: 'Less retainage, not due yet',
		released: 'Retainage released',
		dueNet: 'Due, net',
		net: 'Net',
		paidSoFar: 'Paid',
		left: 'Left to pay',
		credit: (number: number, day: string, total: string, reason: string) => `Credit ${number} of ${day}: ${total}, ${reason}`,
		pdf: 'The invoice as PDF',
		onItsWay: 'A card payment is on its way. Please do not pay again: this page says so as soon as we know.',
		staff: 'You are signed in as one of us: this is what the customer sees. They can pay by card here.',
		payByCard: 'Pay by card',
		amount: 'Amount',
		card: 'Card number',
		expiry: 'Expiry',
		code: 'Code',
		pay: 'Pay',
		test: 'Test numbers: no real money moves here'
	},
	asked: {
		title: 'Can you come?',
		for: (firm: string) => `A question to ${firm}`,
		span: (from: string, to: string) => `${from} to ${to}`,
		when: 'When',
		where: 'Where',
		what: 'What',
		name: 'Your name',
		yes: 'Yes, we come',
		no: 'No, we cannot',
		why: 'If not: why, or when could you?',
		thanks: 'Thank you: we count on you.',
		noted: 'Thank you for saying so. We look for another way.',
		withdrawn: 'This is not needed any more. Thank you all the same.',
		staff: 'You are signed in as one of us: only they can answer here.',
		call: (phone: string) => `Questions? Call us: ${phone}`
	},
	request: {
		title: 'How can we help?',
		orCall: 'Or call',
		whatWeDo: 'What we do',
		thanks: (name: string) => `Thank you, ${name}.`,
		withUs: 'Your request is with us; we answer within one working day.',
		leaveEmpty: 'Leave this empty',
		name: 'Your name',
		mail: 'Mail',
		phone: 'Phone',
		where: 'Where is the work',
		what: 'What is to be done',
		send: 'Send the request',
		work: 'Work of ours'
	}
};
export type CustomerWords = typeof customer;
