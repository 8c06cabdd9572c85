// The tests that try made-up inputs, with other inputs each time: `npm run endurance -- 10` takes ten seeds, one after the other.
import { spawnSync } from 'node:child_process';
import { install, run } from './lib.mjs';

install();
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
console.log(
	failed.length ? `\nFailed with the seeds ${failed.join(', ')}: FC_SEED=… npm test shows them again.` : `\n${rounds} rounds passed.`
);
process.exit(failed.length ? 1 : 0);
