/** A job at the source of a rendering, as one window follows it: begun here or by others, cancelled, told how it ended. */
import { hasEnded, isUnderWay, type JobOutcomes, type JobView } from '$lib/contract/jobs';
import { callServer, type Answer } from '$lib/contract/call-server';
import type { EnquiryClient } from './enquiry.svelte';
import { ownJobs, wholeJob } from './jobs.svelte';

type SourceKind = 'run' | 'comparison';
export interface EndedSourceJob<Kind extends SourceKind> {
	readonly state: JobView['state'];
	readonly outcome: JobOutcomes[Kind] | null;
	/** False where it had ended before it was followed. */
	readonly isNews: boolean;
}

const starting = {
	run: (enquiry: string, profile: string) =>
		callServer('POST /api/v1/enquiries/[enquiry]/renderings/count', { path: { enquiry }, body: { profile } }),
	comparison: (enquiry: string, profile: string) =>
		callServer('POST /api/v1/enquiries/[enquiry]/renderings/try', { path: { enquiry }, body: { profile } })
} as const satisfies Record<SourceKind, (enquiry: string, profile: string) => Promise<Answer<JobView>>>;

export class SourceJob<Kind extends SourceKind> {
	fault = $state('');
	private isSending = $state(false);
	/** What this window has begun or found under way; what became of others is not said again. */
	private begun = $state('');

	/** @param profile of the rendering; it may be another later */
	constructor(
		private readonly kind: Kind,
		private readonly enquiry: Pick<EnquiryClient, 'id' | 'flush' | 'jobs'>,
		private readonly profile: () => string,
		private readonly ended: (job: EndedSourceJob<Kind>) => void
	) {}

	/** The newest one, whoever began it. */
	get newest(): JobView | null {
		return this.enquiry.jobs.newest(this.kind, `${this.enquiry.id} ${this.profile()}`);
	}
	get running(): JobView | null {
		const { newest } = this;
		return newest !== null && isUnderWay(newest.state) ? newest : null;
	}
	get isBusy(): boolean {
		return this.isSending || this.begun !== '' || this.running !== null;
	}

	async start(): Promise<void> {
		this.isSending = true;
		await this.enquiry.flush();
		this.fault = '';
		const answer = await starting[this.kind](this.enquiry.id, this.profile());
		this.isSending = false;
		if (!answer.ok) {
			this.fault = answer.fault;
			return;
		}
		this.begun = answer.value.id;
		void ownJobs.refresh();
		await this.enquiry.jobs.refresh();
		await this.see();
	}

	/** Takes up one that is under way, as after a reload; what is done already is told at once. */
	async takeUp(): Promise<void> {
		await this.enquiry.jobs.refresh();
		const { newest } = this;
		if (!newest || this.begun !== '') return;
		if (!hasEnded(newest.state)) this.begun = newest.id;
		else if (newest.state === 'done') {
			const result = await this.resultOf(newest.id, 'done');
			if (result && this.begun === '') this.ended({ ...result, isNews: false });
		}
	}

	/** Says what became of it, when it has ended. */
	async see(): Promise<void> {
		const own = this.begun === '' ? undefined : this.enquiry.jobs.list.find((job) => job.id === this.begun);
		if (!own || !hasEnded(own.state)) return;
		const result = await this.resultOf(own.id, own.state);
		// Until now it was busy; somebody else may have told it meanwhile.
		if (this.begun !== own.id) return;
		this.begun = '';
		if (own.state === 'failed') this.fault = own.message ?? '';
		if (result) this.ended({ ...result, isNews: true });
	}

	/** Null where it cannot be read. */
	private async resultOf(
		id: string,
		state: JobView['state']
	): Promise<Pick<EndedSourceJob<Kind>, 'state' | 'outcome'> | null> {
		if (state !== 'done') return { state, outcome: null };
		const whole = await wholeJob(id);
		if (!whole.ok) {
			this.fault = whole.fault;
			return null;
		}
		return whole.value.kind === this.kind ? { state, outcome: whole.value.outcome as JobOutcomes[Kind] | null } : null;
	}

	async cancel(): Promise<void> {
		const { running } = this;
		const answer = running && (await this.enquiry.jobs.change(running.id, 'cancel'));
		if (answer && !answer.ok) this.fault = answer.fault;
	}
}
