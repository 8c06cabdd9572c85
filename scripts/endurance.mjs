// The tests that try made-up inputs, with other inputs each time: `npm run endurance -- 10` takes ten seeds, one after the other.
import { spawnSync } from 'node:child_process';
import { build, chromium, install, run } from './lib.mjs';

install();
const browser = chromium();
run('npx', ['svelte-kit', 'sync']);
const rounds = Number(process.argv[2] ?? 5);
const failed = [];
for (let n = 0; n < rounds; n++) {
	const seed = String(1 + Math.floor(Math.random() * 1_000_000_000));
	console.log(`\n— seed ${seed} (${n + 1} of ${rounds})`);
	const ran = spawnSync('npx', ['vitest', 'run', '--project', 'core', '--project', 'server', '--reporter=dot'], {
		stdio: 'inherit',
		env: { ...process.env, FC_SEED: seed, NICKEL_LOG: 'silent' }
	});
	if (ran.status !== 0) failed.push(seed);
}
// Two hundred processes that write, each killed at some moment.
const kills = spawnSync('npx', ['vitest', 'run', '--project', 'server', 'tests/server/kill.test.ts'], {
	stdio: 'inherit',
	env: { ...process.env, NICKEL_KILLS: '200', NICKEL_LOG: 'silent' }
});
if (kills.status !== 0) failed.push('of the kills');
// The demo is built on whatever day somebody first starts it: each day of a week once.
for (let day = 12; day <= 18; day++) {
	const built = spawnSync('npx', ['tsx', 'src/demo/build.ts', '--fresh'], {
		stdio: 'inherit',
		env: { ...process.env, NICKEL_NOW: `2027-04-${day}T09:20`, NICKEL_DATA: '.tmp/demo-week' }
	});
	if (built.status !== 0) failed.push(`of the demo on ${day} April`);
}
// A bad line, fifty times: what a phone kept comes once and in order.
build();
const queue = spawnSync('npx', ['vitest', 'run', '--project', 'browser', '--no-file-parallelism', 'tests/browser/queue.test.ts'], {
	stdio: 'inherit',
	env: { ...process.env, CHROMIUM: browser, NICKEL_SEEDS: '50', NICKEL_LOG: 'silent' }
});
if (queue.status !== 0) failed.push('of the bad line');
console.log(
	failed.length ? `\nFailed with the seeds ${failed.join(', ')}: FC_SEED=… npm test shows them again.` : `\n${rounds} rounds passed.`
);
process.exit(failed.length ? 1 : 0);
