import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { cents, rate, sum } from '../money';
import {
	accountOf,
	billLines,
	billPaidLines,
	billWithdrawnLines,
	checkEntries,
	creditNoteLines,
	creditUsedLines,
	invoiceLines,
	journalRows,
	onOpenDay,
	paymentLines,
	voidLines,
	writeUbl,
	type BilledPart,
	type JournalLine,
	type UblDocument
} from '.';

const balance = (lines: readonly JournalLine[]) => sum(lines.map((l) => l.amount));
const part = (more: Partial<BilledPart> = {}): BilledPart => ({
	kind: 'contract',
	kindOfWork: '',
	net: cents(0),
	retained: cents(0),
	taxes: [],
	...more
});

describe('the journal', () => {
	it('books a pay application as the worked example', () => {
		expect(invoiceLines([part({ kind: 'pay application', net: cents(18_000_00), retained: cents(2_000_00) })])).toEqual([
			{ account: 'receivable', amount: 18_000_00 },
			{ account: 'retainage receivable', amount: 2_000_00 },
			{ account: 'revenue', amount: -20_000_00 }
		]);
		expect(invoiceLines([part({ kind: 'pay application', net: cents(3_250_00), retained: cents(-3_250_00) })])).toEqual([
			{ account: 'receivable', amount: 3_250_00 },
			{ account: 'retainage receivable', amount: -3_250_00 }
		]);
	});
	it('books a late charge as other income, an overpayment as credit, a write-off as bad debt', () => {
		expect(invoiceLines([part({ kind: 'late charge', net: cents(500) })])[1]?.account).toBe('other income');
		expect(paymentLines('check', cents(100), cents(80))).toEqual([
			{ account: 'bank', amount: 100 },
			{ account: 'receivable', amount: -80 },
			{ account: 'customer credits', amount: -20 }
		]);
		expect(paymentLines('write-off', cents(5), cents(5))[0]).toEqual({ account: 'bad debts', amount: 5 });
	});
	it('balances whatever happens, and a void undoes its invoice (property)', () => {
		const amount = fc.integer({ min: -1e8, max: 1e8 }).map(cents);
		const parts = fc.array(
			fc.record({
				kind: fc.constantFrom('contract', 'late charge'),
				kindOfWork: fc.constantFrom('', 'Re-roof'),
				net: amount,
				retained: amount,
				taxes: fc.array(fc.record({ componentId: fc.constantFrom('state', 'county'), tax: amount }), { maxLength: 3 })
			}),
			{ minLength: 1, maxLength: 4 }
		);
		fc.assert(
			fc.property(parts, amount, amount, (p, a, b) => {
				const [first] = p;
				const all = [
					invoiceLines(p),
					voidLines(p, a),
					paymentLines('check', a, b),
					creditUsedLines(a),
					billPaidLines(a, b),
					creditNoteLines(first!, a)
				];
				for (const lines of all) expect(balance(lines)).toBe(0);
				const by = (lines: readonly JournalLine[], account: string) => sum(lines.filter((l) => l.account === account).map((l) => l.amount));
				for (const account of ['retainage receivable', 'revenue', 'tax: state'])
					expect(by(invoiceLines(p), account) + by(voidLines(p, a), account)).toBe(0);
			})
		);
	});
	it('books a supplier’s bill by kind, the company’s own share as overhead, and back', () => {
		const lines = billLines(
			[
				{ kind: 'material', cost: cents(300), job: true },
				{ kind: 'material', cost: cents(100), job: true },
				{ kind: 'other', cost: cents(50), job: false }
			],
			cents(20)
		);
		expect(lines).toEqual([
			{ account: 'cost: material', amount: 400 },
			{ account: 'overhead', amount: 50 },
			{ account: 'recovered tax', amount: 20 },
			{ account: 'payable', amount: -470 }
		]);
		expect(balance([...lines, ...billWithdrawnLines(lines)])).toBe(0);
	});
	it('carries what belongs into a closed month on the first open day, and names its own', () => {
		const e = { event: 'x', day: '2027-03-30', text: 'Invoice 7', lines: [] };
		expect(onOpenDay(e, '2027-03-31')).toMatchObject({ day: '2027-04-01', text: 'Invoice 7 (of March 30, 2027)' });
		expect(onOpenDay(e, '2027-03-29')).toBe(e);
	});
	it('refuses what has no account, by its name, and what does not balance', () => {
		const e = { event: 'x', day: '2027-03-30', text: 'Invoice 7', lines: invoiceLines([part({ kindOfWork: 'Re-roof', net: cents(5) })]) };
		expect(() => checkEntries([e], { revenue: '4000' })).toThrow('No account is set for: receivable.');
		expect(() => checkEntries([e], { revenue: '4000', receivable: '1100' })).not.toThrow();
		expect(() => checkEntries([{ ...e, lines: e.lines.slice(1) }], {})).toThrow('does not balance');
		expect(accountOf({ revenue: '4000', 'revenue: Re-roof': '4010' }, 'revenue: Re-roof')).toBe('4010');
	});
	it('is a table in which amounts below zero stand on the other side', () => {
		expect(
			journalRows([
				{
					number: 3,
					day: '2027-04-14',
					event: 'invoice:a',
					text: 'Invoice 7',
					lines: [
						{ account: '1100', amount: 105 },
						{ account: '4000', amount: -105 }
					]
				}
			])
		).toEqual([
			['entry', 'day', 'event', 'text', 'account', 'debit', 'credit'],
			[3, '2027-04-14', 'invoice:a', 'Invoice 7', '1100', '1.05', ''],
			[3, '2027-04-14', 'invoice:a', 'Invoice 7', '4000', '', '1.05']
		]);
	});
});

