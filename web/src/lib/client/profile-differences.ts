/** Two profiles, place by place. */
export interface Difference {
	/** `platform.proximity.within` */
	readonly at: string;
	readonly left: string;
	readonly right: string;
}

const leaf = (value: unknown): string =>
	value === undefined
		? 'not there'
		: value === null
			? 'none'
			: typeof value === 'string'
				? value
				: JSON.stringify(value);

export function profileDifferences(left: unknown, right: unknown, at = ''): readonly Difference[] {
	const isObject = (value: unknown): value is Record<string, unknown> =>
		typeof value === 'object' && value !== null && !Array.isArray(value);
	if (isObject(left) && isObject(right))
		return [...new Set([...Object.keys(left), ...Object.keys(right)])].flatMap((key) =>
			profileDifferences(left[key], right[key], at === '' ? key : `${at}.${key}`)
		);
	return JSON.stringify(left) === JSON.stringify(right) || at === 'version'
		? []
		: [{ at, left: leaf(left), right: leaf(right) }];
}
