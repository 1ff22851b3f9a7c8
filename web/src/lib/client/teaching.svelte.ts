/** A platform taught by example: what was typed, the profile that takes shape from it, and how far it can be trusted. */
import {
	checkConstructs,
	CONSTRUCTS,
	learnProfile,
	parse,
	profileProblems,
	WRITTEN_ALONE,
	writeStrategy,
	type ExampleProposal,
	type Profile
} from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import { shortName } from './installation';

/** A strategy that shows what the profile writes. */
export const SAMPLE = [
	'{Stone Harbours >}',
	'harbour* OR "stone harbour" OR (pier WITHIN/3 wall)',
	'ti:lantern',
	'ANY(#1-#2) AND #3',
	'#4 AND yr:2015-2020'
];
type Habits = NonNullable<Profile['platform']['habits']>;
const yesNo = (value: boolean): string => (value ? 'yes' : 'no');
/** Settings that a person must have been told; as what they would have answered. */
const answersOf = ({ platform: { operators, wildcards, proximity, ceilings } }: Profile): Record<string, string> => ({
	precedence: operators.precedence,
	inside: yesNo(wildcards.inside),
	'in-phrases': yesNo(wildcards.inPhrases),
	front: yesNo(wildcards.front),
	'near-groups': yesNo(proximity.groups),
	'near-phrases': yesNo(proximity.phrases),
	'near-wildcards': yesNo(proximity.wildcards),
	'smallest-stem': String(wildcards.smallestStem || ''),
	'largest-distance': String(proximity.largest ?? ''),
	length: String(ceilings.length ?? ''),
	terms: String(ceilings.terms ?? ''),
	export: String(ceilings.export ?? '')
});
const examplesOf = (profile: Profile): Record<string, string> =>
	Object.fromEntries(
		checkConstructs(profile).flatMap((one) => (one.written === null ? [] : [[one.construct, one.written]]))
	);

export class Teaching {
	platform = $state('');
	source = $state('');
	/** Of the source; empty for none. */
	vocabulary = $state('');
	/** By construct, how the platform writes its example. */
	examples = $state<Record<string, string>>({});
	/** By what they are about, what no example shows. */
	answers = $state<Record<string, string>>({});
	/** Address and syntax in which the source is asked over a connection. */
	served = $state('');
	spoken = $state('');
	coverage = $state('');
	adjacent = $state<Habits['adjacent']>('refused');
	mapsWords = $state(false);
	/** Settings that stay from one search to the next, one on each row. */
	sticks = $state('');
	id = $state('');
	/** A strategy in the syntax of the platform, and what was recognised in it. */
	pasted = $state('');
	proposal = $state.raw<ExampleProposal | null>(null);
	fault = $state('');
	busy = $state(false);
	/** True once somebody has read that examples fail, and may save all the same. */
	asked = $state(false);
	private from: Profile | null = null;

	/**
	 * @param from the profile that one starts from
	 * @param copy true where it becomes another one
	 */
	constructor(from: Profile | null, copy: boolean) {
		this.from = from;
		if (!from) return;
		this.platform = from.platform.name;
		this.source = from.source.name;
		this.vocabulary = from.source.vocabulary ?? '';
		this.examples = examplesOf(from);
		this.answers = answersOf(from);
		this.served = from.source.address ?? '';
		this.spoken = from.source.queryType ?? '';
		this.coverage = from.source.coverage ?? '';
		this.adjacent = from.platform.habits?.adjacent ?? 'refused';
		this.mapsWords = from.platform.habits?.mapsWords ?? false;
		this.sticks = (from.platform.habits?.sticks ?? []).join('\n');
		this.id = copy ? `${from.id}-copy` : from.id;
	}

