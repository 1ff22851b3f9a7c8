/**
 * CQL, the query language of OASIS searchRetrieve 1.0, part 5 (also CQL 1.2): its whole grammar,
 * read into a tree of its own. What an index or a relation means is the server's business (meaning.ts).
 */

export interface Modifier {
	readonly name: string;
	readonly comparison: string | null;
	readonly value: string | null;
}
export interface CqlClause {
	readonly kind: 'clause';
	/** Null where none is named: the server chooses. */
	readonly index: string | null;
	readonly relation: string;
	readonly modifiers: readonly Modifier[];
	readonly term: string;
}
export interface CqlBoolean {
	readonly kind: 'boolean';
	readonly operator: 'and' | 'or' | 'not' | 'prox';
	readonly modifiers: readonly Modifier[];
	readonly left: Cql;
	readonly right: Cql;
}
export type Cql = CqlClause | CqlBoolean;

export interface SortKey {
	readonly index: string;
	readonly modifiers: readonly Modifier[];
}

export type ParsedCql =
	| { readonly ok: true; readonly tree: Cql; readonly sort: readonly SortKey[] }
	| { readonly ok: false; readonly at: number; readonly message: string };

interface Token {
	readonly kind: 'word' | 'string' | 'sign' | 'end';
	readonly text: string;
	readonly at: number;
}

class Fault extends Error {
	constructor(
		readonly at: number,
		message: string
	) {
		super(message);
	}
}

const SIGNS = /^(?:<=|>=|<>|==|[()/<>=])/;
const BOOLEANS = new Set(['and', 'or', 'not', 'prox']);
/** Nesting beyond which nothing is read. */
const DEPTH = 400;

