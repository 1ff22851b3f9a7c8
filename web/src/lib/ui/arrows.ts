/**
 * Arrow keys in a list: one of its rows is reached by Tab, the others by arrows, Home and End (ARIA's roving tabindex).
 * Left and right go between the buttons of a row.
 */
import type { Attachment } from 'svelte/attachments';

const CONTROLS = 'button, a[href], input, select';

/** @param rows selector of the rows in the list */
export function arrows(rows: string): Attachment<HTMLElement> {
	return (list) => {
		let current: HTMLElement | null = null;
		const controlsIn = (row: Element) => [...row.querySelectorAll<HTMLElement>(CONTROLS)];
		const all = () => [...list.querySelectorAll<HTMLElement>(rows)].filter((row) => controlsIn(row).length > 0);

		/** Exactly one row can be reached by Tab: the one where the focus was last, else the chosen or the first one. */
		function settle(): void {
			const items = all();
			if (!current || !items.includes(current))
				current = items.find((row) => row.querySelector('[aria-current="true"]')) ?? items[0] ?? null;
			for (const row of items) for (const control of controlsIn(row)) control.tabIndex = row === current ? 0 : -1;
		}
		function focused(event: FocusEvent): void {
			const row = (event.target as HTMLElement).closest<HTMLElement>(rows);
			if (!row || row === current) return;
			current = row;
			settle();
		}
		function keyed(event: KeyboardEvent): void {
			const target = event.target as HTMLElement;
			const row = target.closest<HTMLElement>(rows);
			if (!row || event.altKey || event.ctrlKey || event.metaKey || target.matches('input, select')) return;
			const items = all();
			const at = items.indexOf(row);
			const controls = controlsIn(row);
			const place = controls.indexOf(target);
			const within = (to: number) => controls[to];
			const next = (() => {
				switch (event.key) {
					case 'ArrowDown':
						return items[at + 1] && controlsIn(items[at + 1] as Element)[0];
					case 'ArrowUp':
						return items[at - 1] && controlsIn(items[at - 1] as Element)[0];
					case 'Home':
						return items[0] && controlsIn(items[0])[0];
					case 'End':
						return items.at(-1) && controlsIn(items.at(-1) as Element)[0];
					case 'ArrowRight':
						return within(place + 1);
					case 'ArrowLeft':
						return within(place - 1);
					default:
						return undefined;
				}
			})();
			if (!next) return;
			event.preventDefault();
			event.stopPropagation();
			next.focus();
		}

		settle();
		const changes = new MutationObserver(settle);
		changes.observe(list, { childList: true, subtree: true, attributeFilter: ['aria-current'] });
		list.addEventListener('focusin', focused);
		list.addEventListener('keydown', keyed);
		return () => {
			changes.disconnect();
			list.removeEventListener('focusin', focused);
			list.removeEventListener('keydown', keyed);
		};
	};
}
