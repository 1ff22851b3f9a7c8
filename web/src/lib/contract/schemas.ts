/** Pieces that JSON Schemas are put together from. */
type Properties = Readonly<Record<string, object>>;

/** An object of just these properties. @param optional those that may be missing */
export const closed = (properties: Properties, optional: Properties = {}) => ({
	type: 'object',
	required: Object.keys(properties),
	additionalProperties: false,
	properties: { ...properties, ...optional }
});
export const listOf = (items: object) => ({ type: 'array', items });
export const whole = { type: 'integer', minimum: 0 } as const;
