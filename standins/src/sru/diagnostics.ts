/** The standard diagnostics of SRU (OASIS searchRetrieve 1.0, part 3, appendix; numbers from memory), as far as a stand-in gives them. */
export interface Diagnostic {
	readonly code: number;
	readonly message: string;
	readonly details: string;
}

export const DIAGNOSTICS: Readonly<Record<number, string>> = {
	1: 'General system error',
	4: 'Unsupported operation',
	5: 'Unsupported version',
	6: 'Unsupported parameter value',
	7: 'Mandatory parameter not supplied',
	10: 'Query syntax error',
	12: 'Too many characters in query',
	15: 'Unsupported context set',
	16: 'Unsupported index',
	19: 'Unsupported relation',
	20: 'Unsupported relation modifier',
	27: 'Empty term unsupported',
	28: 'Masking character not supported',
	31: 'Anchoring character not supported',
	36: 'Term in invalid format for index or relation',
	38: 'Too many boolean operators in query',
	39: 'Proximity not supported',
	40: 'Unsupported proximity relation',
	41: 'Unsupported proximity distance',
	42: 'Unsupported proximity unit',
	46: 'Unsupported boolean modifier',
	48: 'Query feature unsupported',
	61: 'First record position out of range',
	66: 'Unknown schema for retrieval',
	71: 'Unsupported record packing',
	111: 'Unsupported response position'
};

export const diagnostic = (code: number, details = ''): Diagnostic => ({
	code,
	message: DIAGNOSTICS[code] ?? 'General system error',
	details
});
