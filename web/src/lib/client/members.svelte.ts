/** Who works on an enquiry, in which role; and its deletion. */
import { callServer, type Answer } from '$lib/contract/call-server';
import type { Member, Role } from '$lib/contract/enquiries';

export class Members {
	list = $state.raw<readonly Member[]>([]);
	/** Of somebody who is to be added. */
	email = $state('');
	role = $state<Role>('editor');
	fault = $state('');
	private readonly path: { readonly enquiry: string };

	constructor(enquiry: string, members: readonly Member[]) {
		this.path = { enquiry };
		this.list = members;
	}

	/** Adds the one that was typed. */
	add(): Promise<void> {
		return this.setRole(this.email, this.role);
	}
	setRole(email: string, role: Role): Promise<void> {
		return this.change(
			callServer('PUT /api/v1/enquiries/[enquiry]/members', { path: this.path, body: { email, role } })
		);
	}
	remove(email: string): Promise<void> {
		return this.change(callServer('DELETE /api/v1/enquiries/[enquiry]/members', { path: this.path, body: { email } }));
	}
	/** @returns true where the enquiry is deleted */
	async deleteEnquiry(): Promise<boolean> {
		const answer = await callServer('DELETE /api/v1/enquiries/[enquiry]', { path: this.path });
		if (!answer.ok) this.fault = answer.fault;
		return answer.ok;
	}

	private async change(asked: Promise<Answer<readonly Member[]>>): Promise<void> {
		const changed = await asked;
		if (changed.ok) [this.list, this.email, this.fault] = [changed.value, '', ''];
		else if (changed.status === 0)
			this.fault = 'The server cannot be reached. Nothing was changed; what you typed is still here.';
		else this.fault = changed.fault;
	}
}
