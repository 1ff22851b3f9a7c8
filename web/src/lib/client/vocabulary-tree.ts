/** The tree of a vocabulary, read branch by branch. */
import { headingFacts } from './headings';

export interface TreeNode {
	/** The path to it: a heading may be in several places. */
	readonly value: string;
	readonly heading: string;
	readonly label: string;
	/** Headings directly below it; undefined where there are none. */
	readonly childrenCount?: number;
	readonly children?: TreeNode[];
}
interface Row {
	readonly id: string;
	readonly label: string;
	readonly narrower: number;
}

export const treeNode = ({ id, label, narrower }: Row, above: TreeNode | null): TreeNode => ({
	value: above ? `${above.value}\n${id}` : id,
	heading: id,
	label,
	...(narrower > 0 ? { childrenCount: narrower } : {})
});

/** The headings directly below a node. @throws Error with the server's sentence */
export async function nodesBelow(vocabulary: string, node: TreeNode): Promise<TreeNode[]> {
	const { below } = await headingFacts(vocabulary, node.heading, null);
	return below.map((row) => treeNode(row, node));
}