function* tokens(text: string): Generator<Token> {
	let at = 0;
	for (;;) {
		while (/\s/.test(text.charAt(at))) at++;
		if (at >= text.length) break;
		const sign = SIGNS.exec(text.slice(at, at + 2));
		if (sign) {
			yield { kind: 'sign', text: sign[0], at };
			at += sign[0].length;
			continue;
		}
		const from = at;
		if (text.charAt(at) === '"') {
			let inside = '';
			for (at++; text.charAt(at) !== '"'; at++) {
				if (at >= text.length) throw new Fault(from, 'A quote is never closed.');
				// An escaped sign stays escaped: masking is looked at later.
				if (text.charAt(at) === '\\') inside += text.charAt(at++);
				inside += text.charAt(at);
			}
			at++;
			yield { kind: 'string', text: inside, at: from };
			continue;
		}
		while (at < text.length && !/[\s()/<>="]/.test(text.charAt(at))) at++;
		yield { kind: 'word', text: text.slice(from, at), at: from };
	}
	yield { kind: 'end', text: '', at: text.length };
}

export function parseCql(text: string): ParsedCql {
	try {
		const parser = new Parser([...tokens(text)]);
		return { ok: true, ...parser.whole() };
	} catch (error) {
		if (error instanceof Fault) return { ok: false, at: error.at, message: error.message };
		throw error;
	}
}

class Parser {
	private next = 0;
	private depth = 0;
	/** Prefixes are read and let be: the server knows its context sets by their usual names. */
	constructor(private readonly all: readonly Token[]) {}

	private get token(): Token {
		return this.all[this.next] ?? { kind: 'end', text: '', at: 0 };
	}
	private take(): Token {
		const token = this.token;
		this.next++;
		return token;
	}
	private isSign(text: string): boolean {
		return this.token.kind === 'sign' && this.token.text === text;
	}
	private isWord(words: ReadonlySet<string>): boolean {
		return this.token.kind === 'word' && words.has(this.token.text.toLowerCase());
	}
	private fail(message: string): never {
		throw new Fault(this.token.at, message);
	}

	whole(): { readonly tree: Cql; readonly sort: readonly SortKey[] } {
		const tree = this.scoped();
		const sort: SortKey[] = [];
		if (this.isWord(new Set(['sortby']))) {
			this.take();
			while (this.token.kind === 'word') sort.push({ index: this.take().text, modifiers: this.modifiers() });
			if (sort.length === 0) this.fail('Nothing to sort by.');
		}
		if (this.token.kind !== 'end') this.fail(`“${this.token.text}” was not expected there.`);
		return { tree, sort };
	}

	/** `> dc = "…"` in front names a context set; then the query. Booleans are read from the left. */
	private scoped(): Cql {
		if (++this.depth > DEPTH) this.fail('The query is nested too deeply.');
		while (this.isSign('>')) {
			this.take();
			const first = this.take();
			if (first.kind !== 'word' && first.kind !== 'string') this.fail('A prefix needs a name.');
			if (this.isSign('=')) {
				this.take();
				this.take();
			}
		}
		let left = this.operand();
		while (this.isWord(BOOLEANS)) {
			const operator = this.take().text.toLowerCase() as CqlBoolean['operator'];
			const modifiers = this.modifiers();
			left = { kind: 'boolean', operator, modifiers, left, right: this.operand() };
		}
		this.depth--;
		return left;
	}

	private operand(): Cql {
		if (this.isSign('(')) {
			this.take();
			const inside = this.scoped();
			if (!this.isSign(')')) this.fail('A bracket is never closed.');
			this.take();
			return inside;
		}
		const first = this.take();
		if (first.kind !== 'word' && first.kind !== 'string') {
			this.next--;
			this.fail(
				first.kind === 'end'
					? 'The query ends where a term is expected.'
					: `“${first.text}” stands where a term is expected.`
			);
		}
		const relation = this.relation();
		if (relation === null) {
			// A keyword that stands where a term does is that term (the grammar of the standard).
			return { kind: 'clause', index: null, relation: '=', modifiers: [], term: first.text };
		}
		const modifiers = this.modifiers();
		const term = this.take();
		if (term.kind !== 'word' && term.kind !== 'string') {
			this.next--;
			this.fail('A relation needs a term.');
		}
		return { kind: 'clause', index: first.text, relation, modifiers, term: term.text };
	}

	/** A sign, or a word that stands before a term and is no boolean. */
	private relation(): string | null {
		const token = this.token;
		if (token.kind === 'sign' && /^(?:=|==|<>|<=|>=|<|>)$/.test(token.text)) return this.take().text;
		if (token.kind !== 'word' || BOOLEANS.has(token.text.toLowerCase()) || token.text.toLowerCase() === 'sortby')
			return null;
		const after = this.all[this.next + 1];
		if (!after || (after.kind === 'sign' && after.text !== '/') || after.kind === 'end') return null;
		return this.take().text.toLowerCase();
	}

	private modifiers(): readonly Modifier[] {
		const found: Modifier[] = [];
		while (this.isSign('/')) {
			this.take();
			const name = this.take();
			if (name.kind !== 'word') this.fail('A modifier needs a name.');
			let comparison: string | null = null;
			let value: string | null = null;
			if (this.token.kind === 'sign' && /^(?:=|==|<>|<=|>=|<|>)$/.test(this.token.text)) {
				comparison = this.take().text;
				value = this.take().text;
			}
			found.push({ name: name.text.toLowerCase(), comparison, value });
		}
		return found;
	}
}

/** A tree as XCQL would nest it, for tests against other parsers. */
export function writeCql(tree: Cql): string {
	const modified = (all: readonly Modifier[]) =>
		all.map((one) => `/${one.name}${one.comparison ?? ''}${one.value ?? ''}`).join('');
	if (tree.kind === 'boolean')
		return `(${writeCql(tree.left)} ${tree.operator}${modified(tree.modifiers)} ${writeCql(tree.right)})`;
	return `${tree.index ?? 'cql.serverchoice'} ${tree.relation}${modified(tree.modifiers)} "${tree.term}"`;
}
