import { spawn } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';

/** The work was given up: it took too long, used too much, or nobody waits for it any more. */
export class GivenUp extends Error {}

export interface Bounds {
	longestMs: number;
	/** Megabytes that the process may use in all, seen from outside: what lies beside its heap counts too. */
	memory: number;
	/** The most bytes it may answer. */
	output: number;
	signal?: AbortSignal;
}

/** Where the programs for such processes lie: beside the migrations, found the same way. */
const programs = (): string => resolve(process.env.NICKEL_WORKERS ?? 'workers');

/** Megabytes a process has in memory; null where the system does not tell. */
function residentOf(pid: number): number | null {
	const file = `/proc/${pid}/statm`;
	if (!existsSync(file)) return null;
	try {
		return (Number(readFileSync(file, 'utf8').split(' ')[1]) * 4096) / 1e6;
	} catch {
		return null;
	}
}

/**
 * Runs a program of ours on a stranger's file in a process of its own: it is given the file, and ended when it takes too long, too much memory, or
 * answers too much.
 * @returns what it wrote
 * @throws GivenUp
 */
export async function boundProcess(program: string, args: string[], input: Buffer, bounds: Bounds): Promise<string> {
	return (await boundBytes(program, args, input, bounds)).toString('utf8');
}

/** The same for what is no text. @throws GivenUp */
export function boundBytes(program: string, args: string[], input: Buffer, bounds: Bounds): Promise<Buffer> {
	const child = spawn(
		process.execPath,
		[`--max-old-space-size=${Math.round(bounds.memory * 0.7)}`, resolve(programs(), program), ...args],
		{
			stdio: ['pipe', 'pipe', 'ignore'],
			env: { PATH: process.env.PATH ?? '' }
		}
	);
	const said: Buffer[] = [];
	let size = 0;
	return new Promise<Buffer>((done, failed) => {
		const end = (why: string) => {
			child.kill('SIGKILL');
			failed(new GivenUp(why));
		};
		const gone = () => end('Nobody waits for it any more.');
		const timer = setTimeout(() => end('It takes too long.'), bounds.longestMs);
		const watch = setInterval(() => {
			if (child.pid !== undefined && (residentOf(child.pid) ?? 0) > bounds.memory) end('It needs too much memory.');
		}, 50);
		const over = () => {
			clearTimeout(timer);
			clearInterval(watch);
			bounds.signal?.removeEventListener('abort', gone);
		};
		child.stdout.on('data', (chunk: Buffer) => {
			size += chunk.length;
			if (size > bounds.output) end('It is too large.');
			else said.push(chunk);
		});
		child.on('error', (e) => (over(), failed(e)));
		child.on('close', (code) => {
			over();
			if (code === 0) done(Buffer.concat(said));
			else failed(new GivenUp('It ended before it was done.'));
		});
		// A program that has read enough closes its ear: no error of ours.
		child.stdin.on('error', () => undefined);
		child.stdin.end(input);
		bounds.signal?.addEventListener('abort', gone);
		if (bounds.signal?.aborted) gone();
	});
}
