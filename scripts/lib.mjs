import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';

/**
 * Runs a command with its output shown; stops the script when it fails.
 * @param {string} command
 * @param {string[]} args
 * @param {Record<string, string | undefined>} [env]
 */
export function run(command, args, env = {}) {
	const done = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
	if (done.status !== 0) process.exit(done.status ?? 1);
}

/** Installs the packages when they are missing or older than the lock file. */
export function install() {
	const stamp = 'node_modules/.package-lock.json';
	if (!existsSync(stamp) || statSync(stamp).mtimeMs < statSync('package-lock.json').mtimeMs) run('npm', ['ci', '--no-audit', '--no-fund']);
}

/** Where Debian's Chromium is; installs it when it is missing and this user may. */
export function chromium() {
	const paths = [process.env.CHROMIUM ?? '', '/usr/bin/chromium', '/usr/bin/chromium-browser'].filter((p) => p !== '');
	const found = () => paths.find((p) => existsSync(p));
	if (!found()) {
		console.log('Chromium is missing: installing Debian’s package.');
		const root = process.getuid?.() === 0;
		/** @param {string[]} args */
		const apt = (...args) =>
			spawnSync(root ? 'apt-get' : 'sudo', root ? args : ['-n', 'apt-get', ...args], {
				stdio: 'inherit',
				env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
			});
		apt('update', '-qq');
		apt('install', '-y', '-qq', 'chromium');
	}
	const path = found();
	if (!path) {
		console.error('Install Chromium (apt-get install chromium) or set CHROMIUM to its path.');
		process.exit(1);
	}
	return path;
}

/** Builds the application for production. */
export function build() {
	run('npx', ['svelte-kit', 'sync']);
	run('npx', ['vite', 'build', '--logLevel', 'warn'], { NODE_ENV: 'production' });
}

/**
 * Starts the built server; resolves when it answers.
 * @param {number} port
 * @param {Record<string, string | undefined>} [env]
 */
export async function serve(port, env = {}) {
	const server = spawn(process.execPath, ['build/index.js'], {
		stdio: ['ignore', 'inherit', 'inherit'],
		env: {
			...process.env,
			PORT: String(port),
			HOST: '127.0.0.1',
			ORIGIN: `http://127.0.0.1:${port}`,
			NODE_ENV: 'production',
			BODY_SIZE_LIMIT: '80M',
			...env
		}
	});
	for (let i = 0; i < 300; i++) {
		if (server.exitCode !== null) throw new Error('The server did not start.');
		const ok = await fetch(`http://127.0.0.1:${port}/healthz`)
			.then((r) => r.ok)
			.catch(() => false);
		if (ok) return server;
		await new Promise((r) => setTimeout(r, 100));
	}
	throw new Error('The server did not answer.');
}

export const version = () => JSON.parse(readFileSync('package.json', 'utf8')).version;
