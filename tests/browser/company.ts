import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, inject } from 'vitest';
import { clockOf, companyEnv } from './company-env';

const freePort = (): Promise<number> =>
	new Promise((resolve) => {
		const s = createServer().listen(0, '127.0.0.1', () => {
			const address = s.address();
			s.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
		});
	});

/**
 * A company of this file's own, served on a port of its own: a copy of the filled demo company. What one file does is not met by
 * another, and files run beside each other.
 */
async function ownCompany() {
	const dataDir = mkdtempSync(join(tmpdir(), 'ny-test-'));
	cpSync(inject('filled'), dataDir, { recursive: true });
	const port = await freePort();
	const base = `http://127.0.0.1:${port}`;
	const env = { ...companyEnv(dataDir), PORT: String(port), HOST: '127.0.0.1', ORIGIN: base };
	const server = spawn(process.execPath, ['build/index.js'], { stdio: ['ignore', 'ignore', 'inherit'], env });
	const ended = new Promise((resolve) => server.once('exit', resolve));
	process.once('exit', () => server.kill('SIGKILL'));
	afterAll(async () => {
		server.kill('SIGTERM');
		await ended;
		rmSync(dataDir, { recursive: true, force: true });
	});
	for (let i = 0; ; i++) {
		const answers = await fetch(`${base}/healthz`).then(
			(r) => r.ok,
			() => false
		);
		if (answers) return { base, dataDir };
		if (i > 300) throw new Error('The server did not answer.');
		await new Promise((r) => setTimeout(r, 100));
	}
}

/** Where this file's company answers, and where its data lies. */
export const { base, dataDir } = await ownCompany();

/** Sets what time it is for this file's company. @example clock('2027-04-14T16:00') */
export const clock = (text: string): void => writeFileSync(clockOf(dataDir), text);
