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
		{ type: 'object', required: ['do', 'at', 'value'], additionalProperties: false, properties: { do: { const: 'set' }, at: place, value: {} } },
		{
			type: 'object',
			required: ['do', 'in', 'item', 'after'],
			additionalProperties: false,
			properties: {
				do: { const: 'insert' },
				in: place,
				item: { type: 'object', required: ['id'], properties: { id: { type: 'string', minLength: 1, maxLength: 100 } } },
				after: { type: ['string', 'null'] }
			}
		},
		{ type: 'object', required: ['do', 'at'], additionalProperties: false, properties: { do: { const: 'remove' }, at: place } },
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
const isItem = (value: Json | undefined): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);
const identityOf = (value: Json): string | null => (isItem(value) && typeof value['id'] === 'string' ? value['id'] : null);
/** Names that would reach into what every object inherits. */
const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype']);

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

/** Applies one edit without changing the document given. Repeating an insert or a remove does nothing. */
export function applyEdit(document: Json, edit: Edit): Applied | Refused {
	if (editedPlace(edit).some((step) => FORBIDDEN.has(step))) return { refused: 'That place cannot be edited.' };
	switch (edit.do) {
		case 'set': {
			// What a thing may have and has not yet is put there; the document's form is checked by who stores it.
			const parent = valueAt(document, edit.at.slice(0, -1));
			const old = valueAt(document, edit.at) ?? (isItem(parent) ? null : undefined);
			if (old === undefined) return { refused: 'What was to be changed is no longer there.' };
			return { document: replaceAt(document, edit.at, () => edit.value), inverse: [{ do: 'set', at: edit.at, value: old }] };
		}
		case 'insert': {
			const list = valueAt(document, edit.in) ?? (isItem(valueAt(document, edit.in.slice(0, -1))) ? [] : undefined);
			const id = identityOf(edit.item);
			if (!Array.isArray(list) || id === null) return { refused: 'The list that it was to be put in is no longer there.' };
			if (list.some((item) => identityOf(item) === id)) return { document, inverse: [] };
			return {
				document: replaceAt(document, edit.in, () => placed(list, edit.item, edit.after)),
				inverse: [{ do: 'remove', at: [...edit.in, id] }]
			};
		}
		case 'remove': {
			const [list, id, before] = inList(document, edit.at);
			if (!list) return { refused: 'What was to be taken out stands in no list.' };
			const item = list.find((one) => identityOf(one) === id);
			if (item === undefined) return { document, inverse: [] };
			const parent = edit.at.slice(0, -1);
			return {
				document: replaceAt(document, parent, () => list.filter((one) => one !== item)),
				inverse: [{ do: 'insert', in: parent, item, after: before }]
			};
		}
		case 'move': {
			const [list, id, before] = inList(document, edit.at);
			const item = list?.find((one) => identityOf(one) === id);
			if (!list || item === undefined) return { refused: 'What was to be moved is no longer there.' };
			if (edit.after === id) return { document, inverse: [] };
			const parent = edit.at.slice(0, -1);
			const rest = list.filter((one) => one !== item);
			return {
				document: replaceAt(document, parent, () => placed(rest, item, edit.after)),
				inverse: [{ do: 'move', at: edit.at, after: before }]
			};
		}
	}
}

/** Applies all edits or none. The inverse undoes them in the right order. */
export function applyEdits(document: Json, edits: readonly Edit[]): Applied | Refused {
	let current = document;
	const undoing: (readonly Edit[])[] = [];
	for (const edit of edits) {
		const applied = applyEdit(current, edit);
		if ('refused' in applied) return applied;
		current = applied.document;
		undoing.push(applied.inverse);
	}
	return { document: current, inverse: undoing.reverse().flat() };
}

/** After an item that is gone, a newcomer goes to the end; after nothing, to the front. */
function placed(list: readonly Json[], item: Json, after: string | null): Json[] {
	const at = after === null ? 0 : list.findIndex((one) => identityOf(one) === after) + 1;
	const where = after !== null && at === 0 ? list.length : at;
	return [...list.slice(0, where), item, ...list.slice(where)];
}

function inList(document: Json, at: Place): [Json[] | null, string, string | null] {
	const id = at.at(-1) ?? '';
	const list = valueAt(document, at.slice(0, -1));
	if (!Array.isArray(list)) return [null, id, null];
	const index = list.findIndex((one) => identityOf(one) === id);
	const before = list[index - 1];
	return [list, id, before === undefined ? null : identityOf(before)];
}

function replaceAt(document: Json, at: Place, change: (old: Json) => Json): Json {
	const [step, ...rest] = at;
	if (step === undefined) return change(document);
	if (Array.isArray(document)) return document.map((item) => (identityOf(item) === step ? replaceAt(item, rest, change) : item));
	if (!isItem(document)) return document;
	return { ...document, [step]: replaceAt(document[step] ?? null, rest, change) };
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
	for (const edit of mine) if (edit.do === 'set' || edit.do === 'insert') wanted.set(`${edit.do} ${JSON.stringify(editedPlace(edit))}`, edit);
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
