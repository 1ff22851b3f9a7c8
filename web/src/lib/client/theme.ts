/** Day or night: follows the system until one is chosen; the choice stays with the browser. */
export function switchTheme(): void {
	const root = document.documentElement;
	const mode = root.dataset['mode'] === 'dark' ? 'light' : 'dark';
	root.dataset['mode'] = mode;
	try {
		localStorage.setItem('lantern-theme', mode === 'dark' ? 'night' : 'day');
	} catch {
		return;
	}
}
