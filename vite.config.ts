import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';

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

export default defineConfig({
  root: fileURLToPath(new URL('./web', import.meta.url)),
  plugins: [react(), tailwindcss(), codeReader()],
  worker: { format: 'es', plugins: () => [codeReader()] },
  build: { outDir: fileURLToPath(new URL('./dist/web', import.meta.url)), emptyOutDir: true, chunkSizeWarningLimit: 1200 },
});
