import { deflateRawSync } from 'node:zlib';

/** A zip archive with one entry, whose directory says what we like of its size. */
export function zip(content: Buffer, claimed = content.length, entries = 1): Buffer {
	const packed = deflateRawSync(content);
	const name = Buffer.from('xl/worksheets/sheet1.xml');
	const local = Buffer.alloc(30);
	local.writeUInt32LE(0x04034b50, 0);
	local.writeUInt16LE(8, 8);
	local.writeUInt32LE(packed.length, 18);
	local.writeUInt32LE(claimed, 22);
	local.writeUInt16LE(name.length, 26);
	const directory = Buffer.alloc(46);
	directory.writeUInt32LE(0x02014b50, 0);
	directory.writeUInt16LE(8, 10);
	directory.writeUInt32LE(packed.length, 20);
	directory.writeUInt32LE(claimed, 24);
	directory.writeUInt16LE(name.length, 28);
	const one = Buffer.concat([directory, name]);
	const all = Buffer.concat(Array.from({ length: entries }, () => one));
	const end = Buffer.alloc(22);
	end.writeUInt32LE(0x06054b50, 0);
	end.writeUInt16LE(entries, 10);
	end.writeUInt32LE(30 + name.length + packed.length, 16);
	return Buffer.concat([local, name, packed, all, end]);
}
