/** What the columns of a vocabulary's file hold: proposed, and chosen otherwise. */
import type { TableField, TableLook, TableShape } from '@wide-lantern/core';

export const FIELD_NAMES: Readonly<Record<TableField, string>> = {
	label: 'Heading',
	id: 'Identifier',
	entryTerms: 'Other names',
	scopeNote: 'Scope note',
	broader: 'Broader',
	narrower: 'Narrower',
	places: 'Place codes',
	related: 'Related',
	seeAlso: 'See also',
	notation: 'Notation',
	since: 'Year it came in',
	before: 'Heading before it',
	formerly: 'Older name of it',
	qualifiers: 'Qualifiers',
	changes: 'Changes'
};
const ONE_VALUE = new Set<string>(['label', 'id', 'scopeNote', 'notation', 'since']);

/** Addresses by their last part, where that tells them apart; other names as they are. */
export function shortNames(names: readonly string[]): readonly string[] {
	const short = names.map((name) =>
		name
			.split(' › ')
			.map((part) => part.replace(/^\w+:.*[/#](?=[^/#])/, ''))
			.join(' › ')
	);
	return short.map((name, at) =>
		short.some((other, place) => place !== at && other === name) ? (names[at] ?? name) : name
	);
}

export class FieldChoice {
	private columns = $state.raw<TableShape['columns']>({});
	separator = $state('|');

	constructor(private readonly look: TableLook) {
		this.columns = look.proposed.columns;
		this.separator = look.proposed.separator;
	}

	fieldOf(column: number): TableField | '' {
		return (Object.keys(FIELD_NAMES) as TableField[]).find((field) => this.columns[field] === column) ?? '';
	}
	/** Each field is held by one column, and each column holds one field; empty to use it for nothing. */
	choose(column: number, field: string): void {
		const others = Object.entries(this.columns).filter(([name, at]) => at !== column && name !== field);
		this.columns = Object.fromEntries(field === '' ? others : [...others, [field, column]]);
	}
	isSeveral(column: number): boolean {
		const field = this.fieldOf(column);
		return field !== '' && !ONE_VALUE.has(field);
	}
	/** The values of a cell as they will be read. */
	valuesOf(column: number, cell: string): readonly string[] {
		const apart = this.look.of === 'table' ? this.isSeveral(column) : true;
		return (apart ? cell.split(this.separator) : [cell]).map((value) => value.trim()).filter((value) => value !== '');
	}
	get canRead(): boolean {
		return this.columns.label !== undefined;
	}
	get shape(): TableShape {
		const { delimiter, element } = this.look.proposed;
		return {
			delimiter,
			separator: this.separator,
			columns: this.columns,
			...(element === undefined ? {} : { element })
		};
	}
}
