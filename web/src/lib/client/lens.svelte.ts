/** What the lens shows: always about what the cursor or focus is on; pinned, it stays. */
import type { StepPoint } from '@wide-lantern/core/editor';
import type { ShownRecord } from '$lib/contract/records';
import { SvelteMap } from 'svelte/reactivity';
import type { Taking } from './terms';

export interface HeadingTopic {
	readonly kind: 'heading';
	readonly vocabulary: string;
	readonly heading: string;
	/** The concept that it was opened from, if any: it can be taken there. */
	readonly concept?: string;
}
export interface RecordTopic {
	readonly kind: 'record';
	readonly line: number;
	readonly record: ShownRecord;
}
export interface LineTopic {
	readonly kind: 'line';
	readonly line: string;
	/** The word that the cursor is on, and the cursor's place in the line's text. */
	readonly word?: { readonly text: string; readonly at: number } | null;
	/** The heading that the cursor is on. */
	readonly heading?: { readonly vocabulary: string; readonly heading: string } | null;
}
export type Topic = HeadingTopic | RecordTopic | LineTopic;

/** A heading with how it is taken, handed to whoever asked for one. */
export interface TakenHeading extends Taking {
	readonly label: string;
}

export class Lens {
	topic = $state.raw<Topic | null>(null);
	/** Shows the records of a result that are there by one line alone; set while a screen shows records. */
	read: ((line: string, aloneIn: string | null) => void) | null = null;
	/** Puts the cursor into a line, by its number; set while the sheet is shown. */
	goTo: ((line: number) => void) | null = null;
	/** What of a line is to have the focus next: its explanation, or its label. */
	focus = $state<'faults' | 'label' | null>(null);
	/** Whether a line's heading or the line itself is shown, where the cursor is on both. */
	side = $state<'heading' | 'line'>('heading');
	/** What was gone to last of all that there is to look at. */
	attention = $state.raw<StepPoint | null>(null);
	pinned = $state(false);
	open = $state(true);
	/** What was chosen at headings and is not taken yet, by `vocabulary:identifier`: it stays while one looks elsewhere. */
	readonly choices = new SvelteMap<string, Partial<Omit<Taking, 'vocabulary' | 'heading'>>>();

	/** Empties the lens, unless it is pinned: another screen has other things to look at. */
	clear(): void {
		if (!this.pinned) this.topic = null;
	}

	/** Turns the lens to something, unless it is pinned. */
	show(topic: Topic): void {
		if (this.pinned && this.topic) return;
		this.topic = topic;
		this.open = true;
	}
}
