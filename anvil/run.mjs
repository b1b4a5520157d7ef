// Starts the headless command from a bundle in dist/, made anew whenever a source is newer than it.
import { mkdirSync, readdirSync, renameSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const root = dirname(here);
const bundle = join(root, 'dist', 'anvil.mjs');

function newest(folder) {
  return readdirSync(folder, { withFileTypes: true }).reduce((latest, entry) => {
    const path = join(folder, entry.name);
    return Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }, statSync(folder).mtimeMs);
}

function isStale() {
  const built = statSync(bundle, { throwIfNoEntry: false });
  return !built || built.mtimeMs < Math.max(newest(join(root, 'core', 'src')), newest(join(here, 'src')));
}

if (isStale()) {
  const { buildSync } = await import('esbuild');
  const fresh = `${bundle}.${process.pid}`;
  mkdirSync(dirname(bundle), { recursive: true });
  buildSync({
    entryPoints: [join(here, 'src', 'main.ts')],
    outfile: fresh,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'error',
    external: ['sharp'],
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  });
  renameSync(fresh, bundle);
}
await import(pathToFileURL(bundle).href);
