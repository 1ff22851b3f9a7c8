/** The strategy as the server has counted it. */
import type { CountsNews, SheetView } from '$lib/contract/sheet';

/** The view after news, from the view before; null where lines are missing and all must be asked for. */
export function withNews(
	before: SheetView | null,
	news: Extract<CountsNews, { readonly view: unknown }>
): SheetView | null {
	const known = new Map(before?.lines.map((line) => [line.id, line]));
	for (const line of news.changed) known.set(line.id, line);
	const lines = news.order.flatMap((id) => known.get(id) ?? []);
	return lines.length === news.order.length ? { ...news.view, lines } : null;
}
