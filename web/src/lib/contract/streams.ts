/** Server-sent events: one stream for all windows of a browser, or one for a window. */
import type { Presence, SavedByOthers } from './enquiries';
import type { FactKind } from './facts';
import type { CountsNews } from './sheet';

/** What an open window hears of its enquiry, by the name of the event. */
export interface WindowEvents {
	/** Edits of other windows as they are saved. */
	readonly edits: SavedByOthers;
	/** Who has the enquiry open. */
	readonly people: readonly Presence[];
	/** The kind of what was added. */
	readonly facts: FactKind;
	/** Counts that this window has asked for. */
	readonly counts: CountsNews;
}
/** One of them. */
export type WindowEvent = {
	readonly [Event in keyof WindowEvents]: { readonly event: Event; readonly data: WindowEvents[Event] };
}[keyof WindowEvents];

export interface StreamWindow {
	readonly enquiry: string;
	readonly client: string;
}

/** An event on the stream of a browser, for one of its windows. */
export type BrowserEvent = { readonly client: string } & WindowEvent;

export interface StreamsApi {
	/** Events for all windows of a browser: each is a `window` event with its window, its name and its data. */
	'GET /api/v1/stream': { query: { readonly browser: string }; answers: object; files: 'text/event-stream' };
	/** Say which windows the stream of a browser is for; answered with those that it is for now, and 409 where none is open. */
	'PUT /api/v1/stream': {
		body: { readonly browser: string; readonly windows: readonly StreamWindow[] };
		answers: { 200: { readonly windows: readonly string[] } };
	};
	/** Events of one window: `edits`, `people`, `facts` and `counts`. */
	'GET /api/v1/enquiries/[enquiry]/stream': {
		query: { readonly client?: string };
		answers: object;
		files: 'text/event-stream';
	};
}
