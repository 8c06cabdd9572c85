import { say } from './refusals';
import { parseScaled } from '../money';
import { Refusal } from '../refusal';
import { isDay, type Day } from '../time';
import { readCsv } from './csv';

/** A line of a bank's file; amounts in cents, below zero what went out. */
export interface BankFileLine {
	/** The bank's own id of it; '' where the file has none. */
	id: string;
	day: Day;
	amount: number;
	text: string;
	reference: string;
}
export interface BankFile {
	lines: BankFileLine[];
	rejected: { row: number; why: string }[];
}

const DAY_HEADS = ['date', 'day', 'booking date', 'posted', 'value date', 'transaction date'];
const AMOUNT_HEADS = ['amount', 'value', 'sum'];
const IN_HEADS = ['credit', 'money in', 'paid in', 'deposit'];
const OUT_HEADS = ['debit', 'money out', 'paid out', 'withdrawal'];
const TEXT_HEADS = ['description', 'text', 'details', 'name', 'payee', 'memo', 'narrative'];
const REFERENCE_HEADS = ['reference', 'ref', 'check number', 'id'];

/** A day as banks write it: 2027-04-14, 20270414, 4/14/2027. @returns null for none */
function readDay(cell: string): Day | null {
	const text = cell.trim();
	const iso = /^(\d{4})-?(\d{2})-?(\d{2})/.exec(text);
	const us = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(text);
	const day = iso ? `${iso[1]}-${iso[2]}-${iso[3]}` : us ? `${us[3]}-${us[1]?.padStart(2, '0')}-${us[2]?.padStart(2, '0')}` : '';
	return isDay(day) ? day : null;
}

function readAmount(cell: string): number | null {
	const text = cell.trim().replace(/[$\s]/g, '');
	if (text === '') return null;
	const turned = /^\(.*\)$/.test(text) ? `-${text.slice(1, -1)}` : text;
	try {
		return parseScaled(turned, 2);
	} catch {
		return null;
	}
}

/**
 * Reads a bank's file as CSV: the heading row is found by its words, an amount may be one column or two (in and out).
 * @throws Refusal when no heading row with a day and an amount is found
 */
export function readBankCsv(text: string): BankFile {
	const rows = readCsv(text);
	const find = (row: readonly string[], words: readonly string[]) => row.findIndex((c) => words.includes(c.trim().toLowerCase()));
	const at = rows.findIndex(
		(r) => find(r, DAY_HEADS) >= 0 && (find(r, AMOUNT_HEADS) >= 0 || find(r, IN_HEADS) >= 0 || find(r, OUT_HEADS) >= 0)
	);
	const head = rows[at];
	if (!head) throw new Refusal(say('no-row-of-headings-with-date'), 'file');
	const column = {
		day: find(head, DAY_HEADS),
		amount: find(head, AMOUNT_HEADS),
		in: find(head, IN_HEADS),
		out: find(head, OUT_HEADS),
		reference: find(head, REFERENCE_HEADS)
	};
	const texts = head.flatMap((h, n) => (TEXT_HEADS.includes(h.trim().toLowerCase()) ? [n] : []));
	const lines: BankFileLine[] = [];
	const rejected: BankFile['rejected'] = [];
	rows.slice(at + 1).forEach((r, n) => {
		if (r.every((c) => c.trim() === '')) return;
		const row = at + n + 2;
		const cell = (c: number): string => (c < 0 ? '' : (r[c] ?? ''));
		const day = readDay(cell(column.day));
		const out = readAmount(cell(column.out));
		const amount = readAmount(cell(column.amount)) ?? readAmount(cell(column.in)) ?? (out === null ? null : -Math.abs(out));
		if (!day) rejected.push({ row, why: 'has no date' });
		else if (amount === null || amount === 0) rejected.push({ row, why: 'has no amount' });
		else
			lines.push({
				id: '',
				day,
				amount,
				text: texts.map(cell).join(' ').replace(/\s+/g, ' ').trim(),
				reference: cell(column.reference).trim()
			});
	});
	return { lines, rejected };
}

const field = (block: string, name: string): string =>
	(new RegExp(`<${name}>([^<\\r\\n]*)`, 'i').exec(block)?.[1] ?? '')
		.replaceAll('&lt;', '<')
		.replaceAll('&gt;', '>')
		.replaceAll('&amp;', '&')
		.trim();

/** Reads an OFX statement, of version 1 (SGML) or 2 (XML). @throws Refusal when it holds no transactions */
export function readOfx(text: string): BankFile {
	const blocks = text.split(/<STMTTRN>/i).slice(1);
	if (blocks.length === 0) throw new Refusal(say('ofx-file-holds-no-transactions'), 'file');
	const account = field(text, 'ACCTID');
	const lines: BankFileLine[] = [];
	const rejected: BankFile['rejected'] = [];
	blocks.forEach((whole, n) => {
		const block = whole.split(/<\/STMTTRN>|<\/BANKTRANLIST>/i)[0] ?? '';
		const [day, amount] = [readDay(field(block, 'DTPOSTED')), readAmount(field(block, 'TRNAMT'))];
		if (!day) rejected.push({ row: n + 1, why: 'has no date' });
		else if (amount === null || amount === 0) rejected.push({ row: n + 1, why: 'has no amount' });
		else {
			const id = field(block, 'FITID');
			lines.push({
				id: id && `${account}/${id}`,
				day,
				amount,
				text: `${field(block, 'NAME')} ${field(block, 'MEMO')}`.trim(),
				reference: field(block, 'CHECKNUM')
			});
		}
	});
	return { lines, rejected };
}

/** Reads a bank's file by what it is. */
export const readBankFile = (text: string): BankFile => (/<OFX>/i.test(text) ? readOfx(text) : readBankCsv(text));

/**
 * What tells lines apart: the bank's own id, else what a line says and the how-manieth of its like in the file it is. The same file read twice gives the
 * same again.
 */
export function fingerprints(lines: readonly BankFileLine[]): string[] {
	const seen = new Map<string, number>();
	return lines.map((l) => {
		if (l.id) return l.id;
		const says = [l.day, l.amount, l.text.toLowerCase(), l.reference.toLowerCase()].join('|');
		const n = (seen.get(says) ?? 0) + 1;
		seen.set(says, n);
		return `${says}|${n}`;
	});
}
