<script lang="ts">
	import { FRAMEWORKS, conceptLetter, type FrameworkName } from '@wide-lantern/core/editor';
	import Plus from '@lucide/svelte/icons/plus';
	import { format } from 'date-fns';
	import ArticleFound from '$lib/ui/ArticleFound.svelte';
	import PasteArticles from '$lib/ui/PasteArticles.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import EditText from '$lib/ui/EditText.svelte';
	import Rows from '$lib/ui/Rows.svelte';
	import {
		changeFramework,
		chooseProfile,
		conceptFromPart,
		conceptOf,
		decidePart,
		LEFT_OUT,
		OPEN,
		type NamedEdits,
		type QuestionPart
	} from '$lib/client/brief';
	import { useWorkspace } from '$lib/client/context';
	import { KnownArticles } from '$lib/client/enquiry-figures.svelte';
	import { count, formatCount } from '$lib/client/fresh.svelte';

	const { enquiry, profiles, collections, personName } = useWorkspace();
	const document = $derived(enquiry.document);
	const known = new KnownArticles(enquiry);
	/** Articles that one record alone may be. */
	const likely = $derived(
		known.found.articles.flatMap((one) => {
			const [only, ...others] = one.state === 'likely' ? one.records : [];
			return only && others.length === 0 ? [{ article: one.article, record: only.id }] : [];
		})
	);
	$effect(() => known.ask());
	const { found } = $derived(known);
	const hours = $derived(document.journal.reduce((sum, one) => sum + (one.hours ?? 0), 0));

	const act = ({ name, edits }: NamedEdits) => enquiry.edit(name, edits);
	const decide = (part: QuestionPart, choice: string) =>
		act(decidePart(document, part, choice, { by: personName, on: new Date().toISOString().slice(0, 10) }));
	const profileOf = (id: string) => profiles.find((one) => one.id === id) ?? null;
</script>

