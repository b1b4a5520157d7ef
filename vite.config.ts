import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin, type Rolldown } from 'vite';

type CodeSplittingGroup = Rolldown.CodeSplittingGroup;

/** The code reader names itself on `this` and asks for its neighbours by `require`: made a module like any other. */
function codeReader(): Plugin {
  return {
    name: 'code-reader',
    enforce: 'pre',
    transform(code, id) {
      const file = /js-aruco2\/src\/(aruco|cv)\.js/.exec(id)?.[1];
      if (file === undefined) return null;
      const own =
        file === 'cv'
          ? code.replace('this.CV = CV;', 'export { CV };')
          : `import { CV } from './cv.js';\n${code.replace(/var CV = .*;/, '').replace('this.AR = AR;', 'export default { AR };')}`;
      return { code: own, map: null };
    },
  };
}

/** The faces every view is set in, asked for with the page: a view set in another first is laid out twice, and jumps. */
function fontsAtOnce(): Plugin {
  const FIRST = /\/(source-sans-3-latin-wght|barlow-condensed-latin-[56]00)-normal.*\.woff2$/;
  return {
    name: 'fonts-at-once',
    transformIndexHtml: {
      order: 'post',
      handler: (_, { bundle }) =>
        Object.keys(bundle ?? {})
          .filter((file) => FIRST.test(file))
          .map((file) => ({
            tag: 'link',
            attrs: { rel: 'preload', as: 'font', type: 'font/woff2', href: `/${file}`, crossorigin: '' },
            injectTo: 'head-prepend' as const,
          })),
    },
  };
}

const AT = (path: string) => fileURLToPath(new URL(`./web/src/${path}`, import.meta.url));

/**
 * The page in few files, since a hundred small ones are a fifth larger on the line: what draws, the page itself, and what both the plan and the
 * bench are made of and the start page is not.
 */
function fewFiles(): CodeSplittingGroup {
  type Modules = Parameters<Exclude<CodeSplittingGroup['name'], string>>[1];
  let fileOf: ReadonlyMap<string, string> | null = null;
  const reached = (modules: Modules, from: string, seen = new Set<string>()): ReadonlySet<string> => {
    if (seen.has(from)) return seen;
    seen.add(from);
    for (const id of modules.getModuleInfo(from)?.importedIds ?? []) reached(modules, id, seen);
    return seen;
  };
  const filesOf = (modules: Modules): ReadonlyMap<string, string> => {
    const [page, first, plan, bench] = [
      'page.tsx',
      'views/kits/kits-view.tsx',
      'views/plan/plan-view.tsx',
      'views/bench/bench-view.tsx',
    ].map((p) => [...reached(modules, AT(p))]) as [string[], string[], string[], string[]];
    const [inBench, notShared] = [new Set(bench), new Set([...page, ...first])];
    return new Map([
      ...plan.filter((m) => inBench.has(m) && !notShared.has(m)).map((m) => [m, 'work'] as const),
      ...page
        .filter((m) => !m.includes('preload-helper'))
        .map((m) => [m, /node_modules\/(react|react-dom|scheduler)\//.test(m) ? 'draw' : 'page'] as const),
    ]);
  };
  return {
    debugName: 'few-files',
    includeDependenciesRecursively: false,
    name: (id, modules) => (fileOf ??= filesOf(modules)).get(id) ?? null,
  };
}

export default defineConfig({
  root: fileURLToPath(new URL('./web', import.meta.url)),
  plugins: [react(), tailwindcss(), codeReader(), fontsAtOnce()],
  worker: { format: 'es', plugins: () => [codeReader()] },
  build: {
    outDir: fileURLToPath(new URL('./dist/web', import.meta.url)),
    emptyOutDir: true,
    chunkSizeWarningLimit: 1200,
    rolldownOptions: { output: { codeSplitting: { groups: [fewFiles()] } } },
  },
});
