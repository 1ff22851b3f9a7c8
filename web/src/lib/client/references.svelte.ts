/** The files of references of an enquiry: chosen or dropped, imported one after the other, listed with their numbers. */
import { callServer } from '$lib/contract/call-server';
import { hasEnded, isUnderWay, type JobView } from '$lib/contract/jobs';
import type { RecipeEntry } from '$lib/contract/recipes';
import type {
	BatchPurpose,
	BatchRecord,
	ReferenceBatch,
	ReferenceBatches,
	UnreadableReference
} from '$lib/contract/references';
import { beginningOf, recogniseText, type FileFormat } from './file-formats';
import { FormatTeaching } from './format-teaching.svelte';
import { Jobs, wholeJob } from './jobs.svelte';

/** Records on a page, as the server gives them. */
export const RECORDS_PAGE = 100;

/** A file that was chosen and is not imported yet. */
export interface WaitingFile {
	readonly file: File;
	/** What it is; null while it is being looked at. */
	readonly format: FileFormat | null;
	/** Its import, once it has begun. */
	readonly job: string | null;
	/** Why it was not imported; empty where nothing is wrong. */
	readonly fault: string;
	/** The same file was imported before; it may be imported again. */
	readonly known: boolean;
}

/** How many records a file lacks against what its source stated; null where nobody has noted it. Negative: more than stated. */
export const missingOf = ({ stated, read }: Pick<ReferenceBatch, 'stated' | 'read'>): number | null =>
	stated === null ? null : stated - read;

/** Most portions that are offered. */
const MOST_PORTIONS = 500;

/** Portions of a size, each with its first and last place from 1; empty where the size is no size. */
export function portionsOf(total: number, size: number): readonly { readonly from: number; readonly to: number }[] {
	if (!Number.isInteger(size) || size < 1 || total / size > MOST_PORTIONS) return [];
	return Array.from({ length: Math.ceil(total / size) }, (_, at) => ({
		from: at * size + 1,
		to: Math.min(total, (at + 1) * size)
	}));
}

export class ReferenceFiles {
	list = $state.raw<ReferenceBatches | null>(null);
	source = $state('');
	platform = $state('');
	purpose = $state<BatchPurpose>('rough search');
	/** Against which the keywords of the files are matched; empty to leave them as they are. */
	vocabulary = $state('');
	/** As typed; empty where the source stated none. */
	stated = $state('');
	waiting = $state.raw<readonly WaitingFile[]>([]);
	/** Goes up with every file of this window that has been imported. */
	importedHere = $state(0);
	fault = $state('');
	/** The batch whose records are shown. */
	open = $state<string | null>(null);
	page = $state.raw<{
		readonly records: readonly BatchRecord[];
		readonly unreadable: readonly UnreadableReference[];
	} | null>(null);
	/** From 1 on. */
	pageNumber = $state(1);

	/** @param imported is called when a file has been imported, or removed: the enquiry's collection is another */
	constructor(
		private readonly enquiry: string,
		private readonly imported: () => void,
		readonly jobs: Pick<Jobs, 'list' | 'refresh' | 'change'> = new Jobs(enquiry)
	) {}

	get statedIsWrong(): boolean {
		return this.takesStated && !/^\s*\d*\s*$/.test(this.stated);
	}
	/** Files that the next import begins with. */
	get ready(): readonly WaitingFile[] {
		return this.waiting.filter(
			(one) => one.job === null && !one.known && one.format?.kind !== 'unknown' && one.format?.kind !== 'binary'
		);
	}
	get canImport(): boolean {
		return this.source.trim() !== '' && !this.statedIsWrong && this.ready.length > 0;
	}
	/** A stated number belongs to one file; of several, each has its own in the table. */
	get takesStated(): boolean {
		return this.ready.length < 2;
	}
	/** The import of a waiting file, as far as it is known. */
	jobOf({ job }: WaitingFile): JobView | null {
		return this.jobs.list.find((one) => one.id === job) ?? null;
	}
	/** Imports that others have begun, or this window before it was loaded anew. */
	get others(): readonly JobView[] {
		return this.jobs.list.filter(
			(job) => job.kind === 'references' && isUnderWay(job.state) && !this.waiting.some((one) => one.job === job.id)
		);
	}

