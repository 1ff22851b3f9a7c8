/** Turns the bytes of a file into text, piece by piece. */
import type { TextEncoding } from './recognise.ts';

/** What Windows-1252 has from 0x80 to 0x9F (WHATWG Encoding Standard, index windows-1252): some versions of `TextDecoder` take these for control characters. */
const UPPER = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008DŽ\u008F\u0090‘’“”•–—˜™š›œ\u009DžŸ';

/** @returns decodes a piece of the file; without one, what the end leaves over */
export function decoderOf(encoding: TextEncoding): (bytes?: Uint8Array) => string {
	const decoder = new TextDecoder(encoding);
	const plain = (bytes?: Uint8Array) => (bytes ? decoder.decode(bytes, { stream: true }) : decoder.decode());
	if (encoding !== 'windows-1252') return plain;
	return (bytes) => plain(bytes).replace(/[\u0080-\u009F]/g, (one) => UPPER.charAt(one.charCodeAt(0) - 0x80));
}
