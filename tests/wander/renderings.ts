/**
 * What is made of a strategy, held against the strategy: each line of a rendering is read back in its
 * platform's syntax and counted, as a line of an enquiry of its own, on the same records; and the
 * dossier's table is compared with the counts of the sheet.
 */
import type { APIRequestContext } from '@playwright/test';
import { nodesOf, print, readPlatformLine, type Profile, type RenderedLine } from '../../core/src/index.ts';

export interface Asking {
	readonly request: APIRequestContext;
	readonly address: string;
	readonly enquiry: string;
}
type Fail = (what: string) => never;

interface View {
	readonly lines: readonly {
		readonly id: string;
		readonly number: number;
		readonly text: string;
		readonly count: number | null;
	}[];
	readonly renderings: readonly {
		readonly profile: { readonly id: string; readonly source: string };
		readonly rendering: {
			readonly lines: readonly RenderedLine[];
			readonly general: readonly { readonly kind: string; readonly lines: readonly number[] }[];
		};
	}[];
}
interface Held {
	readonly source: string;
	readonly line: View['lines'][number];
	readonly written: string;
	/** The written line, read back, in the notation. */
	readonly back: string;
	readonly narrowed: boolean;
	readonly widened: boolean;
}

const read = async <Value>({ request, address }: Asking, path: string): Promise<Value> =>
	(await (await request.get(`${address}/api/v1/${path}`)).json()) as Value;

/** Lines that stand for themselves and have no headings: what they mean does not depend on the vocabulary there. */
function heldOf(view: View, one: View['renderings'][number], profile: Profile): Held[] {
	return one.rendering.lines.flatMap((rendered) => {
		const line = view.lines.find((other) => other.id === rendered.id);
		if (
			!line ||
			line.count === null ||
			/[#@{]/.test(line.text) ||
			/:/.test(line.text) ||
			rendered.gap ||
			rendered.text === '' ||
			rendered.own ||
			rendered.parts.length > 0
		)
			return [];
		const kinds = new Set<string>([
			...rendered.notes.flatMap((note) => [note.kind, note.effect ?? '']),
			...one.rendering.general.filter((note) => note.lines.includes(rendered.number)).map((note) => note.kind)
		]);
		if (['to decide', 'by hand', 'decided'].some((kind) => kinds.has(kind))) return [];
		const { tree, faults } = readPlatformLine(rendered.text, profile, { qualifierName: () => null });
		if (
			!tree ||
			faults.some((fault) => fault.severity === 'error') ||
			[...nodesOf(tree)].some((node) => node.kind === 'heading')
		)
			return [];
		return [
			{
				source: one.profile.source,
				line,
				written: rendered.text,
				back: print(tree),
				narrowed: kinds.has('narrowed'),
				widened: kinds.has('widened')
			}
		];
	});
}

/** A line without a note finds the same when it is read back; a wider one no less, a narrower one no more. */
export async function checkRenderings(asking: Asking, fail: Fail): Promise<void> {
	const view = await read<View>(asking, `enquiries/${asking.enquiry}/renderings`);
	const held: Held[] = [];
	for (const one of view.renderings)
		held.push(...heldOf(view, one, await read<Profile>(asking, `profiles/${one.profile.id}`)));
	if (held.length === 0) return;
	const { request, address } = asking;
	const headers = { origin: address };
	const made = await request.post(`${address}/api/v1/enquiries`, {
		headers,
		data: { question: 'Read back', framework: 'free form' }
	});
	const { id } = (await made.json()) as { id: string };
	const edits = held.map(({ back }, at) => ({
		do: 'insert',
		in: ['lines'],
		item: { id: `l${at}`, source: back, concept: null, strand: null, role: 'words', label: '', note: '', off: false },
		after: at === 0 ? null : `l${at - 1}`
	}));
	await request.post(`${address}/api/v1/enquiries/${id}/edits`, {
		headers,
		data: { revision: 0, client: 'walker', number: 1, name: 'read back', kind: 'do', step: 's', edits }
	});
	const { lines } = await read<{ lines: { count: number | null }[] }>(asking, `enquiries/${id}/counts`);
	for (const [at, { source, line, written, back, narrowed, widened }] of held.entries()) {
		const [own, there] = [line.count ?? 0, lines[at]?.count ?? null];
		const told = `${line.text} retrieves ${own}; for ${source} it is ${written}, which reads ${back} and retrieves ${there}`;
		if (there === null) fail(`what is written cannot be counted: ${told}`);
		else if (!narrowed && !widened && own !== there) fail(`no note says so: ${told}`);
		else if (widened && !narrowed && there < own) fail(`it is said to be wider only: ${told}`);
		else if (narrowed && !widened && there > own) fail(`it is said to be narrower only: ${told}`);
	}
	await request.delete(`${address}/api/v1/enquiries/${id}`, { headers });
}

interface DossierTable {
	readonly kind: string;
	readonly caption?: string;
	readonly rows?: readonly (readonly string[])[];
}

/** The dossier's lines, numbers and counts are those of the sheet. */
export async function checkDossier(asking: Asking, fail: Fail): Promise<void> {
	const [{ blocks }, view] = await Promise.all([
		read<{ blocks: readonly DossierTable[] }>(asking, `enquiries/${asking.enquiry}/dossier`),
		read<{ lines: { text: string; state: string; count: number | null }[] }>(
			asking,
			`enquiries/${asking.enquiry}/counts`
		)
	]);
	const rows =
		blocks.find((one) => one.kind === 'table' && one.caption?.startsWith('Strategy, line by line'))?.rows ?? [];
	// Empty lines at the end are not printed.
	const written = view.lines.findLastIndex((one) => one.text.trim() !== '') + 1;
	if (rows.length !== written) fail(`the dossier has ${rows.length} lines, and the sheet ${written}`);
	for (const [at, [number, , text, , records]] of rows.entries()) {
		const line = view.lines[at];
		if (number !== String(at + 1) || !text?.startsWith(line?.text ?? ''))
			fail(`line ${at + 1} is ${line?.text}, and in the dossier ${number} ${text}`);
		if (line?.state === 'counted' && (records ?? '').replace(/\D/g, '') !== String(line.count))
			fail(`line ${at + 1} retrieves ${line.count}, and in the dossier ${records}`);
	}
}
