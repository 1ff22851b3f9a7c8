import { defineConfig } from 'vitest/config';

export default defineConfig({
	test: {
		include: ['core/src/**/*.test.ts', 'standins/src/**/*.test.ts', 'web/src/**/*.test.ts', 'tests/outside/**/*.test.ts'],
		environment: 'node',
		testTimeout: 30_000,
		reporters: ['default']
	}
});