describe('an invoice as UBL', () => {
	const document = (more: Partial<UblDocument> = {}): UblDocument => ({
		kind: 'invoice',
		number: '1044',
		day: '2027-04-14',
		due: '2027-04-28',
		currency: 'USD',
		seller: { name: 'Pellgrave & Co', address: 'Quay Street 1', mail: 'office@pellgrave.example' },
		buyer: { name: 'O. <Penhallow>', address: '', mail: '' },
		lines: [{ text: 'Roof', amount: cents(1_313_46), quantity: null, unit: '' }],
		taxes: [
			{ componentId: 's', name: 'State', rate: rate(62_500), base: cents(1_313_46), tax: cents(82_09) },
			{ componentId: 'c', name: 'County', rate: rate(11_300), base: cents(1_313_46), tax: cents(14_84) }
		],
		net: cents(1_313_46),
		total: cents(1_410_39),
		paid: cents(400_00),
		retained: cents(0),
		off: 0,
		...more
	});
	it('gives the worked example: payable 1,010.39', () => {
		const xml = writeUbl(document());
		expect(xml).toContain('<cbc:PayableAmount currencyID="USD">1010.39</cbc:PayableAmount>');
		expect(xml).toContain('<cbc:TaxAmount currencyID="USD">96.93</cbc:TaxAmount>');
		expect(xml).toContain('O. &lt;Penhallow&gt;');
		expect(xml.match(/<cac:TaxSubtotal>/g)).toHaveLength(2);
	});
	it('lowers only what is payable by what is held, and says so', () => {
		const xml = writeUbl(document({ paid: cents(0), retained: cents(100_00) }));
		expect(xml).toContain('1310.39</cbc:PayableAmount>');
		expect(xml).toContain('Retainage of 100.00 USD');
	});
	it('refuses a figure that does not hold, with the figure', () => {
		expect(() => writeUbl(document({ net: cents(1_313_47) }))).toThrow('The sum of the lines is 1,313.46 and should be 1,313.47');
		expect(() => writeUbl(document({ total: cents(1_410_40) }))).toThrow('Net and tax is 1,410.39');
		const off = document().taxes.map((t, n) => (n === 0 ? { ...t, tax: cents(82_10) } : t));
		expect(() => writeUbl(document({ taxes: off, total: cents(1_410_40) }))).toThrow('State of 1,313.46 is 82.10');
		expect(() => writeUbl(document({ taxes: off, total: cents(1_410_40), off: 1 }))).not.toThrow();
	});
	it('is a credit note with positive figures that names its invoice', () => {
		const xml = writeUbl(document({ kind: 'credit note', of: '1040', paid: cents(0) }));
		expect(xml).toContain('<CreditNote ');
		expect(xml).toContain('<cbc:CreditNoteTypeCode>381</cbc:CreditNoteTypeCode>');
		expect(xml).toContain('<cac:CreditNoteLine>');
		expect(xml).toContain('<cbc:ID>1040</cbc:ID>');
	});
});
