import type Joi from 'joi';
import { CALLS, type Call } from './calls';
import { MARK_SCHEMA } from '#core/formats/mark-schemas';
import { DEFINITION_SCHEMAS } from '#core/formats/record-schemas';
import { isLength } from '#core/formats/schema-parts';
import { ENTITY_KINDS } from '#core/record/definitions';
import { REFUSAL } from './answers';
import { definitionOrNone, entity, isMark } from './parts';

/** JSON as it stands in a document. */
type Plain = { readonly [key: string]: unknown };

interface Standard {
  readonly '~standard': { readonly jsonSchema: { input: (options: { target: string }) => Plain } };
}

/** A Joi schema as JSON Schema 2020-12, which OpenAPI 3.1 speaks. */
export function jsonSchemaOf(schema: Joi.Schema): Plain {
  return withNulls((schema as unknown as Standard)['~standard'].jsonSchema.input({ target: 'draft-2020-12' })) as Plain;
}

/** The converter allows null in a node's type and forgets it in its list of words: no reader would take it then. */
function withNulls(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(withNulls);
  if (node === null || typeof node !== 'object') return node;
  const copy = Object.fromEntries(Object.entries(node).map(([key, value]) => [key, withNulls(value)]));
  if (Array.isArray(copy.enum) && Array.isArray(copy.type) && copy.type.includes('null') && !copy.enum.includes(null))
    copy.enum = [...(copy.enum as unknown[]), null];
  return copy;
}

const schemaRef = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const content = (type: string, schema: Plain) => ({ [type]: { schema } });

/** The whole interface between server and page as an OpenAPI 3.1 document. */
export function openApi(): Plain {
  const schemas: Record<string, Plain> = { Refusal: jsonSchemaOf(REFUSAL.joi) };
  const paths: Record<string, Record<string, Plain>> = {};
  for (const call of CALLS) {
    if (call.body) schemas[call.body.name] ??= jsonSchemaOf(call.body.joi);
    if (call.answer) schemas[call.answer.name] ??= jsonSchemaOf(call.answer.shape.joi);
    (paths[call.path] ??= {})[call.method] = operation(call);
  }
  const named = shared();
  const lean = (node: unknown, except?: string) => withRefs(node, named, except);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Patient Anvil',
      version: '1',
      description:
        'The interface between the server and its page. Lengths are in millimetres unless a name says otherwise, times ISO 8601 in UTC. A write is answered after it is committed and is kept once by its id. Advice, never approval.',
    },
    servers: [{ url: '/api' }],
    paths,
    components: {
      schemas: Object.fromEntries([
        ...Object.entries(schemas).map(([name, schema]) => [name, lean(schema)]),
        ...[...named].map(([text, name]) => [name, lean(JSON.parse(text), name)]),
      ]),
    },
  };
}

/** What stands in many answers, by its text: each is written once and named elsewhere. */
function shared(): Map<string, string> {
  const named = new Map<string, string>();
  const name = (title: string, schema: Joi.Schema) => named.set(JSON.stringify(jsonSchemaOf(schema)), title);
  for (const kind of ENTITY_KINDS) {
    const title = `${kind[0]?.toUpperCase()}${kind.slice(1)}`;
    name(`${title}Definition`, DEFINITION_SCHEMAS[kind]);
    name(`${title}Entity`, entity(kind).joi);
  }
  name('Mark', isMark.joi);
  name('WrittenMark', MARK_SCHEMA);
  name('Definition', definitionOrNone.joi);
  name('Length', isLength.joi);
  return named;
}

/** The same, with what has a name by its name. */
function withRefs(node: unknown, named: ReadonlyMap<string, string>, except?: string): unknown {
  if (Array.isArray(node)) return node.map((n) => withRefs(n, named));
  if (node === null || typeof node !== 'object') return node;
  const name = named.get(JSON.stringify(node));
  if (name !== undefined && name !== except) return schemaRef(name);
  return Object.fromEntries(Object.entries(node).map(([key, value]) => [key, withRefs(value, named)]));
}

function operation({ method, path, summary, query, body, bodyType, answer, answerType, status = 200, isDeskOnly }: Call): Plain {
  const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({ name, in: 'path', required: true, schema: { type: 'string' } }));
  const inQuery = Object.entries(query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }));
  const sent = body ? content('application/json', schemaRef(body.name)) : bodyType ? content(bodyType, {}) : null;
  const answered = answer ? content('application/json', schemaRef(answer.name)) : content(answerType ?? 'application/json', {});
  return {
    operationId: `${method}${path.replace(/[{}]/g, '').replace(/[/.-]+(\w)/g, (_, c: string) => c.toUpperCase())}`,
    summary,
    ...(isDeskOnly ? { description: 'At the desk only: not for devices of the local network.' } : {}),
    ...(inPath.length + inQuery.length > 0 ? { parameters: [...inPath, ...inQuery] } : {}),
    ...(sent ? { requestBody: { required: true, content: sent } } : {}),
    responses: {
      [status]: { description: 'Done.', content: answered },
      default: { description: 'Refused, with a code.', content: content('application/json', schemaRef('Refusal')) },
    },
  };
}
