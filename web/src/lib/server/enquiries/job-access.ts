/** Who may see a job, and who may cancel it. */
import { holdsRole, type Actor } from '$lib/server/http';
import { jobRow, type JobRow } from '$lib/server/jobs';
import { roleIn } from './enquiries';

/**
 * A job that this person may see: an own one, one of an enquiry of theirs, or any for an administrator.
 * @returns null where there is none
 */
export async function jobFor(
	id: string,
	actor: Actor
): Promise<{ readonly row: JobRow; readonly mayChange: boolean } | null> {
	const row = await jobRow(id);
	if (!row) return null;
	if (row.enquiry_id !== null) {
		const role = await roleIn(row.enquiry_id, actor.id);
		return role === null ? null : { row, mayChange: row.person_id === actor.id || holdsRole(role, 'editor') };
	}
	return row.person_id === actor.id || actor.administrator ? { row, mayChange: true } : null;
}
