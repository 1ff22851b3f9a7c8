/** Where a list of candidates may end: by share, where the curve bends, or by hand; and what is lost by ending there. */
import { cutAtKnee, cutByShare } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { Candidate, GainCurve } from '$lib/contract/gleaning';
import type { EnquiryClient } from './enquiry.svelte';
import type { Gleaning } from './gleaning.svelte';
import { PanelFigures } from './panel-figures.svelte';

export const CUTS = ['share', 'knee', 'hand'] as const;
export type Cut = (typeof CUTS)[number];
/** Candidates that are shown on either side of the cut. */
export const BESIDE = 20;

export class CutOff {
	by = $state<Cut>('share');
	/** In per cent. */
	share = $state(80);
	private typed = $state<number | null>(null);
	private readonly figures: PanelFigures<
		{ readonly revision: number; readonly candidates: readonly string[] },
		GainCurve
	>;

	constructor(
		private readonly gleaning: Pick<Gleaning, 'inOrder' | 'weightOf' | 'value'>,
		private readonly enquiry: Pick<EnquiryClient, 'id' | 'revision'>
	) {
		this.figures = new PanelFigures(
			({ candidates }, signal) =>
				callServer('POST /api/v1/enquiries/[enquiry]/gleaning/curve', {
					path: { enquiry: enquiry.id },
					body: { candidates },
					signal
				}),
			300
		);
	}

	get total(): number {
		return this.gleaning.inOrder.length;
	}
	/** What each candidate is ordered by, in the order of the list; what counts against it weighs nothing. */
	readonly weights = $derived.by(() =>
		this.gleaning.inOrder.map((candidate) => Math.max(0, this.gleaning.weightOf(candidate)))
	);
	/** Share of all weight that the first candidates hold, from 0 to 1; null where nothing weighs anything. */
	readonly shares = $derived.by((): readonly number[] | null => {
		const all = this.weights.reduce((sum, weight) => sum + weight, 0);
		let held = 0;
		return all === 0 ? null : this.weights.map((weight) => (held += weight) / all);
	});

	/** How many of the first candidates are kept. */
	get cut(): number {
		const hand = Math.max(0, Math.min(this.total, this.typed ?? cutByShare(this.weights, this.share / 100)));
		if (this.by === 'hand') return hand;
		return this.by === 'share' ? cutByShare(this.weights, this.share / 100) : cutAtKnee(this.weights);
	}
	/** Cuts by hand. */
	set cut(many: number) {
		this.by = 'hand';
		this.typed = Math.max(0, Math.min(this.total, Math.round(many)));
	}
	choose(by: Cut): void {
		// By hand one goes on from where the cut is.
		const { cut } = this;
		if (by === 'hand') this.cut = cut;
		else this.by = by;
	}

	private readonly subject = $derived.by(() => ({
		revision: this.enquiry.revision,
		candidates: this.gleaning.inOrder.map(({ key }) => key)
	}));
	/** For an effect: what the result gains by candidate after candidate. */
	ask(): (() => void) | undefined {
		if (this.gleaning.value?.gleaning?.outdated !== false || this.total === 0) return;
		return this.figures.ask(this.subject);
	}
	get failed(): string {
		return this.figures.failed;
	}
	/** Records that are new to the result after each candidate; null until they are counted, or where there is no result. */
	get gained(): readonly number[] | null {
		const gained = this.figures.of(this.subject)?.gained ?? [];
		return gained.length === 0 ? null : gained;
	}
	/** True where it is known that the strategy has no result to add to. */
	get withoutResult(): boolean {
		return this.figures.of(this.subject)?.gained.length === 0;
	}
	/** Records that are new to the result with the first candidates. */
	gainedBy(many: number): number | null {
		const { gained } = this;
		if (!gained) return null;
		return many <= 0 ? 0 : (gained[Math.min(many, gained.length) - 1] ?? 0);
	}
	/** After how many candidates nothing new comes any more; null where it is not known. */
	get lastGain(): number | null {
		const { gained } = this;
		if (!gained) return null;
		const all = gained.at(-1) ?? 0;
		return all === 0 ? 0 : gained.indexOf(all) + 1;
	}

	/** The last candidates above the cut, and the first below, each with what it adds to those before it. */
	get above(): readonly Beside[] {
		return this.beside(Math.max(0, this.cut - BESIDE), this.cut);
	}
	get below(): readonly Beside[] {
		return this.beside(this.cut, Math.min(this.total, this.cut + BESIDE));
	}
	private beside(from: number, to: number): readonly Beside[] {
		const { gained } = this;
		return this.gleaning.inOrder.slice(from, to).map((candidate, at) => ({
			candidate,
			place: from + at + 1,
			adds: gained ? (gained[from + at] ?? 0) - (gained[from + at - 1] ?? 0) : null
		}));
	}
}

export interface Beside {
	readonly candidate: Candidate;
	/** From 1, in the order of the list. */
	readonly place: number;
	/** Records that are new to the result after those before it; null where that is not known. */
	readonly adds: number | null;
}
