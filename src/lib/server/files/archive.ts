import { say } from '../../contract/refusals/files';
import { Refusal } from '../../core/refusal';

/** A file within a zip archive, as its directory tells it. */
export interface Entry {
	name: string;
	packed: number;
	size: number;
}
const END = 0x06054b50;
const IN_DIRECTORY = 0x02014b50;
const LONG = 0xffffffff;

/**
 * What a zip archive says it holds, read from the directory at its end: nothing is unpacked for it.
 * @throws Refusal when it has no directory that can be read, or needs sizes beyond four gigabytes
 */
export function entriesOf(bytes: Buffer): Entry[] {
	const refused = new Refusal(say('spreadsheet-cannot-be-opened'), 'file');
	const end = bytes.lastIndexOf(Buffer.from([0x50, 0x4b, 0x05, 0x06]));
	if (end < 0 || end + 22 > bytes.length || bytes.readUInt32LE(end) !== END) throw refused;
	const count = bytes.readUInt16LE(end + 10);
	let at = bytes.readUInt32LE(end + 16);
	const entries: Entry[] = [];
	for (let n = 0; n < count; n++) {
		if (at + 46 > bytes.length || bytes.readUInt32LE(at) !== IN_DIRECTORY) throw refused;
		const [packed, size] = [bytes.readUInt32LE(at + 20), bytes.readUInt32LE(at + 24)];
		if (packed === LONG || size === LONG) throw refused;
		const [name, extra, comment] = [28, 30, 32].map((o) => bytes.readUInt16LE(at + o)) as [number, number, number];
		entries.push({ name: bytes.subarray(at + 46, at + 46 + name).toString('utf8'), packed, size });
		at += 46 + name + extra + comment;
	}
	return entries;
}

const MOST_ENTRIES = 2000;
const MOST_UNPACKED = 250_000_000;
/** Text of a sheet packs to a tenth, of one that says the same in every row to a hundredth; what packs to less was made to swell up. */
const MOST_RATIO = 250;

/**
 * Refuses an archive that swells up: by how many files it says it holds, and how large they say they are. What lies about it is stopped by the
 * bounds of the process that reads it.
 * @throws Refusal
 */
export function checkArchive(bytes: Buffer): void {
	const entries = entriesOf(bytes);
	const size = entries.reduce((sum, e) => sum + e.size, 0);
	const swells = entries.some((e) => e.size > 10_000_000 && e.size > e.packed * MOST_RATIO);
	if (entries.length > MOST_ENTRIES || size > MOST_UNPACKED || swells)
		throw new Refusal(say('spreadsheet-far-larger-inside-than-outside'), 'file');
}
