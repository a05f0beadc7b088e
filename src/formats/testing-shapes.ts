import type Joi from 'joi';
import ts from 'typescript';

/**
 * What a value may be, however that is written down: as a Joi schema, a JSON Schema or a TypeScript type. For tests
 * that prove two of them equal.
 */
export type Shape = { readonly nullable: boolean } & (
  | { readonly kind: 'text' | 'number' | 'boolean' | 'any'; readonly limits: string }
  | { readonly kind: 'values'; readonly values: readonly string[] }
  | { readonly kind: 'list'; readonly item: Shape }
  | { readonly kind: 'tuple'; readonly items: readonly Shape[] }
  | { readonly kind: 'object'; readonly fields: Fields; readonly rest: Shape | null }
  | { readonly kind: 'either'; readonly of: readonly Shape[] }
);

type Fields = Readonly<Record<string, { readonly shape: Shape; readonly optional: boolean }>>;

const ANY: Shape = { kind: 'any', limits: '', nullable: true };

/** Where two shapes differ, each as a sentence with its place. `loose`: limits and lists of values are left out. */
export function differences(one: Shape, other: Shape, loose: boolean, at = '$'): string[] {
  if (one.kind === 'any' || other.kind === 'any') return [];
  const found: string[] = [];
  if (one.nullable !== other.nullable)
    found.push(`${at}: null is ${one.nullable ? '' : 'not '}among the first only`);
  const within = (a: Shape, b: Shape, step: string) => found.push(...differences(a, b, loose, at + step));
  if (one.kind === 'object' && other.kind === 'object') {
    const names = loose && namesOnly(one, other);
    if (names) return found.concat(...names.map(([name, a, b]) => differences(a, b, loose, `${at}.${name}`)));
    for (const name of new Set([...Object.keys(one.fields), ...Object.keys(other.fields)])) {
      const [a, b] = [one.fields[name], other.fields[name]];
      if (!a || !b) found.push(`${at}.${name}: only the ${a ? 'first' : 'second'} has it`);
      else {
        if (a.optional !== b.optional)
          found.push(`${at}.${name}: may be left out in the ${a.optional ? 'first' : 'second'} only`);
        within(a.shape, b.shape, `.${name}`);
      }
    }
    if (one.rest && other.rest) within(one.rest, other.rest, '.*');
    else if (one.rest !== other.rest) found.push(`${at}: other fields are free in one only`);
  } else if (one.kind === 'list' && other.kind === 'list') within(one.item, other.item, '[]');
  else if (one.kind === 'tuple' && other.kind === 'tuple' && one.items.length !== other.items.length)
    found.push(`${at}: ${one.items.length} values and ${other.items.length}`);
  else if (one.kind === 'tuple' && other.kind === 'tuple')
    one.items.forEach((item, i) => within(item, other.items[i], `[${i}]`));
  else if (one.kind === 'either' && other.kind === 'either' && one.of.length !== other.of.length)
    found.push(`${at}: one of ${one.of.length} and one of ${other.of.length}`);
  else if (one.kind === 'either' && other.kind === 'either')
    one.of.forEach((a, i) => within(a, other.of[i], `|${i}`));
  else if (loose && isOf(one, other)) return found;
  else if (said(one, loose) !== said(other, loose))
    found.push(`${at}: ${said(one, loose)} and ${said(other, loose)}`);
  return found;
}

type ObjectShape = Extract<Shape, { kind: 'object' }>;

/** The fields of one as pairs where the other has any names of one kind; null: it has not. */
function namesOnly(one: ObjectShape, other: ObjectShape): [string, Shape, Shape][] | null {
  const isMap = (shape: ObjectShape) => shape.rest !== null && Object.keys(shape.fields).length === 0;
  if (isMap(one) === isMap(other)) return null;
  const [map, listed] = isMap(one) ? [one, other] : [other, one];
  return Object.entries(listed.fields).map(([name, { shape }]) => [name, shape, map.rest!]);
}

/** Whether one lists the values of what is plain text or a number in the other; or a fixed and a free list. */
function isOf(one: Shape, other: Shape): boolean {
  if (one.kind === 'values' && other.kind !== 'values')
    return one.values.every((value) => typed(value) === other.kind);
  return other.kind === 'values' && one.kind !== 'values' && isOf(other, one);
}

function typed(value: string): string {
  return value.startsWith('"') ? 'text' : value === 'true' || value === 'false' ? 'boolean' : 'number';
}

function said(shape: Shape, loose: boolean): string {
  if (shape.kind === 'values') return [...shape.values].sort().join(' | ');
  return 'limits' in shape && !loose ? `${shape.kind} ${shape.limits}`.trim() : shape.kind;
}

