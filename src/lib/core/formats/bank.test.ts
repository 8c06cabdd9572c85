import { describe, expect, it } from 'vitest';
import { fingerprints, readBankCsv, readBankFile } from '.';

const OFX = `OFXHEADER:100
<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><BANKACCTFROM><ACCTID>77</BANKACCTFROM><BANKTRANLIST>
<STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20270413120000[-5:EST]<TRNAMT>1313.46<FITID>A1<NAME>O PENHALLOW<MEMO>INV 1044 &amp; thanks
<STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20270412<TRNAMT>-480.00<FITID>A2<NAME>TARN &amp; SLATE<CHECKNUM>12
<STMTTRN><DTPOSTED>2027<TRNAMT>1<FITID>A3
</BANKTRANLIST></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>`;

describe('a bank’s file', () => {
	it('is read as CSV with one column of amounts or two, whatever stands above', () => {
		const one = readBankCsv(
			'Statement of April\n\nDate,Description,Amount,Reference\n4/13/2027,O Penhallow,"1,313.46",chk 9\n2027-04-12,Tarn,(480.00),\n,,,\n'
		);
		expect(one.lines).toEqual([
			{ id: '', day: '2027-04-13', amount: 131_346, text: 'O Penhallow', reference: 'chk 9' },
			{ id: '', day: '2027-04-12', amount: -48_000, text: 'Tarn', reference: '' }
		]);
		const two = readBankCsv('Posted,Payee,Memo,Credit,Debit\n2027-04-13,A,b,10,\n2027-04-13,C,,,$5.50\n');
		expect(two.lines.map((l) => [l.text, l.amount])).toEqual([
			['A b', 1000],
			['C', -550]
		]);
	});
	it('says which rows it cannot read, and refuses a file without headings', () => {
		expect(readBankCsv('Date,Amount\nyesterday,5\n2027-04-13,much\n2027-04-13,0\n').rejected).toEqual([
			{ row: 2, why: 'has no date' },
			{ row: 3, why: 'has no amount' },
			{ row: 4, why: 'has no amount' }
		]);
		expect(() => readBankCsv('a,b\n1,2\n')).toThrow('No row of headings');
	});
	it('is read as OFX with the bank’s own ids', () => {
		const { lines, rejected } = readBankFile(OFX);
		expect(lines).toEqual([
			{ id: '77/A1', day: '2027-04-13', amount: 131_346, text: 'O PENHALLOW INV 1044 & thanks', reference: '' },
			{ id: '77/A2', day: '2027-04-12', amount: -48_000, text: 'TARN & SLATE', reference: '12' }
		]);
		expect(rejected).toEqual([{ row: 3, why: 'has no date' }]);
		expect(() => readBankFile('<OFX></OFX>')).toThrow('no transactions');
	});
	it('gives each line a mark that stays when it is read again, and tells twins apart', () => {
		const line = { id: '', day: '2027-04-13', amount: 5, text: 'Fee', reference: '' };
		const marks = fingerprints([line, { ...line, text: 'FEE' }, { ...line, id: 'x' }]);
		expect(new Set(marks).size).toBe(3);
		expect(fingerprints([line, line])).toEqual(marks.slice(0, 2));
	});
});
