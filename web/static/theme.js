// Sets day or night before the first paint, from what was chosen or what the system says.
(() => {
	let chosen = null;
	try {
		chosen = localStorage.getItem('lantern-theme');
	} catch {
		// Storage may be forbidden; the system's choice serves then.
	}
	const night = chosen ? chosen === 'night' : matchMedia('(prefers-color-scheme: dark)').matches;
	document.documentElement.dataset.mode = night ? 'dark' : 'light';
})();
