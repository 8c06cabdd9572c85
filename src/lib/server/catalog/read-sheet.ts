import { say } from '../../contract/refusals/catalog';
import { MOST_COLUMNS, MOST_ROWS, TableError } from '../../core/formats';
import { log } from '../log';
import { checkArchive, boundProcess, GivenUp, readingQueue } from '../files';

/** Whether bytes are an Office spreadsheet (a zip), whatever the file is called. */
export const isSpreadsheet = (bytes: Uint8Array): boolean =>
	bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

/**
 * The first sheet with something on it, as rows of text, so that it is read like any other price list. Formulas come
 * through as text that begins with “=”, so that they are refused at their row; numbers are written with a point. The archive is looked at before
 * anything of it is unpacked; then it is read row by row, one file at a time, in a process whose memory is bound from outside.
 * @param ticket by which whoever waits can ask for their place
 * @throws TableError for a file that is damaged or too large
 */
export async function readSpreadsheet(bytes: Buffer, signal?: AbortSignal, ticket = ''): Promise<string[][]> {
	if (!isSpreadsheet(bytes)) throw new TableError(say('spreadsheet-damaged'));
	checkArchive(bytes);
	const bounds = { longestMs: 120_000, memory: 700, output: 150_000_000, ...(signal ? { signal } : {}) };
	const read = () => boundProcess('read-sheet.mjs', [String(MOST_ROWS), String(MOST_COLUMNS)], bytes, bounds);
	try {
		const first = await readingQueue.run(ticket, read, signal);
		const cause = failed(first);
		if (cause === null) return rowsOf(first);
		// The reader itself has failed, once in many thousands, on a file that it read the next time: nobody is told of damage after one try.
		log.warn({ cause }, 'spreadsheet');
		return rowsOf(await readingQueue.run(ticket, read, signal));
	} catch (e) {
		if (e instanceof GivenUp) throw new TableError(say('spreadsheet-cannot-be-read', { message: e.message }));
		throw e;
	}
}

/** Why reading itself failed; null: it did not, or the file was refused for what is in it. */
function failed(said: string): string | null {
	const last = said.trimEnd().split('\n').at(-1) ?? '';
	return last.startsWith('{"problem"') ? ((JSON.parse(last) as { cause?: string }).cause ?? null) : null;
}

/** The rows that were read, all as wide as the widest. @throws TableError with what was wrong */
function rowsOf(said: string): string[][] {
	const rows: string[][] = [];
	for (const line of said.split('\n')) {
		if (line === '') continue;
		const part = JSON.parse(line) as { rows?: string[][]; problem?: string };
		if (part.problem !== undefined) throw new TableError(say('spreadsheet-refused', { problem: part.problem }));
		rows.push(...(part.rows ?? []));
	}
	const width = rows.reduce((most, r) => Math.max(most, r.length), 0);
	for (const r of rows) while (r.length < width) r.push('');
	return rows;
}
