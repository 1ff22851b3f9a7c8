/** Collections of some of an enquiry's files: which are chosen, under which name, what is being put together. */
import { callServer } from '$lib/contract/call-server';
import { isUnderWay, type JobView } from '$lib/contract/jobs';
import type { FileCollection, ReferenceBatch } from '$lib/contract/references';
import type { ReferenceFiles } from './references.svelte';

/** A name for some files together: what they are for, where that is the same for all, and their sources. */
export function proposedName(batches: readonly Pick<ReferenceBatch, 'purpose' | 'source'>[]): string {
	if (batches.length === 0) return '';
	const purposes = new Set(batches.map(({ purpose }) => purpose));
	const sources = [...new Set(batches.map(({ source }) => source))].join(' and ');
	const [purpose] = purposes;
	return purposes.size === 1 && purpose ? `${purpose[0]?.toUpperCase()}${purpose.slice(1)}: ${sources}` : sources;
}

export class ChosenFiles {
	picked = $state.raw<ReadonlySet<string>>(new Set());
	merged = $state(true);
	/** As typed; null while nobody has changed what is proposed. */
	private typed = $state<string | null>(null);
	fault = $state('');
	/** The collection whose files are being changed; null while a new one is being made. */
	changing = $state.raw<FileCollection | null>(null);

	constructor(
		private readonly enquiry: string,
		private readonly files: Pick<ReferenceFiles, 'list' | 'jobs' | 'matched'>
	) {}

	get collections(): readonly FileCollection[] {
		return this.files.list?.chosen ?? [];
	}
	/** Files that have records, the oldest first. */
	get choices(): readonly ReferenceBatch[] {
		return (this.files.list?.batches ?? []).filter(({ read }) => read > 0).toReversed();
	}
	/** Those that are picked and still there. */
	get batches(): readonly ReferenceBatch[] {
		return this.choices.filter(({ id }) => this.picked.has(id));
	}
	get name(): string {
		return this.typed ?? proposedName(this.batches);
	}
	set name(text: string) {
		this.typed = text;
	}
	get canMake(): boolean {
		return this.batches.length > 0 && this.name.trim() !== '';
	}
	/** What is being put together, by whomever. */
	get underWay(): readonly JobView[] {
		return this.files.jobs.list.filter(({ kind, state }) => kind === 'gathering' && isUnderWay(state));
	}
	/** Why the newest of them came to nothing; empty where it did. */
	get failure(): string {
		const newest = this.files.jobs.list.find(({ kind }) => kind === 'gathering');
		return newest?.state === 'failed' ? (newest.message ?? '') : '';
	}
	/** The files of a collection that are still there, by name. */
	fileNames({ batches }: FileCollection): readonly string[] {
		return this.choices.filter(({ id }) => batches.includes(id)).map(({ fileName }) => fileName);
	}

	pick(id: string, on: boolean): void {
		const picked = new Set(this.picked);
		if (on) picked.add(id);
		else picked.delete(id);
		this.picked = picked;
	}

	/** Shows the files of a collection, to pick others. */
	change(collection: FileCollection): void {
		this.changing = collection;
		this.picked = new Set(collection.batches);
		this.merged = collection.merged;
		this.typed = collection.name;
	}
	/** Nothing is picked, and nothing was changed. */
	leave(): void {
		this.changing = null;
		this.picked = new Set();
		this.typed = null;
	}

	/** Makes the collection, or saves what was changed of one. */
	async make(): Promise<void> {
		if (!this.canMake) return;
		const body = { name: this.name.trim(), batches: this.batches.map(({ id }) => id), merged: this.merged };
		const answer = this.changing
			? await callServer('PUT /api/v1/enquiries/[enquiry]/collections/[collection]', {
					path: { enquiry: this.enquiry, collection: this.changing.id },
					body
				})
			: await callServer('POST /api/v1/enquiries/[enquiry]/collections', { path: { enquiry: this.enquiry }, body });
		this.fault = answer.ok ? '' : answer.fault;
		if (!answer.ok) return;
		this.leave();
		await this.files.jobs.refresh();
	}

	async remove({ id }: FileCollection): Promise<void> {
		const answer = await callServer('DELETE /api/v1/enquiries/[enquiry]/collections/[collection]', {
			path: { enquiry: this.enquiry, collection: id }
		});
		this.fault = answer.ok ? '' : answer.fault;
		if (!answer.ok) return;
		if (this.changing?.id === id) this.leave();
		this.files.list = answer.value;
		this.files.matched();
	}
}
