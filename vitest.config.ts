import { statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

const alias = { $lib: fileURLToPath(new URL('./src/lib', import.meta.url)) };

/** The same order on every machine, the largest files first, so that none of them begins when the others are done. */
class BySize extends BaseSequencer {
	override sort(files: TestSpecification[]): Promise<TestSpecification[]> {
		const size = new Map(files.map((f) => [f.moduleId, statSync(f.moduleId).size]));
		const of = (f: TestSpecification): number => size.get(f.moduleId) ?? 0;
		return Promise.resolve([...files].sort((a, b) => of(b) - of(a) || (a.moduleId < b.moduleId ? -1 : 1)));
	}
}

export default defineConfig({
	test: {
		sequence: { sequencer: BySize },
		projects: [
			{
				resolve: { alias },
				test: {
					name: 'core',
					include: ['src/lib/core/**/*.test.ts', 'src/lib/ui/**/*.test.ts'],
					environment: 'node',
					setupFiles: ['tests/fast-check.ts'],
					// A property of many runs on a busy machine is slow, and not wrong.
					testTimeout: 60_000
				}
			},
			{
				resolve: { alias },
				test: {
					name: 'server',
					setupFiles: ['tests/fast-check.ts'],
					include: ['src/lib/server/**/*.test.ts', 'tests/server/**/*.test.ts'],
					environment: 'node',
					testTimeout: 120_000,
					hookTimeout: 120_000
				}
			},
			{
				resolve: { alias },
				test: {
					name: 'browser',
					include: ['tests/browser/**/*.test.ts'],
					environment: 'node',
					globalSetup: 'tests/browser/setup.ts',
					testTimeout: 240_000,
					hookTimeout: 240_000
				}
			}
		]
	}
});
