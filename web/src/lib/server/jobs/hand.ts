/**
 * Takes the messages of one kind from a queue, one after another. The queue's own workers do not wait for the
 * database when a message is done, so that one lost connection would end the server.
 */
export interface HandOptions {
	readonly queue: {
		readonly fetch: (
			kind: string,
			options: { readonly batchSize: 1 }
		) => Promise<{ readonly id: string; readonly data: unknown }[]>;
		readonly complete: (kind: string, id: string) => Promise<void>;
	};
	readonly kind: string;
	/** Milliseconds between two looks into the queue, where nothing wakes it before. */
	readonly look: number;
	readonly take: (data: unknown, id: string) => Promise<void>;
	/** Is told what went wrong; the hand goes on. */
	readonly failed: (error: unknown) => void;
}

export class Hand {
	private stopped = false;
	/** Something may have come since the last look. */
	private woken = false;
	private rise: () => void = () => undefined;
	private readonly end: Promise<void>;

	constructor(private readonly options: HandOptions) {
		this.end = this.work();
	}

	/** Looks into the queue now, or as soon as what it has in hand is done. */
	wake(): void {
		this.woken = true;
		this.rise();
	}

	/** Comes when what it has in hand is done. */
	stop(): Promise<void> {
		this.stopped = true;
		this.rise();
		return this.end;
	}

	private async work(): Promise<void> {
		const { queue, kind, take, failed } = this.options;
		while (!this.stopped) {
			this.woken = false;
			try {
				const [message] = await queue.fetch(kind, { batchSize: 1 });
				if (message) {
					await take(message.data, message.id);
					// More may be waiting.
					this.woken = true;
					await queue.complete(kind, message.id);
				}
			} catch (error) {
				if (!this.stopped) failed(error);
				this.woken = false;
			}
			await this.rest();
		}
	}

	private rest(): Promise<void> {
		if (this.woken || this.stopped) return Promise.resolve();
		return new Promise((done) => {
			const timer = setTimeout(done, this.options.look);
			timer.unref();
			this.rise = () => {
				clearTimeout(timer);
				done();
			};
		});
	}
}
