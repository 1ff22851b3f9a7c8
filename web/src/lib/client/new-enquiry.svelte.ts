/** An enquiry that is begun on the desk: from a question, or from a file. */
import type { EnquiryFile, FrameworkName } from '@wide-lantern/core/editor';
import { callServer, type Answer } from '$lib/contract/call-server';

/** Bytes. */
const LARGEST_FILE = 8_000_000;

export class NewEnquiry {
	question = $state('');
	framework = $state<FrameworkName>('PICO');
	fault = $state('');
	isBusy = $state(false);

	/** @returns the new enquiry; null, with the reason in `fault`, where there is none */
	async begin(): Promise<string | null> {
		const { question, framework } = this;
		if (question.trim() !== '')
			return this.made(callServer('POST /api/v1/enquiries', { body: { question, framework } }));
		this.fault = 'An enquiry begins with its question. Type it, even roughly; it can be changed.';
		return null;
	}

	/** @returns the new enquiry; null, with the reason in `fault`, where there is none */
	async import(file: File): Promise<string | null> {
		if (file.size > LARGEST_FILE) {
			this.fault = 'An enquiry file has at most 8 MB; nothing was imported.';
			return null;
		}
		let body: EnquiryFile;
		try {
			// The server checks what it holds.
			body = JSON.parse(await file.text()) as EnquiryFile;
		} catch {
			this.fault = 'This file is not valid JSON. Nothing was imported.';
			return null;
		}
		return this.made(callServer('POST /api/v1/enquiries/import', { body }));
	}

	private async made(asked: Promise<Answer<{ readonly id: string }>>): Promise<string | null> {
		this.isBusy = true;
		const answer = await asked;
		this.isBusy = false;
		if (answer.ok) this.fault = '';
		else if (answer.status === 0)
			this.fault = 'The server cannot be reached. What you typed is still here; try again in a moment.';
		else this.fault = answer.fault;
		return answer.ok ? answer.value.id : null;
	}
}
