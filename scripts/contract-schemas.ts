/** JSON Schemas of everything that the contract of the interface names, made from its TypeScript. */
import * as core from '@wide-lantern/core';
import {
	BaseType,
	createFormatter,
	createParser,
	createProgram,
	SchemaGenerator,
	type CompletedConfig,
	type Definition,
	type SubNodeParser,
	type SubTypeFormatter
} from 'ts-json-schema-generator';
import ts from 'typescript';

/** A shape that the core defines by a JSON Schema of its own, or a part of one. */
class SchemaType extends BaseType {
	constructor(
		readonly name: string,
		readonly schema: Definition
	) {
		super();
	}
	getId(): string {
		return `schema-${this.name}`;
	}
}

/** Takes the schema itself instead of what TypeScript derives from it: it holds the limits, too. */
class SchemaTypeParser implements SubNodeParser {
	constructor(private readonly checker: ts.TypeChecker) {}

	supportsNode(node: ts.Node): boolean {
		return (isFromSchema(node) || ts.isIndexedAccessTypeNode(node)) && this.schemaOf(node) !== null;
	}
	createType(node: ts.Node): BaseType {
		const schema = this.schemaOf(node);
		if (!schema) throw new Error(`There is no schema of ${node.getText()}.`);
		return new SchemaType(node.getText(), schema);
	}

	/** `FromSchema<typeof x>`, a name for that, or a place in it: `EnquiryDocument['lines'][number]`. */
	private schemaOf(node: ts.Node): Definition | null {
		if (isFromSchema(node)) {
			const [of] = node.typeArguments ?? [];
			const name = of && ts.isTypeQueryNode(of) ? of.exprName.getText() : '';
			const schema = (core as unknown as Readonly<Record<string, Definition | undefined>>)[name];
			if (!schema) throw new Error(`@wide-lantern/core does not export ${name}, which the contract needs.`);
			return schema;
		}
		if (ts.isIndexedAccessTypeNode(node)) {
			const whole = this.schemaOf(node.objectType);
			const { indexType } = node;
			if (ts.isLiteralTypeNode(indexType) && ts.isStringLiteral(indexType.literal))
				return (whole?.properties?.[indexType.literal.text] as Definition | undefined) ?? null;
			return indexType.kind === ts.SyntaxKind.NumberKeyword ? ((whole?.items as Definition | undefined) ?? null) : null;
		}
		if (!ts.isTypeReferenceNode(node) || node.typeArguments) return null;
		let symbol = this.checker.getSymbolAtLocation(node.typeName);
		if (symbol && symbol.flags & ts.SymbolFlags.Alias) symbol = this.checker.getAliasedSymbol(symbol);
		const alias = symbol?.declarations?.find(ts.isTypeAliasDeclaration);
		return alias && !alias.typeParameters ? this.schemaOf(alias.type) : null;
	}
}
const isFromSchema = (node: ts.Node): node is ts.TypeReferenceNode =>
	ts.isTypeReferenceNode(node) && node.typeName.getText() === 'FromSchema';

class SchemaTypeFormatter implements SubTypeFormatter {
	supportsType(type: BaseType): boolean {
		return type instanceof SchemaType;
	}
	getDefinition(type: BaseType): Definition {
		return withoutIdentifiers((type as SchemaType).schema);
	}
	getChildren(): BaseType[] {
		return [];
	}
}

/** A schema stands in several places of one document, where an identifier could stand only once. */
const withoutIdentifiers = (schema: Definition): Definition =>
	JSON.parse(JSON.stringify(schema, (key, value: unknown) => (key === '$id' ? undefined : value))) as Definition;

export interface ContractSchemas {
	/** By method and route. */
	readonly routes: Readonly<Record<string, RouteSchemas>>;
	readonly definitions: Readonly<Record<string, object>>;
}
interface ObjectSchema {
	readonly properties?: Readonly<Record<string, Definition>>;
	readonly required?: readonly string[];
}
export interface RouteSchemas {
	readonly summary: string;
	readonly query: ObjectSchema;
	/** Null where a request has no body. */
	readonly body: Definition | null;
	/** True for a request that carries a file. */
	readonly upload: boolean;
	/** By status. */
	readonly answers: Readonly<Record<string, Definition>>;
	/** Media types of an answer that is a file. */
	readonly files: readonly string[];
}

/** Errors of the generator hold the whole program: only their sentence is passed on. */
function schemaOf<Schema>(create: () => Schema): Schema {
	try {
		return create();
	} catch (error) {
		// eslint-disable-next-line preserve-caught-error -- see above
		throw new Error(`The contract cannot be described: ${error instanceof Error ? error.message : String(error)}`);
	}
}

/** @param path of the file whose interface `Api` describes every route */
export function contractSchemas(path: string, tsconfig: string): ContractSchemas {
	const config: CompletedConfig = {
		path,
		tsconfig,
		type: 'Api',
		expose: 'export',
		topRef: false,
		jsDoc: 'extended',
		markdownDescription: false,
		sortProps: true,
		strictTuples: false,
		skipTypeCheck: true,
		encodeRefs: false,
		minify: false,
		extraTags: [],
		additionalProperties: false,
		discriminatorType: 'json-schema',
		functions: 'fail'
	};
	const program = createProgram(config);
	const parser = createParser(program, config, (chain) => {
		chain.addNodeParser(new SchemaTypeParser(program.getTypeChecker()));
	});
	const formatter = createFormatter(config, (chain) => {
		chain.addTypeFormatter(new SchemaTypeFormatter());
	});
	const { properties = {}, definitions = {} } = schemaOf(() =>
		new SchemaGenerator(program, parser, formatter, config).createSchema('Api')
	) as { properties?: Record<string, Definition>; definitions?: Record<string, object> };
	const whole = (schema: Definition | undefined): ObjectSchema => {
		const name = schema?.$ref?.split('/').at(-1);
		return (name === undefined ? (schema ?? {}) : (definitions[decodeURIComponent(name)] ?? {})) as ObjectSchema;
	};
	return {
		definitions,
		routes: Object.fromEntries(
			Object.entries(properties).map(([route, schema]) => {
				const parts = (schema.properties ?? {}) as Readonly<Record<string, Definition | undefined>>;
				const files = parts['files'] as { const?: string; enum?: readonly string[] } | undefined;
				return [
					route,
					{
						summary: schema.description ?? '',
						query: whole(parts['query']),
						body: parts['body'] ?? null,
						upload: parts['upload'] !== undefined,
						answers: (whole(parts['answers']).properties ?? {}) as RouteSchemas['answers'],
						files: files?.enum ?? (files?.const === undefined ? [] : [files.const])
					}
				];
			})
		)
	};
}
