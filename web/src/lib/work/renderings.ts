/** What the Renderings screen asks of the server, and what it is told. */

/** Notes in the order of how much they matter. */
export const NOTE_ORDER: Readonly<Record<string, number>> = {
	narrowed: 0,
	'to decide': 1,
	widened: 2,
	'by hand': 3,
	decided: 4,
	adjusted: 5
};
