<!-- Fields that a source can search in several ways: which way is written here. -->
<script lang="ts">
	import { FIELD_NAMES, type FieldsWritten } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';

	let { rendering, source, fields }: { rendering: string; source: string; fields: readonly FieldsWritten[] } = $props();
	const { enquiry } = useWorkspace();
	const several = $derived(fields.filter((one) => one.options.length > 1));
	const names = (some: FieldsWritten['wanted']) => some.map((field) => FIELD_NAMES[field]).join(', ');
	/** How it is written, and what that changes. */
	const optionText = ({ way, codes, changes }: FieldsWritten['options'][number]) => {
		const form =
			way === 'bare'
				? 'without a code'
				: way === 'each'
					? codes.length > 1
						? `each by its own code: ${codes.join(', ')}`
						: `code ${codes[0] ?? ''}`
					: `the set ${codes[0] ?? ''}`;
		return `${form} – ${changes.length === 0 ? 'the same' : changes.map(({ message }) => message.replace(/\.$/, '')).join('; ')}`;
	};
	function choose({ wanted }: FieldsWritten, way: string) {
		const kept = enquiry.document.renderings.find((one) => one.id === rendering)?.fields ?? [];
		const others = kept.filter((one) => one.wanted.join() !== wanted.join());
		enquiry.edit('choose how fields are searched', [
			{
				do: 'set',
				at: ['renderings', rendering, 'fields'],
				value: [...others, { id: newId(), wanted: [...wanted], way }]
			}
		]);
	}
</script>

{#if several.length > 0}
	<section class="mt-3" aria-label="Fields at {source}">
		{#each several as one (one.wanted.join())}
			<label class="way small"
				><span>In the fields <strong>{names(one.wanted)}</strong></span>
				<select
					class="select"
					value={one.way}
					disabled={!enquiry.editable}
					onchange={(event) => choose(one, event.currentTarget.value)}
				>
					{#each one.options as option (option.way)}<option value={option.way}>{optionText(option)}</option>{/each}
				</select></label
			>
		{/each}
	</section>
{/if}

<style>
	.way {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px 12px;
		padding: 2px 0;
	}
	.way select {
		flex: 0 1 36rem;
		min-width: 0;
	}
</style>
