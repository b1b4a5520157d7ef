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

const AT = (path: string) => fileURLToPath(new URL(`./web/src/${path}`, import.meta.url));

/** What both the plan and the bench are made of, and neither the page nor its start brings: one file, since a hundred small ones are a fifth larger on the line. */
function workTogether(): CodeSplittingGroup {
  type Modules = Parameters<Exclude<CodeSplittingGroup['name'], string>>[1];
  let work: ReadonlySet<string> | null = null;
  const reached = (modules: Modules, from: string, seen = new Set<string>()): ReadonlySet<string> => {
    if (seen.has(from)) return seen;
    seen.add(from);
    for (const id of modules.getModuleInfo(from)?.importedIds ?? []) reached(modules, id, seen);
    return seen;
  };
  return {
    debugName: 'work',
    includeDependenciesRecursively: false,
    name(id, modules) {
      if (work === null) {
        const [start, first, plan, bench] = [
          'main.tsx',
          'views/kits/kits-view.tsx',
          'views/plan/plan-view.tsx',
          'views/bench/bench-view.tsx',
        ].map((p) => reached(modules, AT(p)));
        work = new Set([...(plan ?? [])].filter((m) => bench?.has(m) && !start?.has(m) && !first?.has(m)));
      }
      return work.has(id) ? 'work' : null;
    },
  };
}

export default defineConfig({
  root: fileURLToPath(new URL('./web', import.meta.url)),
  plugins: [react(), tailwindcss(), codeReader()],
  worker: { format: 'es', plugins: () => [codeReader()] },
  build: {
    outDir: fileURLToPath(new URL('./dist/web', import.meta.url)),
    emptyOutDir: true,
    chunkSizeWarningLimit: 1200,
    rolldownOptions: { output: { codeSplitting: { groups: [workTogether()] } } },
  },
});
