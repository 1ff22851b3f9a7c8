/**
 * Whether something is the document of an enquiry. What has been checked once is not checked again:
 * documents share what did not change, so that an edit costs what it touched, not the whole.
 */
import { enquirySchema, type EnquiryDocument } from '@wide-lantern/core';
import type { ErrorObject } from 'ajv';
import { compileValidator, faultOf } from '$lib/server/http';

const { $id: _, properties, ...head } = enquirySchema;
const entries = Object.entries(properties) as [string, { type?: unknown; items?: object; maxItems?: number }][];
const lists = entries.filter(([, schema]) => schema.type === 'array');
/** The document with its lists as long as they may be, whatever is in them. */
const checkHead = compileValidator<EnquiryDocument>({
	...head,
	properties: Object.fromEntries(
		entries.map(([name, schema]) => [
			name,
			schema.type === 'array' ? { type: 'array', maxItems: schema.maxItems } : schema
		])
	)
});
/** For each list, its items that are as they should be: they are never changed in place. */
const checkItems = lists.map(([name, { items }]) => ({
	name,
	check: compileValidator<object>(items ?? {}),
	checked: new WeakSet()
}));

const sentence = (path: string, errors: readonly ErrorObject[] | null | undefined): string => {
	const [first] = errors ?? [];
	return first ? faultOf([{ ...first, instancePath: `${path}${first.instancePath}` }]) : faultOf(errors);
};

/** The first fault, item by item: null after each that is as it should be. */
function* faultsOf(value: unknown): Generator<string | null> {
	if (!checkHead(value)) {
		yield sentence('', checkHead.errors);
		return;
	}
	for (const { name, check, checked } of checkItems) {
		const items = (value as unknown as Readonly<Record<string, readonly unknown[] | undefined>>)[name] ?? [];
		for (const [at, item] of items.entries()) {
			if (typeof item === 'object' && item !== null && checked.has(item)) continue;
			if (check(item)) {
				checked.add(item);
				yield null;
			} else yield sentence(`/${name}/${at}`, check.errors);
		}
	}
}

/** What is wrong, in a few words; null where nothing is. */
export function documentFault(value: unknown): string | null {
	for (const fault of faultsOf(value)) if (fault !== null) return fault;
	return null;
}

/** The same, with a pause wherever another may have the thread. */
export async function documentFaultInSteps(value: unknown, pause: () => Promise<void>): Promise<string | null> {
	for (const fault of faultsOf(value)) {
		if (fault !== null) return fault;
		await pause();
	}
	return null;
}

export const isDocument = (value: unknown): value is EnquiryDocument => documentFault(value) === null;
