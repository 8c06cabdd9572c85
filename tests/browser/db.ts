import { join } from 'node:path';
import Database from 'better-sqlite3';

/** Reads the server's own file, to see what really was saved. */
export function reader(dataDir: string) {
	const db = new Database(join(dataDir, 'company.sqlite'), { readonly: true });
	return {
		row: <T = Record<string, never>>(sql: string, ...args: unknown[]) => db.prepare(sql).get(...args) as T,
		all: <T = Record<string, never>>(sql: string, ...args: unknown[]) => db.prepare(sql).all(...args) as T[],
		value: <T = number>(sql: string, ...args: unknown[]) =>
			Object.values((db.prepare(sql).get(...args) as object | undefined) ?? { none: undefined })[0] as T,
		close: () => db.close()
	};
}

/** Waits until something is true of the file. */
export async function until<T>(look: () => T, what: string): Promise<NonNullable<T>> {
	for (let i = 0; i < 150; i++) {
		const found = look();
		if (found) return found as NonNullable<T>;
		await new Promise((r) => setTimeout(r, 100));
	}
	throw new Error(`Never came true: ${what}`);
}
