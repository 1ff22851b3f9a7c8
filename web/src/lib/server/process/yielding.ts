/** Lets everybody else have the thread for a moment, but not more often than every 12 milliseconds. */
export function createYielder(): () => Promise<void> {
	let since = performance.now();
	return async () => {
		if (performance.now() - since < 12) return;
		await new Promise<void>((done) => setImmediate(done));
		since = performance.now();
	};
}
