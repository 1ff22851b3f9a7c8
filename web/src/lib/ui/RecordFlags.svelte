<!-- What a record is, where it is not simply a paper: retracted, a preprint, a correction and the like. -->
<script lang="ts">
	import type { RecordFlag } from '$lib/contract/records';

	let { flags }: { flags: readonly RecordFlag[] } = $props();
	const NAMES: Readonly<Record<RecordFlag, string>> = {
		retracted: 'retracted',
		preprint: 'preprint',
		abstract: 'conference abstract',
		protocol: 'protocol',
		registration: 'registration',
		correction: 'correction',
		'retraction notice': 'retraction notice',
		concern: 'expression of concern',
		comment: 'comment'
	};
</script>

{#each flags as flag (flag)}<span class="flag small" class:bad={flag === 'retracted'}>{NAMES[flag]}</span>{/each}

<style>
	.flag {
		margin-left: 8px;
		padding: 0 5px;
		border: 1px solid var(--edge);
		border-radius: 3px;
		white-space: nowrap;
	}
	.bad {
		color: var(--fault);
		border-color: currentColor;
		font-weight: 700;
	}
</style>
