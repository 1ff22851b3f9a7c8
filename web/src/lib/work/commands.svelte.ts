/** Every action of the application, for the command palette; screens add theirs while they are open. */
export interface Command {
	readonly name: string;
	readonly shortcut?: string;
	readonly act: () => void;
}

class Commands {
	private readonly groups = $state<{ list: readonly Command[] }[]>([]);

	get all(): readonly Command[] {
		return this.groups.flatMap((group) => group.list);
	}

	/** Adds commands; call the result to take them away. */
	add(list: readonly Command[]): () => void {
		const group = { list };
		this.groups.push(group);
		return () => {
			const at = this.groups.findIndex((one) => one.list === list);
			if (at >= 0) this.groups.splice(at, 1);
		};
	}
}

export const commands = new Commands();
