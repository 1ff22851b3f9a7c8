/** Text that can be stored: PostgreSQL holds neither U+0000 nor half of a surrogate pair. */

/** The same value with such characters removed or replaced; the value itself where there are none. */
export function cleanJson<Value>(value: Value): Value {
	if (typeof value === 'string') return cleanText(value) as Value;
	if (typeof value !== 'object' || value === null) return value;
	if (Array.isArray(value)) {
		const cleaned = value.map(cleanJson);
		return (cleaned.some((one, at) => one !== value[at]) ? cleaned : value) as Value;
	}
	const entries = Object.entries(value).map(([name, inner]) => [name, cleanJson<unknown>(inner)] as const);
	return entries.some(([name, inner]) => inner !== (value as Record<string, unknown>)[name])
		? (Object.fromEntries(entries) as Value)
		: value;
}

export function cleanText(text: string): string {
	const without = text.includes('\u0000') ? text.replaceAll('\u0000', '') : text;
	return /[\uD800-\uDFFF]/.test(without) ? wellFormed(without) : without;
}

/** Half of a pair becomes U+FFFD, as `String.prototype.toWellFormed` of newer engines makes it. */
const wellFormed = (text: string): string =>
	text.replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '\uFFFD');

/** Where a value holds text that cannot be stored, as a path such as `/edits/0/value`; null where it does not. */
export function unstorableAt(value: unknown): string | null {
	if (typeof value === 'string') return cleanText(value) === value ? null : '';
	if (typeof value !== 'object' || value === null) return null;
	for (const [name, inner] of Object.entries(value)) {
		if (cleanText(name) !== name) return '';
		const below = unstorableAt(inner);
		if (below !== null) return `/${name}${below}`;
	}
	return null;
}
