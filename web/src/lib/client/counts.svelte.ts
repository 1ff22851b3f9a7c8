/**
 * The counts of the sheet, for the text as it is being typed. One look is under way at a time; what
 * is typed meanwhile is looked at next, and one that takes long is overtaken.
 */
import { callServer } from '$lib/contract/call-server';
import type { CountsNews, SheetMargins, SheetView } from '$lib/contract/sheet';
import type { EnquiryClient } from './enquiry.svelte';
import { withNews } from './sheet';

/** Milliseconds after which a look under way is overtaken by a newer one. */
const PATIENCE = 60;

/** Milliseconds without a key after which typing has come to rest. */
const REST = 1_200;
/** Milliseconds after a save until the figures are asked for again, for its revision. */
const SAVED = 300;
/** Milliseconds after which an answer is taken for lost, or asked for again where it failed; twice as many after each. */
const LOST = 5_000;
const LOST_AT_MOST = 40_000;
/** Milliseconds that figures may lag behind before they are dimmed. */
const LATE = 200;

export class SheetCounts {
	view = $state.raw<SheetView | null>(null);
	/** Yields, beam and the like, and the look that they belong to. */
	margins = $state.raw<SheetMargins | null>(null);
	marginsOf = $state(0);
	failed = $state<string | null>(null);
	/** Number of the newest look, and of the newest answer. */
	asked = $state(0);
	answered = $state(0);

	private lostAfter = LOST;
	private started = 0;
	private lateness: ReturnType<typeof setTimeout> | undefined;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private again: ReturnType<typeof setTimeout> | undefined;

	constructor(
		private readonly enquiry: Pick<
			EnquiryClient,
			'id' | 'client' | 'revision' | 'connected' | 'shownEdits' | 'oncounts' | 'renewStream'
		>
	) {
		enquiry.oncounts = (news) => {
			// Only a screen that shows counts asks for them; a new stream sends it all lines again.
			if (news === null) {
				if (this.wanted) void this.send();
			} else this.hear(news);
		};
	}

	/** True when the answer takes so long that the figures should not be taken for those of the text shown. */
	late = $state(false);

	/** True while the margins shown are those of an older text. */
	get marginsOld(): boolean {
		return this.marginsOf < this.asked;
	}

	private get old(): boolean {
		return this.answered < this.asked;
	}

	/** The result before somebody began to type; a line that is being typed does not take its place. */
	private resultWas: string | null = null;
	private resting: ReturnType<typeof setTimeout> | undefined;
	/** True while somebody types, and for a moment after. */
	typing = $state(false);

	/** Somebody types: what is unfinished is neither the result nor a fault until they rest. */
	typed(): void {
		if (!this.typing) this.resultWas = this.view?.final ?? null;
		this.typing = true;
		clearTimeout(this.resting);
		this.resting = setTimeout(() => {
			this.typing = false;
			this.resultWas = null;
			this.look();
		}, REST);
	}

	/** Asks for the counts of what is shown now. */
	look(): void {
		this.wanted = true;
		// The answer comes on the stream: without one it is asked for when it opens.
		if (!this.enquiry.connected) return;
		clearTimeout(this.timer);
		const wait = this.old && !this.stale ? this.started + PATIENCE - performance.now() : 0;
		if (wait <= 0) void this.send();
		else this.timer = setTimeout(() => void this.send(), wait);
		this.waiting = wait > 0;
	}
	private waiting = false;
	private wanted = false;
	/** True where the newest answer could not be given on the revision that was shown. */
	private stale = false;

	/** Something was saved: its revision is asked for once nobody types, or at once where the last answer could not be given without it. */
	saved(): void {
		if (this.stale || !this.wanted) this.look();
		else {
			clearTimeout(this.relabel);
			this.relabel = setTimeout(() => this.look(), SAVED);
		}
	}
	/** Records were judged: lines that name them have other counts. */
	judged(): void {
		if (this.wanted) this.look();
	}
	private relabel: ReturnType<typeof setTimeout> | undefined;

	private async send(): Promise<void> {
		clearTimeout(this.again);
		clearTimeout(this.relabel);
		this.stale = false;
		this.waiting = false;
		this.started = performance.now();
		if (!this.old) this.lateness = setTimeout(() => (this.late = true), LATE);
		const sequence = ++this.asked;
		// Should an answer be lost, it is asked for again.
		this.askAgainLater();
		const { id, client, revision } = this.enquiry;
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/look', {
			path: { enquiry: id },
			body: { client, sequence, revision, edits: this.enquiry.shownEdits(), resultWas: this.resultWas }
		});
		if (answer.ok) return;
		// Without a stream the answer would reach nobody; it is asked for when the stream opens.
		if (answer.status === 409) this.enquiry.renewStream();
		else if (sequence === this.asked) {
			clearTimeout(this.again);
			this.failed = answer.status === 0 ? 'The server cannot be reached; the figures shown are older.' : answer.fault;
			this.again = setTimeout(() => void this.send(), 3_000);
		}
	}

	private askAgainLater(): void {
		clearTimeout(this.again);
		this.again = setTimeout(() => {
			this.lostAfter = Math.min(this.lostAfter * 2, LOST_AT_MOST);
			void this.send();
		}, this.lostAfter);
	}

	private hear(news: CountsNews): void {
		if (news.sequence < this.answered) return;
		if ('margins' in news) {
			this.margins = news.margins;
			this.marginsOf = news.sequence;
			return;
		}
		this.failed = 'failed' in news ? news.failed : null;
		this.stale = 'stale' in news;
		if ('failed' in news) this.askAgainLater();
		if ('view' in news) {
			this.lostAfter = LOST;
			const next = withNews(this.view, news);
			if (!next) {
				// Something was missed while the stream was away: a fresh stream sends all lines.
				void this.refetchAll();
				return;
			}
			this.view = next;
			this.answered = news.sequence;
			if (!this.old) {
				clearTimeout(this.again);
				clearTimeout(this.lateness);
				this.late = false;
			}
			if (next.indexing !== null) this.again = setTimeout(() => this.look(), 1_000);
		}
		if (this.waiting) {
			clearTimeout(this.timer);
			void this.send();
		}
	}

	private async refetchAll(): Promise<void> {
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/counts', { path: { enquiry: this.enquiry.id } });
		if (answer.ok) this.view = answer.value;
		this.look();
	}

	stop(): void {
		clearTimeout(this.timer);
		clearTimeout(this.again);
		clearTimeout(this.lateness);
		clearTimeout(this.resting);
		clearTimeout(this.relabel);
		this.enquiry.oncounts = null;
	}
}
