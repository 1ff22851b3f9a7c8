/** `npm run kernel`. */
import { writeFileSync } from 'node:fs';
import { codeFile, compiledKernel } from './compile.ts';

writeFileSync(new URL('../src/collection/kernel-code.ts', import.meta.url), codeFile(await compiledKernel()));
