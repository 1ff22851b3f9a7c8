/** What a heading brings and costs on a collection, for the way in which it would be added. */
import { callServer } from '$lib/contract/call-server';
import type { CountedHeading } from '$lib/contract/headings';
import { PanelFigures } from './panel-figures.svelte';
import type { Taking } from './terms';

export interface HeadingOnCollection {
	readonly vocabulary: string;
	readonly heading: string;
	readonly collection: string;
}

/** A way of adding a heading as the server is asked for it. */
export function reachQuery(taking: Pick<Taking, 'reach' | 'picked' | 'except'>) {
	switch (taking.reach) {
		case 'picked':
			return { reach: taking.reach, picked: taking.picked.join(' ') };
		case 'narrower':
			return { reach: taking.reach, except: (taking.except ?? []).join(' ') };
		case 'this':
			return { reach: taking.reach };
	}
}
type Asked = HeadingOnCollection & { readonly reach: ReturnType<typeof reachQuery> };
const subjectOf = ({ vocabulary, heading, collection }: HeadingOnCollection, taking: Taking): Asked => ({
	vocabulary,
	heading,
	collection,
	reach: reachQuery(taking)
});

export class HeadingFigures {
	private readonly figures = new PanelFigures<Asked, CountedHeading>(
		({ vocabulary, heading, collection, reach }, signal) =>
			callServer('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/figures', {
				path: { vocabulary, heading },
				query: { collection, ...reach },
				signal
			})
	);

	ask(of: HeadingOnCollection, taking: Taking): () => void {
		return this.figures.ask(subjectOf(of, taking));
	}
	/** The newest; they stay while newer ones are counted. */
	get shown(): CountedHeading | null {
		return this.figures.value;
	}
	get failed(): string {
		return this.figures.failed;
	}
	/** True where those shown were counted for this way of adding the heading. */
	isCurrent(of: HeadingOnCollection, taking: Taking): boolean {
		return this.figures.isOf(subjectOf(of, taking));
	}
}

/** The length of a bar in per cent, on a log scale: sizes compare by powers of ten, as everywhere. */
export const logShare = (count: number, most: number): number =>
	count <= 0 ? 0 : (100 * Math.log(count + 1)) / Math.log(most + 1);