	async load(): Promise<void> {
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/batches', { path: { enquiry: this.enquiry } });
		if (answer.ok) this.list = answer.value;
		else this.fault = answer.fault;
	}

	/** More files to import, beside those that wait already. */
	choose(files: readonly File[]): void {
		const fresh = files.filter((file) => !this.waiting.some((one) => one.file === file));
		this.waiting = [
			...this.waiting,
			...fresh.map((file) => ({ file, format: null, job: null, fault: '', known: false }))
		];
		for (const file of fresh) void this.recognise(file);
	}

	/** Formats that people of the installation have taught. */
	recipes = $state.raw<readonly RecipeEntry[]>([]);
	/** The format that is being taught, by a file that waits. */
	teaching = $state.raw<FormatTeaching | null>(null);
	private recipesKnown: Promise<void> | null = null;
	private async askRecipes(): Promise<void> {
		const answer = await callServer('GET /api/v1/recipes', {});
		if (answer.ok) this.recipes = answer.value.recipes;
		else this.recipesKnown = null;
	}
	private async recognise(file: File): Promise<void> {
		await (this.recipesKnown ??= this.askRecipes());
		this.change(file, { format: await recogniseText(await beginningOf(file), this.recipes) });
	}
	/** Opens the sheet on which the format of a file is taught, or one that was taught is changed. */
	async teach({ file, format }: WaitingFile): Promise<void> {
		const beginning = await beginningOf(file);
		if (beginning === null) return;
		const teaching = new FormatTeaching(file.name, beginning, (name, all) => {
			this.recipes = all;
			this.teaching = null;
			this.change(file, { format: { kind: 'recipe', name } });
			// Others of the same kind may have waited for it.
			for (const one of this.waiting) if (one.format?.kind === 'unknown') void this.recognise(one.file);
		});
		const known = format?.kind === 'recipe' ? this.recipes.find(({ name }) => name === format.name) : undefined;
		await teaching.start(known ?? null);
		this.teaching = teaching;
	}
	stopTeaching(): void {
		this.teaching = null;
	}
	leaveOut(file: File): void {
		this.waiting = this.waiting.filter((one) => one.file !== file);
	}

	/** Begins to import what waits. @param again one that was imported before, to be imported once more */
	async importAll(again: File | null = null): Promise<void> {
		this.fault = '';
		const stated = this.takesStated ? this.stated.trim() : '';
		for (const { file, format } of again === null ? this.ready : this.waiting.filter((one) => one.file === again)) {
			const answer = await callServer('POST /api/v1/enquiries/[enquiry]/batches', {
				path: { enquiry: this.enquiry },
				query: {
					name: file.name,
					source: this.source.trim(),
					purpose: this.purpose,
					...(this.platform.trim() === '' ? {} : { platform: this.platform.trim() }),
					...(this.vocabulary === '' ? {} : { vocabulary: this.vocabulary }),
					...(format?.kind === 'recipe' ? { recipe: format.name } : {}),
					...(stated === '' ? {} : { stated: Number(stated) }),
					...(again === file ? { again: true } : {})
				},
				file
			});
			this.change(file, answer.ok ? { job: answer.value.id, fault: '', known: false } : { fault: answer.fault });
		}
		await this.jobs.refresh();
	}

	/** By kind, the newest job whose end has been seen. */
	private readonly seen = new Map<string, string>();
	/** Jobs whose end is being looked at. */
	private readonly ending = new Set<string>();

	/** For an effect: updates the list after imports have ended. */
	async follow(): Promise<void> {
		const ended = this.waiting.filter((one) => {
			const job = this.jobOf(one);
			return job !== null && hasEnded(job.state) && !this.ending.has(job.id);
		});
		for (const { job } of ended) this.ending.add(job ?? '');
		// Of others, matching that an import has begun, what was removed, and collections of chosen files.
		for (const kind of ['references', 'headings', 'removal', 'gathering'] as const) {
			const last = this.jobs.list.find((job) => job.kind === kind && hasEnded(job.state));
			if (!last || last.id === this.seen.get(kind)) continue;
			this.seen.set(kind, last.id);
			if (this.waiting.some((one) => one.job === last.id)) continue;
			await this.load();
			if (kind === 'removal' || kind === 'gathering') this.imported();
		}
		for (const { file, job } of ended) {
			const answer = await wholeJob(job ?? '');
			if (!answer.ok) {
				// The next look at the jobs tries again.
				this.ending.delete(job ?? '');
				continue;
			}
			if (answer.value.kind !== 'references') continue;
			const { state, message, outcome } = answer.value;
			if (state === 'done') {
				this.leaveOut(file);
				this.stated = '';
				await this.load();
				this.importedHere++;
				this.imported();
			} else
				this.change(file, {
					job: null,
					fault: message ?? 'The import was cancelled. Nothing was imported.',
					known: outcome?.same !== undefined
				});
		}
	}
	async cancel({ job }: WaitingFile): Promise<void> {
		if (job !== null) await this.jobs.change(job, 'cancel');
	}

