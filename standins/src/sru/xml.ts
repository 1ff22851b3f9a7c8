/** Answers of SRU as XML: namespaces of 1.2 (zing) and of 2.0 (OASIS). Everything of a record is escaped. */
import type { BibliographicRecord, Profile } from '@wide-lantern/core';
import type { Diagnostic } from './diagnostics.ts';

export type Version = '1.2' | '2.0';

const NAMES: Readonly<Record<Version, { readonly sru: string; readonly scan: string; readonly diagnostic: string }>> = {
	'1.2': {
		sru: 'http://www.loc.gov/zing/srw/',
		scan: 'http://www.loc.gov/zing/srw/',
		diagnostic: 'http://www.loc.gov/zing/srw/diagnostic/'
	},
	'2.0': {
		sru: 'http://docs.oasis-open.org/ns/search-ws/sruResponse',
		scan: 'http://docs.oasis-open.org/ns/search-ws/scan',
		diagnostic: 'http://docs.oasis-open.org/ns/search-ws/diagnostic'
	}
};
const DC = 'info:srw/schema/1/dc-v1.1';
const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';

/** What XML 1.0 can hold: no control signs but tab and line ends, no halves of a pair. */
function writable(sign: string): boolean {
	const code = sign.codePointAt(0) ?? 0;
	return (
		code === 9 ||
		code === 10 ||
		code === 13 ||
		(code >= 0x20 && code < 0xd800) ||
		(code >= 0xe000 && code < 0xfffe) ||
		code > 0xffff
	);
}

/** Such signs are dropped, those of markup written as entities. */
export const escapeXml = (text: string): string =>
	Array.from(text)
		.filter(writable)
		.join('')
		.replaceAll('&', '&amp;')
		.replaceAll('<', '&lt;')
		.replaceAll('>', '&gt;')
		.replaceAll('"', '&quot;');

const element = (name: string, text: string | number | null | undefined) =>
	text === null || text === undefined || text === '' ? '' : `<${name}>${escapeXml(String(text))}</${name}>`;

function diagnosticsXml(version: Version, all: readonly Diagnostic[]): string {
	const { diagnostic } = NAMES[version];
	return all
		.map(
			({ code, message, details }) =>
				`<diagnostic xmlns="${diagnostic}">${element('uri', `info:srw/diagnostic/1/${code}`)}${element('details', details)}${element('message', message)}</diagnostic>`
		)
		.join('');
}

/** Dublin Core of one record. */
export function recordXml(record: BibliographicRecord): string {
	const all = (name: string, values: readonly string[]) => values.map((value) => element(`dc:${name}`, value)).join('');
	return `<srw_dc:dc xmlns:srw_dc="${DC}" xmlns:dc="http://purl.org/dc/elements/1.1/">${all('title', record.titles)}${all('creator', record.authors)}${all('subject', record.keywords)}${all('description', [record.abstract])}${all('source', [record.journal])}${all('date', record.year === null ? [] : [String(record.year)])}${all('type', record.types)}${all('language', record.languages)}${all('identifier', [record.id, ...record.identifiers])}</srw_dc:dc>`;
}

export interface Found {
	readonly total: number;
	readonly records: readonly BibliographicRecord[];
	readonly start: number;
	readonly packing: 'xml' | 'string';
}

export function searchXml(version: Version, found: Found | null, diagnostics: readonly Diagnostic[]): string {
	const records =
		found?.records.map((record, at) => {
			const inside = recordXml(record);
			const data = found.packing === 'string' ? escapeXml(inside) : inside;
			const packing =
				version === '2.0' ? element('recordXMLEscaping', found.packing) : element('recordPacking', found.packing);
			const position = element('recordPosition', found.start + at);
			return `<record>${element('recordSchema', DC)}${packing}<recordData>${data}</recordData>${element('recordIdentifier', record.id)}${position}</record>`;
		}) ?? [];
	const next =
		found && found.start + found.records.length <= found.total && found.records.length > 0
			? element('nextRecordPosition', found.start + found.records.length)
			: '';
	return `${HEAD}<searchRetrieveResponse xmlns="${NAMES[version].sru}">${element('version', version)}${`<numberOfRecords>${found?.total ?? 0}</numberOfRecords>`}${records.length > 0 ? `<records>${records.join('')}</records>` : ''}${next}${diagnostics.length > 0 ? `<diagnostics>${diagnosticsXml(version, diagnostics)}</diagnostics>` : ''}</searchRetrieveResponse>`;
}

export function scanXml(
	version: Version,
	words: readonly { readonly word: string; readonly records: number }[],
	diagnostics: readonly Diagnostic[]
): string {
	const terms = words
		.map(({ word, records }) => `<term>${element('value', word)}<numberOfRecords>${records}</numberOfRecords></term>`)
		.join('');
	return `${HEAD}<scanResponse xmlns="${NAMES[version].scan}">${element('version', version)}${words.length > 0 ? `<terms>${terms}</terms>` : ''}${diagnostics.length > 0 ? `<diagnostics>${diagnosticsXml(version, diagnostics)}</diagnostics>` : ''}</scanResponse>`;
}

/** ZeeRex, the record that explain gives. */
export function explainXml(version: Version, profile: Profile, indexes: readonly string[]): string {
	const { source, platform } = profile;
	const index = (name: string) => {
		const [set = '', own = ''] = name.split('.');
		return `<index>${element('title', name)}<map><name set="${escapeXml(set)}">${escapeXml(own)}</name></map></index>`;
	};
	const portion = platform.ceilings.export ?? 1_000;
	const zeerex = `<explain xmlns="http://explain.z3950.org/dtd/2.0/"><serverInfo protocol="SRU" version="${version}"><host>localhost</host><port>0</port><database>${escapeXml(profile.id)}</database></serverInfo><databaseInfo>${element('title', source.name)}${element('description', source.coverage)}</databaseInfo><indexInfo><set name="dc" identifier="info:srw/cql-context-set/1/dc-v1.1"/><set name="cql" identifier="info:srw/cql-context-set/1/cql-v1.2"/>${indexes.map(index).join('')}</indexInfo><schemaInfo><schema name="dc" identifier="${DC}"><title>Dublin Core</title></schema></schemaInfo><configInfo><default type="numberOfRecords">10</default><setting type="maximumRecords">${portion}</setting><supports type="queryType">cql</supports><supports type="queryType">${escapeXml(profile.id)}</supports></configInfo></explain>`;
	const escaping = version === '2.0' ? element('recordXMLEscaping', 'xml') : element('recordPacking', 'xml');
	return `${HEAD}<explainResponse xmlns="${NAMES[version].sru}">${element('version', version)}<record>${element('recordSchema', 'http://explain.z3950.org/dtd/2.0/')}${escaping}<recordData>${zeerex}</recordData></record></explainResponse>`;
}
