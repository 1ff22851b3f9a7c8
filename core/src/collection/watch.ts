/** How heavy work is watched: it tells what it has looked at, and may be ended for it. */

/** What heavy work reports to: it may throw to end it. */
export interface Watch {
	/** @param steps records or places that were just looked at */
	spend(steps: number): void;
}

/** Thrown by a watch when a query has looked at more than it may. */
export class WorkCeiling extends Error {}

/** A watch that ends work after so many steps, and asks now and then whether it is still wanted. */
export class SteppedWatch implements Watch {
	private left: number;
	private untilAsked = 0;

	/** @param ask throws where the work is not wanted any more */
	constructor(
		ceiling: number,
		private readonly ask: () => void = () => undefined
	) {
		this.left = ceiling;
	}

	spend(steps: number): void {
		this.left -= steps;
		if (this.left < 0) throw new WorkCeiling('The query looks at more places than it may.');
		this.untilAsked -= steps;
		if (this.untilAsked > 0) return;
		this.untilAsked = 50_000;
		this.ask();
	}
}
