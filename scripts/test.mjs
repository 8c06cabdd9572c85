// Installs what the tests need, checks types, lint, format and the dependency rule, builds, and runs every test.
import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { build, chromium, install, run } from './lib.mjs';

install();
const browser = chromium();
run('npx', ['svelte-kit', 'sync']);
for (const [name, args] of [
	['types', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings']],
	['lint', ['eslint', '.']],
	['format', ['prettier', '--check', '.', '--log-level', 'warn']],
	['dependency rule', ['depcruise', 'src', '--config', '.dependency-cruiser.cjs']]
]) {
	console.log(`\n— ${name}`);
	run('npx', args);
}
build();
const report = '.tmp/report.json';
rmSync(report, { force: true });
const tests = spawnSync(
	'npx',
	[
		'vitest',
		'run',
		'--no-file-parallelism',
		'--reporter=default',
		'--reporter=json',
		`--outputFile.json=${report}`,
		...process.argv.slice(2)
	],
	{ stdio: 'inherit', env: { ...process.env, CHROMIUM: browser, NICKEL_LOG: 'silent' } }
);
const { numPassedTests, numFailedTests, numTotalTests } = JSON.parse(readFileSync(report, 'utf8'));
// A suite that cannot even load has no failed test of its own; it must not look green.
const failed = Math.max(numFailedTests, tests.status === 0 ? 0 : 1);
console.log(
	`\n${numPassedTests} passed, ${failed} failed${numTotalTests - numPassedTests - numFailedTests ? `, ${numTotalTests - numPassedTests - numFailedTests} skipped` : ''}`
);
process.exit(tests.status ?? 1);
