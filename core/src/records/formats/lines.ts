/** The lines of a file that comes in pieces. LF, CR and CRLF end them; one that is longer than any field is reported once and dropped. */
import { LINE_CEILING, RAW_CEILING, type ReadPiece } from './reference.ts';

export class FileLines {
	private rest = '';
	/** The line is longer than any; what is left of it is dropped. */
	private overflowing = false;
	/** Number of the line given last, from 1. */
	number = 0;

	/** @param take is given each line without its end @param refuse is given a line that is too long */
	constructor(
		private readonly take: (text: string) => void,
		private readonly refuse: (piece: ReadPiece & { kind: 'unreadable' }) => void
	) {}

	push(text: string): void {
		const all = this.rest + text;
		let from = 0;
		// What was left has no line end but, at its very end, the first half of one.
		for (let at = Math.max(0, this.rest.length - 1); at < all.length; at++) {
			const code = all.charCodeAt(at);
			if (code !== 10 && code !== 13) continue;
			// A CR at the very end may be the first half of a CRLF.
			if (code === 13 && at === all.length - 1) break;
			this.give(all.slice(from, at));
			if (code === 13 && all.charCodeAt(at + 1) === 10) at++;
			from = at + 1;
		}
		this.rest = all.slice(from);
		if (this.overflowing) this.rest = '';
		else if (this.rest.length > LINE_CEILING) {
			this.refuse({
				kind: 'unreadable',
				line: this.number + 1,
				reason: `This line is longer than ${LINE_CEILING / 1_000_000} million characters, which no field is.`,
				raw: this.rest.slice(0, RAW_CEILING)
			});
			this.overflowing = true;
			this.rest = '';
		}
	}

	end(): void {
		const last = this.rest.replace(/\r$/, '');
		this.rest = '';
		if (last !== '' || this.overflowing) this.give(last);
	}

	private give(text: string): void {
		this.number++;
		// It was reported already; this is its end.
		if (this.overflowing) this.overflowing = false;
		else this.take(text);
	}
}
