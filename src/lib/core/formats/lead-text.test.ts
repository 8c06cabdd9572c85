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
	it('that we pass on ourselves is the request of who wrote it first', () => {
		const own = { ...mail, from: { name: 'Office', address: 'office@pellgrave.example' } };
		const text = 'Could you?\n\n> From: "Roskilly, Tilda" <tilda@roskilly.example>\n> Two skylights leak.';
		expect(isAutomatic({ ...own, text }, ['office@pellgrave.example'])).toBe(false);
		expect(readLeadMail({ ...own, text }).mail).toBe('tilda@roskilly.example');
	});
	it.each([
		['line ends', '\n'.repeat(100_000)],
		['house numbers', '1 A '.repeat(25_000)],
		['half a head', `${'> '.repeat(50_000)}From: `],
		['digits', '5'.repeat(100_000)]
	])('made of %s alone is read at once, and gives nothing', (_, text) => {
		const lead = readLeadMail({ ...mail, text, subject: '' });
		expect([lead.phone, lead.address, lead.name]).toEqual(['', '', 'Wilma Trask']);
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