	readonly proposedId = $derived(shortName(`${this.source || 'source'} ${this.platform}`.trim()));
	readonly learned = $derived(
		learnProfile(this.examples, this.answers, {
			id: this.id || this.proposedId || 'own',
			platform: this.platform.trim() || 'The platform',
			source: this.source.trim() || 'The source',
			vocabulary: this.vocabulary === '' ? null : this.vocabulary
		})
	);
	/** What no example shows stays what it was in a profile that is changed. */
	private readonly habits = $derived({
		adjacent: this.adjacent,
		mapsWords: this.mapsWords,
		addsNarrower: this.from?.platform.habits?.addsNarrower ?? this.mapsWords,
		addsVariants: this.from?.platform.habits?.addsVariants ?? ('none' as const),
		hyphen: this.from?.platform.habits?.hyphen ?? ('separates' as const),
		ignored: this.from?.platform.habits?.ignored ?? [],
		sticks: this.sticks
			.split('\n')
			.map((row) => row.trim())
			.filter((row) => row !== '')
			.slice(0, 50)
	});
	readonly profile = $derived<Profile>({
		...this.learned.profile,
		name: `${this.source.trim() || 'The source'} on ${this.platform.trim() || 'The platform'}`,
		platform: {
			...this.learned.profile.platform,
			habits: this.habits,
			...(this.from?.platform.note ? { note: this.from.platform.note } : {})
		},
		source: {
			...this.learned.profile.source,
			...(this.served.trim() ? { address: this.served.trim() } : {}),
			...(this.served.trim() && this.spoken.trim() ? { queryType: this.spoken.trim() } : {}),
			...(this.coverage.trim() ? { coverage: this.coverage.trim() } : {}),
			...(this.from?.source.values ? { values: this.from.source.values } : {})
		}
	});
	/** Of each construct, whether its example is written and read back. */
	readonly checks = $derived(new Map(checkConstructs(this.profile, this.examples).map((one) => [one.construct, one])));
	readonly given = $derived(CONSTRUCTS.filter((one) => (this.examples[one.id] ?? '').trim() !== ''));
	readonly failed = $derived(this.given.filter((one) => !this.checks.get(one.id)?.passed));
	readonly problems = $derived(profileProblems(this.profile));
	readonly missing = $derived(CONSTRUCTS.filter((one) => one.needed && (this.examples[one.id] ?? '').trim() === ''));
	readonly isNamed = $derived(this.platform.trim() !== '' && this.source.trim() !== '');
	/** True where there is enough to save, and nothing contradicts itself. */
	readonly isReady = $derived(
		!this.busy && this.isNamed && this.given.length > 0 && this.missing.length === 0 && this.problems.length === 0
	);
	/** `SAMPLE` as the profile writes it. */
	readonly sample = $derived.by(() => {
		const lines = SAMPLE.map((text, at) => ({
			id: String(at),
			number: at + 1,
			label: '',
			tree: parse(text).tree,
			role: 'words',
			off: false
		}));
		return writeStrategy(lines, this.profile, {
			...WRITTEN_ALONE,
			heading: () => ({
				vocabulary: this.profile.source.vocabulary ?? '',
				heading: 'sample',
				label: 'Stone Harbours',
				closure: ['Stone Harbours', 'Old Harbours'],
				qualifierCodes: new Map(),
				hasNarrower: true
			}),
			variants: () => ['harbour', 'harbours'],
			currentYear: new Date().getFullYear()
		});
	});

	/** Saves it; where examples fail, only when asked a second time. @returns true when it is saved */
	async save(): Promise<boolean> {
		if (this.failed.length > 0 && !this.asked) {
			this.asked = true;
			return false;
		}
		this.asked = false;
		this.busy = true;
		this.fault = '';
		const file = new Blob([JSON.stringify(this.profile)]);
		const answer = await callServer('PUT /api/v1/profiles/[profile]', { path: { profile: this.profile.id }, file });
		if (!answer.ok)
			this.fault = answer.status === 0 ? 'The server cannot be reached; what you typed is still here.' : answer.fault;
		this.busy = false;
		return answer.ok;
	}
}
