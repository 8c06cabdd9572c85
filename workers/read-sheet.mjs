// Reads a spreadsheet from standard input, row by row, and writes it as lines of JSON: {"rows": [[…], …]} as often as needed, or {"problem": "…"},
// with the "cause" where reading itself failed.
// It runs in a process of its own whose memory is bound from outside, because strangers' files are read here: it imports nothing of ours.
import ExcelJS from 'exceljs';

const [mostRows, mostColumns] = process.argv.slice(2).map(Number);
const BATCH = 500;

/** @param {unknown} line */
const write = (line) => new Promise((done) => process.stdout.write(`${JSON.stringify(line)}\n`, done));

/**
 * A cell as text: numbers with a point, days as days, formulas beginning with “=”, so that they are refused at their row.
 * @param {any} value
 * @returns {string}
 */
function textOf(value) {
	if (value === null || value === undefined) return '';
	if (typeof value === 'number') return String(Number(value.toFixed(6)));
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (value instanceof Date) return value.toISOString().slice(0, 10);
	if (typeof value === 'string') return value.trim();
	if ('formula' in value || 'sharedFormula' in value) return `=${value.formula ?? value.sharedFormula}`;
	if ('richText' in value)
		return value.richText
			.map((/** @type {{ text: string }} */ t) => t.text)
			.join('')
			.trim();
	return 'text' in value ? String(value.text).trim() : '';
}

/**
 * The rows of one sheet, gaps filled so that row numbers match the file.
 * @param {any} sheet
 * @returns {Promise<'read' | 'empty' | string>} or what is wrong
 */
async function readSheet(sheet) {
	/** @type {string[][]} */
	let batch = [];
	let count = 0;
	let filled = false;
	for await (const row of sheet) {
		// Rows that are all called the first one are rows too.
		if (row.number > mostRows || count >= mostRows) return `The sheet has more than ${mostRows.toLocaleString('en-US')} rows.`;
		const width = row.cellCount;
		if (width > mostColumns) return `The sheet has more than ${mostColumns} columns.`;
		const cells = Array.from({ length: width }, (_, n) => textOf(row.getCell(n + 1).value));
		filled ||= cells.some((c) => c !== '');
		// Blank rows before anything stands on the sheet are kept too: only a sheet without anything is passed over.
		for (; count < row.number - 1; count++) batch.push([]);
		batch.push(cells);
		count++;
		if (filled && batch.length >= BATCH) {
			await write({ rows: batch });
			batch = [];
		}
	}
	if (!filled) return 'empty';
	if (batch.length) await write({ rows: batch });
	return 'read';
}

async function read() {
	const book = new ExcelJS.stream.xlsx.WorkbookReader(process.stdin, {
		entries: 'ignore',
		sharedStrings: 'cache',
		styles: 'cache',
		hyperlinks: 'ignore',
		worksheets: 'emit'
	});
	for await (const sheet of book) {
		const done = await readSheet(sheet);
		if (done === 'read') return;
		if (done !== 'empty') return write({ problem: done });
	}
	await write({ problem: 'There is nothing on this spreadsheet.' });
}

await read().catch((e) =>
	write({ problem: 'This spreadsheet cannot be opened: it is damaged, or locked with a password.', cause: String(e?.message ?? e) })
);
process.exit(0);
