/** Decisions on what a heading is called elsewhere, as SKOS mapping properties in Turtle. */
import { DataFactory, Writer } from 'n3';
import { SKOS, WL } from './skos-read.ts';

/** A decision on what a heading is called in another vocabulary. */
export interface MappingToWrite {
	readonly heading: string;
	readonly to: string;
	/** `two`: all targets together, with OR; `none`: nothing, and why. */
	readonly kind: 'exact' | 'close' | 'broader' | 'narrower' | 'two' | 'none';
	readonly targets: readonly string[];
	readonly reason: string;
	readonly by: string;
	readonly on: string;
}

/** The targets of `two` are narrower each; that they belong together is said beside them. */
const MATCHES = {
	exact: 'exactMatch',
	close: 'closeMatch',
	broader: 'broadMatch',
	narrower: 'narrowMatch',
	two: 'narrowMatch',
	none: null
} as const;

/** Mappings as SKOS mapping properties in Turtle, each with a note that says who decided it, when and why. */
export function writeMappings(vocabulary: string, mappings: readonly MappingToWrite[]): string {
	const base = (id: string) => `https://wide-lantern.example/${id}/`;
	const writer = new Writer({ prefixes: { skos: SKOS, wl: WL, v: base(vocabulary) } });
	const { namedNode, literal } = DataFactory;
	for (const { heading, to, kind, targets, reason, by, on } of mappings) {
		const iri = namedNode(base(vocabulary) + heading);
		const property = MATCHES[kind];
		if (property)
			for (const target of targets) writer.addQuad(iri, namedNode(SKOS + property), namedNode(base(to) + target));
		const what =
			kind === 'none'
				? `No heading of ${to} fits: text words only.`
				: kind === 'two'
					? `In ${to}, all of them together, with OR.`
					: `Mapped to ${to}.`;
		writer.addQuad(
			iri,
			namedNode(`${SKOS}editorialNote`),
			literal(`${what} ${by}, ${on}.${reason === '' ? '' : ` ${reason}`}`, 'en')
		);
	}
	let turtle = '';
	writer.end((error, result) => {
		if (error) throw error;
		turtle = result;
	});
	return turtle;
}
