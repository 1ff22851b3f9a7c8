/** The Renderings screen: the strategy in each chosen platform's syntax, what was run there, and what people do with it. */
import { renderingFindings, type EnquiryDocument, type Finding, type RenderedLine } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type { ShownRendering } from '$lib/contract/platforms';
import type { RenderingHistory, ShownRun } from '$lib/contract/runs';
import type { EnquiryClient } from './enquiry.svelte';
import { ServerValue } from './fresh.svelte';
import { newId } from './new-id';
import { plainText, scoredLines, undecided } from './rendering-notes';

type Stored = EnquiryDocument['renderings'][number];
/** Milliseconds for which it is said that something was copied. */
const SAID = 4_000;

interface Profile {
	readonly id: string;
	readonly version: number;
}

export class Renderings {
	private readonly written;
	private readonly history;
	/** The profile that is shown alone; null for all. */
	alone = $state<string | null>(null);
	/** What was copied, or why it was not. */
	said = $state('');
	/** What was removed last in this window, with its decisions; it can be restored. */
	removed = $state.raw<{ readonly stored: Stored; readonly after: string | null; readonly name: string } | null>(null);

	constructor(
		private readonly enquiry: Pick<EnquiryClient, 'id' | 'document' | 'revision' | 'editable' | 'edit'>,
		private readonly profiles: readonly Profile[],
		private readonly personName: string,
		/** Writes to the clipboard; rejects where that is not allowed. */
		private readonly toClipboard: (text: string) => Promise<void>
	) {
		const path = { enquiry: enquiry.id };
		this.written = new ServerValue((signal) =>
			callServer('GET /api/v1/enquiries/[enquiry]/renderings', { path, signal })
		);
		this.history = new ServerValue((signal) => callServer('GET /api/v1/enquiries/[enquiry]/runs', { path, signal }));
	}

	/** Asks how the strategy is written now. */
	refresh(): void {
		void this.written.ask();
	}
	/** Asks what was run, copied and compared. */
	refreshRuns(): void {
		void this.history.ask();
	}
	stop(): void {
		this.written.stop();
		this.history.stop();
	}

	get all(): readonly ShownRendering[] {
		return this.written.value?.renderings ?? [];
	}
	get shown(): readonly ShownRendering[] {
		return this.all.filter((one) => this.alone === null || one.profile.id === this.alone);
	}
	get single(): ShownRendering | null {
		return this.alone === null ? null : (this.all.find((one) => one.profile.id === this.alone) ?? null);
	}
	/** True while what is shown is that of an older revision. */
	get old(): boolean {
		return (this.written.value?.revision ?? -1) < this.enquiry.revision;
	}
	/** True until the server has answered for the first time. */
	get waiting(): boolean {
		return this.written.value === null;
	}
	get failed(): string | null {
		return this.written.failed;
	}
	/** The line whose records are the result. */
	get final(): string | null {
		return this.written.value?.final ?? null;
	}
	/** The strategy's own lines, beside which the renderings are shown. */
	get lines(): ReturnType<typeof scoredLines> {
		const { value } = this.written;
		return value && this.enquiry.document.lines.length > 0 ? scoredLines(value) : [];
	}

	/** What there is to say about all renderings. */
	get findings(): readonly Finding[] {
		return this.all.flatMap(({ rendering, profile }) => renderingFindings(rendering, profile.id));
	}

	storedOf(one: ShownRendering): Stored | undefined {
		return this.enquiry.document.renderings.find((rendering) => rendering.profile === one.profile.id);
	}
	historyOf(one: ShownRendering): RenderingHistory | null {
		return this.history.value?.histories.find((history) => history.profile === one.profile.id) ?? null;
	}
	/** Percentage kept of what the original retrieves and the source holds, as it was compared last. */
	keptShare(one: ShownRendering): number | null {
		const compared = this.historyOf(one)?.comparison;
		const held = compared ? compared.kept + compared.lost : 0;
		return compared && held > 0 ? Math.round((100 * compared.kept) / held) : null;
	}
	lastRun(one: ShownRendering): ShownRun | null {
		return this.historyOf(one)?.runs.find((run) => !run.withdrawn) ?? null;
	}
	/** Records at the source when it was run last, if the line read the same then. */
	countAtSource(one: ShownRendering, line: RenderedLine): number | null {
		const row = this.lastRun(one)?.lines.find((other) => other.id === line.id);
		return row?.text === line.text ? row.count : null;
	}
	/** What was run or copied last, where the line read otherwise then. */
	changedSince(one: ShownRendering, line: RenderedLine): ShownRun | null {
		const last = this.historyOf(one)?.last;
		const then = last?.lines.find((other) => other.id === line.id);
		return last && line.written !== null && then?.text !== line.text ? last : null;
	}