<div class="sheet">
	<h1 class="sr-only">Brief</h1>
	<EditText
		at={['title']}
		label="Title"
		class="text-[22px] font-semibold"
		placeholder="A short name for this enquiry"
	/>
	<EditText
		at={['question']}
		label="Question"
		long
		class="text-[17px]"
		required="The question cannot be empty; the last one is kept until you type another."
	/>

	<section id="parts">
		<div class="flex items-end justify-between gap-4">
			<h2>The question in parts</h2>
			<label class="small flex items-center gap-2"
				>split by
				<select
					class="select"
					value={document.framework}
					disabled={!enquiry.editable}
					onchange={(event) => act(changeFramework(document, event.currentTarget.value as FrameworkName))}
					>{#each Object.keys(FRAMEWORKS) as name (name)}<option>{name}</option>{/each}</select
				>
			</label>
		</div>
		<Rows
			list="parts"
			items={document.parts}
			fresh={{ name: '', text: '', concept: null, leftOut: null }}
			add="Add a part"
			one="part"
			head={[{ title: 'Part', width: '9rem' }, { title: 'In this question' }, { title: 'Searched as', width: '17rem' }]}
		>
			{#snippet row(part)}
				<td><EditText at={['parts', part.id, 'name']} label="Name of the part" /></td>
				<td><EditText at={['parts', part.id, 'text']} label="{part.name} in this question" long placeholder="—" /></td>
				<td>
					<label
						><span class="sr-only">How {part.name} is searched</span>
						<select
							class="select w-full"
							disabled={!enquiry.editable}
							value={conceptOf(document, part)?.dropped
								? LEFT_OUT
								: (part.concept ?? (part.leftOut === null ? OPEN : LEFT_OUT))}
							onchange={(event) => decide(part, event.currentTarget.value)}
						>
							<option value="">not decided</option>
							{#each document.concepts as concept, at (concept.id)}<option value={concept.id}
									>{conceptLetter(at)} {concept.name}</option
								>{/each}
							<option value={LEFT_OUT}>left out</option>
						</select>
					</label>
					{#if enquiry.editable && part.concept === null}<button
							class="btn btn-sm hover:preset-tonal"
							onclick={() => act(conceptFromPart(document, part))}
							aria-label="Search {part.name} as a new concept"><Plus size={14} /> A new concept</button
						>{/if}
					{#if part.concept !== null && conceptOf(document, part)?.dropped}<EditText
							at={['concepts', part.concept, 'dropped', 'reason']}
							label="Reason for leaving {part.name} out"
							long
							placeholder="Because …"
						/>
					{:else if part.leftOut !== null && part.concept === null}<EditText
							at={['parts', part.id, 'leftOut']}
							label="Reason for leaving {part.name} out"
							long
							placeholder="Because …"
						/>{/if}
				</td>
			{/snippet}
		</Rows>
	</section>

	<section id="sources">
		<h2>Sources</h2>
		<Rows
			list="sources"
			items={document.sources}
			fresh={{ kind: 'database', database: '', platform: '', coverage: '', reason: '', profile: null }}
			add="Add a source"
			one="source"
			head={[
				{ title: 'Kind', width: '8rem' },
				{ title: 'Source' },
				{ title: 'on platform' },
				{ title: 'Years covered' },
				{ title: 'Why this one' },
				{ title: 'Profile', width: '10rem' }
			]}
		>
			{#snippet row(source)}
				<td
					><Choice
						at={['sources', source.id, 'kind']}
						label="Kind of source"
						options={[
							{ value: 'database', name: 'database' },
							{ value: 'register', name: 'register' },
							{ value: 'other', name: 'other' }
						]}
					/></td
				>
				<td><EditText at={['sources', source.id, 'database']} label="Source" long placeholder="Database" /></td>
				<td><EditText at={['sources', source.id, 'platform']} label="Platform" long placeholder="Platform" /></td>
				<td><EditText at={['sources', source.id, 'coverage']} label="Years covered" long placeholder="—" /></td>
				<td><EditText at={['sources', source.id, 'reason']} label="Reason for this source" long placeholder="—" /></td>
				<td
					><label
						><span class="sr-only">Profile</span>
						<select
							class="select w-full"
							disabled={!enquiry.editable}
							value={source.profile ?? ''}
							onchange={(event) => act(chooseProfile(source, profileOf(event.currentTarget.value)))}
						>
							<option value="">none</option>
							{#each profiles as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
						</select>
					</label></td
				>
			{/snippet}
		</Rows>
		<div class="mt-3 max-w-md">
			<Choice
				at={['collection']}
				label="Counts are taken from"
				showLabel
				options={[
					{ value: '', name: 'nothing: no counts' },
					...collections.map((one) => ({ value: one.id, name: `${one.name}, ${one.takenOn}` }))
				]}
			/>
		</div>
	</section>

	<section>
		<h2 id="articles">Known relevant articles</h2>
		<Rows
			list="articles"
			items={document.articles}
			fresh={{ citation: '', identifier: '' }}
			add="Add an article"
			one="article"
			head={[
				{ title: 'Article' },
				{ title: 'Identifier', width: '12rem' },
				{ title: found.collection === null ? 'Record' : `In ${found.collection}`, width: '15rem' }
			]}
		>
			{#snippet row(article)}
				<td
					><EditText
						at={['articles', article.id, 'citation']}
						label="Article"
						long
						placeholder="Authors, title, journal, year"
					/></td
				>
				<td
					><EditText
						at={['articles', article.id, 'identifier']}
						label="Identifier of the article"
						placeholder="DOI or record number"
					/></td
				>
				<td
					><ArticleFound
						state={found.articles.find((one) => one.article === article.id)}
						collection={found.collection}
					/></td
				>
			{/snippet}
		</Rows>
		<PasteArticles />
		{#if enquiry.editable && likely.length > 1}<button
				class="btn preset-outlined-surface-500 mt-1"
				onclick={() =>
					enquiry.edit(
						`identify ${count(likely.length, 'known article')}`,
						likely.map(({ article, record }) => ({ do: 'set', at: ['articles', article, 'identifier'], value: record }))
					)}>Accept the only match for {formatCount(likely.length)} articles</button
			>{/if}
	</section>

	<section class="two">
		<div>
			<h2>Inclusion criteria</h2>
			<Rows
				list="inclusion"
				items={document.inclusion}
				fresh={{ text: '' }}
				add="Add a criterion for inclusion"
				one="criterion"
			>
				{#snippet row(one)}<td
						><EditText
							at={['inclusion', one.id, 'text']}
							label="Inclusion criterion"
							long
							placeholder="Records that …"
						/></td
					>{/snippet}
			</Rows>
		</div>
		<div>
			<h2>Exclusion criteria</h2>
			<Rows
				list="exclusion"
				items={document.exclusion}
				fresh={{ text: '' }}
				add="Add a criterion for exclusion"
				one="criterion"
			>
				{#snippet row(one)}<td
						><EditText
							at={['exclusion', one.id, 'text']}
							label="Exclusion criterion"
							long
							placeholder="Records that …"
						/></td
					>{/snippet}
			</Rows>
		</div>
	</section>

	<section>
		<h2>Timelines</h2>
		<Rows
			list="dates"
			items={document.dates}
			fresh={{ timeline: 'searcher', what: '', due: null, done: false }}
			add="Add a date"
			one="date"
			head={[
				{ title: 'Whose', width: '8rem' },
				{ title: 'What' },
				{ title: 'Due', width: '10rem' },
				{ title: 'Done', width: '4rem' }
			]}
		>
			{#snippet row(date)}
				<td
					><Choice
						at={['dates', date.id, 'timeline']}
						label="Whose timeline"
						options={[
							{ value: 'team', name: 'the team’s' },
							{ value: 'searcher', name: 'the searcher’s' }
						]}
					/></td
				>
				<td><EditText at={['dates', date.id, 'what']} label="What is due" placeholder="What is due" /></td>
				<td><EditText at={['dates', date.id, 'due']} label="Due date" type="date" /></td>
				<td
					><input
						class="checkbox"
						type="checkbox"
						aria-label="{date.what || 'This date'} is done"
						checked={date.done}
						disabled={!enquiry.editable}
						onchange={(event) => enquiry.set(['dates', date.id, 'done'], event.currentTarget.checked, 'tick a date')}
					/></td
				>
			{/snippet}
		</Rows>
	</section>

	<section>
		<h2>Search team</h2>
		<Rows
			list="people"
			items={document.people}
			fresh={{ name: '', affiliation: '', does: '', credit: '' }}
			add="Add a person"
			one="person"
			head={[{ title: 'Name' }, { title: 'Affiliation' }, { title: 'Does' }, { title: 'Credited as' }]}
		>
			{#snippet row(person)}
				<td><EditText at={['people', person.id, 'name']} label="Name" placeholder="Name" /></td>
				<td
					><EditText
						at={['people', person.id, 'affiliation']}
						label="Affiliation"
						placeholder="Library or department"
					/></td
				>
				<td><EditText at={['people', person.id, 'does']} label="What they do" placeholder="designs the searches" /></td>
				<td
					><EditText
						at={['people', person.id, 'credit']}
						label="Credited as"
						placeholder="author, acknowledged, not named"
					/></td
				>
			{/snippet}
		</Rows>
	</section>

	<section>
		<h2>
			Journal {#if hours > 0}<span class="soft small font-normal">{hours} hours so far</span>{/if}
		</h2>
		<Rows
			list="journal"
			items={document.journal}
			fresh={{ date: format(new Date(), 'yyyy-MM-dd'), kind: 'decision', text: '', hours: null }}
			add="Add a journal entry"
			one="entry"
			head={[
				{ title: 'Date', width: '9rem' },
				{ title: 'Kind', width: '9rem' },
				{ title: 'What' },
				{ title: 'Hours', width: '5rem' }
			]}
		>
			{#snippet row(entry)}
				<td><EditText at={['journal', entry.id, 'date']} label="Date of the entry" type="date" /></td>
				<td
					><Choice
						at={['journal', entry.id, 'kind']}
						label="Kind of entry"
						options={[
							{ value: 'decision', name: 'decision' },
							{ value: 'correspondence', name: 'correspondence' },
							{ value: 'work', name: 'work' }
						]}
					/></td
				>
				<td
					><EditText
						at={['journal', entry.id, 'text']}
						label="What was decided, said or done"
						long
						placeholder="What was decided, said or done"
					/></td
				>
				<td><EditText at={['journal', entry.id, 'hours']} label="Hours" type="number" placeholder="—" /></td>
			{/snippet}
		</Rows>
	</section>
</div>

<style>
	.sheet {
		max-width: 62rem;
	}
	section {
		margin-top: 28px;
	}
	.two {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 32px;
	}
	@media (max-width: 800px) {
		.two {
			grid-template-columns: 1fr;
		}
		section {
			overflow-x: auto;
			position: relative;
		}
	}
</style>
