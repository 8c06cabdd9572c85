import { SMTPServer } from 'smtp-server';
import { describe, expect, it } from 'vitest';
import { smtpMail } from '$lib/server/ports/mail';

describe('a real mail server', () => {
	it('gets the letter with its link, and a refusal comes back as one', async () => {
		const letters: string[] = [];
		const server = new SMTPServer({
			authOptional: true,
			disabledCommands: ['STARTTLS'],
			onRcptTo: (address, _session, done) =>
				done(address.address.startsWith('nobody') ? Object.assign(new Error('no such mailbox'), { responseCode: 550 }) : null),
			onData: (stream, _session, done) => {
				const parts: Buffer[] = [];
				stream.on('data', (c: Buffer) => parts.push(c));
				stream.on('end', () => {
					letters.push(Buffer.concat(parts).toString());
					done();
				});
			}
		});
		const port = await new Promise<number>((resolve) => {
			const listening = server.listen(0, '127.0.0.1', () => resolve((listening.address() as { port: number }).port));
		});
		const mail = smtpMail(`smtp://127.0.0.1:${port}`);
		const letter = {
			from: 'office@pellgrave.example',
			to: 'orla@penhallow.example',
			messageId: '<1@ours.example>',
			subject: 'Your quote',
			text: 'Here: http://localhost/q/abc'
		};
		expect(await mail.send(letter)).toMatch(/^250/);
		expect(letters[0]).toContain('Subject: Your quote');
		expect(letters[0]).toContain('http://localhost/q/abc');
		expect(letters[0]).toContain('Auto-Submitted: auto-generated');
		await expect(mail.send({ ...letter, to: 'nobody@penhallow.example' })).rejects.toThrow(/550/);
		await new Promise<void>((resolve) => server.close(() => resolve()));
	});
});
