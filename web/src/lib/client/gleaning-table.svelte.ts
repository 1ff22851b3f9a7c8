/** Candidates go out as a table, are decided on elsewhere, and come back: what a file would change is shown first. */
import type { DecisionRow, RowFault } from '@wide-lantern/core/decision-table';
import { conceptLetter, type Concept } from '@wide-lantern/core/editor';
import type { EnquiryClient } from './enquiry.svelte';
import { addedAtHome, type Gleaning } from './gleaning.svelte';
import type { TableChanges, TableDecision } from './gleaning-changes';

const named = (concepts: readonly Concept[], at: number) => `${conceptLetter(at)} ${concepts[at]?.name ?? ''}`.trim();

/** The place of a concept by its letter with the name, its name, or its letter; null where there is none. */
export function conceptAt(concepts: readonly Concept[], typed: string): number | null {
	const wanted = typed.toLowerCase();
	const by = (text: (at: number) => string) => concepts.findIndex((_, at) => text(at).toLowerCase() === wanted);
	for (const place of [
		by((at) => named(concepts, at)),
		by((at) => concepts[at]?.name ?? ''),
		by((at) => conceptLetter(at))
	])
		if (place >= 0) return place;
	return null;
}

/** What rows would change: only what differs from what is decided now. */
export function changesOf(
	rows: readonly DecisionRow[],
	gleaning: Pick<Gleaning, 'candidates' | 'holding' | 'decisionOn'>,
	concepts: readonly Concept[]
): Omit<TableChanges, 'fileName'> {
	const byKey = new Map(gleaning.candidates.map((one) => [one.key, one]));
	const byLabel = new Map(gleaning.candidates.map((one) => [one.label.toLowerCase(), one]));
	const decisions = new Map<string, TableDecision>();
	const added = new Map<string, TableChanges['added'][number]>();
	const faults: RowFault[] = [];
	let others = 0;
	for (const { line, key, label, decision, concepts: typed } of rows) {
		const candidate = key === '' ? byLabel.get(label.toLowerCase()) : byKey.get(key);
		const known = candidate?.key ?? key;
		if (known === '') {
			faults.push({ line, why: `“${label}” is no candidate of the last gleaning.` });
			continue;
		}
		const wanted = decision === 'open' ? null : decision;
		if (decision !== null && wanted !== gleaning.decisionOn(known)) {
			if (!candidate && !decisions.has(known)) others++;
			decisions.set(known, { candidate: known, decision: wanted });
		}
		for (const name of typed) {
			const at = conceptAt(concepts, name);
			if (at === null) faults.push({ line, why: `There is no concept “${name}”.` });
			else if (!candidate)
				faults.push({ line, why: `“${label || key}” is no candidate of the last gleaning, so it goes to no concept.` });
			else if (!gleaning.holding(candidate).includes(at)) added.set(`${at} ${candidate.key}`, { candidate, at });
		}
	}
	return { decisions: [...decisions.values()], added: [...added.values()], faults, others };
}

export class GleaningTable {
	/** What the file that was chosen would change; null where none is. */
	changes = $state.raw<TableChanges | null>(null);
	fault = $state('');
	said = $state('');
	busy = $state(false);

	constructor(
		private readonly gleaning: Gleaning,
		private readonly enquiry: Pick<EnquiryClient, 'document'>
	) {}

	/** All candidates as a table, in the order of the gleaning. */
	async text(): Promise<string> {
		const { decisionTable } = await import('@wide-lantern/core/decision-table');
		const { gleaning } = this;
		const { concepts } = this.enquiry.document;
		return decisionTable(
			gleaning.candidates.map((one) => ({
				...one,
				heading: one.heading !== null,
				forms: one.variants.slice(1).map(({ text }) => text),
				records: one.held,
				adds: addedAtHome(gleaning.addsOf(one.key)),
				decision: gleaning.decisionOn(one.key),
				concepts: gleaning.holding(one).map((at) => named(concepts, at))
			}))
		);
	}

	/** Nothing is changed yet. */
	async read(file: Pick<File, 'name' | 'arrayBuffer'>): Promise<void> {
		[this.changes, this.fault, this.said] = [null, '', ''];
		const { readDecisionTable } = await import('@wide-lantern/core/decision-table');
		const read = readDecisionTable(decoded(await file.arrayBuffer()));
		if (!read.ok) {
			this.fault = `${file.name}: ${read.why}`;
			return;
		}
		const changes = changesOf(read.rows, this.gleaning, this.enquiry.document.concepts);
		const faults = [...read.faults, ...changes.faults].sort((a, b) => a.line - b.line);
		this.changes = { ...changes, faults, fileName: file.name };
	}
	leave(): void {
		this.changes = null;
	}

	async apply(): Promise<void> {
		const { changes } = this;
		if (!changes || this.busy) return;
		this.busy = true;
		const fault = await this.gleaning.applyAll(changes);
		this.busy = false;
		this.fault = fault;
		if (fault !== '') return;
		this.changes = null;
		this.said = `What ${changes.fileName} says is done.`;
	}
}

/** UTF-8, or what older spreadsheets write. */
function decoded(bytes: ArrayBuffer): string {
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch {
		return new TextDecoder('windows-1252').decode(bytes);
	}
}
