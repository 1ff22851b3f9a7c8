/** Waiting for something no longer than it is worth. */

export const TIMED_OUT = Symbol('timed out');

/** The result, or TIMED_OUT after so many milliseconds. The work itself goes on; an error that comes later is ignored. */
export async function withTimeout<Result>(
	made: Promise<Result>,
	milliseconds: number
): Promise<Result | typeof TIMED_OUT> {
	let timer: ReturnType<typeof setTimeout> | undefined;
	const late = new Promise<typeof TIMED_OUT>((resolve) => {
		timer = setTimeout(() => {
			resolve(TIMED_OUT);
		}, milliseconds);
	});
	try {
		return await Promise.race([made, late]);
	} finally {
		clearTimeout(timer);
		made.catch(() => undefined);
	}
}
