/** How a platform writes headings, from examples that differ in one thing each. */
import { cut, differing } from './learn-texts.ts';
import type { Profile } from './profile.ts';

/** Examples under examination: what was typed, what cannot be told from it, what has to be asked. */
export interface Examined {
	typed(construct: string): string | null;
	open(construct: string, why: string): null;
	/** The answer to a plain question: that of the searcher, else the first option. */
	ask(about: string, question: string, options: readonly (readonly [string, string])[]): string;
}

/** The form of headings, from those examples that were typed; null without any. */
export function learnHeadings(examined: Examined): Profile['platform']['headings'] {
	const at = (construct: string) => {
		const text = examined.typed(construct);
		const around = text === null ? null : cut(text, 'Stone Harbours');
		if (text !== null && !around) examined.open(construct, 'It does not contain the name Stone Harbours.');
		return around;
	};
	const [alone, narrower, main] = [at('heading'), at('narrower'), at('main')];
	const base = narrower ?? alone;
	if (!base) return null;
	let { before, after } = base;
	let reach: { narrower: string | null; exact: string | null } = {
		narrower: narrower ? '' : null,
		exact: alone ? '' : null
	};
	if (alone && narrower) {
		const [front, back] = [
			differing([alone.before, narrower.before], true),
			differing([alone.after, narrower.after], true)
		];
		if (front && back) examined.open('narrower', 'It differs from the heading alone in two places.');
		else if (front) {
			before = `${front.start}%{reach}${front.end}`;
			reach = { exact: front.middles[0] ?? '', narrower: front.middles[1] ?? '' };
		} else if (back) {
			after = `${back.start}%{reach}${back.end}`;
			reach = { exact: back.middles[0] ?? '', narrower: back.middles[1] ?? '' };
		} else {
			const does = examined.ask(
				'reach',
				'A heading alone and one with narrower ones are written the same. What does the platform do with it?',
				[
					['narrower', 'it always brings narrower ones'],
					['exact', 'it never brings them']
				]
			);
			reach = does === 'narrower' ? { narrower: '', exact: null } : { narrower: null, exact: '' };
		}
	}
	const withReach = (text: string) => text.replace('%{reach}', narrower ? (reach.narrower ?? '') : (reach.exact ?? ''));
	let mainText: string | null = null;
	/** Puts a slot where another example has something more; the slot of the reach keeps its place. */
	const insert = (now: string, more: string, slot: string): { text: string; added: string } | null => {
		const plain = withReach(now);
		const diff = differing([plain, more], true);
		if (!diff || diff.middles[0] !== '') return null;
		const reachAt = now.indexOf('%{reach}');
		const length = narrower ? (reach.narrower ?? '').length : (reach.exact ?? '').length;
		let place = diff.start.length;
		let added = diff.middles[1] ?? '';
		// `/top` before `/deep` can also be seen as `top/` inside it: the seam of the two is meant.
		for (let at = place, text = added; at >= 0; at--) {
			if (at === reachAt || at === reachAt + length || (reachAt < 0 && at === 0)) [place, added] = [at, text];
			if (at === 0 || plain[at - 1] !== text.at(-1)) break;
			text = (plain[at - 1] ?? '') + text.slice(0, -1);
		}
		const shifted =
			reachAt >= 0 && place >= reachAt + length
				? place + '%{reach}'.length - length
				: reachAt >= 0 && place > reachAt
					? reachAt + '%{reach}'.length
					: place;
		return { text: `${now.slice(0, shifted)}${slot}${now.slice(shifted)}`, added };
	};
	if (main) {
		const front = main.before === withReach(before) ? null : insert(before, main.before, '%{main}');
		const back = front || main.after === withReach(after) ? null : insert(after, main.after, '%{main}');
		if (front) {
			before = front.text;
			mainText = front.added;
		} else if (back) {
			after = back.text;
			mainText = back.added;
		} else examined.open('main', 'It is the same as the heading with narrower ones.');
	}
	const qualified = examined.typed('qualifiers') === null ? null : at('qualifiers');
	let qualifiers: { pattern: string; joiner: string; by: 'name' | 'code' } | null = null;
	if (qualified) {
		const bare = after.replace('%{main}', '');
		const plain = withReach(bare);
		const more = differing([plain, qualified.after], true);
		const added = more && more.middles[0] === '' ? (more.middles[1] ?? '') : '';
		const list = /^(.*[^\p{L}\p{N}]|)([\p{L}\p{N}]+)([^\p{L}\p{N}]+)([\p{L}\p{N}]+)([^\p{L}\p{N}]*)$/su.exec(added);
		if (!more || !list) examined.open('qualifiers', 'It does not show two qualifiers with a separator between them.');
		else {
			qualifiers = {
				pattern: `${list[1] ?? ''}%{list}${list[5] ?? ''}`,
				joiner: list[3] ?? ', ',
				by: (list[2] ?? '').toLowerCase() === 'repair' ? 'name' : 'code'
			};
			const place = insert(bare, qualified.after, '%{qualifiers}');
			if (place) {
				// The main topic's sign keeps its place before the qualifiers.
				const at = after.indexOf('%{main}');
				after = at < 0 ? place.text : mergeSlots(after, place.text);
			}
		}
	}
	return {
		pattern: `${before}%{label}${after}`,
		narrower: reach.narrower,
		exact: reach.exact,
		main: mainText,
		qualifiers: qualifiers?.pattern ?? null,
		joiner: qualifiers?.joiner ?? ', ',
		qualifierBy: qualifiers?.by ?? 'name'
	};
}

/** Two texts that differ by one slot each, in one: both slots, in their order. */
function mergeSlots(withMain: string, withQualifiers: string): string {
	const place = withQualifiers.indexOf('%{qualifiers}');
	const main = withMain.indexOf('%{main}');
	const shifted = place >= main ? place + '%{main}'.length : place;
	return `${withMain.slice(0, shifted)}%{qualifiers}${withMain.slice(shifted)}`;
}
