/** What is typed and not added yet: it is still there after another step, or a reload, of the same tab. */
import { browser } from '$app/environment';

export class Draft {
	#text = $state('');
	readonly #key: string;

	/** @param key what it is a draft of, such as the identities of an enquiry and a concept */
	constructor(key: string) {
		this.#key = `draft ${key}`;
		if (browser) this.#text = read(this.#key);
	}

	get text(): string {
		return this.#text;
	}

	set text(typed: string) {
		this.#text = typed;
		if (!browser) return;
		try {
			if (typed === '') sessionStorage.removeItem(this.#key);
			else sessionStorage.setItem(this.#key, typed);
		} catch {
			// A full or forbidden store: the text stays in its field as long as the page does.
		}
	}
}

function read(key: string): string {
	try {
		return sessionStorage.getItem(key) ?? '';
	} catch {
		return '';
	}
}
