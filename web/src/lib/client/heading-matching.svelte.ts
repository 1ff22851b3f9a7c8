/** Keywords of an imported file matched against a vocabulary: what it would do, done by a job, and undone. */
import { callServer } from '$lib/contract/call-server';
import { hasEnded, isUnderWay, type JobView } from '$lib/contract/jobs';
import type { HeadingPreview, HeadingRest, ReferenceBatch } from '$lib/contract/references';
import { wholeJob, type Jobs } from './jobs.svelte';

export class HeadingMatching {
	/** Identifier of the vocabulary that is looked at; empty for none. */
	vocabulary = $state('');
	otherNames = $state(true);
	rest = $state<HeadingRest>('keywords');
	preview = $state.raw<HeadingPreview | null>(null);
	isLooking = $state(false);
	fault = $state('');
	private job = $state<string | null>(null);

	/** @param changed is called when the records have other headings */
	constructor(
		private readonly enquiry: string,
		readonly batch: Pick<ReferenceBatch, 'id' | 'matching'>,
		private readonly jobs: Pick<Jobs, 'list' | 'refresh' | 'change'>,
		private readonly changed: () => void
	) {
		if (batch.matching) {
			this.otherNames = batch.matching.otherNames;
			this.rest = batch.matching.rest;
		}
	}

	get running(): JobView | null {
		return this.jobs.list.find((one) => one.id === this.job && isUnderWay(one.state)) ?? null;
	}
	/** Keywords that would be headings. */
	get matched(): number {
		return this.preview ? this.preview.byLabel + (this.otherNames ? this.preview.byOtherName : 0) : 0;
	}

	async look(vocabulary: string): Promise<void> {
		this.vocabulary = vocabulary;
		this.preview = null;
		this.fault = '';
		if (vocabulary === '') return;
		this.isLooking = true;
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/batches/[batch]/headings', {
			path: { enquiry: this.enquiry, batch: this.batch.id },
			query: { vocabulary }
		});
		// Another one may have been chosen meanwhile.
		if (this.vocabulary !== vocabulary) return;
		this.isLooking = false;
		if (answer.ok) this.preview = answer.value;
		else this.fault = answer.fault;
	}

	/** Matches against the chosen vocabulary; or, with false, leaves the keywords as they were read. */
	async match(wanted = true): Promise<void> {
		this.fault = '';
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/batches/[batch]/headings', {
			path: { enquiry: this.enquiry, batch: this.batch.id },
			body: { vocabulary: wanted ? this.vocabulary : null, otherNames: this.otherNames, rest: this.rest }
		});
		if (answer.ok) {
			this.job = answer.value.id;
			await this.jobs.refresh();
		} else this.fault = answer.fault;
	}
	async cancel(): Promise<void> {
		if (this.job !== null) await this.jobs.change(this.job, 'cancel');
	}

	/** For an effect: looks what became of the job. */
	async follow(): Promise<void> {
		const { job } = this;
		const listed = this.jobs.list.find((one) => one.id === job);
		if (job === null || !listed || !hasEnded(listed.state)) return;
		this.job = null;
		const answer = await wholeJob(job);
		if (!answer.ok) this.fault = answer.fault;
		else if (answer.value.state === 'done') {
			this.vocabulary = '';
			this.preview = null;
			this.changed();
		} else this.fault = answer.value.message ?? 'Matching was cancelled. Nothing was changed.';
	}
}
