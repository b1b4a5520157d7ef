// Builds dist/start.mjs (server and start) and dist/web (the page), each only where a source is newer than it.
import { build as bundle } from 'esbuild';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
const at = (...parts) => join(root, ...parts);

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), stat.mtimeMs);
}

function isStale(output, sources) {
  return !existsSync(output) || statSync(output).mtimeMs < Math.max(...sources.map((s) => newest(at(s))));
}

const common = ['contract/src', 'core/src', 'package.json'];

/* The program, and the one of its thread for whole records. */
for (const [output, source] of [
  ['start.mjs', ['scripts', 'start', 'main.ts']],
  ['record-thread.mjs', ['server', 'src', 'record', 'thread.ts']],
])
  if (isStale(at('dist', output), [...common, 'server/src', 'scripts/start'])) {
    await bundle({
      entryPoints: [at(...source)],
      outfile: at('dist', output),
      bundle: true,
      packages: 'external',
      platform: 'node',
      format: 'esm',
      target: 'node20',
      sourcemap: true,
      logLevel: 'error',
    });
  }

if (isStale(at('dist', 'web', 'index.html'), [...common, 'web', 'vite.config.ts'])) {
  process.stdout.write('Building the page ...\n');
  const { build } = await import('vite');
  await build({ root: at('web'), configFile: at('vite.config.ts'), logLevel: 'warn' });
  /* The service worker names what the page is made of, so that the shell opens whole without the server. */
  const shell = ['/', '/mark.svg', '/manifest.webmanifest', ...readdirSync(at('dist', 'web', 'assets')).map((name) => `/assets/${name}`)];
  const version = createHash('sha256')
    .update(shell.join())
    .update(readFileSync(at('dist', 'web', 'index.html')))
    .digest('hex')
    .slice(0, 16);
  const source = readFileSync(at('web', 'service-worker.js'), 'utf8');
  writeFileSync(
    at('dist', 'web', 'service-worker.js'),
    source.replace("'%VERSION%'", JSON.stringify(version)).replace("['%SHELL%']", JSON.stringify(shell)),
  );
}
