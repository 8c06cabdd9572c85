import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ExcelJS from 'exceljs';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { COMMANDS } from '$lib/server/all-commands';
import { runCommand, serve, TooMany, USUAL_INPUT } from '$lib/server/commands';
import { command } from '$lib/contract/define';
import { Nothing, strict } from '$lib/contract/inputs';
import { readSpreadsheet } from '$lib/server/catalog/read-sheet';
import { zip } from '../zip';
import { checkArchive, entriesOf } from '$lib/server/files/archive';
import { boundProcess, GivenUp } from '$lib/server/files/bound-process';
import { readingQueue } from '$lib/server/files/reading-queue';
import { answer, checkNesting } from '$lib/server/http';
import { sizeOf, WHICH_PAGE } from '$lib/server/route-access';
import { Type } from '@sinclair/typebox';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});

describe('what is not the program’s to be called', () => {
	const lead = { name: 'X', mail: 'x@x.example', phone: '', address: '', wanted: 'All', trap: '', openedMs: 40_000 };
	it('is marked so: what takes prepared input, and what strangers reach through pages of their own', () => {
		const inner = [...COMMANDS.values()].filter((c) => c.inner).map((c) => c.name);
		expect(inner.sort()).toEqual([
			'buying.attach-scan',
			'catalog.attach',
			'customers.attach',
			'field.sign-sale',
			'files.keep',
			'forms.keep-issued',
			'forms.sign',
			'handovers.sign',
			'jobs.attach',
			'leads.receive',
			'people.add',
			'people.change-own-password',
			'people.choose-password',
			'people.introduce-myself',
			'people.request-reset',
			'quotes.attach-scan',
			'repeats.make',
			'rounds.take-renewal',
			'work.receive-mail'
		]);
	});
	it('requests are limited by address in the command itself, also beside the page, and refused when the page is off', () => {
		const from = (address: string) => yard.call({ type: 'public', address }, 'leads.receive', lead);
		for (let i = 0; i < 10; i++) expect(from('203.0.113.50').taken).toBe(true);
		expect(() => from('203.0.113.50')).toThrow(TooMany);
		expect(from('203.0.113.51').taken).toBe(true);
		const before = count(app, 'select count(*) from leads');
		app.db.sqlite.exec("update company set settings = json_set(settings, '$.publicPage.on', json('false'))");
		expect(refused(() => from('203.0.113.52'))[1]).toContain('takes no requests here');
		app.db.sqlite.exec("update company set settings = json_set(settings, '$.publicPage.on', json('true'))");
		expect(count(app, 'select count(*) from leads')).toBe(before);
	});
});

describe('a request', () => {
	it('is as large as its route and command need, and no larger', () => {
		expect(sizeOf('/sign-in')).toBeLessThan(50_000);
		expect(sizeOf('/q/[token]')).toBeLessThan(500_000);
		expect(sizeOf('/api/commands/[name]')).toBe(USUAL_INPUT + WHICH_PAGE);
		expect(sizeOf('/api/commands/[name]', COMMANDS.get('catalog.import')?.size)).toBeGreaterThan(60_000_000);
		expect(sizeOf('/(desk)/company/account')).toBe(sizeOf('/sign-in'));
	});
	it.each([
		['nested too deep', '['.repeat(41) + ']'.repeat(41), 'nested too deep'],
		['sixty thousand brackets', '{"a":'.repeat(60_000), 'nested too deep'],
		['a million values', `[${'1,'.repeat(1_000_001)}1]`, 'too many values']
	])('that is %s is refused before it is parsed', (_, text, says) => {
		expect(() => checkNesting(text)).toThrow(says);
	});
	it('is not misread: brackets within text are text', () => {
		expect(() => checkNesting(JSON.stringify({ a: '[[[['.repeat(100), b: ['\\"[[', { c: 1 }] }))).not.toThrow();
	});
});

describe('what nobody foresaw', () => {
	it('is never told as words of ours: a stack that overflows, a number out of range', async () => {
		const endless = (n: number): number => endless(n + 1) + 1;
		for (const run of [() => endless(0), () => 'x'.repeat(-1), () => JSON.parse('{')]) {
			const bad = serve(command('tests.bad', { right: 'public', input: Type.Object({}, strict), output: Nothing }), run);
			const runner = { db: app.db, clock: app.clock, afterCommit: () => undefined };
			const response = await answer(() => runCommand(runner, bad, {}, { type: 'system' }));
			expect(response.status).toBe(500);
			expect(await response.json()).toEqual({ message: expect.stringContaining('Something went wrong on our side') });
		}
	});
});

