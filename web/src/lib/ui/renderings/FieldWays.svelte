<!-- Fields that a source can search in several ways: which way is written here. -->
<script lang="ts">
	import { FIELD_NAMES, type FieldsWritten } from '@wide-lantern/core/editor';
	import { takeBench } from '$lib/work/context';
	import { newId } from '$lib/work/new-id';

	let { rendering, source, fields }: { rendering: string; source: string; fields: readonly FieldsWritten[] } = $props();
	const { enquiry } = takeBench();
	const several = $derived(fields.filter((one) => one.options.length > 1));
	const names = (some: FieldsWritten['wanted']) => some.map((field) => FIELD_NAMES[field]).join(', ');
	/** How it is written, and what that changes. */
	const told = ({ way, codes, changes }: FieldsWritten['options'][number]) => {
		const form = way === 'bare' ? 'without a code' : way === 'each' ? (codes.length > 1 ? `each by its own code: ${codes.join(', ')}` : `code ${codes[0] ?? ''}`) : `the set ${codes[0] ?? ''}`;
		return `${form} – ${changes.length === 0 ? 'the same' : changes.map(({ message }) => message.replace(/\.$/, '')).join('; ')}`;
	};
	function choose({ wanted }: FieldsWritten, way: string) {
		const kept = enquiry.document.renderings.find((one) => one.id === rendering)?.fields ?? [];
		const others = kept.filter((one) => one.wanted.join() !== wanted.join());
		enquiry.edit('choose how fields are searched', [{ do: 'set', at: ['renderings', rendering, 'fields'], value: [...others, { id: newId(), wanted: [...wanted], way }] }]);
	}
</script>

{#if several.length > 0}
	<section class="mt-3" aria-label="Fields at {source}">
		<h3>Fields that {source} can search in several ways</h3>
		<ul class="ways mt-1">
			{#each several as one (one.wanted.join())}
				<li>
					<label class="small"
						><span>{names(one.wanted)}</span>
						<select class="ask" value={one.way} disabled={!enquiry.editable} onchange={(event) => choose(one, event.currentTarget.value)}>
							{#each one.options as option (option.way)}<option value={option.way}>{told(option)}</option>{/each}
						</select></label
					>
				</li>
			{/each}
		</ul>
	</section>
{/if}

<style>
	.ways label {
		display: grid;
		grid-template-columns: minmax(0, 16rem) minmax(0, 34rem);
		align-items: center;
		gap: 12px;
		padding: 2px 0;
	}
	@media (max-width: 900px) {
		.ways label {
			grid-template-columns: minmax(0, 1fr);
			gap: 2px;
		}
	}
</style>
