/** What jobs are called on the screens. */
import type { JobView } from '$lib/contract/jobs';
import { formatCount } from './fresh.svelte';

/** Bytes as people say them. */
export const formatSize = (bytes: number): string =>
	bytes < 100_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

const WHAT: Readonly<Record<JobView['kind'], string>> = {
	vocabulary: 'Loading a vocabulary',
	collection: 'Loading a collection',
	references: 'Importing references',
	headings: 'Matching headings',
	removal: 'Removing references',
	duplicates: 'Finding duplicates',
	gathering: 'Making a collection of files',
	gleaning: 'Gleaning',
	index: 'Indexing',
	works: 'Finding works in two collections',
	run: 'Counting lines',
	comparison: 'Comparing a rendering'
};
export const jobName = ({ kind, title }: JobView): string => `${WHAT[kind]}: ${title}`;

/** How far a job is, from 0 to 1; null where that is not known. */
export const shareOf = ({ progress }: JobView): number | null =>
	progress && progress.of > 0 ? Math.min(1, progress.done / progress.of) : null;

/** How far a job that is under way is, in a few words. */
export function progressText({ state, progress, title }: JobView): string {
	if (state === 'waiting') return 'Waiting for its turn';
	if (!progress) return 'Starting';
	const { step, done, of } = progress;
	const counted = `${formatCount(Math.min(done, of))} of ${formatCount(of)}`;
	switch (step) {
		case 'reading':
			return done < of ? `Reading ${formatSize(done)} of ${formatSize(of)}` : 'Validating';
		case 'storing':
			return of > 1_000_000 ? `Storing ${formatSize(done)} of ${formatSize(of)}` : `Storing ${counted}`;
		case 'indexing':
			return `${counted} records`;
		case 'comparing':
			return `Comparing references: ${Math.round((100 * done) / of)} %`;
		case 'gleaning-read':
			return `Reading ${counted} records`;
		case 'gleaning':
			return `Finding phrases: ${Math.round((100 * done) / of)} %`;
		case 'merging':
			return `Merging ${counted}`;
		case 'copying':
			return `Copying ${counted} records`;
		case 'removing':
			return `Removing: ${of === 0 ? 100 : Math.round((100 * done) / of)} %`;
		case 'matching':
			return `${counted} records`;
		case 'references-read':
			return `Reading ${counted} references`;
		case 'counting':
			return `${counted} lines`;
		case 'records':
			return `${counted} records fetched from ${title}`;
		case 'held':
			return `Checking whether ${title} holds the records only the original retrieves: ${counted}`;
		case 'blame':
			return `Finding the line responsible: ${counted}`;
		default:
			return counted;
	}
}

/** What became of a job, in a few words. */
export function endText({ state, message, by, mine }: JobView): string {
	switch (state) {
		case 'asking':
			return 'Waiting for your decision';
		case 'done':
			return message ?? 'Done';
		case 'failed':
			return message ?? 'Failed';
		case 'cancelled':
			return mine ? 'Cancelled' : `Cancelled (started by ${by})`;
		default:
			return '';
	}
}
