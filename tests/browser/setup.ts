import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { companyEnv } from './company-env';

declare module 'vitest' {
	export interface ProvidedContext {
		filled: string;
	}
}

let filled = '';

/** Builds once when nothing is built, and fills the demo company once; each file of tests works on a copy of it (`company.ts`). */
export function setup(project: TestProject): void {
	if (!existsSync('build/index.js'))
		spawnSync('npx', ['vite', 'build', '--logLevel', 'warn'], { stdio: 'inherit', env: { ...process.env, NODE_ENV: 'production' } });
	filled = mkdtempSync(join(tmpdir(), 'ny-filled-'));
	const demo = spawnSync('npx', ['tsx', 'src/demo/build.ts', '--fresh', '--small'], { stdio: 'inherit', env: companyEnv(filled) });
	if (demo.status !== 0) throw new Error('The demo company could not be built.');
	project.provide('filled', filled);
}

export function teardown(): void {
	rmSync(filled, { recursive: true, force: true });
}
