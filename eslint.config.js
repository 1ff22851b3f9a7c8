import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import typescript from 'typescript-eslint';

export default typescript.config(
	{
		ignores: [
			'**/build/',
			'**/.svelte-kit/',
			'.lantern/',
			'core/src/query/notation-parser*.ts',
			'core/kernel/kernel.ts',
			'test-results/'
		]
	},
	js.configs.recommended,
	...typescript.configs.strict,
	...svelte.configs['flat/recommended'],
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'no-undef': 'off',
			'@typescript-eslint/no-explicit-any': 'error',
			'@typescript-eslint/consistent-type-imports': 'error',
			'@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
			'@typescript-eslint/no-dynamic-delete': 'off',
			// Addresses here are made of identifiers; the application lives at the root of its origin.
			'svelte/no-navigation-without-resolve': 'off',
			'svelte/prefer-svelte-reactivity': 'off'
		}
	},
	{
		// A promise that nobody waits for hides its failure: `void` says that it is meant.
		files: ['core/**/*.ts', 'web/src/**/*.ts', 'standins/**/*.ts', 'scripts/**/*.ts', 'tests/**/*.ts'],
		ignores: ['**/*.svelte.ts', 'core/kernel/**'],
		languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
		rules: { '@typescript-eslint/no-floating-promises': 'error' }
	},
	{ files: ['**/*.svelte', '**/*.svelte.ts'], languageOptions: { parserOptions: { parser: typescript.parser } } },
	{
		files: ['core/**/*.ts'],
		rules: {
			'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'localStorage', 'process'],
			'no-control-regex': 'off'
		}
	},
	{ files: ['tests/**', 'scripts/**', '**/*.test.ts'], rules: { '@typescript-eslint/no-non-null-assertion': 'off' } }
);
