/** The words of documents for customers. */
export const paper = {
	/** Between the number of a page and how many there are. */
	of: 'of',
	quote: (change: number | undefined, number: number, revision: number) =>
		`${change ? `Change order ${change}, quote` : 'Quote'} ${number}, revision ${revision}`,
	validUntil: (day: string) => `valid until ${day}`,
	logo: (name: string) => `Logo of ${name}`,
	ofBase: (base: string) => ` of ${base}`,
	ifYouLike: 'If you like, with it:',
	for: 'for',
	from: 'from',
	acceptance: 'Acceptance',
	weAccept: (quote: string, total: string, options: boolean) =>
		`We accept ${quote.charAt(0).toLowerCase()}${quote.slice(1)} at ${total} with tax, with the terms above${options ? ', and what is ticked here' : ''}.`,
	signature: (name: string) => (name ? `Signature, ${name}` : 'Name and signature'),
	placeAndDay: 'Place and day',
	acceptedBy: (name: string, day: string) => `Accepted by ${name} on ${day}.`,
	contents: 'Contents',
	introduction: 'Introduction',
	whatWeDo: 'What we do',
	pictures: 'Pictures of the site',
	pictureOf: (n: number) => `Picture ${n} of the site`,
	comesTo: 'What it comes to',
	comesNext: 'What comes next',
	dataSheets: 'Data sheets',
	pagesBehind: 'On the pages behind this one:',
	void: 'VOID',
	day: 'Day',
	balance: 'Balance',
	statement: 'Statement of account',
	period: (from: string, to: string) => `${from} to ${to}`,
	balanceBefore: 'Balance before',
	balanceToPay: 'Balance to pay',
	inYourFavor: 'In your favor',
	openByAge: 'Open by days past due',
	ages: ['Not due', '1–30', '31–60', '61–90', 'Over 90'],
	invoiceLine: (number: number | null, title: string) => `Invoice ${number ?? ''}, ${title}`,
	paidBy: (method: string, returned: boolean, reference: string) =>
		`${returned ? 'Returned: ' : ''}${{ 'credit note': 'Credit', 'write-off': 'Written off', discount: 'Discount' }[method] ?? `Payment by ${method}`}${reference ? `, ${reference}` : ''}`,
	credit: (number: number) => `Credit ${number}`,
	onInvoice: (number: number | string) => `on invoice ${number}`,
	takenBack: 'What is taken back',
	creditTotal: 'Credit',
	/** What invoices are called. */
	titles: {
		deposit: (share: string) => `Deposit, ${share}`,
		depositOf: (scope: string, text: string) => `Deposit: ${scope}, ${text}`,
		whole: 'Work as contracted',
		part: 'Part of the work as contracted',
		soldOnSite: 'Sold on site',
		timeAndMaterials: (day: string) => `Time and materials to ${day}`
	},
	what: 'What',
	quantity: 'Quantity',
	amount: 'Amount'
};
export type PaperWords = typeof paper;
