import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	customerCells,
	customerHead,
	previewCustomers,
	readContacts,
	readCsv,
	readCustomerTable,
	writeContact,
	writeCsv,
	type CustomerRow
} from '.';

const FIELDS = [{ id: 'pays', of: 'customer' as const, label: 'Pays by', kind: 'choice' as const, choices: ['card', 'check'] }];
const customer = (more: Partial<CustomerRow> = {}): CustomerRow => ({
	...{ name: 'Orla Penhallow', kind: 'person', mail: '', phone: '', address: '', notes: '', contacts: [], own: {} },
	...more
});

describe('customers in a table', () => {
	it('are read by their headings in any order, own fields too', () => {
		const rows = readCsv(
			'Some title,,\n\nE-Mail,Customer,Type,Pays by,Colour\nmira@row.example,Harbor Row,organisation,CARD,blue\n,,,,\n,Orla,person,gold,'
		);
		expect(readCustomerTable(rows, FIELDS)).toEqual([
			{
				row: 4,
				customer: customer({ name: 'Harbor Row', kind: 'organization', mail: 'mira@row.example', own: { pays: 'card' } }),
				wrong: ''
			},
			{ row: 6, customer: customer({ name: 'Orla' }), wrong: '“Pays by” is one of: card, check.' }
		]);
		expect(() => readCustomerTable([['Tool', 'Price']], FIELDS)).toThrow('No column is called “Name”');
	});
	it('come back as they went out, whatever they are called', () => {
		const words = fc
			.string({ minLength: 1, maxLength: 30 })
			.map((s) => s.replace(/[\s\u0000-\u001f]+/g, ' ').trim())
			.filter((s) => s !== '' && !/^[=+\-@\t\r]/.test(s));
		fc.assert(
			fc.property(fc.array(fc.record({ name: words, notes: words, org: fc.boolean() }), { minLength: 1, maxLength: 10 }), (list) => {
				const before = list.map((x) => customer({ name: x.name, notes: x.notes, kind: x.org ? 'organization' : 'person' }));
				const text = writeCsv([customerHead(FIELDS), ...before.map((c) => customerCells(c, FIELDS))]);
				expect(readCustomerTable(readCsv(text), FIELDS).map((r) => r.customer)).toEqual(before);
			})
		);
	});
	it('have contacts in one cell, which is read back', () => {
		const mira = { name: 'Mira Solheim', role: 'decides', mail: 'mira@row.example', phone: '555 010 9090' };
		const ewan = { name: 'Ewan', role: '', mail: '', phone: '' };
		expect(readContacts(`${writeContact(mira)}; ${writeContact(ewan)};`)).toEqual([mira, ewan]);
	});
});

describe('what a file of customers would do', () => {
	const known = [{ id: 'k', name: 'Orla Penhallow', mail: 'orla@penhallow.example', phone: '555 010 2233', address: '14 Spindle Lane' }];
	const look = (...list: CustomerRow[]) =>
		previewCustomers(
			list.map((c, n) => ({ row: n + 1, customer: c })),
			known
		).map((p) => [p.state, p.sameAs?.id ?? p.why]);
	it('is new, known, or rejected with the reason', () => {
		expect(
			look(
				customer({ name: 'Tilda Roskilly', mail: 'tilda@roskilly.example' }),
				customer({ name: 'O. P.', mail: 'ORLA@penhallow.example' }),
				customer({ name: 'Somebody', phone: '(555) 010-2233' }),
				customer({ name: ' ' }),
				customer({ name: 'Bad mail', mail: 'nobody' }),
				customer({ name: 'Tilda again', mail: 'tilda@roskilly.example' }),
				customer({ name: 'With people', contacts: [{ name: 'x', role: '', mail: 'x@', phone: '' }] })
			)
		).toEqual([
			['new', ''],
			['known', 'k'],
			['known', 'k'],
			['rejected', 'It has no name.'],
			['rejected', '“nobody” is not a mail address.'],
			['rejected', 'The same customer stands further up in this file.'],
			['rejected', '“x@” is not a mail address.']
		]);
	});
});
