/** Work that takes longer than a request, as a window sees it: listed, followed while it is under way, cancelled, started again. */
import { hasEnded, isUnderWay, type JobKindName, type JobView, type JobViewOf } from '$lib/contract/jobs';
import { callServer, type Answer } from '$lib/contract/call-server';

/** Milliseconds between two looks while something is under way. */
const LOOK = 500;

export class Jobs {
	/** Those that have not ended first, then the newest; without what they came to. */
	list = $state.raw<readonly JobView[]>([]);
	private asking: Promise<void> | null = null;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private readonly onended: ((job: JobView) => void)[] = [];
	private stopped = false;

	/** @param enquiry whose jobs these are; null for those of the person who asks */
	constructor(private readonly enquiry: string | null) {}

	/** Asks for the list, and goes on asking while something is under way. */
	refresh(): Promise<void> {
		// The answer that is awaited may lack what was begun meanwhile; the next one has it.
		const before = this.asking;
		this.asking ??= this.read().finally(() => (this.asking = null));
		return before ? before.then(() => this.refresh()) : this.asking;
	}

	private async read(): Promise<void> {
		clearTimeout(this.timer);
		const answer = await (this.enquiry === null
			? callServer('GET /api/v1/jobs')
			: callServer('GET /api/v1/enquiries/[enquiry]/jobs', { path: { enquiry: this.enquiry } }));
		if (answer.ok) {
			const known = new Map(this.list.map((job) => [job.id, job]));
			this.list = answer.value;
			for (const job of this.list) {
				const before = known.get(job.id);
				if (before && !hasEnded(before.state) && hasEnded(job.state)) for (const tell of this.onended) tell(job);
			}
		}
		if (!this.stopped && this.list.some((job) => isUnderWay(job.state)))
			this.timer = setTimeout(() => void this.refresh(), answer.ok ? LOOK : 10 * LOOK);
	}

	/** Calls back when a job that was under way has ended, until the returned function is called. */
	whenEnded(tell: (job: JobView) => void): () => void {
		this.onended.push(tell);
		return () => void this.onended.splice(this.onended.indexOf(tell), 1);
	}

	/** The newest of a kind on a subject; null where there is none. */
	newest<Kind extends JobKindName>(kind: Kind, subject: string): JobViewOf<Kind> | null {
		const own = this.list.filter((job): job is JobViewOf<Kind> => job.kind === kind && job.subject === subject);
		return own.reduce<JobViewOf<Kind> | null>(
			(newest, job) => (newest === null || job.createdAt > newest.createdAt ? job : newest),
			null
		);
	}

	async change(id: string, what: 'cancel' | 'repeat'): Promise<Answer<JobView>> {
		const answer = await callServer('POST /api/v1/jobs/[job]', { path: { job: id }, body: { do: what } });
		await this.refresh();
		return answer;
	}

	stop(): void {
		this.stopped = true;
		clearTimeout(this.timer);
	}
}

/** A job with what it came to. */
export const wholeJob = (id: string): Promise<Answer<JobView>> =>
	callServer('GET /api/v1/jobs/[job]', { path: { job: id } });

/** The jobs of the person who uses this browser window, on whatever page. */
export const ownJobs = new Jobs(null);
