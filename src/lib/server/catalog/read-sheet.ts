import ExcelJS from 'exceljs';
import { MOST_COLUMNS, MOST_ROWS, TableError } from '../../core/formats';
import { aside, GivenUp } from '../aside';

/** Whether bytes are an Office spreadsheet (a zip), whatever the file is called. */
export const isSpreadsheet = (bytes: Uint8Array): boolean =>
	bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

/**
 * The first sheet with something on it, as rows of text, so that it is read like any other price list. Formulas come
 * through as text that begins with “=”, so that they are refused at their row; numbers are written with a point. Read beside the
 * server’s own thread: fifty thousand rows take seconds, and a file that was made to swell up ends that thread alone.
 * @throws TableError for a file that is damaged or too large
 */
export async function readSpreadsheet(bytes: Buffer, signal?: AbortSignal): Promise<string[][]> {
	const options = { longestMs: 120_000, memory: 1500, ...(signal ? { signal } : {}) };
	try {
		const read = await aside(rowsOf, { bytes: new Uint8Array(bytes), mostRows: MOST_ROWS, mostColumns: MOST_COLUMNS }, options);
		if (typeof read === 'string') throw new TableError(read);
		return read;
	} catch (e) {
		if (e instanceof GivenUp) throw new TableError(`This spreadsheet cannot be read. ${e.message} Save it as CSV, or split it.`);
		throw e;
	}
}

/** Rows of text, or what is wrong with the file. Runs in a thread: it knows nothing but what it is given. */
async function rowsOf(
	require: NodeJS.Require,
	given: { bytes: Uint8Array; mostRows: number; mostColumns: number }
): Promise<string[][] | string> {
	const textOf = (value: ExcelJS.CellValue): string => {
		if (value === null || value === undefined) return '';
		if (typeof value === 'number') return String(Number(value.toFixed(6)));
		if (typeof value === 'boolean') return value ? 'yes' : 'no';
		if (value instanceof Date) return value.toISOString().slice(0, 10);
		if (typeof value === 'string') return value.trim();
		if ('formula' in value || 'sharedFormula' in value) return `=${'formula' in value ? value.formula : value.sharedFormula}`;
		if ('richText' in value)
			return value.richText
				.map((t) => t.text)
				.join('')
				.trim();
		if ('text' in value) return String(value.text).trim();
		return '';
	};
	const { Workbook } = require('exceljs') as typeof ExcelJS;
	const book = new Workbook();
	try {
		await book.xlsx.load(given.bytes.buffer as ArrayBuffer);
	} catch {
		return 'This spreadsheet cannot be opened: it is damaged, or locked with a password.';
	}
	const sheet = book.worksheets.find((s) => s.actualRowCount > 0);
	if (!sheet) return 'There is nothing on this spreadsheet.';
	if (sheet.rowCount > given.mostRows) return `The sheet has more than ${given.mostRows.toLocaleString('en-US')} rows.`;
	// It goes through all rows: asked once.
	const columns = sheet.columnCount;
	if (columns > given.mostColumns) return `The sheet has more than ${given.mostColumns} columns.`;
	const rows: string[][] = [];
	sheet.eachRow({ includeEmpty: true }, (row) => {
		rows.push(Array.from({ length: columns }, (_, n) => textOf(row.getCell(n + 1).value)));
	});
	return rows;
}

/** Rows as a spreadsheet. Text stays text, also where it looks like a formula. */
export async function writeSpreadsheet(name: string, head: string[], rows: (string | number | null)[][]): Promise<Buffer> {
	const book = new ExcelJS.Workbook();
	const sheet = book.addWorksheet(name.slice(0, 31), { views: [{ state: 'frozen', ySplit: 1 }] });
	sheet.addRow(head).font = { bold: true };
	for (const r of rows) sheet.addRow(r);
	sheet.columns.forEach((c, n) => {
		c.width = Math.min(60, Math.max(10, (head[n]?.length ?? 0) + 2, ...rows.slice(0, 200).map((r) => String(r[n] ?? '').length + 1)));
	});
	return Buffer.from(await book.xlsx.writeBuffer());
}
