/** Checks beside other engines: they need a PostgreSQL to ask, which ./lantern test starts. */
import { defineConfig } from 'vitest/config';

export default defineConfig({
	test: { include: ['tests/engines/**/*.test.ts'], environment: 'node', testTimeout: 60_000 }
});
