/** Lets the thread use an index that is shared with it, or lets it go. */
import { CollectionIndex } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { flag, ofCollection, type OfCollection } from './shapes.ts';

interface Opening extends OfCollection {
	readonly buffer: SharedArrayBuffer;
	/** True where another thread has checked it. */
	readonly trusted: boolean;
}
export type Opened = { readonly opened: true } | { readonly opened: false; readonly why: string };

export const open = question<Opening, Opened>(
	{ ...ofCollection, buffer: {}, trusted: flag },
	({ collection, buffer, trusted }, { state }) => {
		const opened = CollectionIndex.open(buffer, trusted);
		if (!opened.ok) return { opened: false, why: opened.code };
		state.add(collection, opened.index);
		return { opened: true };
	}
);

export const close = question<OfCollection, null>(ofCollection, ({ collection }, { state }) => {
	state.remove(collection);
	return null;
});