describe('a spreadsheet', () => {
	it('is looked at before it is opened: one that swells up, or holds thousands of files, is refused', () => {
		const zeros = Buffer.alloc(30_000_000);
		expect(entriesOf(zip(zeros))[0]).toMatchObject({ size: 30_000_000 });
		expect(() => checkArchive(zip(zeros))).toThrow('larger inside than outside');
		expect(() => checkArchive(zip(Buffer.from('<x/>'), 4, 3000))).toThrow('larger inside');
		expect(() => checkArchive(zip(Buffer.from('<x/>')))).not.toThrow();
		expect(() => entriesOf(Buffer.from('PK\u0003\u0004 and nothing'))).toThrow('cannot be opened');
	});
	it('that lies about its size is ended by the bounds of the process that reads it', async () => {
		const open = '<worksheet><sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>';
		const sheet = Buffer.concat([
			Buffer.from(open),
			Buffer.alloc(600_000_000, 'x'),
			Buffer.from('</t></is></c></row></sheetData></worksheet>')
		]);
		await expect(readSpreadsheet(zip(sheet, 1000))).rejects.toThrow(/cannot be (opened|read)|nothing on/);
	});
	it('is read row by row with its gaps, its formulas told as such', async () => {
		const book = new ExcelJS.Workbook();
		book.addWorksheet('Empty');
		const sheet = book.addWorksheet('Prices');
		sheet.getCell('A2').value = 'Code';
		sheet.getCell('C2').value = 'Cost';
		sheet.getCell('A5').value = 'S-1';
		sheet.getCell('C5').value = { formula: 'A1*2', result: 4 };
		const rows = await readSpreadsheet(Buffer.from(await book.xlsx.writeBuffer()));
		expect(rows).toEqual([
			['', '', ''],
			['Code', '', 'Cost'],
			['', '', ''],
			['', '', ''],
			['S-1', '', '=A1*2']
		]);
	});
});

describe('a process for strangers’ files', () => {
	const dir = mkdtempSync(join(tmpdir(), 'ny-bound-'));
	const program = (code: string): string => {
		const file = join(dir, `${Math.abs(code.length * 31 + code.charCodeAt(5))}-${code.length}.mjs`);
		writeFileSync(file, code);
		return file;
	};
	const bounds = { longestMs: 20_000, memory: 400, output: 10_000 };
	it('answers what it reads, while the server goes on', async () => {
		const echo = program("let s = ''; for await (const c of process.stdin) s += c; console.log(s.toUpperCase());");
		expect(await boundProcess(echo, [], Buffer.from('slate'), bounds)).toBe('SLATE\n');
	});
	it.each([
		['takes too long', 'for (;;);', { longestMs: 300 }, 'too long'],
		[
			'swells up beside its heap',
			'const all = []; setInterval(() => all.push(Buffer.alloc(30e6, 1)), 5);',
			{ memory: 200 },
			'too much memory'
		],
		['answers without end', "setInterval(() => process.stdout.write('x'.repeat(5000)), 1);", {}, 'too large'],
		['dies', 'process.exit(3);', {}, 'ended before']
	])('is ended when it %s', async (_, code, more, says) => {
		const run = boundProcess(program(code), [], Buffer.from(''), { ...bounds, ...more });
		await expect(run).rejects.toThrow(GivenUp);
		await expect(run).rejects.toThrow(says);
	});
	it('is ended when nobody waits any more', async () => {
		const stop = new AbortController();
		const run = boundProcess(program('setInterval(() => 0, 1000);'), [], Buffer.from(''), { ...bounds, signal: stop.signal });
		stop.abort();
		await expect(run).rejects.toThrow('Nobody waits');
	});
	it('reads one file at a time, in order; who waits knows their place, who leaves gives it up', async () => {
		const order: string[] = [];
		let release: () => void = () => undefined;
		const first = readingQueue.run('a', () => new Promise<void>((r) => (release = r)));
		const leave = new AbortController();
		const second = readingQueue.run('b', () => Promise.resolve(order.push('b')), leave.signal);
		const third = readingQueue.run('c', () => Promise.resolve(order.push('c')));
		expect([readingQueue.placeOf('a'), readingQueue.placeOf('b'), readingQueue.placeOf('c')]).toEqual([null, 1, 2]);
		leave.abort();
		await expect(second).rejects.toThrow('Nobody waits');
		expect(readingQueue.placeOf('c')).toBe(1);
		release();
		await Promise.all([first, third]);
		expect(order).toEqual(['c']);
		expect(readingQueue.placeOf('c')).toBeNull();
	});
});
