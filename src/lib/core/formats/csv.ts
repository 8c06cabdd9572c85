import { say } from './refusals';
import { toTheEnd, type Restful } from '../lists';
import { Refusal } from '../refusal';
import Papa from 'papaparse';

/** Raised when a file cannot be read as a table. The message is for people. */
export class TableError extends Refusal {}

/** How a file can be written in letters, and by what its cells are separated. */
export const ENCODINGS = ['utf-8', 'windows-1252', 'utf-16le'] as const;
export type Encoding = (typeof ENCODINGS)[number];
export const SEPARATORS = [',', ';', '\t', '|'] as const;
export type Separator = (typeof SEPARATORS)[number];

export const MOST_COLUMNS = 200;
export const MOST_ROWS = 200_000;

/**
 * Bytes to text: UTF-8 (with or without mark), UTF-16 with mark, else Windows-1252, in which every byte has a meaning.
 * @param encoding what somebody chose, where the guess was wrong
 * @throws TableError for what is not text at all
 */
export function decodeText(bytes: Uint8Array, encoding?: Encoding): string {
	if (encoding) return new TextDecoder(encoding).decode(bytes);
	if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
	if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
	const head = bytes.subarray(0, 4096);
	if (head.includes(0)) throw new TableError(say('not-text-file'));
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch {
		return new TextDecoder('windows-1252').decode(bytes);
	}
}

/** CSV text to rows of cells; the separator is found out unless it is said. Blank rows are kept so that row numbers match the file. */
export const readCsv = (text: string, separator?: Separator): string[][] => toTheEnd(readingCsv(text, separator));

/** Characters that are read between two rests. */
const AT_ONCE = 200_000;

/** The same for a file of tens of thousands of rows: it may rest in between. */
export function* readingCsv(given: string, separator?: Separator): Restful<string[][]> {
	const text = given.startsWith('\ufeff') ? given.slice(1) : given;
	const firstLine = text.slice(0, 100_000).split('\n', 1)[0] ?? '';
	if (firstLine.length === 100_000) throw new TableError(say('first-line-longer-than-100-000'));
	const rows: string[][] = [];
	const reads = parserFor(text, separator);
	// A row that is longer than a part is read with a longer one.
	for (let [at, length] = [0, AT_ONCE]; ; yield) {
		const last = at + length >= text.length;
		const { data, cursor } = reads(text.slice(at, at + length), last);
		if (data.some((r) => r.length > MOST_COLUMNS)) throw new TableError(say('file-has-more-than-columns', { mostColumns: MOST_COLUMNS }));
		for (const r of data) rows.push(r.map((c) => c.trim()));
		if (rows.length > MOST_ROWS) throw new TableError(say('file-has-more-than-rows', { mostRows: MOST_ROWS.toLocaleString('en-US') }));
		if (last) return rows;
		at += cursor;
		length = cursor === 0 ? length * 4 : AT_ONCE;
	}
}

/** Reads parts of a text by the marks that its beginning shows. A part that is not the last one ends with its last whole row. */
function parserFor(text: string, separator?: Separator): (part: string, last: boolean) => { data: string[][]; cursor: number } {
	const { delimiter, linebreak } = Papa.parse<string[]>(text.slice(0, 1_000_000), {
		preview: 10,
		...(separator ? { delimiter: separator } : {})
	}).meta;
	return (part, last) => {
		// What the parser answers is not typed by its package.
		const read = new Papa.Parser({ delimiter, newline: linebreak as '\n' }).parse(part, 0, !last) as {
			data: string[][];
			meta: { cursor: number };
		};
		return { data: read.data, cursor: read.meta.cursor };
	};
}

/** Rows to CSV text. Cells that a spreadsheet would run as a formula are defused, unless the text stays within the program. */
export function writeCsv(rows: readonly (readonly (string | number)[])[], defuse = true): string {
	return Papa.unparse(rows as string[][], { escapeFormulae: defuse, newline: '\r\n' });
}

/** The same for tens of thousands of rows: it may rest in between. */
export function* writingCsv(rows: readonly (readonly (string | number)[])[], defuse = true): Restful<string> {
	const parts: string[] = [];
	for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) {
		parts.push(writeCsv(rows.slice(at, at + ROWS_AT_ONCE), defuse));
		yield;
	}
	return parts.join('\r\n');
}
const ROWS_AT_ONCE = 1000;
