/**
 * Edits that the server does not have yet, in the browser's storage: a window that is closed or
 * reloaded in mid-edit finds them again, and one that has died leaves them to the next.
 */
import type { Edit, Place } from '@wide-lantern/core/editor';
import type { StepKind } from '$lib/contract/enquiries';

/** A command by the page that it was made in and its number there. */
export interface Command {
	readonly client: string;
	readonly number: number;
}

export interface Batch {
	readonly name: string;
	readonly kind: StepKind;
	/** Batches of one step are undone together. */
	readonly step: string;
	/** The page that it was made in, and its number there: the server carries out each once. */
	readonly client: string;
	readonly number: number;
	/** The revision that was shown when it was made: what others did since is compared with it. */
	readonly revision: number;
	/** Number of the command that it was sent in, answered or not: it is sent again with just the same others. */
	readonly sentIn?: number;
	/** Commands of earlier pages that it was made on top of, by their newest: they are one's own. */
	readonly behind?: readonly Command[];
	/** Texts as they were shown before the edits: the server puts them together with what others did to them. */
	readonly before?: readonly { readonly at: Place; readonly text: string }[];
	readonly edits: readonly Edit[];
}

export interface Pending {
	readonly client: string;
	/** When the window was last heard of, in milliseconds. */
	readonly at: number;
	/** True once the page was left: the next one adopts the edits at once. */
	readonly left?: boolean;
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

/** What pages left that were closed, reloaded, or have crashed; it is no longer stored then. */
export function takePending(enquiry: string, client: string): Pending[] {
	const found: Pending[] = [];
	try {
		for (const key of Object.keys(localStorage).filter((one) => one.startsWith(start(enquiry)))) {
			const pending = JSON.parse(localStorage.getItem(key) ?? 'null') as Pending | null;
			if (!pending || pending.client === client || (pending.left !== true && Date.now() - pending.at < STALE)) continue;
			localStorage.removeItem(key);
			if (!Array.isArray(pending.queue)) continue;
			const old = (pending as { readonly revision?: number }).revision;
			// Batches of an older release have no kind, step, number or revision.
			found.push({
				...pending,
				queue: pending.queue.map((batch, at) => {
					const {
						kind = 'do',
						step = '',
						client = pending.client,
						number = at + 1,
						revision = old ?? 0
					} = batch as Partial<Batch>;
					return { ...batch, kind, step, client, number, revision };
				})
			});
		}
	} catch {
		// Storage that cannot be read holds nothing to take up.
	}
	return found;
}