interface Described {
  type?: string;
  flags?: { presence?: string; only?: boolean };
  allow?: unknown[];
  metas?: { form?: string }[];
  rules?: { name: string; args?: { limit?: number; regex?: string } }[];
  keys?: Record<string, Described>;
  patterns?: { rule: Described }[];
  items?: Described[];
  ordered?: Described[];
  matches?: { schema?: Described; switch?: { then: Described }[] }[];
}

/** The shape of what a Joi schema accepts. Rules written as functions are not seen; `meta({ form })` names them. */
export function shapeOfJoi(schema: Joi.Schema): Shape {
  return ofDescribed(schema.describe() as Described);
}

function ofDescribed(node: Described): Shape {
  const allow = node.allow ?? [];
  const nullable = allow.includes(null);
  const values = allow.filter((value) => value !== null);
  if (node.flags?.only) return { kind: 'values', values: values.map((one) => JSON.stringify(one)), nullable };
  switch (node.type) {
    case 'object':
      return {
        kind: 'object',
        nullable,
        fields: Object.fromEntries(
          Object.entries(node.keys ?? {}).map(([name, field]) => [
            name,
            { shape: ofDescribed(field), optional: field.flags?.presence !== 'required' },
          ]),
        ),
        rest: node.patterns?.[0] ? ofDescribed(node.patterns[0].rule) : null,
      };
    case 'array':
      if (node.ordered) return { kind: 'tuple', items: node.ordered.map(ofDescribed), nullable };
      return { kind: 'list', item: node.items?.[0] ? ofDescribed(node.items[0]) : ANY, nullable };
    case 'alternatives': {
      const of = (node.matches ?? []).flatMap((one) =>
        one.schema ? [ofDescribed(one.schema)] : (one.switch ?? []).map(({ then }) => ofDescribed(then)),
      );
      return { kind: 'either', of: inOrder(of), nullable };
    }
    case 'string':
      return {
        kind: 'text',
        limits: node.metas?.[0]?.form ?? (values.includes('') ? '' : 'not empty'),
        nullable,
      };
    case 'number': {
      const rules = node.rules ?? [];
      const limit = (name: string) => rules.find((rule) => rule.name === name)?.args?.limit;
      return {
        kind: 'number',
        limits: numberLimits(
          rules.some(({ name }) => name === 'integer'),
          limit('min'),
          limit('max'),
        ),
        nullable,
      };
    }
    case 'boolean':
      return { kind: 'boolean', limits: '', nullable };
    default:
      return ANY;
  }
}

