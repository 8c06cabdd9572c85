import { rests, type Restful } from '../../core/lists';
import { bitByBit } from '../bit-by-bit';
import { boundBytes } from '../files';

export interface Table {
	head: string[];
	rows: (string | number | null)[][];
}

/** Rows as lines that the program which writes spreadsheets reads. */
function* linesOf(name: string, { head, rows }: Table): Restful<Buffer> {
	const lines = [JSON.stringify({ name, head })];
	for (const [n, row] of rows.entries()) {
		if (rests(n)) yield;
		lines.push(JSON.stringify(row));
	}
	return Buffer.from(lines.join('\n'));
}

/** Rows as a spreadsheet, written in a process of its own. Text stays text, also where it looks like a formula. @throws GivenUp */
export async function writeSpreadsheet(name: string, head: Table['head'], rows: Table['rows']): Promise<Buffer> {
	const lines = await bitByBit(linesOf(name, { head, rows }));
	return boundBytes('write-sheet.mjs', [], lines, { longestMs: 120_000, memory: 1500, output: 150_000_000 });
}
