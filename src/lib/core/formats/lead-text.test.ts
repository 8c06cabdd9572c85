import { describe, expect, it } from 'vitest';
import { isAutomatic, readLeadMail, type LeadMail } from '.';

const mail: LeadMail = {
	from: { name: 'Wilma Trask', address: 'wilma@trask.example' },
	subject: 'Fwd: Re: Leak in the kitchen',
	text: 'Hello,\n\nit drips at 14 Spindle Lane, Osselmere since the storm.\nCall me: (555) 010-2233.\n\n> From: Somebody\n\n-- \nWilma Trask\nHead of everything',
	headers: {},
	messageId: '<1@trask.example>'
};

describe('a request that came by mail', () => {
	it('is read: who, where, phone, wording without signature and quoted heads', () => {
		expect(readLeadMail(mail)).toEqual({
			name: 'Wilma Trask',
			mail: 'wilma@trask.example',
			phone: '(555) 010-2233',
			address: '14 Spindle Lane, Osselmere',
			wanted: 'Leak in the kitchen\n\nHello,\n\nit drips at 14 Spindle Lane, Osselmere since the storm.\nCall me: (555) 010-2233.'
		});
	});
	it('that was forwarded is of who wrote it first', () => {
		const text =
			'FYI\n---------- Forwarded message ---------\nFrom: Tilda Roskilly <tilda@roskilly.example>\nDate: Monday\n\nTwo skylights leak.';
		const lead = readLeadMail({ ...mail, text });
		expect([lead.name, lead.mail]).toEqual(['Tilda Roskilly', 'tilda@roskilly.example']);
		expect(lead.wanted).not.toContain('Forwarded');
	});
	it('leaves empty what it does not find, and guesses nothing', () => {
		const lead = readLeadMail({
			...mail,
			from: { name: '', address: 'x@y.example' },
			text: 'Order 5550102233445566 is 12 Days late',
			subject: ''
		});
		expect([lead.name, lead.phone, lead.address]).toEqual(['x', '', '']);
	});
	it.each([
		[{ headers: { 'auto-submitted': 'auto-replied' } }],
		[{ headers: { precedence: 'bulk' } }],
		[{ headers: { 'list-id': '<a>' } }],
		[{ from: { name: '', address: 'MAILER-DAEMON@mx.example' } }],
		[{ from: { name: '', address: 'Office@pellgrave.example' } }]
	])('is none when a program, a list or we ourselves wrote it: %j', (more) => {
		expect(isAutomatic({ ...mail, ...more } as LeadMail, ['office@pellgrave.example'])).toBe(true);
		expect(isAutomatic(mail, ['office@pellgrave.example'])).toBe(false);
	});
});
