/** Versions of an enquiry: kept by name, compared line by line, read record by record, gone back to. */
import { restoringEdits } from '@wide-lantern/core/editor';
import { callServer, type Answer } from '$lib/contract/call-server';
import type { ComparedVersions, VersionEntry } from '$lib/contract/enquiries';
import type { RecordPage } from '$lib/contract/records';
import type { EnquiryClient } from './enquiry.svelte';
import { shownValue } from './shown-value';

export type ComparedLine = ComparedVersions['lines'][number];
/** The enquiry as it is, beside its versions. */
export const NOW = 'now';

export class Versions {
	list = $state.raw<readonly VersionEntry[] | null>(null);
	/** The two that are compared. */
	before = $state('');
	after = $state<string>(NOW);
	compared = $state.raw<ComparedVersions | null>(null);
	/** Records that one of the two has and the other has not. */
	records = $state.raw<{ readonly side: 'gained' | 'lost'; readonly page: RecordPage } | null>(null);
	fault = $state('');
	done = $state('');

	constructor(private readonly enquiry: Pick<EnquiryClient, 'id' | 'revision' | 'document' | 'flush' | 'edit'>) {}

	async load(): Promise<void> {
		const path = { enquiry: this.enquiry.id };
		const answer = await this.shown(callServer('GET /api/v1/enquiries/[enquiry]/versions', { path }));
		this.list = answer?.versions ?? this.list;
		this.before ||= this.list?.[0]?.id ?? '';
	}

	async keep(name: string): Promise<boolean> {
		await this.enquiry.flush();
		if (!(await this.store(name))) return false;
		this.done = `Kept as “${name.trim()}”.`;
		await this.load();
		return true;
	}

	/** Compares the two, as they are now. @returns what stops it */
	compare(): () => void {
		void this.enquiry.revision;
		const { before, after } = this;
		this.records = null;
		if (before === '' || before === after) {
			this.compared = null;
			return () => undefined;
		}
		const leaving = new AbortController();
		void (async () => {
			await this.enquiry.flush();
			const compared = await this.shown(
				callServer('GET /api/v1/enquiries/[enquiry]/versions/[version]/comparison', {
					path: { enquiry: this.enquiry.id, version: before },
					query: { with: after },
					signal: leaving.signal
				})
			);
			if (!leaving.signal.aborted) this.compared = compared;
			// It ends with an error only where two others are compared by now.
		})().catch(() => undefined);
		return () => {
			leaving.abort();
		};
	}

	/** Lines that read or retrieve otherwise in the two. */
	get differing(): readonly ComparedLine[] {
		return (
			this.compared?.lines.filter((line) => {
				const { lost, gained } = this.figuresOf(line);
				return line.change !== 'same' || lost + gained > 0;
			}) ?? []
		);
	}
	figuresOf({ id }: Pick<ComparedLine, 'id'>): { readonly lost: number; readonly gained: number } {
		return this.compared?.records?.lines.find((line) => line.id === id) ?? { lost: 0, gained: 0 };
	}

	async read(side: 'gained' | 'lost', from = 0): Promise<void> {
		const page = await this.shown(
			callServer('GET /api/v1/enquiries/[enquiry]/versions/[version]/records', {
				path: { enquiry: this.enquiry.id, version: this.before },
				query: { with: this.after, side, from }
			})
		);
		if (page) this.records = { side, page };
	}

	/** Takes lines and concepts back to what they were; what is here now is kept as a version before. */
	async restore(entry: VersionEntry): Promise<void> {
		await this.enquiry.flush();
		const then = await this.shown(
			callServer('GET /api/v1/enquiries/[enquiry]/versions/[version]', {
				path: { enquiry: this.enquiry.id, version: entry.id }
			})
		);
		if (!then) return;
		const edits = restoringEdits(this.enquiry.document, then.document);
		if (edits.length === 0) {
			this.done = 'Lines and concepts are as they were in that version; nothing was changed.';
			return;
		}
		const name = versionName(entry);
		// Without a way back nothing is changed.
		if (!(await this.store(`Before going back to ${name}`))) return;
		if (this.enquiry.edit(`go back to ${name}`, edits))
			this.done = `Lines and concepts are those of ${name} again. The state before was saved as a separate version, and undo restores it.`;
		await this.load();
	}

	private store(name: string) {
		const asked = { path: { enquiry: this.enquiry.id }, body: { name, revision: this.enquiry.revision } };
		return this.shown(callServer('POST /api/v1/enquiries/[enquiry]/versions', asked));
	}

	private shown<Value>(asked: Promise<Answer<Value>>): Promise<Value | null> {
		return shownValue(asked, (fault) => (this.fault = fault));
	}
}

export const versionName = (entry: VersionEntry): string =>
	entry.name === '' ? `revision ${entry.revision}` : `“${entry.name}”`;
