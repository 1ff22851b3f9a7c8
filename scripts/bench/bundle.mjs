/**
 * The bench as one plain JavaScript file, as the server's threads run the core: a loader that
 * compiles while it runs would be measured along with it.
 */
import { build } from 'vite';

await build({
	configFile: false,
	logLevel: 'warn',
	// The core's lru-cache is another version than the one at the root of the packages.
	ssr: { noExternal: [/^@wide-lantern\//, 'lru-cache'] },
	build: {
		ssr: true,
		outDir: 'build/bench',
		emptyOutDir: true,
		target: 'node20',
		minify: false,
		rollupOptions: {
			input: {
				main: 'scripts/bench/main.ts',
				sharer: 'scripts/bench/sharer.ts',
				sharing: 'scripts/bench/sharing.ts'
			},
			output: { entryFileNames: '[name].mjs', chunkFileNames: '[name].mjs' }
		}
	}
});