	private change(file: File, to: Partial<WaitingFile>): void {
		this.waiting = this.waiting.map((one) => (one.file === file ? { ...one, ...to } : one));
	}

	async changeBatch({ id }: ReferenceBatch, purpose: BatchPurpose, stated: number | null): Promise<void> {
		const answer = await callServer('PUT /api/v1/enquiries/[enquiry]/batches/[batch]', {
			path: { enquiry: this.enquiry, batch: id },
			body: { purpose, stated }
		});
		this.fault = answer.ok ? '' : answer.fault;
		if (answer.ok) this.list = answer.value;
	}
	/** A stated number as it was typed into the list; what is not a number changes nothing. */
	async changeStated(batch: ReferenceBatch, typed: string): Promise<void> {
		const text = typed.trim();
		if (/^\d{0,8}$/.test(text)) await this.changeBatch(batch, batch.purpose, text === '' ? null : Number(text));
		else
			this.fault = `“${text.slice(0, 40)}” is not a number of records; write digits only, such as 1250. Nothing was changed.`;
	}
	/** The removal of a file, by whomever; null where it is not being removed. */
	removalOf({ id }: ReferenceBatch): JobView | null {
		return this.jobs.list.find((job) => job.kind === 'removal' && job.subject === id && isUnderWay(job.state)) ?? null;
	}
	async remove({ id }: ReferenceBatch): Promise<void> {
		const answer = await callServer('DELETE /api/v1/enquiries/[enquiry]/batches/[batch]', {
			path: { enquiry: this.enquiry, batch: id }
		});
		this.fault = answer.ok ? '' : answer.fault;
		if (!answer.ok) return;
		if (this.open === id) this.open = this.page = null;
		await this.jobs.refresh();
	}

	/** Records have changed: keywords have become headings, or a collection has been removed. */
	matched(): void {
		void this.load();
		this.imported();
	}
	/** Reads a piece again that could not be read. @returns why it still cannot; empty where it could */
	async repair({ id }: ReferenceBatch, number: number, text: string): Promise<string> {
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/batches/[batch]/unreadable/[number]', {
			path: { enquiry: this.enquiry, batch: id, number: String(number) },
			body: { text }
		});
		if (!answer.ok) return answer.fault;
		this.list = answer.value;
		await this.show(id, this.pageNumber);
		this.imported();
		return '';
	}

	/** The first records of a batch, page after page. @returns null where they cannot be read; the fault says why */
	async recordsOf({ id, read }: ReferenceBatch, most: number): Promise<readonly BatchRecord[] | null> {
		const records: BatchRecord[] = [];
		while (records.length < Math.min(read, most)) {
			const answer = await callServer('GET /api/v1/enquiries/[enquiry]/batches/[batch]', {
				path: { enquiry: this.enquiry, batch: id },
				query: { from: records.length }
			});
			this.fault = answer.ok ? '' : answer.fault;
			if (!answer.ok) return null;
			if (answer.value.records.length === 0) break;
			records.push(...answer.value.records);
		}
		return records.slice(0, most);
	}

	/** Shows the records of a batch, or hides them. */
	async show(id: string | null, pageNumber = 1): Promise<void> {
		this.open = id;
		this.pageNumber = pageNumber;
		if (id === null) {
			this.page = null;
			return;
		}
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/batches/[batch]', {
			path: { enquiry: this.enquiry, batch: id },
			query: { from: (pageNumber - 1) * RECORDS_PAGE }
		});
		// Another one may have been opened meanwhile.
		if (this.open !== id || this.pageNumber !== pageNumber) return;
		this.fault = answer.ok ? '' : answer.fault;
		this.page = answer.ok ? answer.value : null;
	}
}
