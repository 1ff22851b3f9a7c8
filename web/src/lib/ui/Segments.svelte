<!-- A choice of two or three, all in sight. -->
<script lang="ts" generics="Value extends string">
	import { SegmentedControl } from '@skeletonlabs/skeleton-svelte';

	interface Props {
		label: string;
		/** True where the label is shown above the choice. */
		showLabel?: boolean;
		options: readonly (readonly [value: Value, name: string])[];
		value: Value;
		choose: (value: Value) => void;
	}
	let { label, showLabel = false, options, value, choose }: Props = $props();
</script>

<SegmentedControl {value} onValueChange={(change) => change.value !== null && choose(change.value as Value)}>
	<SegmentedControl.Label class={showLabel ? 'label-text' : 'sr-only'}>{label}</SegmentedControl.Label>
	<SegmentedControl.Control class="segments">
		{#each options as [own, name] (own)}
			<SegmentedControl.Item value={own} class="segment">
				<SegmentedControl.ItemText>{name}</SegmentedControl.ItemText>
				<SegmentedControl.ItemHiddenInput />
			</SegmentedControl.Item>
		{/each}
	</SegmentedControl.Control>
</SegmentedControl>
