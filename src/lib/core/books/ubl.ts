import { say } from './refusals';
import { cents, formatCents, rateOf, sum, type Cents, type ComponentTax } from '../money';
import { Refusal } from '../refusal';
import type { Day } from '../time';

export interface UblParty {
	name: string;
	address: string;
	mail: string;
}
/** An issued invoice or credit note as it stands; positive figures in cents, also of a credit note. */
export interface UblDocument {
	kind: 'invoice' | 'credit note';
	number: string;
	day: Day;
	due: Day | null;
	currency: string;
	seller: UblParty;
	buyer: UblParty;
	/** The invoice that a credit note is of. */
	of?: string;
	lines: readonly { text: string; amount: Cents; quantity: number | null; unit: string }[];
	taxes: readonly ComponentTax[];
	net: Cents;
	total: Cents;
	paid: Cents;
	/** Held back, not due yet. */
	retained: Cents;
	/** Taxes are cumulated over each job's invoices: so many cents beside base × rate are right, one for each job. */
	off: number;
}

const refuse = (what: string, is: Cents, should: Cents): never => {
	throw new Refusal(say('and-should-be-nothing-exported', { what, is: formatCents(is), should: formatCents(should) }));
};

/**
 * Checks the figures; never changes one.
 * @throws Refusal with the figure that does not hold
 */
export function checkUbl(d: UblDocument): void {
	const lines = sum(d.lines.map((l) => l.amount));
	if (lines !== d.net) refuse('The sum of the lines', lines, d.net);
	const tax = sum(d.taxes.map((t) => t.tax));
	for (const t of d.taxes) {
		const own = rateOf(t.base, t.rate);
		// Cumulated over several documents, each component may be a cent off on one of them.
		if (Math.abs(own - t.tax) > d.off) refuse(`${t.name} of ${formatCents(t.base)}`, t.tax, own);
	}
	if (d.net + tax !== d.total) refuse('Net and tax', cents(d.net + tax), d.total);
}

const escape = (s: string): string => s.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
const money = (n: number): string => (n / 100).toFixed(2);
const tag = (name: string, content: string, attributes = ''): string => `<${name}${attributes && ` ${attributes}`}>${content}</${name}>`;
const text = (name: string, content: string): string => tag(`cbc:${name}`, escape(content));

const party = (role: string, p: UblParty): string =>
	tag(
		`cac:${role}`,
		tag(
			'cac:Party',
			[
				tag('cac:PartyName', text('Name', p.name)),
				tag('cac:PostalAddress', tag('cac:AddressLine', text('Line', p.address || '–'))),
				tag('cac:PartyLegalEntity', text('RegistrationName', p.name)),
				...(p.mail ? [tag('cac:Contact', text('ElectronicMail', p.mail))] : [])
			].join('')
		)
	);

/**
 * An invoice or credit note as UBL 2.1 (OASIS). One tax subtotal for each component: where several lie on one base, as state and county do, no profile of
 * a single tax per category is claimed. Retainage is a note to the terms of payment and lowers only what is payable.
 * @throws Refusal where the figures do not hold
 */
export function writeUbl(d: UblDocument): string {
	checkUbl(d);
	const root = d.kind === 'invoice' ? 'Invoice' : 'CreditNote';
	const amount = (name: string, n: number) => tag(`cbc:${name}`, money(n), `currencyID="${escape(d.currency)}"`);
	const tax = sum(d.taxes.map((t) => t.tax));
	const scheme = (t: ComponentTax) =>
		tag(
			'cac:TaxCategory',
			[
				text('ID', t.rate === 0 ? 'E' : 'S'),
				text('Name', t.name),
				tag('cbc:Percent', (t.rate / 10_000).toFixed(4)),
				tag('cac:TaxScheme', text('ID', 'TAX'))
			].join('')
		);
	const head = [
		text('UBLVersionID', '2.1'),
		text('ID', d.number),
		text('IssueDate', d.day),
		...(d.kind === 'invoice' && d.due ? [text('DueDate', d.due)] : []),
		d.kind === 'invoice' ? text('InvoiceTypeCode', '380') : text('CreditNoteTypeCode', '381'),
		text('DocumentCurrencyCode', d.currency),
		...(d.of ? [tag('cac:BillingReference', tag('cac:InvoiceDocumentReference', text('ID', d.of)))] : [])
	];
	const terms =
		d.retained === 0
			? []
			: [tag('cac:PaymentTerms', text('Note', `Retainage of ${money(d.retained)} ${d.currency} is held and not due yet.`))];
	const subtotals = d.taxes.map((t) => tag('cac:TaxSubtotal', amount('TaxableAmount', t.base) + amount('TaxAmount', t.tax) + scheme(t)));
	const totals = [
		amount('LineExtensionAmount', d.net),
		amount('TaxExclusiveAmount', d.net),
		amount('TaxInclusiveAmount', d.total),
		...(d.paid ? [amount('PrepaidAmount', d.paid)] : []),
		amount('PayableAmount', d.total - d.paid - d.retained)
	];
	const quantityName = d.kind === 'invoice' ? 'InvoicedQuantity' : 'CreditedQuantity';
	const lines = d.lines.map((l, n) =>
		tag(
			`cac:${root}Line`,
			[
				text('ID', String(n + 1)),
				tag(`cbc:${quantityName}`, '1', 'unitCode="C62"'),
				amount('LineExtensionAmount', l.amount),
				tag(
					'cac:Item',
					(l.quantity === null ? '' : text('Description', `${l.quantity / 10_000} ${l.unit}`)) + text('Name', l.text.slice(0, 200))
				),
				tag('cac:Price', amount('PriceAmount', l.amount))
			].join('')
		)
	);
	return [
		'<?xml version="1.0" encoding="UTF-8"?>',
		`<${root} xmlns="urn:oasis:names:specification:ubl:schema:xsd:${root}-2" xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2" xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">`,
		...head,
		party('AccountingSupplierParty', d.seller),
		party('AccountingCustomerParty', d.buyer),
		...terms,
		tag('cac:TaxTotal', amount('TaxAmount', tax) + subtotals.join('')),
		tag('cac:LegalMonetaryTotal', totals.join('')),
		...lines,
		`</${root}>`
	].join('\n');
}