	async copy(text: string, what: string): Promise<boolean> {
		try {
			await this.toClipboard(plainText(text));
			this.said = `${what} copied.`;
			return true;
		} catch {
			this.said = 'The browser did not allow copying; select the text and copy it by hand.';
			return false;
		} finally {
			setTimeout(() => (this.said = ''), SAID);
		}
	}
	/** Copies all lines; an editor's copy is recorded, so that what changes after it can be marked. */
	async copyWhole({ profile, rendering }: ShownRendering): Promise<void> {
		if (!(await this.copy(rendering.whole, profile.source)) || !this.enquiry.editable) return;
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/runs', {
			path: { enquiry: this.enquiry.id },
			body: {
				profile: profile.id,
				version: profile.version,
				how: 'copied',
				lines: rendering.lines.flatMap((line) =>
					line.written === null ? [] : [{ id: line.id, number: line.written, text: line.text, count: null, fault: '' }]
				)
			}
		});
		if (!answer.ok) this.said = `${profile.source} copied; that it was copied could not be recorded. ${answer.fault}`;
		this.refreshRuns();
	}
	async copyString({ profile }: ShownRendering): Promise<void> {
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/renderings/string', {
			path: { enquiry: this.enquiry.id },
			query: { profile: profile.id }
		});
		if (answer.ok) await this.copy(answer.value.text, `${profile.source} as one string`);
		else this.said = answer.fault;
	}

	/** For every heading that waits, the likeliest counterpart; one step that can be undone. */
	acceptLikeliest(one: ShownRendering): void {
		const stored = this.storedOf(one);
		const items = [...undecided(one).values()].map((note) => ({
			id: newId(),
			piece: note.piece,
			cause: note.cause,
			take: 'replace' as const,
			text: note.candidates[0] ?? '',
			why: 'The likeliest by names, notes and shared works; not checked one by one',
			by: this.personName,
			on: new Date().toISOString().slice(0, 10)
		}));
		if (stored && items.length > 0)
			this.enquiry.edit(`take ${items.length} likeliest counterparts`, [
				{ do: 'set', at: ['renderings', stored.id, 'decisions'], value: [...(stored.decisions ?? []), ...items] }
			]);
	}
	/** Writes the strategy for another platform; whoever adds it has seen the profile as it is. */
	add(profile: string): void {
		this.enquiry.edit('add a rendering', [
			{
				do: 'insert',
				in: ['renderings'],
				item: { id: newId(), profile, first: 1, leftOut: [] },
				after: this.enquiry.document.renderings.at(-1)?.id ?? null
			}
		]);
		const version = this.profiles.find((one) => one.id === profile)?.version;
		if (version !== undefined) void this.review(profile, version);
	}
	/** Says with which version of a profile its rendering was reviewed. */
	async review(profile: string, version: number): Promise<void> {
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/sign-offs', {
			path: { enquiry: this.enquiry.id },
			body: { of: 'profile', subject: profile, version }
		});
		if (!answer.ok) this.said = answer.fault;
	}
	remove(stored: Stored, name: string): void {
		this.alone = null;
		const { renderings } = this.enquiry.document;
		const after = renderings[renderings.findIndex((one) => one.id === stored.id) - 1]?.id ?? null;
		if (this.enquiry.edit('remove a rendering', [{ do: 'remove', at: ['renderings', stored.id] }]))
			this.removed = { stored, after, name };
	}
	restore(): void {
		if (!this.removed) return;
		const { stored, after } = this.removed;
		const place = this.enquiry.document.renderings.some((one) => one.id === after) ? after : null;
		if (this.enquiry.edit('put a rendering back', [{ do: 'insert', in: ['renderings'], item: stored, after: place }]))
			this.removed = null;
	}
}
