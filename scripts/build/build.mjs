// Builds dist/start.mjs (server and start) and dist/web (the page), each only where a source is newer than it.
import { build as bundle } from 'esbuild';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

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

/** What the page is made of, compressed once: brotli for those who take it, gzip for the others. */
function compressAll() {
  const folder = at('dist', 'web', 'assets');
  for (const name of readdirSync(folder)) {
    if (!/\.(js|css|svg)$/.test(name)) continue;
    const bytes = readFileSync(join(folder, name));
    if (bytes.length < 256) continue;
    const params = { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length };
    writeFileSync(join(folder, `${name}.br`), brotliCompressSync(bytes, { params }));
    writeFileSync(join(folder, `${name}.gz`), gzipSync(bytes, { level: 9 }));
  }
}

/** The mark as pictures for devices that install the page: as it is, and with room around it where a device cuts its own shape. */
async function drawIcons() {
  const { default: sharp } = await import('sharp');
  const svg = readFileSync(at('web', 'public', 'mark.svg'));
  const draw = (size) => sharp(svg, { density: 72 * (size / 32) }).resize(size, size);
  for (const size of [192, 512])
    await draw(size)
      .png()
      .toFile(at('dist', 'web', `icon-${size}.png`));
  const room = 76;
  const extend = { top: room, bottom: room, left: room, right: room, background: '#1f4fa3' };
  await draw(512 - 2 * room)
    .flatten({ background: '#1f4fa3' })
    .extend(extend)
    .png()
    .toFile(at('dist', 'web', 'icon-maskable-512.png'));
}

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
  await drawIcons();
  compressAll();
  /* The service worker names what the page is made of, so that the shell opens whole without the server. */
  const shell = [
    '/',
    '/mark.svg',
    '/manifest.webmanifest',
    '/icon-192.png',
    ...readdirSync(at('dist', 'web', 'assets'))
      .filter((name) => !/\.(br|gz)$/.test(name))
      .map((name) => `/assets/${name}`),
  ];
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
