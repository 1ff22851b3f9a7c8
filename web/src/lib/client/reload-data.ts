/** Reads the data of the page again, without getting in the way of whoever is going to another page at the moment. */
import { invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';

/** Reading again while somebody goes elsewhere would end their way there: they would stay where they were. */
export async function reloadData(): Promise<void> {
	while (navigating.complete) await navigating.complete.catch(() => undefined);
	await invalidateAll();
}
