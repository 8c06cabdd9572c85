import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';

/** Copies a live database to a file while it is in use, and checks the copy. */
export async function backup(file: string, to: string): Promise<void> {
	mkdirSync(dirname(to), { recursive: true });
	const source = new Database(file, { readonly: true, fileMustExist: true });
	try {
		await source.backup(to);
	} finally {
		source.close();
	}
	checkFile(to);
}

/** Puts a backup in the place of the database; what was there is kept beside it. The server must not be running. */
export function restore(from: string, file: string): void {
	checkFile(from);
	mkdirSync(dirname(file), { recursive: true });
	if (existsSync(file)) {
		const old = new Database(file);
		old.pragma('wal_checkpoint(TRUNCATE)');
		old.close();
		renameSync(file, `${file}.before-restore`);
	}
	for (const rest of [`${file}-wal`, `${file}-shm`]) rmSync(rest, { force: true });
	copyFileSync(from, file);
}

/** @throws Error when a file is not a whole database */
export function checkFile(file: string): void {
	const db = new Database(file, { readonly: true, fileMustExist: true });
	try {
		const result = db.pragma('integrity_check', { simple: true });
		if (result !== 'ok') throw new Error(`The file is damaged: ${String(result)}`);
		if ((db.pragma('foreign_key_check') as unknown[]).length > 0) throw new Error('The file has records that point nowhere.');
	} finally {
		db.close();
	}
}
