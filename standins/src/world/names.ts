/** Invented people, journals and institutions. */
const START = [
	'Bar',
	'Cal',
	'Dor',
	'El',
	'Fen',
	'Gar',
	'Hal',
	'Is',
	'Jor',
	'Kel',
	'Lam',
	'Mar',
	'Nor',
	'Os',
	'Pell',
	'Quin',
	'Ras',
	'Sel',
	'Tar',
	'Ulm',
	'Ver',
	'Wend',
	'Yar',
	'Zan'
];
const END = [
	'adin',
	'back',
	'croft',
	'dale',
	'eson',
	'field',
	'gate',
	'holt',
	'idge',
	'kova',
	'lund',
	'mere',
	'nitz',
	'oway',
	'pole',
	'rick',
	'stad',
	'thorpe',
	'uri',
	'wick'
];
export const SURNAMES = START.flatMap((start) => END.map((end) => start + end));
export const INITIALS = 'A B C D E F G H I J K L M N O P R S T V W'.split(' ');
export const PLACES = [
	'Saltmarsh',
	'Kestrel Bay',
	'Northmoor',
	'Orrinhead',
	'Vellmouth',
	'Caldera Point',
	'Hartsferry',
	'Lowen',
	'Brackwater',
	'Ostrava Hill',
	'Penhale',
	'Ravensund'
];

export interface Journal {
	readonly name: string;
	readonly american: boolean;
}

export const JOURNALS: readonly Journal[] = [
	['Annals of Bedside Medicine', false],
	['Bulletin of Acute Care', true],
	['Clinical Lantern Reports', false],
	['Critical Hours', true],
	['European Archive of Intensive Treatment', false],
	['Harbour Journal of Nursing', false],
	['International Letters on Sleep', true],
	['Journal of Body Clocks', true],
	['Journal of Surroundings and Health', false],
	['Lowen Medical Quarterly', false],
	['Night and Day Medicine', true],
	['Northern Nursing Inquiry', false],
	['Practice of Surgery and Recovery', true],
	['Quarterly of Older Lives', false],
	['Saltmarsh Proceedings in Medicine', false],
	['The Ward', false],
	['Transactions on Breathing Support', true],
	['Vellmouth Journal of Newborn Care', false]
].map(([name, american]) => ({ name: String(name), american: Boolean(american) }));
