/** Every action of the application, for the command palette; screens add theirs while they are open. */
import { untrack } from 'svelte';

export interface Command {
	readonly name: string;
	readonly shortcut?: string;
	readonly act: () => void;
}

class Commands {
	private groups = $state.raw<readonly (readonly Command[])[]>([]);

	get all(): readonly Command[] {
		return this.groups.flat();
	}

	/** Adds commands; call the result to take them away. */
	add(list: readonly Command[]): () => void {
		untrack(() => (this.groups = [...this.groups, list]));
		return () => untrack(() => (this.groups = this.groups.filter((one) => one !== list)));
	}
}

export const commands = new Commands();
