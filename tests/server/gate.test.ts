import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';

/** A violation of each rule of the gate: the file it is planted in, and what stands there. */
const PLANTED: [rule: string, file: string, code: string][] = [
	['everything-resolves', 'src/lib/server/live/lost.ts', "import { gone } from '$lib/core/nowhere';\nexport const x = gone;"],
	['core-imports-nothing-above', 'src/lib/core/money/up.ts', "import { ask } from '$lib/client/ask';\nexport const x = ask;"],
	['core-is-pure', 'src/lib/core/money/disk.ts', "import { readFileSync } from 'node:fs';\nexport const x = readFileSync;"],
	['core-knows-no-framework', 'src/lib/core/money/orm.ts', "import { eq } from 'drizzle-orm';\nexport const x = eq;"],
	['contract-knows-the-core', 'src/lib/contract/does.ts', "import { a } from '../server/live/index';\nexport const x = a;"],
	['schemas-stay-on-the-server', 'src/lib/client/schema.ts', "import { pay } from '$lib/contract/pay';\nexport const x = pay;"],
	['ui-knows-no-server', 'src/lib/ui/Leak.svelte', '<script lang="ts">\n\timport { a } from \'$lib/server/live/index\';\n</script>\n{a}'],
	['client-knows-no-server', 'src/lib/client/leak.ts', "import { a } from '$lib/server/live/index';\nexport const x = a;"],
	['workers-know-the-core', 'src/lib/workers/leak.ts', "import { a } from '$lib/server/live/index';\nexport const x = a;"],
	['server-knows-no-ui', 'src/lib/server/live/shows.ts', "import { ask } from '$lib/client/ask';\nexport const x = ask;"],
	['nothing-imports-routes', 'src/lib/server/live/page.ts', "import { load } from '../../../routes/page';\nexport const x = load;"],
	['no-circles', 'src/lib/server/live/one.ts', "import { two } from './two';\nexport const one = two;"],
	['rooms-by-their-door', 'src/lib/server/live/inside.ts', "import { cents } from '$lib/core/money/cents';\nexport const x = cents;"],
	['layer-ground', 'src/lib/server/links/up.ts', "import { won } from '../jobs/won';\nexport const x = won;"],
	['layer-book', 'src/lib/server/catalog/up.ts', "import { won } from '../jobs/won';\nexport const x = won;"],
	['layer-win', 'src/lib/server/quotes/up.ts', "import { won } from '../jobs/won';\nexport const x = won;"],
	['layer-work', 'src/lib/server/jobs/up.ts', "import { page } from '../screens/page';\nexport const x = page;"],
	['layer-money', 'src/lib/server/billing/up.ts', "import { page } from '../screens/page';\nexport const x = page;"],
	['every-room-has-a-layer', 'src/lib/server/attic/box.ts', "import { cents } from '$lib/core/money';\nexport const x = cents;"],
	['no-foreign-tables', 'src/routes/table.ts', "import { jobs } from '$lib/server/jobs/schema';\nexport const x = jobs;"],
	['layer-book', 'src/lib/server/catalog/reads.ts', "import { jobs } from '../jobs/schema';\nexport const x = jobs;"],
	['gathered-tables', 'src/lib/server/jobs/all.ts', "import { jobs } from '../db/schema';\nexport const x = jobs;"],
	['server-rooms-by-their-door', 'src/lib/server/screens/deep.ts', "import { won } from '../jobs/won';\nexport const x = won;"],
	['server-from-outside-by-its-doors', 'src/routes/deep.ts', "import { won } from '$lib/server/jobs/won';\nexport const x = won;"],
	['server-from-outside-by-its-doors', 'src/lib/server/start.ts', "import { won } from './jobs/won';\nexport const x = won;"]
];
/** What is allowed, so that the rules have something to be about. */
const CLEAN: [file: string, code: string][] = [
	['src/lib/core/money/index.ts', "export * from './cents';"],
	['src/lib/core/money/cents.ts', 'export const cents = 1;'],
	['src/lib/client/ask.ts', "import { cents } from '$lib/core/money';\nexport const ask = cents;"],
	['src/lib/server/live/index.ts', "import { cents } from '$lib/core/money';\nexport const a = cents;"],
	['src/lib/contract/pay.ts', "export const pay = { name: 'pay' };\nexport type Pay = typeof pay;"],
	['src/lib/client/pay.ts', "import type { Pay } from '$lib/contract/pay';\nexport const x = (p: Pay) => p;"],
	['src/lib/server/live/two.ts', 'export const two = 2;'],
	['src/lib/server/db/schema.ts', "export * from '../jobs/schema';"],
	['src/lib/server/db/columns.ts', 'export const id = 1;'],
	['src/lib/server/jobs/schema.ts', "import { id } from '../db/columns';\nexport const jobs = id;"],
	['src/lib/server/jobs/index.ts', "export { won } from './won';"],
	['src/lib/server/jobs/won.ts', 'export const won = 1;'],
	[
		'src/lib/server/screens/page.ts',
		"import { won } from '../jobs';\nimport { jobs } from '../db/schema';\nexport const page = [won, jobs];"
	],
	['src/lib/ui/Fine.svelte', '<script lang="ts">\n\timport { ask } from \'$lib/client/ask\';\n</script>\n{ask}'],
	[
		'src/routes/page.ts',
		"import { a } from '$lib/server/live/index';\nimport { goto } from '$app/navigation';\nexport const load = [a, goto];"
	]
];

