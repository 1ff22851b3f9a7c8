/** Who else has the enquiry open, and the line that their cursor is on. */
export interface Presence {
	/** Identity of the window. */
	readonly client: string;
	readonly name: string;
	readonly line: string | null;
}
