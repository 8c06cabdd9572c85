import { describe, expect, it } from 'vitest';
import { readCsv, readLeadTable } from '.';

describe('requests in a table', () => {
	it('are read by their headings; who cannot be answered is refused with the row', () => {
		const rows = readCsv(
			'Fair in March\n\nMessage;Full name;E-Mail;Mobile;Channel;Shoe size\nGutters leak;Astrid Fair;;555 010 7788;Spring fair;41\n;;;\nRoof;;a@b.example;\nRoof;Bo;not a mail;\nRoof;Cy;;'
		);
		expect(readLeadTable(rows)).toEqual({
			taken: [{ name: 'Astrid Fair', mail: '', phone: '555 010 7788', address: '', wanted: 'Gutters leak', source: 'Spring fair' }],
			unread: ['Shoe size'],
			rejected: [
				{ row: 6, why: 'It has no name.' },
				{ row: 7, why: '“not a mail” is not a mail address.' },
				{ row: 8, why: 'It has neither a mail address nor a phone number.' }
			]
		});
		expect(() => readLeadTable([['Tool', 'Price']])).toThrow('No column is called “Name”');
	});
});
