/** Compiles kernel.ts. `npm run kernel` writes the result where core finds it. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import asc from 'assemblyscript/asc';

/** The module in WebAssembly. */
export async function compiledKernel(): Promise<Uint8Array> {
	const source = readFileSync(fileURLToPath(new URL('./kernel.ts', import.meta.url)), 'utf8');
	let binary: Uint8Array | null = null;
	const { error, stderr } = await asc.main(
		['kernel.ts', '--outFile', 'kernel.wasm', '-O3', '--enable', 'simd', '--runtime', 'stub', '--noAssert'],
		{
			readFile: (name) => (name === 'kernel.ts' ? source : null),
			writeFile: (name, contents) => {
				if (name === 'kernel.wasm') binary = contents as Uint8Array;
			},
			listFiles: () => []
		}
	);
	if (error || !binary) throw new Error(`kernel.ts was not compiled: ${error?.message ?? ''}\n${stderr.toString()}`);
	return binary;
}

/** The module as a file of core. */
export const codeFile = (binary: Uint8Array) =>
	`/** WebAssembly, compiled from core/kernel/kernel.ts by \`npm run kernel\`. */\nexport const KERNEL_CODE =\n\t'${Buffer.from(binary).toString('base64')}';\n`;
