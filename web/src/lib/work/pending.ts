/**
 * Edits that the server does not have yet, in the browser's storage: a window that is closed or
 * reloaded in mid-edit finds them again, and one that has died leaves them to the next.
 */
import type { Edit } from '@wide-lantern/core/editor';
import type { StepKind } from './own-steps';

export interface Batch {
	readonly name: string;
	readonly kind: StepKind;
	/** Batches of one step are taken back together. */
	readonly step: string;
	readonly edits: readonly Edit[];
}

export interface Pending {
	readonly client: string;
	/** When the window was last heard of, in milliseconds. */
	readonly at: number;
	readonly revision: number;
	readonly queue: readonly Batch[];
}

/** Milliseconds after which a silent window is taken for gone, and its edits are taken over. */
const STALE = 15_000;
const start = (enquiry: string) => `lantern-pending:${enquiry}:`;

/** An empty queue leaves nothing behind. */
export function keepPending(enquiry: string, pending: Pending): void {
	const key = start(enquiry) + pending.client;
	try {
		if (pending.queue.length === 0) localStorage.removeItem(key);
		else localStorage.setItem(key, JSON.stringify(pending));
	} catch {
		// Without storage the edits still wait in memory.
	}
}

/** What this window left, and what windows left that are gone; it is no longer stored then. */
export function takePending(enquiry: string, client: string): Pending[] {
	const found: Pending[] = [];
	try {
		for (const key of Object.keys(localStorage).filter((one) => one.startsWith(start(enquiry)))) {
			const pending = JSON.parse(localStorage.getItem(key) ?? 'null') as Pending | null;
			if (!pending || (pending.client !== client && Date.now() - pending.at < STALE)) continue;
			localStorage.removeItem(key);
			if (!Array.isArray(pending.queue)) continue;
			// Batches of an older page have no kind and no step.
			found.push({
				...pending,
				queue: pending.queue.map((batch) => ({ ...batch, kind: (batch as Partial<Batch>).kind ?? 'do', step: (batch as Partial<Batch>).step ?? '' }))
			});
		}
	} catch {
		// Storage that cannot be read holds nothing to take up.
	}
	return found;
}

/** The same for a tab over reloads, so that its unsent edits are found again. */
export function tabIdentity(): string {
	try {
		const known = sessionStorage.getItem('lantern-tab');
		if (known) return known;
		const fresh = crypto.randomUUID();
		sessionStorage.setItem('lantern-tab', fresh);
		return fresh;
	} catch {
		return crypto.randomUUID();
	}
}
