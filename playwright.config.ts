import { defineConfig } from '@playwright/test';
import { env } from 'node:process';

export default defineConfig({
	globalSetup: './tests/end-to-end/keeper.setup.ts',
	testDir: 'tests/end-to-end',
	// One server and one world for all; each test makes its own people and enquiries.
	workers: 2,
	fullyParallel: true,
	// Generous, since nothing is measured here: a machine that is busy must not fail a test.
	timeout: 240_000,
	expect: { timeout: 45_000 },
	retries: 0,
	reporter: [['list'], ['json', { outputFile: env['PLAYWRIGHT_JSON_OUTPUT_NAME'] ?? 'test-results/ends.json' }]],
	use: {
		baseURL: env['LANTERN_ADDRESS'] ?? 'http://127.0.0.1:4173',
		viewport: { width: 1280, height: 800 },
		locale: 'en-GB',
		screenshot: 'only-on-failure',
		launchOptions: {
			executablePath: '/usr/bin/chromium',
			args: [
				'--no-sandbox',
				'--disable-gpu',
				'--disable-quic',
				'--no-first-run',
				'--disable-background-networking',
				'--disable-component-update',
				'--disable-sync'
			]
		}
	}
});
