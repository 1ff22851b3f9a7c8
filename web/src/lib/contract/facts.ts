/** Kinds of facts that open windows are told of: they ask for what is new. */
export type FactKind = 'judgements' | 'runs' | 'sign-offs' | 'jobs' | 'duplicates';
