/** A vocabulary's file, loaded by a job: chosen, read with progress, stored when the person says so. */
import type { ReadKind } from '@wide-lantern/core';
import { callServer, type Answer } from '$lib/contract/call-server';
import { hasEnded, isUnderWay, type JobView, type JobViewOf, type ReadVocabulary } from '$lib/contract/jobs';
import type { LoadingStep } from '$lib/contract/vocabularies';
import { shortName } from './installation';
import { ownJobs, wholeJob, type Jobs } from './jobs.svelte';

export type LoadingJob = JobViewOf<'vocabulary'>;

export const KIND_NAMES: Readonly<Record<ReadKind, string>> = {
	turtle: 'RDF as Turtle',
	'n-triples': 'RDF as N-Triples',
	'rdf-xml': 'RDF as RDF/XML',
	'json-ld': 'RDF as JSON-LD',
	table: 'a table',
	xml: 'XML'
};

/** @param from a chosen file, or an address that the server is to read */
export const begin = (vocabulary: string, from: File | string): Promise<Answer<LoadingJob>> =>
	callServer('POST /api/v1/intakes', {
		query: {
			vocabulary,
			name: typeof from === 'string' ? (from.split('/').at(-1) ?? '') : from.name,
			...(typeof from === 'string' ? { from } : {})
		},
		...(typeof from === 'string' ? {} : { file: from })
	}) as Promise<Answer<LoadingJob>>;

export const next = (id: string, step: LoadingStep): Promise<Answer<LoadingJob>> =>
	callServer('POST /api/v1/intakes/[intake]', { path: { intake: id }, body: step }) as Promise<Answer<LoadingJob>>;

export class VocabularyFile {
	file = $state.raw<File | null>(null);
	/** An address that the server is to read, where no file is chosen. */
	address = $state('');
	/** Typed; empty where the proposed one is fine. */
	id = $state('');
	name = $state('');
	edition = $state('');
	isSending = $state(false);
	/** The file that is shown, as it was asked for whole. */
	job = $state.raw<LoadingJob | null>(null);
	fault = $state('');

	/** @param loaded is called when a vocabulary was stored */
	constructor(
		private readonly loaded: () => void,
		private readonly jobs: Pick<Jobs, 'list' | 'refresh' | 'change'> = ownJobs
	) {}

	get proposed(): string {
		return shortName(this.file?.name ?? this.address);
	}
	get short(): string {
		return this.id || this.proposed;
	}
	get canStart(): boolean {
		return !this.isSending && this.short !== '' && (this.file !== null || this.address.trim() !== '');
	}
	/** How far it is, from the list that is asked for again and again. */
	private get listed(): JobView | null {
		return this.jobs.list.find((one) => one.id === this.job?.id) ?? null;
	}
	get running(): JobView | null {
		return this.listed && isUnderWay(this.listed.state) ? this.listed : null;
	}
	get read(): ReadVocabulary | null {
		return this.job?.outcome?.read ?? null;
	}

	/** Finds the one that has not ended: after a reload, or on coming back. */
	async resume(): Promise<void> {
		await this.jobs.refresh();
		const open = this.jobs.list.find((one) => one.kind === 'vocabulary' && !hasEnded(one.state));
		const whole = open && !this.job ? await wholeJob(open.id) : null;
		if (whole?.ok && whole.value.kind === 'vocabulary') this.show(whole.value);
	}
	/** For an effect: asks for the job whole where its state has changed on the server. */
	async follow(): Promise<void> {
		const { job, listed } = this;
		if (!job || !listed || listed.state === job.state) return;
		const answer = await wholeJob(job.id);
		// It may have been left meanwhile.
		if (!answer.ok || answer.value.kind !== 'vocabulary' || answer.value.id !== this.job?.id) return;
		this.show(answer.value);
		if (answer.value.state === 'done') this.loaded();
	}
	async start(): Promise<void> {
		this.fault = '';
		this.isSending = true;
		await this.receive(begin(this.short, this.file ?? this.address.trim()));
		this.isSending = false;
	}
	async step(step: LoadingStep): Promise<void> {
		await this.receive(next(this.job?.id ?? '', step));
	}
	/** Stores what was read; invalid entries are skipped. */
	async store({ faultCount }: ReadVocabulary): Promise<void> {
		await this.step({
			do: 'load',
			faulty: faultCount > 0,
			name: this.name.trim(),
			edition: this.edition.trim()
		});
	}
	/** Begins anew; what is under way is cancelled. */
	async leave(): Promise<void> {
		if (this.job && !hasEnded(this.job.state)) await this.jobs.change(this.job.id, 'cancel');
		this.job = null;
		this.fault = this.id = this.address = '';
	}

	private async receive(asked: Promise<Answer<LoadingJob>>): Promise<void> {
		const answer = await asked;
		this.fault = answer.ok ? '' : answer.fault;
		if (!answer.ok) return;
		this.show(answer.value);
		await this.jobs.refresh();
	}
	private show(shown: LoadingJob): void {
		const was = this.read;
		this.job = shown;
		if (shown.state !== 'asking' || !shown.outcome?.read || was) return;
		this.name = shown.outcome.read.name;
		this.edition = shown.outcome.read.edition;
	}
}
