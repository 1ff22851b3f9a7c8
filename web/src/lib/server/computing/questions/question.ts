/** What every question to a computing thread is made of: the shape it comes in, and how it is answered. */
import type { JobContext } from '../thread-state.ts';

export interface Question<Asked, Given> {
	/** JSON Schema of each thing that comes with it; all are required. */
	readonly properties: Readonly<Record<string, object>>;
	/** Throws `Dropped` when nobody wants the answer any more, `WorkCeiling` when it takes too much work. */
	readonly answer: (asked: Asked, context: JobContext) => Given;
}
/** @param properties a schema for everything that comes with the question */
export const question = <Asked, Given>(
	properties: { readonly [Name in keyof Asked]-?: object },
	answer: Question<Asked, Given>['answer']
): Question<Asked, Given> => ({ properties: properties as Readonly<Record<string, object>>, answer });
