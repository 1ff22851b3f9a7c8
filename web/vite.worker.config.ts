/** The computing threads as files beside the server, with everything that it needs inside. */
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

export default defineConfig({
	publicDir: false,
	resolve: { alias: { $lib: fileURLToPath(new URL('src/lib', import.meta.url)) } },
	ssr: { noExternal: true, target: 'node' },
	build: {
		ssr: true,
		outDir: 'build/computing',
		emptyOutDir: true,
		target: 'node20',
		rollupOptions: {
			input: {
				worker: 'src/lib/server/computing/worker.ts',
				builder: 'src/lib/server/computing/builder.ts',
				reader: 'src/lib/server/computing/reader.ts',
				'record-reader': 'src/lib/server/computing/record-reader.ts',
				'reference-reader': 'src/lib/server/computing/reference-reader.ts',
				linker: 'src/lib/server/computing/linker.ts',
				gleaner: 'src/lib/server/computing/gleaner.ts'
			},
			output: { entryFileNames: '[name].js' }
		}
	}
});