/** A house with the project’s own gate and the files given. @returns the violations as “rule: file” */
function cruise(files: readonly (readonly [string, string])[]): string[] {
	const dir = mkdtempSync(join(tmpdir(), 'ny-gate-'));
	for (const f of ['.dependency-cruiser.cjs', 'tsconfig.cruise.json', 'tsconfig.json', 'package.json', '.svelte-kit/tsconfig.json']) {
		mkdirSync(dirname(join(dir, f)), { recursive: true });
		cpSync(f, join(dir, f));
	}
	symlinkSync(resolve('node_modules'), join(dir, 'node_modules'));
	for (const [file, code] of files) {
		mkdirSync(dirname(join(dir, file)), { recursive: true });
		writeFileSync(join(dir, file), code);
	}
	const ran = spawnSync(
		process.execPath,
		[
			resolve('node_modules/dependency-cruiser/bin/dependency-cruise.mjs'),
			'src',
			'--config',
			'.dependency-cruiser.cjs',
			'--output-type',
			'json'
		],
		{ cwd: dir, encoding: 'utf8', maxBuffer: 50_000_000 }
	);
	const { summary } = JSON.parse(ran.stdout) as { summary: { violations: { rule: { name: string }; from: string }[] } };
	return summary.violations.map((v) => `${v.rule.name}: ${v.from}`);
}

describe('the gate of the house', () => {
	let found: string[] = [];
	beforeAll(() => {
		// A circle has two sides.
		const circle = CLEAN.map(
			([f, c]) => [f, f.endsWith('two.ts') ? "import { one } from './one';\nexport const two = () => one;" : c] as const
		);
		found = cruise([...circle, ...PLANTED.map(([, file, code]) => [file, code] as const)]);
	});
	it('lets a clean house through', () => {
		expect(cruise(CLEAN)).toEqual([]);
	});
	it.each(PLANTED)('fails on a planted violation of %s', (rule, file) => {
		expect(found).toContain(`${rule}: ${file}`);
	});
	it('is tested for every rule it has', async () => {
		const config = ((await import(resolve('.dependency-cruiser.cjs'))) as { default: { forbidden: { name: string }[] } }).default;
		expect(config.forbidden.map((r) => r.name).sort()).toEqual([...new Set(PLANTED.map(([rule]) => rule))].sort());
	});
});
