import { Router } from 'express';
import { CALLS, type Call } from '#contract/calls';
import { openApi } from '#contract/openapi';

/** The interface described: as an OpenAPI document, and as a page to read. Made once, when it is first asked for. */
export function docsRoutes(): Router {
  const routes = Router();
  let document: object | null = null;
  let page: string | null = null;
  routes.get('/openapi.json', (_req, res) => {
    res.json((document ??= openApi()));
  });
  routes.get('/docs', (_req, res) => {
    res.type('html').send((page ??= pageOf(openApi() as unknown as Described)));
  });
  return routes;
}

interface Described {
  readonly info: { readonly description: string };
  readonly components: { readonly schemas: Readonly<Record<string, object>> };
}

const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

function pageOf({ info, components }: Described): string {
  const shapes = Object.keys(components.schemas).sort();
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Patient Anvil: the interface</title><style>
body{font:16px/1.5 system-ui,sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem;color:#1b2430;background:#f7f8f9}
code{font:15px ui-monospace,monospace}h2{margin-top:2.5rem}li{margin:.75rem 0}pre{overflow:auto;background:#fff;border:1px solid #c9ced6;padding:.75rem}
a{color:#1d4f91}dl{margin:.25rem 0 0 1.5rem}dt{font-family:ui-monospace,monospace}dd{margin:0 0 .25rem 1.5rem}
</style></head><body><main><h1>The interface between server and page</h1>
<p>${escaped(info.description)} As an OpenAPI 3.1 document: <a href="/api/openapi.json">openapi.json</a>.</p>
<h2 id="calls">Calls</h2><ul>${CALLS.map(callItem).join('')}</ul>
<h2 id="shapes">Shapes</h2>${shapes.map((name) => shapeItem(name, components.schemas[name] ?? {})).join('')}
</main></body></html>`;
}

function callItem({ method, path, summary, query = {}, body, bodyType, answer, answerType, isDeskOnly }: Call): string {
  const named = (name: string) => `<a href="#${name}">${name}</a>`;
  const takes = body ? named(body.name) : bodyType ? escaped(bodyType) : '';
  const gives = answer ? named(answer.name) : escaped(answerType ?? '');
  const asked = Object.entries(query).map(([name, words]) => `<dt>${name}</dt><dd>${escaped(words)}</dd>`);
  return `<li><code>${method.toUpperCase()} /api${escaped(path)}</code>${isDeskOnly ? ' (the desk only)' : ''}<br>${escaped(summary)}
${takes ? ` Takes ${takes}.` : ''} Answers ${gives}.${asked.length > 0 ? `<dl>${asked.join('')}</dl>` : ''}</li>`;
}

function shapeItem(name: string, schema: object): string {
  return `<details id="${name}"><summary><code>${name}</code></summary><pre>${escaped(JSON.stringify(schema, null, 1))}</pre></details>`;
}
