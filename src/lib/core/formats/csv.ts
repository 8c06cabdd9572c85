import { say } from './refusals';
import { Refusal } from '../refusal';
import Papa from 'papaparse';

/** Raised when a file cannot be read as a table. The message is for people. */
export class TableError extends Refusal {}

export const MOST_COLUMNS = 200;
export const MOST_ROWS = 200_000;

/**
 * Bytes to text: UTF-8 (with or without mark), UTF-16 with mark, else Windows-1252, in which every byte has a meaning.
 * @throws TableError for what is not text at all
 */
export function decodeText(bytes: Uint8Array): string {
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

/** CSV text to rows of cells; the delimiter is found out. Blank rows are kept so that row numbers match the file. */
export function readCsv(text: string): string[][] {
	const firstLine = text.slice(0, 100_000).split('\n', 1)[0] ?? '';
	if (firstLine.length === 100_000) throw new TableError(say('first-line-longer-than-100-000'));
	const parsed = Papa.parse<string[]>(text, { skipEmptyLines: false, preview: MOST_ROWS + 1 });
	if (parsed.data.length > MOST_ROWS) throw new TableError(say('file-has-more-than-rows', { mostRows: MOST_ROWS.toLocaleString('en-US') }));
	if (parsed.data.some((r) => r.length > MOST_COLUMNS))
		throw new TableError(say('file-has-more-than-columns', { mostColumns: MOST_COLUMNS }));
	return parsed.data.map((r) => r.map((c) => c.trim()));
}

/** Rows to CSV text. Cells that a spreadsheet would run as a formula are defused, unless the text stays within the program. */
export function writeCsv(rows: readonly (readonly (string | number)[])[], defuse = true): string {
	return Papa.unparse(rows as string[][], { escapeFormulae: defuse, newline: '\r\n' });
}
