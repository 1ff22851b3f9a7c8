/**
 * Edits of a shared document: small, addressed by identity, each with its inverse. A document is
 * plain JSON in which every item of a list has an `id`; a place is a path of property names and
 * identities, so that it stays right when others insert, move or remove around it.
 */
export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** Property names, and identities where the path goes through a list. */
export type Place = readonly string[];

export type Edit =
	| { readonly do: 'set'; readonly at: Place; readonly value: Json }
	| { readonly do: 'insert'; readonly in: Place; readonly item: Json; readonly after: string | null }
	| { readonly do: 'remove'; readonly at: Place }
	| { readonly do: 'move'; readonly at: Place; readonly after: string | null };

const place = { type: 'array', minItems: 1, maxItems: 12, items: { type: 'string', maxLength: 200 } } as const;
export const editSchema = {
	oneOf: [
		{
			type: 'object',
			required: ['do', 'at', 'value'],
			additionalProperties: false,
			properties: { do: { const: 'set' }, at: place, value: {} }
		},
		{
			type: 'object',
			required: ['do', 'in', 'item', 'after'],
			additionalProperties: false,
			properties: {
				do: { const: 'insert' },
				in: place,
				item: {
					type: 'object',
					required: ['id'],
					properties: { id: { type: 'string', minLength: 1, maxLength: 100 } }
				},
				after: { type: ['string', 'null'] }
			}
		},
		{
			type: 'object',
			required: ['do', 'at'],
			additionalProperties: false,
			properties: { do: { const: 'remove' }, at: place }
		},
		{
			type: 'object',
			required: ['do', 'at', 'after'],
			additionalProperties: false,
			properties: { do: { const: 'move' }, at: place, after: { type: ['string', 'null'] } }
		}
	]
} as const;

export type Applied = { readonly document: Json; readonly inverse: readonly Edit[] };
export type Refused = { readonly refused: string };

type Item = { [key: string]: Json };
const isItem = (value: Json | undefined): value is Item =>
	typeof value === 'object' && value !== null && !Array.isArray(value);
const identityOf = (value: Json): string | null =>
	isItem(value) && typeof value['id'] === 'string' ? value['id'] : null;
/** Names that would reach into what every object inherits. */
const FORBIDDEN: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

export const editedPlace = (edit: Edit): Place => (edit.do === 'insert' ? edit.in : edit.at);

/** What stands at a place, or undefined. */
export function valueAt(document: Json, at: Place): Json | undefined {
	let value: Json | undefined = document;
	for (const step of at) {
		if (Array.isArray(value)) value = value.find((item) => identityOf(item) === step);
		else if (isItem(value)) value = Object.hasOwn(value, step) ? value[step] : undefined;
		else return undefined;
	}
	return value;
}

/**
 * A document while edits are applied to it: what is touched is copied once and then changed in place,
 * so that thousands of edits of one list take linear time. The document given stays as it was.
 */
class Draft {
	/** Copies that nobody else has. */
	private readonly own = new WeakSet<object>();
	private readonly lists = new WeakMap<Json[], { readonly ids: Set<string>; near: number }>();

	constructor(public document: Json) {}

	/** @returns the inverse */
	apply(edit: Edit): readonly Edit[] | Refused {
		const at = editedPlace(edit);
		if (at.some((step) => FORBIDDEN.has(step))) return { refused: 'That place cannot be edited.' };
		const above = at.slice(0, -1);
		const last = at.at(-1) ?? '';
		switch (edit.do) {
			case 'set': {
				// What a thing may have and has not yet is put there; the document's form is checked by who stores it.
				const parent = this.valueAt(above);
				const old = this.valueAt(at) ?? (isItem(parent) ? null : undefined);
				if (old === undefined) return { refused: 'The item to change has been deleted.' };
				const within = this.ownAt(above);
				if (Array.isArray(within)) within[this.find(within, last)] = edit.value;
				else if (isItem(within)) within[last] = edit.value;
				return [{ do: 'set', at, value: old }];
			}
			case 'insert': {
				const list = this.valueAt(at) ?? (isItem(this.valueAt(above)) ? [] : undefined);
				const id = identityOf(edit.item);
				if (!Array.isArray(list) || id === null) return { refused: 'The list to add to has been deleted.' };
				if (this.known(list).ids.has(id)) return [];
				this.place(at, edit.item, edit.after);
				return [{ do: 'remove', at: [...at, id] }];
			}
			case 'remove': {
				const list = this.valueAt(above);
				if (!Array.isArray(list)) return { refused: 'What was to be removed is in no list.' };
				const found = this.find(list, last);
				if (found < 0) return [];
				const before = identityOf(list[found - 1] ?? null);
				const item = this.removed(above, found);
				return [{ do: 'insert', in: above, item, after: before }];
			}
			case 'move': {
				const list = this.valueAt(above);
				const found = Array.isArray(list) ? this.find(list, last) : -1;
				if (!Array.isArray(list) || found < 0) return { refused: 'The item to move has been deleted.' };
				if (edit.after === last) return [];
				const before = identityOf(list[found - 1] ?? null);
				this.place(above, this.removed(above, found), edit.after);
				return [{ do: 'move', at, after: before }];
			}
		}
	}

	private valueAt(at: Place): Json | undefined {
		let value: Json | undefined = this.document;
		for (const step of at) {
			if (Array.isArray(value)) value = value[this.find(value, step)];
			else if (isItem(value)) value = Object.hasOwn(value, step) ? value[step] : undefined;
			else return undefined;
		}
		return value;
	}

	/** The container at a place, which is there, as a copy that may be changed. */
	private ownAt(at: Place): Json {
		let value = (this.document = this.copied(this.document));
		for (const step of at) {
			if (Array.isArray(value)) {
				const found = this.find(value, step);
				value = value[found] = this.copied(value[found] ?? null);
			} else if (isItem(value)) value = value[step] = this.copied(value[step] ?? null);
		}
		return value;
	}

