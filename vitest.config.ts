import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

export default defineConfig({
	// Only for the page's own modules with runes (*.svelte.ts); everything else is plain TypeScript.
	plugins: [svelte({ configFile: false, hot: false } as never)],
	resolve: { alias: { $lib: new URL('./web/src/lib', import.meta.url).pathname } },
	test: {
		include: [
			'core/src/**/*.test.ts',
			'standins/src/**/*.test.ts',
			'web/src/**/*.test.ts',
			'tests/outside/**/*.test.ts'
		],
		environment: 'node',
		testTimeout: 90_000,
		reporters: ['default']
	}
});
