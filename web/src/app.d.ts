import type { Role } from '$lib/contract/enquiries';
import type { Actor } from '$lib/server/http';

declare global {
	namespace App {
		interface Locals {
			/** Who asks; null for a stranger. Set once, in hooks.server.ts. */
			actor: Actor | null;
			/** Role in the enquiry named in the path, where there is one. */
			role: Role | null;
			requestId: string;
		}
		interface Error {
			message: string;
			/** What to do now. */
			next?: string;
		}
		interface PageData {
			person?: { name: string; email: string; administrator: boolean } | null;
			demo?: boolean;
		}
	}
}

export {};