	private copied(value: Json): Json {
		if (typeof value !== 'object' || value === null || this.own.has(value)) return value;
		const copy = Array.isArray(value) ? [...value] : { ...value };
		this.own.add(copy);
		const known = Array.isArray(value) && this.lists.get(value);
		if (known && Array.isArray(copy)) this.lists.set(copy, { ids: new Set(known.ids), near: known.near });
		return copy;
	}

	/** The identities of a list, and where it was last looked into. */
	private known(list: Json[]) {
		let known = this.lists.get(list);
		if (!known) this.lists.set(list, (known = { ids: new Set(list.flatMap((one) => identityOf(one) ?? [])), near: 0 }));
		return known;
	}

	/** Where an item is; -1 where it is not. What was just edited, or comes after it, is found at once. */
	private find(list: Json[], id: string): number {
		const near = this.lists.get(list)?.near ?? 0;
		const isAt = (at: number) => identityOf(list[at] ?? null) === id;
		const found = isAt(near) ? near : isAt(near + 1) ? near + 1 : list.findIndex((one) => identityOf(one) === id);
		if (found > 1) this.known(list).near = found;
		return found;
	}

	/** Puts an item behind another: to the end where that is gone, to the front where it is null. */
	private place(at: Place, item: Json, after: string | null): void {
		const within = this.ownAt(at.slice(0, -1));
		if (isItem(within)) within[at.at(-1) ?? ''] ??= [];
		const list = this.ownAt(at);
		if (!Array.isArray(list)) return;
		const known = this.known(list);
		const behind = after === null ? -1 : this.find(list, after);
		const where = after !== null && behind < 0 ? list.length : behind + 1;
		list.splice(where, 0, item);
		known.ids.add(identityOf(item) ?? '');
		known.near = where;
	}

	private removed(at: Place, index: number): Json {
		const list = this.ownAt(at);
		if (!Array.isArray(list)) return null;
		const [item = null] = list.splice(index, 1);
		const known = this.known(list);
		known.ids.delete(identityOf(item) ?? '');
		known.near = Math.max(0, index - 1);
		return item;
	}
}

/** Applies one edit without changing the document given. Repeating an insert or a remove does nothing. */
export const applyEdit = (document: Json, edit: Edit): Applied | Refused => applyEdits(document, [edit]);

/** Applies all edits or none. The inverse undoes them in the right order. Takes time linear in the edits. */
export function applyEdits(document: Json, edits: readonly Edit[]): Applied | Refused {
	const draft = new Draft(document);
	const undoing: (readonly Edit[])[] = [];
	for (const edit of edits) {
		const inverse = draft.apply(edit);
		if ('refused' in inverse) return inverse;
		undoing.push(inverse);
	}
	return { document: draft.document, inverse: undoing.reverse().flat() };
}

/** Two people changed one thing, or one deleted what the other changed. `yours` is the last that was asked for at the place. */
export interface Conflict {
	readonly at: Place;
	readonly yours: Json;
	readonly theirs: Json;
}

/** Conflicts that are told at once; more of them are settled together with these. */
const MOST_CONFLICTS = 100;

/** The places of edits, as a tree of path steps. */
interface PlaceNode {
	readonly steps: Map<string, PlaceNode>;
	set: boolean;
	/** A place that was removed, and is still gone. */
	removed: boolean;
}
const placeNode = (): PlaceNode => ({ steps: new Map(), set: false, removed: false });

/**
 * Where edits meet what others did since the revision that they were made on, at most 100. Edits
 * elsewhere, and edits that agree, do not conflict. Takes time linear in the edits.
 * @param current the document with the edits of the others
 */
export function conflictsOf(mine: readonly Edit[], theirs: readonly Edit[], current: Json): Conflict[] {
	const root = placeNode();
	for (const edit of theirs) {
		if (edit.do !== 'set' && edit.do !== 'remove') continue;
		let node = root;
		for (const step of edit.at) {
			let next = node.steps.get(step);
			if (!next) node.steps.set(step, (next = placeNode()));
			node = next;
		}
		if (edit.do === 'set') node.set = true;
		else if (!node.removed) node.removed = valueAt(current, edit.at) === undefined;
	}
	// Of several edits in one place the last is what somebody wants there.
	const wanted = new Map<string, Edit>();
	for (const edit of mine)
		if (edit.do === 'set' || edit.do === 'insert') wanted.set(`${edit.do} ${JSON.stringify(editedPlace(edit))}`, edit);
	const found = new Map<string, Conflict>();
	for (const edit of wanted.values()) {
		if (found.size >= MOST_CONFLICTS) break;
		const at = editedPlace(edit);
		const yours = edit.do === 'set' ? edit.value : edit.do === 'insert' ? edit.item : null;
		let node: PlaceNode | undefined = root;
		let [isSet, isRemoved] = [false, false];
		for (const step of at) {
			node = node.steps.get(step);
			if (!node) break;
			isSet ||= node.set;
			isRemoved ||= node.removed;
		}
		const key = JSON.stringify(at);
		if (isRemoved) found.set(key, { at, yours, theirs: null });
		else if (edit.do === 'set' && (isSet || (node !== undefined && setBelow(node)))) {
			const now = valueAt(current, at) ?? null;
			if (JSON.stringify(now) !== JSON.stringify(edit.value)) found.set(key, { at, yours, theirs: now });
		}
	}
	return [...found.values()];
}

/** True where something at or below a place was set. */
function setBelow(node: PlaceNode): boolean {
	if (node.set) return true;
	for (const next of node.steps.values()) if (setBelow(next)) return true;
	return false;
}
