<!-- The tree of a vocabulary: opened branch by branch, by arrows and letters as by mouse. -->
<script lang="ts">
	import { createTreeViewCollection, TreeView } from '@skeletonlabs/skeleton-svelte';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import { untrack } from 'svelte';
	import { nodesBelow, treeNode, type TreeNode } from '$lib/client/vocabulary-tree';

	interface Props {
		vocabulary: string;
		/** The headings at the top. */
		tops: readonly { readonly id: string; readonly label: string; readonly narrower: number }[];
		/** Shows a heading. */
		open: (heading: string) => void;
	}
	let { vocabulary, tops, open }: Props = $props();
	let collection = $state.raw(
		untrack(() =>
			createTreeViewCollection<TreeNode>({
				nodeToValue: (node) => node.value,
				nodeToString: (node) => node.label,
				rootNode: { value: '', heading: '', label: '', children: tops.map((top) => treeNode(top, null)) }
			})
		)
	);
	let selected = $state.raw<string[]>([]);
	let failed = $state('');
</script>

{#snippet branch(node: TreeNode, indexPath: number[])}
	<TreeView.NodeProvider value={{ node, indexPath }}>
		{#if node.childrenCount}
			<TreeView.Branch>
				<TreeView.BranchControl class="tree-row">
					<TreeView.BranchIndicator class="tree-mark"><ChevronRight size={14} /></TreeView.BranchIndicator>
					<TreeView.BranchText
						>{node.label} <span class="soft small">{node.childrenCount} below</span></TreeView.BranchText
					>
				</TreeView.BranchControl>
				<TreeView.BranchContent class="tree-below">
					{#each node.children ?? [] as child, at (child.value)}{@render branch(child, [...indexPath, at])}{/each}
				</TreeView.BranchContent>
			</TreeView.Branch>
		{:else}
			<TreeView.Item class="tree-row"><span class="tree-mark"></span>{node.label}</TreeView.Item>
		{/if}
	</TreeView.NodeProvider>
{/snippet}

<TreeView
	class="w-full"
	{collection}
	selectedValue={selected}
	loadChildren={({ node }) => nodesBelow(vocabulary, node)}
	onLoadChildrenComplete={(details) => {
		collection = details.collection;
		failed = '';
	}}
	onLoadChildrenError={(details) => (failed = details.nodes[0]?.error.message ?? 'The branch could not be read.')}
	onSelectionChange={(details) => {
		selected = details.selectedValue;
		const node = details.focusedValue === null ? null : collection.findNode(details.focusedValue);
		if (node) open(node.heading);
	}}
>
	<TreeView.Label class="sr-only">Headings from the top</TreeView.Label>
	<TreeView.Tree>
		{#each collection.rootNode.children ?? [] as node, at (node.value)}{@render branch(node, [at])}{/each}
	</TreeView.Tree>
</TreeView>
{#if failed}<p class="say fault small mt-2" role="alert">{failed}</p>{/if}

<style>
	:global(.tree-row) {
		display: flex;
		align-items: baseline;
		gap: 4px;
		min-height: 26px;
		padding: 2px 6px;
		border-left: 3px solid transparent;
		cursor: pointer;
	}
	:global(.tree-row:hover) {
		background: var(--wash);
	}
	:global(.tree-row[data-selected]) {
		background: var(--wash);
		border-left-color: var(--ink);
	}
	:global(.tree-mark) {
		flex: none;
		width: 14px;
		align-self: center;
	}
	:global(.tree-mark[data-state='open']) {
		rotate: 90deg;
	}
	:global(.tree-below) {
		margin-left: 10px;
		border-left: 1px solid var(--rule);
		padding-left: 4px;
	}
</style>
