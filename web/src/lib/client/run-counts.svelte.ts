/** Counts of a whole rendering on one day: run over the source's connection, pasted back from its platform, withdrawn. */
import type { RenderedLine, RunLine } from '@wide-lantern/core/editor';
import { callServer, type Answer } from '$lib/contract/call-server';
import type { EnquiryClient } from './enquiry.svelte';
import { pastedCounts, withoutGaps } from './pasted-counts';
import { SourceJob } from './source-job.svelte';

export interface RunProfile {
	readonly id: string;
	readonly source: string;
	readonly version: number;
	readonly connected: boolean;
	readonly oneString: boolean;
}

export class RunCounts {
	readonly job: SourceJob<'run'>;
	isPasting = $state(false);
	/** What was pasted. */
	text = $state('');

	/** @param changed is called when a run was added, withdrawn or restored */
	constructor(
		private readonly enquiry: Pick<EnquiryClient, 'id' | 'flush' | 'jobs'>,
		private readonly profile: () => RunProfile,
		private readonly lines: () => readonly RenderedLine[],
		private readonly changed: () => void
	) {
		this.job = new SourceJob(
			'run',
			enquiry,
			() => profile().id,
			({ state, outcome }) => {
				if (state === 'cancelled') this.job.fault = 'Cancelled; nothing was kept.';
				if (state !== 'done') return;
				this.job.fault = outcome?.fault ?? '';
				changed();
			}
		);
	}

	/** The lines that the platform has. */
	get written(): readonly RenderedLine[] {
		return this.lines().filter((line) => line.written !== null);
	}
	/** The counts in what was pasted. */
	get found(): readonly RunLine[] {
		return pastedCounts(this.text, this.written, this.profile().oneString);
	}

	async keepPasted(): Promise<void> {
		const { id, version } = this.profile();
		const lines = withoutGaps(this.written, this.found);
		const kept = await this.change(
			callServer('POST /api/v1/enquiries/[enquiry]/runs', {
				path: { enquiry: this.enquiry.id },
				body: { profile: id, version, how: 'pasted', lines }
			})
		);
		if (kept) [this.isPasting, this.text] = [false, ''];
	}

	async withdraw(run: string, withdrawn: boolean): Promise<void> {
		await this.change(
			callServer('PUT /api/v1/enquiries/[enquiry]/runs/[run]', {
				path: { enquiry: this.enquiry.id, run },
				body: { withdrawn }
			})
		);
	}

	private async change(asked: Promise<Answer<unknown>>): Promise<boolean> {
		const answer = await asked;
		this.job.fault = answer.ok ? '' : answer.fault;
		if (answer.ok) this.changed();
		return answer.ok;
	}
}
