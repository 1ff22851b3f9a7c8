/** News of an enquiry to every open window: what was edited, by whom, at which revision. */
import { EventEmitter } from 'node:events';
import type { Edit } from '@wide-lantern/core';

export interface News {
	readonly revision: number;
	readonly client: string;
	readonly by: string;
	readonly edits: readonly Edit[];
}

const emitter = new EventEmitter();
emitter.setMaxListeners(0);

export function publish(enquiry: string, news: News): void {
	emitter.emit(enquiry, news);
}

/** Calls back with every piece of news until the returned function is called. */
export function listen(enquiry: string, hear: (news: News) => void): () => void {
	emitter.on(enquiry, hear);
	return () => emitter.off(enquiry, hear);
}