function numberLimits(whole: boolean, least?: number, most?: number): string {
  return [
    whole ? 'whole' : '',
    least === undefined ? '' : `from ${least}`,
    most === undefined ? '' : `to ${most}`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** Shapes of a choice, in an order that depends on nothing but them. */
function inOrder(shapes: readonly Shape[]): Shape[] {
  const key = (shape: Shape) =>
    shape.kind === 'object'
      ? Object.entries(shape.fields)
          .map(([name, { shape: field }]) => `${name} ${field.kind === 'values' ? said(field, true) : ''}`)
          .sort()
          .join()
      : said(shape, true);
  return [...shapes].sort((a, b) => (key(a) < key(b) ? -1 : 1));
}

interface JsonSchema {
  $ref?: string;
  type?: string | string[];
  enum?: unknown[];
  const?: unknown;
  anyOf?: JsonSchema[];
  properties?: Record<string, JsonSchema>;
  required?: string[];
  additionalProperties?: boolean | JsonSchema;
  items?: JsonSchema | false;
  prefixItems?: JsonSchema[];
  minimum?: number;
  maximum?: number;
  minLength?: number;
  pattern?: string;
}

/** The shape of what a JSON Schema accepts. Texts under `$defs` are named by their name there. */
export function shapeOfJsonSchema(root: object, node: object = root): Shape {
  const { $defs = {} } = root as { $defs?: Record<string, JsonSchema> };
  const shape = (one: JsonSchema): Shape => {
    if (one.$ref) {
      const name = one.$ref.replace('#/$defs/', '');
      const found = shape($defs[name]);
      return found.kind === 'text' ? { ...found, limits: name } : found;
    }
    if (one.anyOf) {
      const rest = one.anyOf.filter((choice) => choice.type !== 'null');
      const nullable = rest.length < one.anyOf.length;
      return rest.length === 1
        ? { ...shape(rest[0]), nullable }
        : { kind: 'either', of: inOrder(rest.map(shape)), nullable };
    }
    const values = one.enum ?? ('const' in one ? [one.const] : null);
    if (values) {
      const texts = values.filter((value) => value !== null).map((value) => JSON.stringify(value));
      return { kind: 'values', values: texts, nullable: values.includes(null) };
    }
    const types = [one.type ?? []].flat();
    const nullable = types.includes('null');
    const type = types.find((name) => name !== 'null');
    switch (type) {
      case 'object': {
        const { properties = {}, required = [], additionalProperties: rest } = one;
        const fields = Object.entries(properties).map(
          ([name, field]) => [name, { shape: shape(field), optional: !required.includes(name) }] as const,
        );
        return {
          kind: 'object',
          fields: Object.fromEntries(fields),
          rest: typeof rest === 'object' ? shape(rest) : null,
          nullable,
        };
      }
      case 'array':
        if (one.prefixItems) return { kind: 'tuple', items: one.prefixItems.map(shape), nullable };
        return { kind: 'list', item: one.items ? shape(one.items) : ANY, nullable };
      case 'string':
        return { kind: 'text', limits: one.minLength || one.pattern ? 'not empty' : '', nullable };
      case 'integer':
      case 'number':
        return {
          kind: 'number',
          limits: numberLimits(type === 'integer', one.minimum, one.maximum),
          nullable,
        };
      case 'boolean':
        return { kind: 'boolean', limits: '', nullable };
      default:
        return ANY;
    }
  };
  return shape(node as JsonSchema);
}

/** The types that files export, for {@link shapeOfType}. Read once: it takes seconds. */
export function typesOf(
  files: readonly string[],
): (file: string, name: string) => { checker: ts.TypeChecker; type: ts.Type } {
  const config = ts.readConfigFile('tsconfig.json', (path) => ts.sys.readFile(path)).config as object;
  const { options } = ts.parseJsonConfigFileContent(config, ts.sys, '.');
  const program = ts.createProgram([...files], { ...options, noEmit: true, incremental: false, types: [] });
  const checker = program.getTypeChecker();
  return (file, name) => {
    const exporting = checker.getSymbolAtLocation(program.getSourceFile(file)!)!;
    const symbol = checker.getExportsOfModule(exporting).find((one) => one.name === name);
    if (!symbol) throw new Error(`${file} exports no type ${name}`);
    return { checker, type: checker.getDeclaredTypeOfSymbol(symbol) };
  };
}

/** The shape of a TypeScript type; functions and classes are none. */
export function shapeOfType(checker: ts.TypeChecker, type: ts.Type): Shape {
  const parts = type.isUnion() ? type.types : [type];
  const isVoid = (part: ts.Type) => (part.flags & (ts.TypeFlags.Null | ts.TypeFlags.Undefined)) !== 0;
  const nullable = parts.some((part) => part.flags & ts.TypeFlags.Null);
  const rest = parts.filter((part) => !isVoid(part));
  if (rest.every((part) => part.flags & ts.TypeFlags.BooleanLiteral))
    return { kind: 'boolean', limits: '', nullable };
  if (rest.every((part) => part.isLiteral()))
    return {
      kind: 'values',
      values: rest.map((part) => JSON.stringify((part as ts.LiteralType).value)),
      nullable,
    };
  if (rest.length > 1)
    return { kind: 'either', of: inOrder(rest.map((part) => shapeOfType(checker, part))), nullable };
  const [only] = rest;
  if (only.flags & (ts.TypeFlags.Any | ts.TypeFlags.Unknown)) return ANY;
  if (only.flags & ts.TypeFlags.StringLike) return { kind: 'text', limits: '', nullable };
  if (only.flags & ts.TypeFlags.NumberLike) return { kind: 'number', limits: '', nullable };
  if (checker.isTupleType(only)) {
    const items = checker
      .getTypeArguments(only as ts.TypeReference)
      .map((item) => shapeOfType(checker, item));
    return { kind: 'tuple', items, nullable };
  }
  if (checker.isArrayType(only)) {
    const [item] = checker.getTypeArguments(only as ts.TypeReference);
    return { kind: 'list', item: shapeOfType(checker, item), nullable };
  }
  const index = checker.getIndexTypeOfType(only, ts.IndexKind.String);
  const fields = checker.getPropertiesOfType(only).map((property) => {
    const optional = (property.flags & ts.SymbolFlags.Optional) !== 0;
    return [
      property.name,
      { shape: shapeOfType(checker, checker.getTypeOfSymbol(property)), optional },
    ] as const;
  });
  return {
    kind: 'object',
    fields: Object.fromEntries(fields),
    rest: index ? shapeOfType(checker, index) : null,
    nullable,
  };
}
