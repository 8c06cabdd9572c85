// Installs what the tests need, checks types, lint, format and the dependency rule, builds, and runs every test.
import { spawn, spawnSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { build, chromium, install, run } from './lib.mjs';

install();
const browser = chromium();
run('npx', ['svelte-kit', 'sync']);

/**
 * Runs checks one after the other and shows each one's words when it has ended.
 * @param {[string, string[]][]} checks
 * @returns {Promise<boolean>} whether all passed
 */
async function checks(checks) {
	for (const [name, args] of checks) {
		const child = spawn('npx', args, { stdio: ['ignore', 'pipe', 'pipe'] });
		let said = '';
		for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (said += String(data)));
		const status = await new Promise((resolve) => child.on('close', resolve));
		console.log(`\n— ${name}\n${said.trim()}`);
		if (status !== 0) return false;
	}
	return true;
}
// Two at a time: types take as long as the rest together.
const passed = await Promise.all([
	checks([['types', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings']]]),
	checks([
		['lint', ['eslint', '.']],
		['format', ['prettier', '--check', '.', '--log-level', 'warn']],
		['dependency rule', ['depcruise', 'src', '--config', '.dependency-cruiser.cjs']]
	])
]);
if (passed.includes(false)) process.exit(1);
build();

const own = process.argv.slice(2);
let passedTests = 0;
let failedTests = 0;
let skipped = 0;
/** What failed, told once more at the end: a long run's own words scroll away. @type {string[]} */
const failures = [];
let status = 0;
/**
 * Runs some projects and adds up what they say.
 * @param {string} name
 * @param {string[]} args
 */
function tests(name, args) {
	const report = `.tmp/report-${name}.json`;
	rmSync(report, { force: true });
	const ran = spawnSync('npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`, ...args, ...own], {
		stdio: 'inherit',
		env: { ...process.env, CHROMIUM: browser, NICKEL_LOG: 'silent' }
	});
	const { numPassedTests, numFailedTests, numTotalTests, testResults } = JSON.parse(readFileSync(report, 'utf8'));
	for (const file of testResults)
		for (const t of file.assertionResults)
			if (t.status === 'failed')
				failures.push(`${file.name.replace(`${process.cwd()}/`, '')} › ${t.fullName}\n  ${t.failureMessages[0]?.slice(0, 600)}`);
	passedTests += numPassedTests;
	// A suite that cannot even load has no failed test of its own; it must not look green.
	failedTests += Math.max(numFailedTests, ran.status === 0 ? 0 : 1);
	skipped += numTotalTests - numPassedTests - numFailedTests;
	status ||= ran.status ?? 1;
}
// Each file of tests has a company of its own, so they run beside each other, those of the browser too.
// As many at a time as the machine has processors: left to itself, the runner keeps one of two idle.
const beside = `--maxWorkers=${availableParallelism()}`;
tests('commands', ['--project', 'core', '--project', 'server', beside, ...(own.length ? ['--passWithNoTests'] : [])]);
tests('browser', ['--project', 'browser', beside, ...(own.length ? ['--passWithNoTests'] : [])]);
if (failures.length) console.log(`\n${failures.join('\n')}`);
console.log(`\n${passedTests} passed, ${failedTests} failed${skipped ? `, ${skipped} skipped` : ''}`);
process.exit(status);
