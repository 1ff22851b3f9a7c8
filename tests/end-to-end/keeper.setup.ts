/** Before all tests: the first account of the installation, which becomes its administrator. */
import { request, type FullConfig } from '@playwright/test';
import { KEEPER, PASSWORD } from './people';

export default async function keeper(config: FullConfig): Promise<void> {
	const baseURL = config.projects[0]?.use.baseURL ?? '';
	const context = await request.newContext({ baseURL, extraHTTPHeaders: { origin: baseURL } });
	// On a server that has been tested before, the account is there already.
	await context.post('/sign-up', { form: { name: 'Keeper', email: KEEPER, password: PASSWORD }, maxRedirects: 0 });
	await context.dispose();
}
