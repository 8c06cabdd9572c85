import { existsSync, mkdtempSync, writeFileSync } from 'node:fs';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';

declare module 'vitest' {
	export interface ProvidedContext {
		base: string;
		dataDir: string;
		clockFile: string;
	}
}

export const NOW = '2027-04-14T09:20';

const freePort = (): Promise<number> =>
	new Promise((resolve) => {
		const s = createServer().listen(0, '127.0.0.1', () => {
			const address = s.address();
			s.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
		});
	});

let server: ChildProcess | undefined;

/** Builds once when nothing is built, fills the demo company, and serves it on a free port with a clock the tests can move. */
export async function setup(project: TestProject): Promise<void> {
	if (!existsSync('build/index.js'))
		spawnSync('npx', ['vite', 'build', '--logLevel', 'warn'], { stdio: 'inherit', env: { ...process.env, NODE_ENV: 'production' } });
	const dataDir = mkdtempSync(join(tmpdir(), 'ny-test-'));
	const clockFile = join(dataDir, 'clock');
	writeFileSync(clockFile, NOW);
	const port = await freePort();
	const base = `http://127.0.0.1:${port}`;
	const env = {
		...process.env,
		NODE_ENV: 'production',
		NICKEL_DATA: dataDir,
		NICKEL_NOW: `file:${clockFile}`,
		PORT: String(port),
		HOST: '127.0.0.1',
		ORIGIN: base,
		NICKEL_LOG: 'error',
		BODY_SIZE_LIMIT: '80M'
	};
	const demo = spawnSync('npx', ['tsx', 'src/demo/build.ts', '--fresh', '--small'], { stdio: 'inherit', env });
	if (demo.status !== 0) throw new Error('The demo company could not be built.');
	server = spawn(process.execPath, ['build/index.js'], { stdio: ['ignore', 'ignore', 'inherit'], env });
	for (let i = 0; ; i++) {
		if (
			await fetch(`${base}/healthz`)
				.then((r) => r.ok)
				.catch(() => false)
		)
			break;
		if (i > 300) throw new Error('The server did not answer.');
		await new Promise((r) => setTimeout(r, 100));
	}
	project.provide('base', base);
	project.provide('dataDir', dataDir);
	project.provide('clockFile', clockFile);
}

export function teardown(): void {
	server?.kill('SIGTERM');
}
