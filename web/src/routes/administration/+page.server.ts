import { formText } from '$lib/server/http';
import { fail } from '@sveltejs/kit';
import { changePerson, listPeople } from '$lib/server/accounts';
import { listAddresses } from '$lib/server/sources';
import { listCollections } from '$lib/server/collections';
import { listProfiles } from '$lib/server/platforms';
import { listVocabularies } from '$lib/server/vocabularies';

export const load = async () => ({
	people: await listPeople(),
	addresses: await listAddresses(),
	collections: await listCollections(),
	vocabularies: await listVocabularies(),
	profiles: (await listProfiles()).map((one) => ({
		id: one.id,
		name: one.name,
		version: one.version,
		source: one.source.name
	}))
});

export const actions = {
	default: async ({ request }) => {
		const form = await request.formData();
		const id = formText(form, 'person');
		const changes = {
			'make-administrator': { administrator: true },
			'end-administrator': { administrator: false },
			close: { blocked: true },
			open: { blocked: false }
		} as const;
		const wanted = formText(form, 'change');
		const change = Object.hasOwn(changes, wanted) ? changes[wanted as keyof typeof changes] : undefined;
		if (!change || !/^[0-9a-f-]{36}$/.test(id)) return fail(400, { message: 'This change cannot be made here.' });
		const changed = await changePerson(id, change);
		return changed.ok ? { message: 'Changed.' } : fail(400, { message: changed.message });
	}
};
