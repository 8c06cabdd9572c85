import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
	{ ignores: ['node_modules', 'build', '.svelte-kit', 'data', '.tmp', 'drizzle', '.dependency-cruiser.cjs'] },
	...ts.configs.recommended,
	...svelte.configs.recommended,
	prettier,
	...svelte.configs.prettier,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
			eqeqeq: 'error',
			'no-console': 'error',
			// Links are plain paths: the application is always served from the root of its own host.
			'svelte/no-navigation-without-resolve': 'off'
		}
	},
	{ files: ['**/*.svelte', '**/*.svelte.ts'], languageOptions: { parserOptions: { parser: ts.parser, svelteConfig } } },
	{ files: ['scripts/**', 'tests/**', 'src/demo/**', 'src/lib/server/**/*-cli.ts'], rules: { 'no-console': 'off' } },
	{ files: ['**/*.test.ts'], rules: { '@typescript-eslint/no-non-null-assertion': 'off' } }
);
